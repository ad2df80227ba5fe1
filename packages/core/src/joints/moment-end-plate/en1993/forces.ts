import type { Run } from '../../../formula/index.ts';
import type { Combination } from '../../../actions/combination.ts';
import type { MomentPlateModel } from '../model.ts';
import type { AxialResistance } from './axial.ts';
import { workTurned } from './lay-out.ts';
import type { Resistance } from './resistance.ts';
import { section } from './sheet.ts';
import type { Resist } from './work.ts';

/** beta of a combination, and what is not known of it. EN 1993-1-8, 5.3(9), Table 5.4. */
export interface Moments {
  readonly beta: number;
  /** Why beta is not sure: the joint is then not whole. */
  readonly missing: string | null;
  /** beta follows from the moment of the other beam, so that the panel's shear does too. */
  readonly byOther: boolean;
}

export function momentsOf(m: MomentPlateModel, c: Combination): Moments {
  const { column } = m.input;
  const [M, other] = [c.M_Ed ?? 0, c.M_other];
  if (!column) return { beta: 0, missing: other ? 'M_other is given, and a splice has no other face.' : null, byOther: false };
  if (column.sides === 1)
    return {
      beta: column.beta ?? 1,
      missing: other
        ? 'M_other is given, and the column has a beam on one face: set beams on both faces, or leave it out.'
        : null,
      byOther: false,
    };
  const found = other === undefined ? null : M === 0 ? (other === 0 ? 1 : 2) : Math.min(2, Math.abs(1 - other / M));
  if (column.beta !== undefined)
    return {
      beta: column.beta,
      missing:
        found !== null && Math.abs(found - column.beta) > 0.1
          ? `The given beta of ${column.beta} and the ${Math.round(found * 100) / 100} that M_other makes disagree: correct one, or leave beta out.`
          : null,
      byOther: false,
    };
  if (found !== null) return { beta: found, missing: null, byOther: true };
  return {
    beta: 2,
    missing: 'Beams on both faces of the column, and neither M_other nor beta is given: the numbers are those of beta = 2.',
    byOther: false,
  };
}

/** How the forces of one combination run through the joint. N, mm. */
export interface Worked {
  readonly c: Combination;
  readonly M: number;
  readonly N: number;
  readonly V: number;
  readonly R: Resistance;
  readonly moments: Moments;
  readonly axial: AxialResistance | null;
  readonly u_M: number;
  /** Share of the axial resistance, and the part of it that counts in row forces. */
  readonly u_N: number;
  readonly counted: number;
  readonly small: boolean;
  /** Tension of each row by its index in the joint; of its bolts with prying. */
  readonly F: readonly number[];
  readonly bolt: readonly number[];
  readonly Q: readonly number[];
  readonly C: number;
}

/** Value of a formula as it stands in a run. */
export const valueOf = (r: Run, f: { readonly def: { readonly slot: { readonly index: number } } }): number =>
  r.v[f.def.slot.index]!;

/** Place of a row of the joint among those that pull under a sense of the moment; below 0 where it does not. */
export const placeOf = ({ state }: Resistance, index: number): number => state.rows.findIndex((row) => row.index === index);

/** Forces of the rows at a combination, with prying. EN 1993-1-8, 6.2.7. */
export function forcesOf(m: MomentPlateModel, resist: Resist, c: Combination, r: Run): Worked {
  const [M, N, V] = [c.M_Ed ?? 0, c.N_Ed, Math.abs(c.V_Ed)];
  const sense = M < 0 ? -1 : 1;
  const moments = momentsOf(m, c);
  const R = resist.resistance(sense, moments.beta, V, r);
  const isSmall = Math.abs(N) <= 0.05 * valueOf(r, section.axial);
  const axial = N === 0 ? null : resist.axial(sense, moments.beta, N > 0, r);
  // What was kept left the run as it was: the checks that follow read the flanges of this sense.
  workTurned(R.state.turned, r);
  const u_M = R.M > 0 ? Math.abs(M) / R.M : 0;
  const u_N = axial && axial.N > 0 ? Math.abs(N) / axial.N : 0;
  const counted = isSmall ? 0 : u_N;
  const F = m.rows.map((_, index) => {
    const i = placeOf(R, index);
    return u_M * (i < 0 ? 0 : R.rows[i]!.F) + counted * (axial?.rows.get(index) ?? 0);
  });
  const Q = m.rows.map((_, index) => {
    const i = placeOf(R, index);
    return i < 0 ? 0 : prying(R, i, F[index]!);
  });
  return {
    c,
    M,
    N,
    V,
    R,
    moments,
    axial,
    u_M,
    u_N,
    counted,
    small: isSmall,
    F,
    Q,
    bolt: F.map((x, i) => x / 2 + Q[i]!),
    C: u_M * R.sum + (N < 0 ? counted * axial!.share : 0),
  };
}

/** Prying of one bolt of a row, in proportion to its force: the greater of plate and column flange. */
export function prying({ state }: Resistance, i: number, F: number): number {
  const stubs = [state.plate.alone[i]!, ...(state.column ? [state.column.alone[i]!] : [])];
  return Math.max(...stubs.map((x) => (x.F > 0 ? (x.Q * F) / x.F : 0)));
}
