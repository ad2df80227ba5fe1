import { Run, Sheet, type FormulaSection } from '../../formula/index.ts';
import type { UnitId } from '../../units/units.ts';
import type { Anchorage, AnchorPlace } from '../anchorage.ts';

/** Headed anchors of 24 mm in cracked C25, with what their modes of failure ask beside: lengths in mm, strengths in MPa, forces in N. */
const GIVEN = {
  k_1: [7.7, 'cone'],
  k_5: [8.7, 'face'],
  k_9: [1.7, 'cone'],
  f_ck: [25, 'MPa'],
  d: [24, 'mm'],
  a_h: [50, 'mm'],
  t_h: [10, 'mm'],
  h_ef: [200, 'mm'],
  H: [Infinity, 'mm'],
  gamma_Mc: [1.5, '-'],
  gamma_C: [1.5, '-'],
  gamma_S: [1.15, '-'],
  k_2: [7.5, '-'],
  k_3: [7.7, 'cone'],
  k_6: [0.6, '-'],
  k_7: [1, '-'],
  k_8: [2, '-'],
  k_10: [1, '-'],
  tau_Rk: [8, 'MPa'],
  tau_Rk_ucr: [12, 'MPa'],
  alpha_sus: [0, '-'],
  psi_sus_0: [1, '-'],
  c_cr_sp: [300, 'mm'],
  h_min: [300, 'mm'],
  A_s: [353, 'mm2'],
  f_ub: [800, 'MPa'],
  f_yb: [640, 'MPa'],
  t_g: [30, 'mm'],
  t_p: [25, 'mm'],
  N_Rd_s: [150e3, 'kN'],
  n_re: [4, '-'],
  d_re: [12, 'mm'],
  l_re: [150, 'mm'],
  eta_re: [1, '-'],
  n_lo: [3, '-'],
  d_lo: [14, 'mm'],
  l_lo: [120, 'mm'],
  eta_lo: [0.7, '-'],
  e_s: [40, 'mm'],
  f_yk: [500, 'MPa'],
  f_yk_lo: [700, 'MPa'],
  f_ctd_b: [1.2, 'MPa'],
} as const satisfies Readonly<Record<string, readonly [number, UnitId]>>;
/** A mode of failure in a section of its own, and a run with what is given, `over` in its place. */
export function worked<T>(over: Partial<Record<keyof typeof GIVEN, number>>, make: (s: FormulaSection) => T): { r: Run; of: T } {
  const sheet = new Sheet();
  const slots = Object.entries(GIVEN).map(([symbol, [value, unit]]) => ({
    slot: sheet.given(symbol, unit, symbol),
    value: over[symbol as keyof typeof GIVEN] ?? value,
  }));
  const of = make(sheet.section('one'));
  const r = new Run(sheet);
  for (const { slot, value } of slots) r.v[slot.index] = value;
  return { r, of };
}

export interface Standing {
  readonly type?: Anchorage['input']['anchors']['type'];
  readonly product?: Anchorage['input']['anchors']['product'];
  readonly h_ef?: number;
  readonly H?: number;
  /** Close stirrups with a bar at the edge. */
  readonly stirrups?: boolean;
  readonly faces?: Partial<Anchorage['block']>;
}
/** Anchors in a block of no end but for the faces that a test gives. */
export const block = (
  anchors: readonly AnchorPlace[],
  {
    h_ef = 200,
    H = Infinity,
    faces = {},
    stirrups = false,
    type = 'headed',
    product = { alpha_sus: 0, psi_sus_0: 1 },
  }: Standing = {},
): Anchorage => ({
  anchors,
  block: { y1: -Infinity, y2: Infinity, z1: -Infinity, z2: Infinity, ...faces },
  H,
  input: {
    anchors: { pattern: { type: 'rows' }, type, d: 24, h_ef, product },
    concrete: { wide_mesh: false, cracked: true, edge_bars: stirrups ? 'stirrups' : 'none' },
  },
});
