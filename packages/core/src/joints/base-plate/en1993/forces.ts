import type { Run } from '../../../formula/index.ts';
import { momentsOf, rectangle } from '../../../geometry/polygon.ts';
import { illinois } from '../../../numeric/illinois.ts';
import { solveContact } from '../../../standards/en1993/contact.ts';
import { largestPart } from '../../../standards/en1993/contact-part.ts';
import { type Load } from '../../../standards/en1993/contact-bed.ts';
import { effectiveArea, type BaseModel } from '../model.ts';
import { leverState, type Axis, type LeverModel, type LeverState } from './lever.ts';
import { leverChecks } from './lever-checks.ts';
import { both, comp, N_j } from './method-sheet.ts';
import type { TStubValues } from './plate.ts';
import type { BaseResults } from './results.ts';
import type { How } from './parts.ts';
import { bedOf, bySection } from './section.ts';
import { noForces, type BaseGeometry, type BaseState, type Forces } from './state.ts';
import { leverStiffness } from './stiffness.ts';

/** Contact and anchor forces by the method that fits (basis 5), with the checks that follow from them. */
export function forces(
  m: BaseModel,
  geo: BaseGeometry,
  r: Run,
  load: Load,
  V_z: number,
  V_y: number,
  out: BaseResults,
  how: How = {},
): Forces {
  const { N, M_y, M_z } = load;
  if (N === 0 && M_y === 0 && M_z === 0) return noForces(m, geo);
  const way = wayOf(m, geo, load, how);
  if (way.by === 'concentric') return concentric(m, geo, r, N, out);
  if (way.by === 'section') {
    if (way.why) out.notes.push(way.why);
    return bySection(m, geo, r, load, out);
  }
  return byLever(m, geo, r, load, way, Math.abs(way.axis === 'y' ? V_z : V_y), out);
}

type Way =
  | { readonly by: 'concentric' }
  | { readonly by: 'section'; readonly why?: string }
  | { readonly by: 'lever'; readonly axis: Axis; readonly model: LeverModel; readonly state: LeverState };

/** The method that a load is worked by, and why where that is not plain. */
function wayOf(m: BaseModel, geo: BaseGeometry, { N, M_y, M_z }: Load, how: How): Way {
  const { column, input } = m;
  const { options, anchors } = input;
  const only = options.method;
  const section = (why: string): Way => ({ by: 'section', why });
  if (only === 'section' || how.section) return { by: 'section' };
  const full = options.contact === 'full';
  const round = column.shape === 'CHS' || input.plate.shape === 'circle' || anchors.pattern.type === 'circle';
  if (M_y === 0 && M_z === 0 && N < 0 && !full && only === 'auto') {
    const { A, S_y, S_z } = momentsOf(geo.b.pieces);
    if (Math.hypot(S_y / A, S_z / A) <= 1) return { by: 'concentric' };
    if (round || (typeof geo.lever('y') === 'string' && typeof geo.lever('z') === 'string'))
      return section('the effective area is off the column axis: worked by the section method');
  }
  if (only === 'auto' && (round || (M_y !== 0 && M_z !== 0) || (column.shape === 'I' && M_z !== 0) || full))
    return { by: 'section' };
  const axis: Axis =
    M_z !== 0 && M_y === 0 ? 'z' : M_y !== 0 ? 'y' : (how.axis ?? (typeof geo.lever('y') === 'string' ? 'z' : 'y'));
  if (M_y !== 0 && M_z !== 0) return section('moments about both axes: worked by the section method');
  const model = geo.lever(axis);
  if (typeof model === 'string') return section(`${model}: worked by the section method`);
  const state = leverState(model, N, axis === 'y' ? M_y : M_z);
  return state
    ? { by: 'lever', axis, model, state }
    : section('tension is needed where there is no row of anchors: worked by the section method');
}

/** Both sides of the column by the lever arm (6.2.8), with shear `V` along the moment's plane. */
function byLever(
  m: BaseModel,
  geo: BaseGeometry,
  r: Run,
  load: Load,
  { axis, model, state }: Extract<Way, { by: 'lever' }>,
  V: number,
  out: BaseResults,
): Forces {
  const { N } = load;
  const M = axis === 'y' ? load.M_y : load.M_z;
  const bare = noForces(m, geo);
  const F = [...bare.F];
  const stubs = new Map<number, TStubValues>();
  for (const [side, pulls, force] of [
    [model.left, state.pair[0] === 'T', state.F_left],
    [model.right, state.pair[1] === 'T', state.F_right],
  ] as const) {
    if (!pulls || !side.row || force <= 0) continue;
    for (const i of side.row.idx) {
      F[i] = F[i]! + force / side.row.idx.length;
      stubs.set(i, side.row.t);
    }
  }
  if (state.pair === 'CC') bothPress(m, geo, r, model, state, load, M, out);
  leverChecks(r, m, model, state, { N, M, V }, geo.L_b, out);
  leverStiffness(r, m, model, state, { N, M, V }, geo.L_b, out);
  return {
    ...bare,
    method: 'lever-arm',
    F,
    ...pressedBy(axis, model, state),
    lever: { model, state },
    stub: (i) => stubs.get(i) ?? geo.local[i]!,
  };
}

/** Compression of the sides that press: its size, its place, and the pieces that bear. */
function pressedBy(axis: Axis, model: LeverModel, state: LeverState): Pick<Forces, 'C' | 'y_C' | 'z_C' | 'bearing'> {
  const pushed = [
    [model.left, state.pair[0] === 'C', state.F_left, -1],
    [model.right, state.pair[1] === 'C', state.F_right, 1],
  ] as const;
  const C = pushed.reduce((s, [, c, x]) => s + (c ? -x : 0), 0);
  const u_C = C > 0 ? pushed.reduce((s, [side, c, x, sign]) => s + (c ? -x * sign * side.z_C : 0), 0) / C : 0;
  const bearing: BaseState['bearing'] = () =>
    pushed
      .filter(([, c, x]) => c && x < 0)
      .map(([side, , x, sign]) => {
        const { u1, u2, v1, v2 } = side.strip;
        const [a, b] = sign > 0 ? [u1, u2] : [-u2, -u1];
        return {
          piece: axis === 'y' ? rectangle(v1, v2, a, b) : rectangle(a, b, v1, v2),
          sigma: [0, 1, 2, 3].map(() => -x / ((u2 - u1) * (v2 - v1))),
        };
      });
  return { C, y_C: axis === 'y' ? 0 : u_C, z_C: axis === 'y' ? u_C : 0, bearing };
}

/**
 * Both sides of the column press (state C/C). Without a moment the whole effective area of 6.2.5 bears; with one, the part of it that is in plastic
 * equilibrium with the load. As the load nears the eccentricity at which one side lifts, this fades to what takes over there: the strip under one flange,
 * or the section method where no row of anchors could pull.
 */
function bothPress(
  m: BaseModel,
  geo: BaseGeometry,
  r: Run,
  model: LeverModel,
  state: LeverState,
  load: Load,
  M: number,
  out: BaseResults,
): void {
  const N = -load.N;
  const { left, right } = model;
  const lifting = M > 0 ? left : right;
  const side = M > 0 ? right : left;
  const e = model.axis === 'y' ? { y: 0, z: M / N } : { y: M / N, z: 0 };
  both.A_b(r, largestPart(geo.plastic, e)?.m.A ?? 0);
  both.N_pl(r);
  const strips = Math.max(-state.F_left / left.F_C_Rd, -state.F_right / right.F_C_Rd);
  if (lifting.row || M === 0) both.N_fl(r, N / strips);
  else {
    const found = solveContact(bedOf(m, geo), load);
    both.N_se(r, found && found.C > 0 ? (N * geo.b.f_jd) / found.sigma_max : 0);
  }
  both.M_e(r, M);
  both.z_C(r, side.z_C);
  both.t_e(r);
  out.strength('concrete-bearing', N, both.N_j(r), 'kN');
}

function concentric(m: BaseModel, geo: BaseGeometry, r: Run, N: number, out: BaseResults): Forces {
  const { f_jd, c, pieces, A_eff } = geo.b;
  const u = out.strength('concrete-bearing', -N, N_j(r), 'kN');
  // Beyond the plate a longer cantilever adds nothing.
  const widest = Math.max(m.plateBox.y2 - m.plateBox.y1, m.plateBox.z2 - m.plateBox.z1);
  const area = (x: number): number => effectiveArea(m, x);
  const wanted = -N / f_jd;
  if (area(widest) < wanted) {
    out.notes.push('even the whole plate is too small for this force');
    out.strength('plate-compression-bending', m.input.plate.t, 0, 'mm', { info: true });
  } else {
    comp.c_req(r, cantileverFor(area, wanted, c, A_eff, widest));
    const t_req = comp.t_req(r);
    if (u > 1) out.notes.push(`a plate of ${m.basis.units.about(Math.ceil(t_req * 10) / 10)} would do for the bearing`);
    // It reaches 1 at the same load as the bearing: told for information.
    out.strength('plate-compression-bending', t_req, m.input.plate.t, 'mm', { info: true });
  }
  const bearing: BaseState['bearing'] = () =>
    pieces.map((piece) => ({ piece, sigma: Array.from({ length: piece.length / 2 }, () => -N / A_eff) }));
  return { ...noForces(m, geo), method: 'concentric', C: -N, bearing };
}

/** The cantilever whose effective area is `wanted`; the area grows with it. */
function cantileverFor(area: (c: number) => number, wanted: number, c: number, A: number, widest: number): number {
  const over = (x: number): number => area(x) - wanted;
  const bracket =
    A < wanted
      ? { low: c, high: widest, fLow: A - wanted, fHigh: over(widest) }
      : { low: 0, high: c, fLow: over(0), fHigh: A - wanted };
  if (bracket.fLow >= 0) return bracket.low;
  const { x, near, high } = illinois(over, bracket, {
    near: (f) => Math.abs(f) < 1e-9 * wanted,
    narrow: (a, b) => b - a <= 1e-10 * b,
    halve: 6,
    most: 60,
  });
  return near ? x : high;
}

export function distanceToCompression(m: BaseModel, F: readonly number[], f: Forces): number {
  const T = F.reduce((a, b) => a + b, 0);
  const y = m.anchors.reduce((s, a, i) => s + F[i]! * a.y, 0) / T;
  const z = m.anchors.reduce((s, a, i) => s + F[i]! * a.z, 0) / T;
  return Math.hypot(y - f.y_C, z - f.z_C);
}
