import { POINTS, STRAINS } from './element.ts';
import { loadsOf } from './balance.ts';
import { d5, forcesOf } from './forces.ts';
import { elasticSquare } from './material.ts';
import { contains } from './outline.ts';
import { isLap, placeAt, placeIn, toeOf, type MeshPlate } from './mesh.ts';
import { filletStrength, type FieldModel } from './model.ts';
import type { State } from './path.ts';
import type { System } from './system.ts';
import { nameOf, NEVER, type Bearing, type Part } from './parts.ts';
import { dot, placeOn, plus, unit, type Vec } from './vector.ts';

/** One thing that is watched: how near it is to its limit, 1 when it is there. */
export interface Measure {
  readonly kind: MeasureKind;
  /** Plate, weld, bolt. */
  readonly part: string;
  readonly value: number;
  readonly place: Vec;
  readonly stops: boolean;
  /** The ply of a bearing. */
  readonly ply?: string;
}
export type MeasureKind =
  | 'yield'
  | 'strain'
  | 'bolt-tension'
  | 'bolt-shear'
  | 'bolt-combined'
  | 'bolt-elongation'
  | 'bolt-slip'
  | 'concrete'
  | 'bed'
  | 'loose'
  | 'bearing'
  | 'bearing-crush'
  | 'weld'
  | 'weld-slip';

/** Plastic strain that a plate may have (EN 1993-1-5 C.8), averaged over a disc of its thickness. */
const STRAIN = 0.05;
/** Plastic slip of a weld over its leg, elongation of a bolt over the length that stretches, slip of a shear plane (mm): engineering choices. */
const WELD_SLIP = 0.05;
const ELONGATION = 0.02;
const SLIP = 1;
/** So many cells from the cut end of a member the way in which forces come in is felt. */
const END = 3;

/** What is worked out once: which cells are near which, and which are at bolts or under welds. */
export interface Gauges {
  /** Cells within a thickness of each cell, of the same plate, each as a list. */
  readonly near: readonly Int32Array[];
  readonly centres: Float64Array;
  /** 1 between the toes of a weld, 2 at a bolt and between it and an edge that is near, 3 at the cut end of a member, where forces come in and yield of a spot says nothing. */
  readonly where: Uint8Array;
  readonly areas: Float64Array;
  /** Size of the loads at a multiple of one, N. */
  readonly load: number;
}

const EDGE_WAYS = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;
/** Distance from a bolt to an edge so near that its bearing resistance is less for it (Table 3.4: 3 d_0); none where there is no such edge. */
function edgeAlong(
  outline: readonly (readonly [number, number])[],
  x: number,
  y: number,
  [ex, ey]: readonly [number, number],
  most: number,
): number {
  for (let d = 1; d <= most; d += 1) if (!contains(outline, x + d * ex, y + d * ey)) return d;
  return 0;
}

export function gaugesOf(system: System): Gauges {
  const { mesh, model } = system;
  const cells = mesh.cellPlate.length;
  const centres = new Float64Array(2 * cells);
  const areas = new Float64Array(cells);
  for (let c = 0; c < cells; c += 1) {
    for (let k = 0; k < 4; k += 1) {
      centres[2 * c]! += mesh.local[2 * mesh.corners[4 * c + k]!]! / 4;
      centres[2 * c + 1]! += mesh.local[2 * mesh.corners[4 * c + k]! + 1]! / 4;
      areas[c]! += mesh.areas[POINTS * c + k]!;
    }
  }
  const marked: Marked = { centres, where: new Uint8Array(cells), plates: new Map(mesh.plates.map((p) => [p.name, p])) };
  markWelds(model, marked);
  markBolts(model, marked);
  markSections(model, marked);
  const { where } = marked;
  const near: Int32Array[] = [];
  for (const p of mesh.plates)
    for (const c of p.cellIds) {
      const list = p.cellIds.filter(
        (d) => where[d] !== 1 && Math.hypot(centres[2 * c]! - centres[2 * d]!, centres[2 * c + 1]! - centres[2 * d + 1]!) <= p.t,
      );
      near[c] = Int32Array.from(where[c] === 1 ? [] : list);
    }
  return { near, centres, where, areas, load: Math.max(loadsOf(system, 1).size, 1e-9) };
}

/** Cells by what is beside them: 0 nothing, 1 a weld, 2 a bolt, 3 the end of a member. */
interface Marked {
  readonly centres: Float64Array;
  readonly where: Uint8Array;
  readonly plates: ReadonlyMap<string, MeshPlate>;
}

function markWelds(model: FieldModel, { centres, where, plates }: Marked): void {
  for (const w of model.welds) {
    const [a, b] = [plates.get(w.a)!, plates.get(w.b)!];
    if (w.type === 'seam' || isLap(a, b)) continue;
    const e = toeOf(w, a);
    const [p0, p1] = [placeIn(b, w.p0), placeIn(b, w.p1)];
    const L = Math.hypot(p1[0] - p0[0], p1[1] - p0[1]);
    const dir = [(p1[0] - p0[0]) / L, (p1[1] - p0[1]) / L] as const;
    for (const c of b.cellIds) {
      const d = [centres[2 * c]! - p0[0], centres[2 * c + 1]! - p0[1]] as const;
      const along = d[0] * dir[0] + d[1] * dir[1];
      if (along > 0 && along < L && Math.abs(d[0] * dir[1] - d[1] * dir[0]) < e) where[c] = 1;
    }
  }
}

function markBolts(model: FieldModel, { centres, where, plates }: Marked): void {
  for (const b of model.bolts)
    for (const ply of b.plies) {
      const p = plates.get(ply)!;
      const [x, y] = placeIn(p, b.point);
      const reach = Math.max(1.25 * b.d0, b.d_w / 2 + p.h / 4);
      const edges = EDGE_WAYS.map((way) => ({ way, e: edgeAlong(p.outline, x, y, way, 3 * b.d0) }));
      for (const c of p.cellIds) {
        const [dx, dy] = [centres[2 * c]! - x, centres[2 * c + 1]! - y];
        const torn = edges.some(({ way: [ex, ey], e }) => {
          const along = dx * ex + dy * ey;
          return along > 0 && along < e && Math.abs(dx * ey - dy * ex) < b.d_w / 2 + p.h / 4;
        });
        if (where[c] === 0 && (torn || Math.hypot(dx, dy) < reach)) where[c] = 2;
      }
    }
}

function markSections(model: FieldModel, { centres, where, plates }: Marked): void {
  for (const { plates: cut, point, normal } of model.sections)
    for (const name of cut) {
      const p = plates.get(name)!;
      const n = unit(normal);
      for (const c of p.cellIds) {
        const at = plus(placeOn(p, centres[2 * c]!, centres[2 * c + 1]!), point, -1);
        if (where[c] === 0 && Math.abs(dot(at, n)) < END * p.h) where[c] = 3;
      }
    }
}

/** What a measure is of. */
export const measureKey = (m: Pick<Measure, 'kind' | 'part' | 'ply'>): string => `${m.kind}/${m.part}/${m.ply ?? ''}`;

/** Everything that is watched, in a state. */
export function measuresOf(system: System, state: State, gauges: Gauges): Measure[] {
  const scale = Math.max(state.lam, 1e-9) * gauges.load;
  const all = [
    ...plateMeasures(system, state, gauges),
    ...system.ties.parts.flatMap((p) => [...partMeasures(system, state, p), ...looseMeasures(system, state, p, scale)]),
  ];
  const worst = new Map<string, Measure>();
  // Parts of one name are one piece: the worst of them is told.
  for (const m of all) {
    const key = measureKey(m);
    const found = worst.get(key);
    if (!found || m.value > found.value) worst.set(key, m);
  }
  return [...worst.values()];
}

const strains = new Float64Array(POINTS * STRAINS);
/** Largest von Mises stress of the faces of a cell over yield, mean of its points, as if elastic; 1 and more where it yielded. */
export function stressShare(system: System, state: State, cell: number): { top: number; bottom: number } {
  const { mesh } = system;
  const p = mesh.plates[mesh.cellPlate[cell]!]!;
  const fy = p.fy ?? Infinity;
  system.strains(state.u, cell, strains);
  const at = (z: number): number => {
    let sum = 0;
    for (let k = 0; k < POINTS; k += 1) sum += Math.sqrt(elasticSquare(strains, k * STRAINS, p, z)) / POINTS;
    return sum / fy;
  };
  return { top: at(p.t / 2), bottom: at(-p.t / 2) };
}

function plateMeasures(system: System, state: State, { near, centres, where, areas }: Gauges): Measure[] {
  const { mesh, rule } = system;
  const layers = rule.z.length;
  return mesh.plates.flatMap((p): Measure[] => {
    if (p.fy === null) return [];
    const place = (c: number): Vec => placeOn(p, centres[2 * c]!, centres[2 * c + 1]!);
    const alpha = (c: number, l: number): number => {
      let s = 0;
      for (let k = 0; k < POINTS; k += 1) s += system.alphaAt(state.memory, c, k, l) / POINTS;
      return s;
    };
    let [stress, stressAt] = [0, p.cellIds[0]!];
    let [gauge, gaugeAt] = [0, p.cellIds[0]!];
    const faces = new Map<number, readonly [number, number]>();
    for (const c of p.cellIds) {
      if (mesh.solid[c]! < 0.5) continue;
      const { top, bottom } = stressShare(system, state, c);
      const share = state.memory.yielded[c] ? Math.max(1, top, bottom) : Math.max(top, bottom);
      if (share > stress && where[c] !== 3) [stress, stressAt] = [share, c];
      if (!state.memory.yielded[c]) continue;
      const [low, high] = [alpha(c, 0), alpha(c, layers - 1)];
      if (where[c] === 2) {
        // Squashing in front of a bolt is covered by its bearing: only bending counts.
        const bending = Math.max(0, Math.min(low, high) - alpha(c, (layers - 1) / 2));
        faces.set(c, [bending, bending]);
      } else if (where[c] !== 1) faces.set(c, [low, high]);
    }
    for (const c of faces.keys()) {
      let [area, low, high] = [0, 0, 0];
      for (const d of near[c]!) {
        area += areas[d]!;
        const f = faces.get(d);
        if (!f) continue;
        low += f[0] * areas[d]!;
        high += f[1] * areas[d]!;
      }
      const mean = Math.max(low, high) / area;
      if (mean > gauge) [gauge, gaugeAt] = [mean, c];
    }
    return [
      { kind: 'yield', part: p.called ?? p.name, value: stress, place: place(stressAt), stops: false },
      { kind: 'strain', part: p.called ?? p.name, value: gauge / STRAIN, place: place(gaugeAt), stops: true },
    ];
  });
}

function partMeasures(system: System, state: State, part: Part): Measure[] {
  if (part.kind === 'weld') return weldMeasures(system, state, part);
  if (part.kind === 'bed') return bedMeasures(system, state, part);
  if (part.kind !== 'bolt') return [];
  const { bolt, axis, planes } = part;
  const name = nameOf(part);
  const place = bolt.point;
  const links = state.memory.links;
  const t = forcesOf(system, state, axis)[0]!;
  const out: Measure[] = [
    { kind: 'bolt-tension', part: name, value: Math.max(0, t) / bolt.F_t_Rd / 0.999, place, stops: false },
    { kind: 'bolt-elongation', part: name, value: links[axis.state]! / (ELONGATION * bolt.L_b), place, stops: true },
  ];
  let most = 0;
  for (const { link, bearing } of planes) {
    const F = forcesOf(system, state, link);
    const [s1, s2, at] = link.law.type === 'bolt' ? [F[1]!, F[2]!, 1] : [F[0]!, F[1]!, 0];
    const v = Math.hypot(s1, s2);
    const V = bolt.F_v_Rd!;
    out.push(
      { kind: 'bolt-shear', part: name, value: v / V / 0.999, place, stops: false },
      { kind: 'bolt-combined', part: name, value: (v / V + Math.max(0, t) / (1.4 * bolt.F_t_Rd)) / 0.999, place, stops: false },
      {
        kind: 'bolt-slip',
        part: name,
        value: Math.hypot(links[link.state + at]!, links[link.state + at + 1]!) / SLIP,
        place,
        stops: true,
      },
    );
    most = Math.max(most, v);
    for (const side of bearing) {
      if (!side.resistance) continue;
      const [x, y] = pressOf(system, state, side);
      const force = Math.hypot(x, y);
      const use = force > 0 ? force / side.resistance(x, y) : 0;
      out.push(
        { kind: 'bearing', part: name, value: use / 0.95, place, stops: false, ply: side.ply },
        {
          kind: 'bearing-crush',
          part: name,
          value: pushOf(system, state, side) / (bolt.d / 6),
          place,
          stops: true,
          ply: side.ply,
        },
      );
    }
  }
  const { concrete } = bolt;
  if (concrete) {
    const [n, s] = [Math.max(0, t) / (concrete.N ?? NEVER), most / (concrete.V ?? NEVER)];
    const both = (n ** concrete.power + s ** concrete.power) ** (1 / concrete.power);
    out.push({ kind: 'concrete', part: name, value: Math.max(n, s, both), place, stops: true });
  }
  return out;
}
/** What is open keeps a trace of stiffness, so that equations stay regular: no more than this share of the load may hang on it. */
const LOOSE = 0.02;
/** What of the load hangs on a bed or a contact that is open: nothing but that trace would hold it. */
function looseMeasures(system: System, state: State, part: Part, scale: number): Measure[] {
  if (part.kind !== 'bed' && part.kind !== 'contact') return [];
  let [open, most, at] = [0, 0, part.places[0]];
  part.presses.forEach((l, i) => {
    const F = forcesOf(system, state, l)[0]!;
    if (F <= 0) return;
    open += F;
    if (F > most) [most, at] = [F, part.places[i]];
  });
  if (at === undefined || open === 0) return [];
  return [{ kind: 'loose', part: nameOf(part), value: open / scale / LOOSE, place: placeAt(system.mesh, at), stops: true }];
}

/** The place of a bed that presses most, over its strength. */
function bedMeasures(system: System, state: State, part: Extract<Part, { kind: 'bed' }>): Measure[] {
  let [most, at] = [0, 0];
  part.presses.forEach((l, i) => {
    if (l.law.type !== 'compression' || l.law.limit >= NEVER) return;
    const share = -forcesOf(system, state, l)[0]! / l.law.limit;
    if (share > most) [most, at] = [share, i];
  });
  if (most === 0) return [];
  const place = placeAt(system.mesh, part.places[at]!);
  return [{ kind: 'bed', part: nameOf(part), value: most / 0.999, place, stops: false }];
}
/** How far a hole is pushed beyond what it was elastic, mm. */
function pushOf(system: System, state: State, { links }: Bearing): number {
  return Math.max(
    0,
    ...links.map((l) => {
      if (l.law.type === 'ellipsoid') return Math.hypot(...state.memory.links.subarray(l.state, l.state + l.n));
      if (l.law.type !== 'compression') return 0;
      system.displacements(l, state.u, d5);
      return -d5[0]! - l.law.limit / l.law.k;
    }),
  );
}

/** What a bolt presses on a ply, in the two directions across it. */
export function pressOf(system: System, state: State, { links, ways }: Bearing): readonly [number, number] {
  let [x, y, k] = [0, 0, 0];
  for (const l of links)
    for (const f of forcesOf(system, state, l)) {
      x -= f * ways[k]![0];
      y -= f * ways[k]![1];
      k += 1;
    }
  return [x, y];
}

/** Use of a fillet weld: its directional value from means over twice the thickness of the plate, and its slip. */
function weldMeasures(system: System, state: State, part: Extract<Part, { kind: 'weld' }>): Measure[] {
  const { weld, pieces, t_a } = part;
  if (weld.type !== 'fillet' || weld.strong) return [];
  const f_w = filletStrength(weld);
  const limit = (0.9 * weld.fu!) / weld.gamma_M2;
  const name = nameOf(part);
  let [worst, worstAt, slip, slipAt] = [0, pieces[0]!.place, 0, pieces[0]!.place];
  const forces = pieces.map((p) => forcesOf(system, state, p.link));
  for (const side of new Set(pieces.map((p) => p.side))) {
    const mine = pieces.flatMap((p, i) => (p.side === side ? [{ p, F: forces[i]! }] : []));
    for (const { p } of mine) {
      let [N, T, L, l] = [0, 0, 0, 0];
      for (const q of mine)
        if (Math.abs(q.p.at - p.at) <= Math.max(t_a, p.l / 2)) {
          N += (q.F[0]! + q.F[1]!) * Math.SQRT1_2;
          T += (q.F[0]! - q.F[1]!) * Math.SQRT1_2;
          L += q.F[2]!;
          l += q.p.l;
        }
      const a = weld.throat! * l;
      // Stress square to the throat, across it, along it: the throat goes from the root half-way between plate and face, so N - T is square to it.
      const [s, t, u] = [(N - T) * Math.SQRT1_2, (N + T) * Math.SQRT1_2, L].map((x) => x / a) as [number, number, number];
      const use = Math.max(Math.sqrt(s * s + 3 * (t * t + u * u)) / f_w, Math.abs(s) / limit);
      if (use > worst) [worst, worstAt] = [use, p.place];
      const at = p.link.state;
      const slipped = Math.hypot(...[0, 1, 2].map((k) => state.memory.links[at + k]!));
      if (slipped > slip) [slip, slipAt] = [slipped, p.place];
    }
  }
  return [
    { kind: 'weld', part: name, value: worst, place: worstAt, stops: false },
    { kind: 'weld-slip', part: name, value: slip / (WELD_SLIP * Math.SQRT2 * weld.throat!), place: slipAt, stops: true },
  ];
}
