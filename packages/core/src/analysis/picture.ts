import { POINTS } from './element.ts';
import { forcesOf } from './forces.ts';
import { stressShare } from './measures.ts';
import { placeIn } from './mesh.ts';
import { filletStrength } from './model.ts';
import { nameOf, type Part } from './parts.ts';
import type { State } from './path.ts';
import type { System } from './system.ts';
import { dot, plus, square, times, type Vec } from './vector.ts';

/** What a picture can show at each node of the plates. */
export const SHOWN = ['stress', 'front', 'back', 'along', 'strain', 'press'] as const;
export type Shown = (typeof SHOWN)[number];

/** A state on the mesh, for drawing: nodes, their cells, and what is there. Plates share no nodes, so that nothing is averaged across a weld. */
export interface FieldPicture extends Readonly<Record<Shown, Float32Array>> {
  readonly plates: readonly string[];
  /** Yield strength of each plate, MPa; 0 where it is kept elastic. */
  readonly fy: readonly number[];
  /** Thickness of each plate, mm. */
  readonly t: readonly number[];
  /** Plate of each node. */
  readonly plateOf: Int32Array;
  /** x, y, z of each node, mm. */
  readonly places: Float32Array;
  /** Its displacement, mm. */
  readonly moves: Float32Array;
  /** Four nodes of each cell that is more than half solid. */
  readonly cells: Int32Array;
  /** Larger von Mises stress of the two faces over yield, at most 1 in steel that yielded; 0 where a plate is kept elastic. */
  readonly stress: Float32Array;
  /** The same of the face on the side of the plate's normal, and of the other. */
  readonly front: Float32Array;
  readonly back: Float32Array;
  /** Normal stress at mid-thickness along the member that a plate is cut with, MPa, tension positive; 0 in plates of none. */
  readonly along: Float32Array;
  /** Larger plastic strain of the two faces. */
  readonly strain: Float32Array;
  /** Pressure of what touches there, MPa, and that at which its scale ends: the strength of the bed, else the least yield strength. */
  readonly press: Float32Array;
  readonly pressTop: number;
  readonly bolts: readonly DrawnBolt[];
  readonly welds: DrawnWelds;
}
/** Forces of a bolt as arrows: along its axis on the last ply, and on the second ply of each shear plane; N. */
export interface DrawnBolt {
  readonly name: string;
  readonly at: Vec;
  readonly axis: Vec;
  readonly F_t: number;
  readonly share: number;
  readonly shear: readonly { readonly at: Vec; readonly F: Vec; readonly share: number }[];
}
/** Forces of fillets piece by piece: where, the way that a bar stands off, N/mm, and the share of the weld's strength. */
export interface DrawnWelds {
  readonly at: Float32Array;
  readonly out: Float32Array;
  readonly force: Float32Array;
  readonly share: Float32Array;
}

export function pictureOf(system: System, state: State): FieldPicture {
  const { mesh } = system;
  const n = mesh.plateOf.length;
  const moves = new Float32Array(3 * n);
  for (let i = 0; i < n; i += 1) moves.set(system.moveOf(state.u, i), 3 * i);
  const { parts } = system.ties;
  return {
    plates: mesh.plates.map((p) => p.name),
    fy: mesh.plates.map((p) => p.fy ?? 0),
    t: mesh.plates.map((p) => p.t),
    plateOf: mesh.plateOf,
    places: Float32Array.from(mesh.places),
    moves,
    ...inPlates(system, state),
    ...pressures(system, state),
    bolts: parts.flatMap((p) => (p.kind === 'bolt' ? [drawnBolt(system, state, p)] : [])),
    welds: drawnWelds(system, state),
  };
}

/** Means of the cells round each node, plate by plate. */
function inPlates(system: System, state: State): Pick<FieldPicture, 'cells' | 'stress' | 'front' | 'back' | 'along' | 'strain'> {
  const { mesh, rule } = system;
  const n = mesh.plateOf.length;
  const values = (): Float32Array => new Float32Array(n);
  const of = { stress: values(), front: values(), back: values(), along: values(), strain: values() };
  const along = alongMembers(system, state);
  const weight = new Float32Array(n);
  const cells: number[] = [];
  const last = rule.z.length - 1;
  for (let c = 0; c < mesh.cellPlate.length; c += 1) {
    if (mesh.solid[c]! < 0.5) continue;
    const ids = mesh.corners.subarray(4 * c, 4 * c + 4);
    cells.push(...ids);
    let [front, back, strain] = [0, 0, 0];
    if (mesh.plates[mesh.cellPlate[c]!]!.fy !== null) {
      const { top, bottom } = stressShare(system, state, c);
      [front, back] = [Math.min(1, top), Math.min(1, bottom)];
      if (state.memory.yielded[c])
        for (const layer of [0, last]) {
          let face = 0;
          for (let p = 0; p < POINTS; p += 1) face += system.alphaAt(state.memory, c, p, layer) / POINTS;
          strain = Math.max(strain, face);
        }
    }
    const stress = state.memory.yielded[c] ? 1 : Math.max(front, back);
    for (const id of ids) {
      of.stress[id]! += stress;
      of.front[id]! += front;
      of.back[id]! += back;
      of.strain[id]! += strain;
      of.along[id]! += along[c]!;
      weight[id]! += 1;
    }
  }
  for (const list of Object.values(of)) for (let i = 0; i < n; i += 1) if (weight[i]! > 0) list[i]! /= weight[i]!;
  return { cells: Int32Array.from(cells), ...of };
}

/** Of each cell, along the axis of the member whose end cuts its plate: what a cut across it would carry. */
function alongMembers(system: System, state: State): Float64Array {
  const { mesh, model } = system;
  const axes = new Map(model.sections.flatMap((s) => s.plates.map((p) => [p, s.normal] as const)));
  const shares = mesh.plates.map(({ name, ex, ey }) => {
    const axis = axes.get(name);
    return axis ? [dot(axis, ex), dot(axis, ey)] : [0, 0];
  });
  const cells = new Float64Array(mesh.cellPlate.length);
  system.membranes(state.u, state.memory, (c, _point, N) => {
    const plate = mesh.cellPlate[c]!;
    const [x, y] = shares[plate]! as [number, number];
    cells[c]! += (N[0]! * x * x + N[1]! * y * y + 2 * N[2]! * x * y) / mesh.plates[plate]!.t / POINTS;
  });
  return cells;
}

/** Pressure under a bed and between plates that touch, at the nodes that press. */
function pressures(system: System, state: State): Pick<FieldPicture, 'press' | 'pressTop'> {
  const { mesh, model } = system;
  const press = new Float32Array(mesh.plateOf.length);
  for (const part of system.ties.parts) {
    if (part.kind !== 'bed' && part.kind !== 'contact') continue;
    part.presses.forEach((l, i) => {
      const node = part.places[i]!;
      const A = mesh.tributary[node]!;
      if (A > 0) press[node] = Math.max(press[node]!, -forcesOf(system, state, l)[0]! / A);
    });
  }
  const beds = model.beds.flatMap((b) => (b.f === undefined ? [] : [b.f]));
  const yields = mesh.plates.flatMap((p) => (p.fy === null ? [] : [p.fy]));
  return { press, pressTop: beds.length ? Math.max(...beds) : Math.min(...yields, 1e3) };
}

function drawnBolt(system: System, state: State, part: Extract<Part, { kind: 'bolt' }>): DrawnBolt {
  const { bolt, axis, planes } = part;
  const [e1, e2] = square(bolt.direction);
  const plates = new Map(system.mesh.plates.map((p) => [p.name, p]));
  /** On the axis, at the middle of a ply. */
  const on = (ply: string): Vec => {
    const p = plates.get(ply)!;
    return plus(bolt.point, p.ez, -placeIn(p, bolt.point)[2]);
  };
  const F_t = forcesOf(system, state, axis)[0]!;
  return {
    name: nameOf(part),
    at: on(bolt.plies.at(-1)!),
    axis: bolt.direction,
    F_t,
    share: Math.max(0, F_t) / bolt.F_t_Rd,
    shear: planes.map(({ link, bearing }) => {
      const F = forcesOf(system, state, link);
      const from = link.law.type === 'bolt' ? 1 : 0;
      const [a, b] = [F[from]!, F[from + 1]!];
      // What the first side of the plane puts on the other; an anchor, what the plate puts on it.
      return { at: on(bearing.at(-1)!.ply), F: plus(times(e1, a), e2, b), share: Math.hypot(a, b) / bolt.F_v_Rd! };
    }),
  };
}

function drawnWelds(system: System, state: State): DrawnWelds {
  const [at, out, force, share]: [number[], number[], number[], number[]] = [[], [], [], []];
  for (const part of system.ties.parts) {
    if (part.kind !== 'weld' || part.weld.type !== 'fillet' || part.weld.strong) continue;
    const { weld } = part;
    const f_w = filletStrength(weld);
    for (const p of part.pieces) {
      const [d1, d2, L] = forcesOf(system, state, p.link) as unknown as [number, number, number];
      at.push(...p.place);
      out.push(...p.out);
      force.push(Math.hypot(d1, d2, L) / p.l);
      share.push(Math.sqrt(2 * (d1 * d1 + d2 * d2) + 3 * L * L) / (weld.throat! * p.l * f_w));
    }
  }
  return {
    at: Float32Array.from(at),
    out: Float32Array.from(out),
    force: Float32Array.from(force),
    share: Float32Array.from(share),
  };
}
