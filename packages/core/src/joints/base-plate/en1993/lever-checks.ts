import { quiet, type Run, at } from '../../../formula/index.ts';
import type { BaseModel } from '../model.ts';
import { factorAtOne } from './key.ts';
import type { BaseResults } from './results.ts';
import { sheet } from './sheet.ts';
import {
  sideWords,
  webTension,
  type LeverModel,
  workCompression,
  rowOf,
  type LeverState,
  leverState,
  resistanceOf,
  modulus,
  CLASS_4,
  workFlange,
  flangeResistance,
} from './lever.ts';

const bm = sheet.section('base-moment-resistance');

const base = {
  z_l: bm.found('z_l', 'mm', 'column axis to the force of the left side', 'by what that side does'),
  z_r: bm.found('z_r', 'mm', 'column axis to the force of the right side', 'by what that side does'),
  N: bm.found('N_b', 'kN', 'axial force', 'from the actions'),
  M: bm.found('M_b', 'kNm', 'moment, with the part of a shear key', 'from the actions'),
  z: bm.f('z', 'mm', 'z_l+z_r', 'lever arm', 'EN 1993-1-8, Figure 6.18'),
  F_l: bm.f('F_left', 'kN', '(M_b+N_b*z_r)/z', 'force of the left side, tension positive', 'statics; EN 1993-1-8, Table 6.7'),
  F_r: bm.f('F_right', 'kN', '(N_b*z_l-M_b)/z', 'force of the right side, tension positive', 'statics; EN 1993-1-8, Table 6.7'),
  sumN: bm.f('N_sum', 'kN', 'F_left+F_right', 'sum of forces, against N', 'statics'),
  sumM: bm.f('M_sum', 'kNm', 'z_l*F_left-z_r*F_right', 'sum of moments, against M', 'statics'),
  e: bm.f('e', 'mm', 'M_b/N_b', 'eccentricity', 'EN 1993-1-8, 6.2.8.3'),
  F_l_Rd: bm.found('F_left_Rd', 'kN', 'resistance of the left side', 'the weakest of its parts'),
  F_r_Rd: bm.found('F_right_Rd', 'kN', 'resistance of the right side', 'the weakest of its parts'),
  M_j: bm.f(
    'M_j_Rd',
    'kNm',
    'abs(M_b)/max(abs(F_left)/F_left_Rd, abs(F_right)/F_right_Rd)',
    'moment resistance at this eccentricity',
    'EN 1993-1-8, Table 6.7',
  ),
  M_N: bm.found(
    'M_N_Rd',
    'kNm',
    'moment resistance beside this axial force',
    'largest moment that keeps both sides within their resistance',
  ),
};

/** Largest |M| in the direction of `sense` beside N that keeps every side within its resistance; 0 where N alone is too much. */
export function momentBeside(model: LeverModel, N: number, sense: number, flangeRd: number): number {
  const holds = (M: number): boolean => {
    const s = leverState(model, N, sense * M);
    if (!s) return false;
    return (
      Math.abs(s.F_left) <= resistanceOf(model.left, s.pair[0] === 'T', flangeRd) * (1 + 1e-12) &&
      Math.abs(s.F_right) <= resistanceOf(model.right, s.pair[1] === 'T', flangeRd) * (1 + 1e-12)
    );
  };
  if (!holds(0)) return 0;
  let [low, high] = [0, 1e6];
  while (holds(high) && high < 1e15) [low, high] = [high, high * 2];
  for (let i = 0; i < 60; i += 1) {
    const mid = (low + high) / 2;
    if (holds(mid)) low = mid;
    else high = mid;
  }
  return low;
}

/** The state of both sides written into the run, and the checks of the plate, the concrete and the column that follow from it. */
export function leverChecks(
  r: Run,
  m: BaseModel,
  model: LeverModel,
  state: LeverState,
  load: { readonly N: number; readonly M: number; readonly V: number },
  L_b: number,
  out: BaseResults,
): void {
  /** Both sides press: the whole area bears, and the flange is loaded by what the moment adds to its side. */
  const pressed = state.pair === 'CC';
  const common = pressed ? Math.min(-state.F_left, -state.F_right) : 0;
  const { axis } = model;
  const both = [
    ['left', model.left, state.F_left, state.pair[0] === 'T'],
    ['right', model.right, state.F_right, state.pair[1] === 'T'],
  ] as const;
  const tiny = 1e-9 * (Math.abs(load.N) + Math.abs(load.M) / (state.z_left + state.z_right));
  for (const [name, side, F, pulls] of both) {
    if (!pulls || F <= tiny || !side.row) continue;
    const row = side.row;
    at(r, sideWords(name), () => {
      rowOf(r, m, axis, row, name === 'right' ? 1 : -1, L_b);
      out.strength('plate-tstub-tension', F, row.t.F_Rd, 'kN', { where: sideWords(name) });
      if (row.inner) {
        webTension.b_eff(r, row.b_web);
        out.strength('column-web-tension', F, webTension.F(r), 'kN', { where: sideWords(name) });
      }
    });
  }
  for (const [name, side, F, pulls] of both) {
    if (pulls || F >= -tiny) continue;
    at(r, sideWords(name), () => {
      workCompression(r, m, axis, name);
      out.strength('concrete-bearing-side', -F, side.F_C_Rd, 'kN', { where: sideWords(name), info: pressed });
    });
  }
  for (const [name, , whole, pulls] of both) {
    // What presses both sides alike is the column's own compression, a matter of the member.
    const F = whole + common;
    if (pulls || F >= -tiny) continue;
    if (modulus(m, axis) === null) {
      out.missing('column-flange-compression', CLASS_4);
      break;
    }
    at(r, sideWords(name), () => flangeCheck(r, m, axis, F, load.V, sideWords(name), out));
  }
  momentInfo(r, model, state, load, modulus(m, axis) === null ? Infinity : flangeResistance(r, m, axis, load.V), out);
}

/** A flange of the column that presses with F; shear weakens it as it grows with the load. */
function flangeCheck(
  r: Run,
  m: BaseModel,
  axis: LeverModel['axis'],
  F: number,
  V: number,
  where: string,
  out: BaseResults,
): void {
  const R = workFlange(r, m, axis, V);
  const reduced = V > 0;
  const multiple = reduced
    ? quiet(r, () =>
        factorAtOne((k) => {
          const x = workFlange(r, m, axis, V * k);
          return x > 0 ? (-F * k) / x : 999;
        }),
      )
    : R / -F;
  if (reduced) quiet(r, () => workFlange(r, m, axis, V));
  out.strength('column-flange-compression', -F, R, 'kN', { where, multiple });
}

function momentInfo(
  r: Run,
  model: LeverModel,
  s: LeverState,
  load: { readonly N: number; readonly M: number; readonly V: number },
  flangeRd: number,
  out: BaseResults,
): void {
  if (load.M === 0) return;
  base.N(r, load.N);
  base.M(r, load.M);
  base.z_l(r, s.z_left);
  base.z_r(r, s.z_right);
  base.z(r);
  base.F_l(r);
  base.F_r(r);
  base.sumN(r);
  base.sumM(r);
  if (load.N !== 0) base.e(r);
  base.F_l_Rd(r, resistanceOf(model.left, s.pair[0] === 'T', flangeRd));
  base.F_r_Rd(r, resistanceOf(model.right, s.pair[1] === 'T', flangeRd));
  const M_j = base.M_j(r);
  if (r.steps) base.M_N(r, momentBeside(model, load.N, Math.sign(load.M), flangeRd));
  out.strength('base-moment-resistance', Math.abs(load.M), M_j, 'kNm', { info: true });
}
