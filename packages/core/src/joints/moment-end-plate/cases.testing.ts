import type { Combination } from '../../actions/combination.ts';
import type { MomentPlateInput, StiffenerInput } from './input.ts';

// The worked cases of the basis: what a user would type.
const S275 = { grade: 'S275' };
const S355 = { grade: 'S355' };
const OPTIONS = { prying: 'assume', mode1: 'method1', plastic: 'en', shear_rows: 'required', small_axial: false } as const;
const bolts = (d: number, cls: string, w: number): MomentPlateInput['bolts'] => ({
  d,
  cls,
  w,
  threads_in_plane: true,
  washers: 2,
});
const rows = (...list: number[]): MomentPlateInput['rows'] => list.map((y) => ({ y, role: 'auto' }));
const stiffener = (b: number, t: number, a: number, c: number, steel: typeof S275): StiffenerInput => ({
  b,
  t,
  a,
  c,
  depth: 'full',
  fitted: true,
  steel,
});

/** Flush splice. */
export const W1: MomentPlateInput = {
  form: 'splice',
  beam: { h: 360, b: 170, tw: 8, tf: 12.7, r: 18, steel: S275 },
  plate: { b: 190, t: 15, top: 15, bottom: 15, steel: S275 },
  bolts: bolts(20, '8.8', 90),
  rows: rows(-65, -140, -295),
  welds: { top: 6, bottom: 6, web: 4.5, design: 'resistance', sawn: true },
  stiffeners: {},
  options: OPTIONS,
};

/** Extended plate on a bare column. */
export const W2: MomentPlateInput = {
  form: 'column',
  beam: { h: 450, b: 190, tw: 9.4, tf: 14.6, r: 21, steel: S355 },
  column: { h: 280, b: 280, tw: 10.5, tf: 18, r: 24, steel: S355, sides: 1, other_checked: false },
  plate: { b: 220, t: 20, top: 95, bottom: 20, steel: S355 },
  bolts: bolts(24, '8.8', 120),
  rows: rows(50, -70, -150, -385),
  welds: { top: 9, bottom: 7, web: 5.5, design: 'resistance', sawn: true },
  stiffeners: {},
  options: OPTIONS,
  frame: { L_b: 7500, braced: true },
};

/** Haunched eaves with stiffeners. */
export const W3: MomentPlateInput = {
  form: 'column',
  beam: { h: 355, b: 171.5, tw: 7.4, tf: 11.5, r: 10.2, steel: S275 },
  column: { h: 460, b: 191.3, tw: 9.9, tf: 16, r: 10.2, steel: S275, end_above: 100, sides: 1, other_checked: false },
  haunch: { h: 330, l: 1800, b: 171.5, tf: 11.5, tw: 7.4, steel: S275, tip: false },
  plate: { b: 200, t: 20, top: 90, bottom: 30, steel: S275 },
  bolts: bolts(20, '8.8', 100),
  rows: rows(45, -65, -145, -290, -560, -625),
  welds: { top: 7, bottom: 7, web: 5, haunch: 5, design: 'resistance', sawn: true },
  stiffeners: { top: stiffener(85, 10, 5, 15, S275), bottom: stiffener(85, 12, 5, 15, S275) },
  options: OPTIONS,
};

/** Two-sided joint, extended both ways. */
export const W4: MomentPlateInput = {
  form: 'column',
  beam: { h: 412.8, b: 179.5, tw: 9.5, tf: 16, r: 10.2, steel: S355 },
  column: { h: 310, b: 300, tw: 9, tf: 15.5, r: 27, steel: S355, sides: 2, other_checked: true },
  plate: { b: 210, t: 25, top: 85, bottom: 85, steel: S355 },
  bolts: bolts(20, '10.9', 120),
  rows: rows(45, -70, -343, -458),
  welds: { top: 10, bottom: 10, web: 6, design: 'force', sawn: true },
  stiffeners: { top: stiffener(110, 15, 6, 27, S355), bottom: stiffener(110, 15, 6, 27, S355) },
  options: { ...OPTIONS, prying: 'check' },
  frame: { L_b: 6500, braced: false, K: 0.4 },
};

const combination = (name: string, M_Ed: number, N_Ed: number, V_Ed: number, M_other?: number): Combination => ({
  name,
  M_Ed,
  N_Ed,
  V_Ed,
  N_tie: 0,
  ...(M_other === undefined ? {} : { M_other }),
});
export const CASES = {
  W1: { input: W1, combination: combination('A', 100, -25, 45) },
  W2: { input: W2, combination: combination('A', 210, -40, 140) },
  W3: { input: W3, combination: combination('gravity', 300, -110, 120) },
  W3up: { input: W3, combination: combination('uplift', -150, 120, -60) },
  W4: { input: W4, combination: combination('A', 170, 0, 110, 110) },
} as const;
