import {
  checkJoint,
  costOf,
  DEFAULT_BASIS,
  firstDetail,
  kindOf,
  KINDS,
  leastMultiple,
  practiceOf,
  RATES,
  Refusal,
  searchAll,
  USUAL_RULES,
  type Combination,
} from '../packages/core/src/index.ts';
import { BEAMS, flangesFor, GRADE, shearOf } from './bench-catalogue.ts';
import { printLines, type Line } from './bench-lines.ts';

/*
 * First details against the search of everything that usual practice allows, for every 12th beam of the catalogue (or the number that is given) on a
 * column that takes it, at a quarter, half and three quarters of its web's shear: which hold, and what they cost. `npm run bench -- first search [12]`.
 */
const every = Number(process.argv.find((x) => /^\d+$/.test(x)) ?? 12);
const beams = BEAMS.filter((_, i) => i % every === 0);
const practice = practiceOf(USUAL_RULES, DEFAULT_BASIS.standard);

/** What the first detail costs; null where it does not hold or breaks a rule. */
function first(kind: string, start: Readonly<Record<string, string>>, combinations: readonly Combination[]): number | null {
  const { input } = firstDetail(kind, start, combinations, DEFAULT_BASIS);
  const report = checkJoint({ kind, input, combinations }, DEFAULT_BASIS);
  if (report.brokenRules.length || leastMultiple(report) < 1) return null;
  return costOf(kindOf(kind).build(input, DEFAULT_BASIS));
}

const lines: Line[] = [];
for (const kind of KINDS.filter((k) => k.family === 'beam')) {
  for (const share of [0.25, 0.5, 0.75]) {
    const ratios: number[] = [];
    let [all, holds, found, only] = [0, 0, 0, 0];
    for (const beam of beams) {
      const takes = flangesFor(beam);
      const column = takes[Math.floor(takes.length / 2)];
      if (!column) continue;
      const V_Ed = shearOf(beam, share);
      const combinations = [{ name: 'C', V_Ed, N_Ed: 0, N_tie: 0 }];
      const start = {
        ...{ beam: beam.name, beamGrade: GRADE, support: column.name, supportGrade: GRADE },
        supportType: 'column_flange',
      };
      all += 1;
      let cost: number | null = null;
      try {
        cost = first(kind.id, start, combinations);
      } catch (e) {
        if (!(e instanceof Refusal)) throw e;
      }
      const asked = {
        kind: kind.id,
        input: null,
        start,
        acting: () => combinations,
        basis: DEFAULT_BASIS,
        practice,
        rates: RATES,
      };
      const cheapest = searchAll({ ...asked, kinds: [kind.id], most: 1 }).found[0]?.cost ?? null;
      if (cost !== null) holds += 1;
      if (cheapest !== null) found += 1;
      if (cost === null && cheapest !== null) only += 1;
      if (cost !== null && cheapest !== null) ratios.push(cost / cheapest);
    }
    ratios.sort((a, b) => a - b);
    const what = `${kind.title}, ${share * 100} % of the web, ${all} beams`;
    lines.push({ what: `${what}: found by the search alone`, value: only, unit: '', aim: 0.01 * all });
    lines.push({
      what: `  first details that hold ${holds}, searches ${found}: what they cost over the cheapest, median`,
      value: 100 * ((ratios[Math.floor(ratios.length / 2)] ?? NaN) - 1),
      unit: '%',
      aim: 5,
    });
  }
}
printLines(lines);
