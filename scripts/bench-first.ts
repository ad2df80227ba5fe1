import { checkJoint, DEFAULT_BASIS, firstDetail, KINDS, leastMultiple, Refusal } from '../packages/core/src/index.ts';
import { BEAMS, COLUMNS, flangesFor, GRADE, shearOf } from './bench-catalogue.ts';

/*
 * First details over the whole catalogue: every beam on columns that take it, at a quarter, half and three quarters of its web's shear
 * resistance. Prints what holds and keeps every rule, and what stops the rest. `npm run bench -- first` takes one column for each beam,
 * `npm run bench -- first all` every column.
 */
const every = process.argv.includes('all');

for (const kind of KINDS.filter((k) => k.family === 'beam')) {
  for (const supportType of ['column_flange', 'column_web'] as const) {
    for (const share of [0.25, 0.5, 0.75]) {
      const start = performance.now();
      const stops = new Map<string, number>();
      let [all, holds, named] = [0, 0, 0];
      for (const beam of BEAMS) {
        const takes =
          supportType === 'column_flange' ? flangesFor(beam) : COLUMNS.filter((c) => c.h - 2 * (c.tf + c.r) >= beam.b);
        const V_Ed = shearOf(beam, share);
        for (const column of every ? takes : takes.slice(Math.floor(takes.length / 2)).slice(0, 1)) {
          all += 1;
          const combinations = [{ name: 'C', V_Ed, N_Ed: 0, N_tie: 0 }];
          try {
            const { input, why } = firstDetail(
              kind.id,
              { beam: beam.name, beamGrade: GRADE, support: column.name, supportGrade: GRADE, supportType },
              combinations,
              DEFAULT_BASIS,
            );
            const report = checkJoint({ kind: kind.id, input, combinations }, DEFAULT_BASIS);
            if (report.brokenRules.length === 0 && leastMultiple(report) >= 1) holds += 1;
            else {
              if (why.some((w) => w.startsWith('What stops it'))) named += 1;
              const stop = report.brokenRules[0]?.title ?? report.combinations[0]!.first!.title;
              stops.set(stop, (stops.get(stop) ?? 0) + 1);
            }
          } catch (e) {
            if (!(e instanceof Refusal)) throw e;
            named += 1;
            stops.set('no room for two bolt rows', (stops.get('no room for two bolt rows') ?? 0) + 1);
          }
        }
      }
      const percent = (n: number): string => `${((100 * n) / all).toFixed(1)} %`;
      const first = [...stops]
        .sort((a, b) => b[1] - a[1])
        .slice(0, 4)
        .map(([s, n]) => `${s} ${n}`)
        .join(', ');
      process.stdout.write(
        `${kind.title}, ${supportType.replace('_', ' ')}, ${share * 100} % of the web: ${all} details, ${percent(holds)} hold and keep every rule, ${percent(holds + named)} hold or say what stops them; ${((performance.now() - start) / all).toFixed(0)} ms each${first ? `; stopped by ${first}` : ''}\n`,
      );
    }
  }
}
