import { Run } from '../../../formula/index.ts';
import { distribute } from '../../../standards/en1993/components/distribution.ts';
import type { MomentPlateModel } from '../model.ts';
import { beamClass, beamFlange, besideClass } from './compression.ts';
import { valueOf, type Worked } from './forces.ts';
import { plasticLimit } from './resistance.ts';
import { bolts, section, sheet } from './sheet.ts';
import { NEAR } from './strength-edges.ts';

export const nearTo = (x: number, edge: number): boolean => edge > 0 && Math.abs(x / edge - 1) <= NEAR;
const percent = (x: number): string => `${Math.round(x * 100)} %`;
const two = (x: number): string => x.toFixed(2);

/** EN 1993-1-8, 6.2.7.1(2): axial force up to 5 % is left out. */
function axialEdge(m: MomentPlateModel, { N, axial, u_M, u_N }: Worked, N_pl: number): string[] {
  const limit = 0.05 * N_pl;
  if (!axial || axial.N <= 0 || !nearTo(Math.abs(N), limit)) return [];
  return [
    `an axial force of ${m.basis.units.quantity(limit, 'kN')}, 5 % of N_pl,Rd: up to it the moment's use is ${two(u_M)}, over it ${two(u_M + u_N)} (6.2.7.1(2))`,
  ];
}

/** EN 1993-1-8, Table 6.2: bolts longer than L_b* do not pry. */
function pryingEdge(m: MomentPlateModel, { R }: Worked): string[] {
  if (m.input.options.prying !== 'check') return [];
  const { units } = m.basis;
  return (['plate', 'column'] as const).flatMap((part) =>
    (R.state[part]?.alone ?? []).flatMap((x, i) => {
      if (!nearTo(x.length, 1) || x.F === x.F_other) return [];
      const [pried, free] = x.pried ? [x.F, x.F_other] : [x.F_other, x.F];
      const where = `${part === 'plate' ? 'end plate' : 'column flange'}, row ${R.state.rows[i]!.number}`;
      return [
        `L_b* of the ${where}: its bolts stretch over ${percent(x.length)} of it; up to it the row takes ${units.quantity(pried, 'kN')}, over it ${units.quantity(free, 'kN')} (Table 6.2)`,
      ];
    }),
  );
}

/** EN 1993-1-8, 6.2.7.2(9): a row over 1.9 F_t,Rd cuts those under it down. */
function plasticEdge(m: MomentPlateModel, { R }: Worked, F_t_Rd: number): string[] {
  const limit = plasticLimit(m, F_t_Rd);
  if (limit === null) return [];
  const { units } = m.basis;
  const moment = (plastic: number): number =>
    distribute({ ...R.filling, plastic }).reduce((M, f, k) => M + f.F * R.filling.h[k]!, 0);
  return R.rows.flatMap(({ F }, i) => {
    if (!nearTo(F, limit)) return [];
    // As if this row, and those that are nearer, stood on the one side and on the other.
    const [under, over] = [moment(Math.max(limit, F)), moment(Math.min(limit, F * (1 - 1e-9)))];
    if (under - over <= 1e-6 * under) return [];
    return [
      `1.9 F_t,Rd = ${units.quantity(limit, 'kN')} at row ${R.state.rows[i]!.number}: up to it the moment resistance is ${units.quantity(under, 'kNm')}, over it ${units.quantity(over, 'kNm')} (6.2.7.2(9))`,
    ];
  });
}

/** EN 1993-1-8, 6.2.6.7(1), and the classes of EN 1993-1-1: depth of 600 mm, class 2 to 3. */
function flangeEdges(m: MomentPlateModel, { R, V }: Worked, r: Run): string[] {
  const { units } = m.basis;
  const V_pl = valueOf(r, section.shear);
  const { turned } = R.state;
  const apart = (what: string, under: number, over: number, clause: string): string[] =>
    under === over
      ? []
      : [`${what}: up to it the flange takes ${units.quantity(under, 'kN')}, over it ${units.quantity(over, 'kN')} (${clause})`];
  const other = (as: Parameters<typeof beamFlange>[5]): number => {
    const scratch = new Run(sheet);
    scratch.v.set(r.v);
    return beamFlange(m, turned, V, V_pl, scratch, as).F;
  };
  const cls = besideClass(m, NEAR);
  const depth = nearTo(turned.H, 600)
    ? apart('a depth of 600 mm', other({ deep: false }), other({ deep: true }), '6.2.6.7(1)')
    : [];
  if (m.haunch || cls === null) return depth;
  const [two_, three] = [other({ cls: 2 }), other({ cls: 3 })];
  return [...depth, ...apart(`class 2 of the beam, of class ${beamClass(m)}`, two_, three, 'EN 1993-1-1, Table 5.2')];
}

/** Edges of the code within 5 % of a combination, each with its values on both sides: the code itself jumps there. The combination stands in the run; `steps` of strength are the joint's. */
export const edgesNear = (m: MomentPlateModel, w: Worked, steps: readonly string[], r: Run): string[] => [
  ...axialEdge(m, w, valueOf(r, section.axial)),
  ...pryingEdge(m, w),
  ...plasticEdge(m, w, valueOf(r, bolts.F_t_Rd)),
  ...flangeEdges(m, w, r),
  ...steps,
];
