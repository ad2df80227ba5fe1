import {
  basisOf,
  checkJoint,
  EMPTY_JOB,
  firstDetail,
  Refusal,
  SECTIONS,
  properties,
  steelStrength,
  type OpenSection,
} from '../packages/core/src/index.ts';

/*
 * First details of moment end plates over a grid of beams and columns, at 30, 60 and 80 % of the beam's moment resistance with a third of its shear
 * resistance beside it. Prints what holds, and what stops the rest. `npm run bench -- moments`.
 */
const KIND = 'moment-end-plate';
const GRADE = 'S355';
const basis = basisOf(EMPTY_JOB);
const open = SECTIONS.filter((s) => 'tf' in s && s.shape === 'I') as OpenSection[];
const beams = open.filter((s) => /^(UB|IPE)/.test(s.name) && s.h >= 240 && s.h <= 700).filter((_, i) => i % 4 === 0);
const columns = open.filter((s) => /^(UC|HEB)/.test(s.name) && s.b >= 200);

interface Try {
  readonly beam: OpenSection;
  readonly column: OpenSection | null;
  readonly haunch: boolean;
}
const grids: readonly (readonly [string, readonly Try[]])[] = [
  [
    'column flange',
    beams.flatMap((beam) =>
      columns
        .filter((c) => c.b >= beam.b)
        .filter((_, i) => i % 3 === 1)
        .map((column) => ({ beam, column, haunch: false })),
    ),
  ],
  [
    'column flange with a haunch',
    beams.flatMap((beam) =>
      columns
        .filter((c) => c.b >= beam.b)
        .filter((_, i) => i % 7 === 3)
        .map((column) => ({ beam, column, haunch: true })),
    ),
  ],
  ['splice', beams.map((beam) => ({ beam, column: null, haunch: false }))],
];

for (const [name, tries] of grids)
  for (const share of [0.3, 0.6, 0.8]) {
    const start = performance.now();
    const stops = new Map<string, number>();
    let [holds, named] = [0, 0];
    for (const { beam, column, haunch } of tries) {
      const p = properties(beam);
      const { f_y } = steelStrength({ grade: GRADE }, beam.tf, 'UK', 'beam');
      const combinations = [
        { name: 'C', M_Ed: (share * p.W_pl_y * f_y) / 1e6, V_Ed: (p.A_v * f_y) / Math.sqrt(3) / 3e3, N_Ed: 0, N_tie: 0 },
      ];
      const stop = (what: string): void => void stops.set(what, (stops.get(what) ?? 0) + 1);
      try {
        const seed = {
          form: column ? 'column' : 'splice',
          beam: beam.name,
          beamGrade: GRADE,
          column: column?.name ?? '',
          columnGrade: GRADE,
          sides: '1',
          haunch: haunch ? 'yes' : 'no',
        };
        const { input, why } = firstDetail(KIND, seed, combinations, basis);
        const report = checkJoint({ kind: KIND, input, combinations }, basis);
        if (report.state === 'holds' || report.state === 'close') holds += 1;
        else {
          if (why.some((w) => w.startsWith('What stops it'))) named += 1;
          stop(report.brokenRules[0]?.title ?? report.missing[0]?.title ?? report.combinations[0]!.first!.title);
        }
      } catch (e) {
        if (!(e instanceof Refusal)) throw e;
        named += 1;
        stop(e.message);
      }
    }
    const percent = (n: number): string => `${((100 * n) / tries.length).toFixed(1)} %`;
    const first = [...stops]
      .sort((a, b) => b[1] - a[1])
      .slice(0, 4)
      .map(([s, n]) => `${s} ${n}`)
      .join(', ');
    process.stdout.write(
      `${name}, ${share * 100} % of the beam: ${tries.length} details, ${percent(holds)} hold, ${percent(holds + named)} hold or say what stops them; ${((performance.now() - start) / tries.length).toFixed(0)} ms each${first ? `; stopped by ${first}` : ''}\n`,
    );
  }
