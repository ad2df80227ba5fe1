import { Refusal } from '../refusal.ts';
import { AT, B_SIZE, cellB, POINTS, shape } from './element.ts';
import { evenly, gridOf, linesAlong, type Features, type Grid } from './grid.ts';
import { normalOf, type FieldModel, type PlateInput, type WeldInput } from './model.ts';
import { boxOf, contains, distance, offHole } from './outline.ts';
import { dot, placeOn, plus, times, type Vec } from './vector.ts';

export interface MeshPlate extends PlateInput {
  readonly index: number;
  readonly ez: Vec;
  readonly h: number;
  /** Absent where the cells follow a slanting outline: no point is looked for in it. */
  readonly grid: Grid | null;
  /** Node at each crossing of its lines, -1 where there is none. */
  readonly nodeAt: Int32Array;
  readonly nodes: readonly number[];
  readonly cellIds: readonly number[];
  /** Cell between lines i, i + 1 and k, k + 1; -1 where there is none. */
  readonly cellAt: Int32Array;
}

/** All plates in cells. */
export interface Mesh {
  readonly plates: readonly MeshPlate[];
  /** Plate of each node, its place in the plate and in space. */
  readonly plateOf: Int32Array;
  readonly local: Float64Array;
  readonly places: Float64Array;
  /** Four nodes of each cell, its plate, its solid share. */
  readonly corners: Int32Array;
  readonly cellPlate: Int32Array;
  readonly solid: Float64Array;
  /** B of each cell, and the areas of its points times its solid share. */
  readonly B: Float64Array;
  readonly areas: Float64Array;
  /** Solid area that belongs to each node. */
  readonly tributary: Float64Array;
}

const clamp = (x: number, low: number, high: number): number => Math.max(low, Math.min(high, x));

/** Size of the cells of a plate: by its bolts and thickness, else by its size and thickness. */
function sizeOf(model: FieldModel, p: PlateInput): number {
  if (p.h !== undefined) return p.h;
  if (model.h !== undefined) return model.h;
  const bolts = model.bolts.filter((b) => b.plies.includes(p.name));
  const [x0, y0, x1, y1] = boxOf(p.outline);
  if (bolts.length) return clamp(Math.min(...bolts.map((b) => b.d_w / 4), 0.8 * p.t), 6, 12);
  return clamp(Math.min(1.3 * p.t, Math.min(x1 - x0, y1 - y0) / 6), 8, 16);
}

const inPlate = (p: PlateInput, at: Vec): readonly [number, number, number] => {
  const d = plus(at, p.origin, -1);
  return [dot(d, p.ex), dot(d, p.ey), dot(d, normalOf(p))];
};

/** How far each toe of a weld is from its line, on the face that it stands on. */
export function toeOf(w: WeldInput, a: Pick<PlateInput, 't'>): number {
  if (w.type === 'seam') return 0;
  return w.type === 'butt' ? a.t / 2 + w.toe : a.t / 2 + 0.8 * Math.SQRT2 * w.throat!;
}
/** Whether a weld joins plates that lie on each other. */
export const isLap = (a: PlateInput, b: PlateInput): boolean => Math.abs(dot(normalOf(a), normalOf(b))) > 0.996;

/** What makes the cells of a plate small: toes of what is welded on it, its own welded edges, its bolts. */
function featuresOf(model: FieldModel, p: PlateInput, h: number): Features {
  const h1 = 0.4 * h;
  const x: { at: number; size: number; line: boolean }[] = [];
  const y: typeof x = [];
  const plates = new Map(model.plates.map((q) => [q.name, q]));
  const along = (from: readonly number[], to: readonly number[], off: readonly number[], toe: boolean): void => {
    const [dx, dy] = [Math.abs(to[0]! - from[0]!), Math.abs(to[1]! - from[1]!)];
    const slant = Math.min(dx, dy) > 0.02 * Math.max(dx, dy);
    for (const o of off) {
      if (!slant) {
        const across = dx < dy ? x : y;
        across.push({ at: from[dx < dy ? 0 : 1]! + o, size: toe ? h1 : h, line: toe });
      } else
        for (let i = 0; i <= 8; i += 1) {
          x.push({ at: from[0]! + ((to[0]! - from[0]!) * i) / 8, size: h, line: false });
          y.push({ at: from[1]! + ((to[1]! - from[1]!) * i) / 8, size: h, line: false });
        }
    }
  };
  for (const w of model.welds) {
    const [a, b] = [plates.get(w.a)!, plates.get(w.b)!];
    const [p0, p1] = [inPlate(p, w.p0), inPlate(p, w.p1)];
    if (w.b === p.name && w.type !== 'seam' && !isLap(a, b)) {
      const e = toeOf(w, a);
      along(p0, p1, w.sides === 2 ? [-e, e] : [sideOn(w, a, p, p0, p1) * e], true);
    } else along(p0, p1, [0], false);
  }
  for (const b of model.bolts)
    if (b.plies.includes(p.name)) {
      const [bx, by] = inPlate(p, b.point);
      for (const o of [-b.d_w / 2, 0, b.d_w / 2]) {
        x.push({ at: bx + o, size: h, line: false });
        y.push({ at: by + o, size: h, line: false });
      }
    }
  for (const [i, c] of p.outline.entries()) {
    const n = p.outline[(i + 1) % p.outline.length]!;
    if (Math.abs(n[0] - c[0]) < 1e-6) x.push({ at: c[0], size: Infinity, line: true });
    if (Math.abs(n[1] - c[1]) < 1e-6) y.push({ at: c[1], size: Infinity, line: true });
  }
  return { x, y };
}
/** On which side of a line on a plate the one toe of a weld is, along the axis across the line. */
function sideOn(w: WeldInput, a: PlateInput, b: PlateInput, p0: readonly number[], p1: readonly number[]): 1 | -1 {
  const across = Math.abs(p1[0]! - p0[0]!) < Math.abs(p1[1]! - p0[1]!) ? b.ex : b.ey;
  return dot(normalOf(a), across) * w.sides > 0 ? 1 : -1;
}

/** Cells of every plate. */
export function meshOf(model: FieldModel): Mesh {
  const plateOf: number[] = [];
  const local: number[] = [];
  const corners: number[] = [];
  const cellPlate: number[] = [];
  const solid: number[] = [];
  const plates = model.plates.map((p, index): MeshPlate => {
    const h = sizeOf(model, p);
    const made = isSlanting(p) ? mapped(p) : gridded(model, p, h);
    const nodeAt = new Int32Array(made.points.length).fill(-1);
    const nodes: number[] = [];
    const cellIds: number[] = [];
    const cellAt = new Int32Array(made.cells.length).fill(-1);
    made.cells.forEach(({ ids, share }, c) => {
      if (share === 0) return;
      for (const id of ids)
        if (nodeAt[id]! < 0) {
          nodeAt[id] = plateOf.length;
          nodes.push(plateOf.length);
          plateOf.push(index);
          local.push(...made.points[id]!);
        }
      cellAt[c] = cellPlate.length;
      cellIds.push(cellPlate.length);
      corners.push(...ids.map((id) => nodeAt[id]!));
      cellPlate.push(index);
      solid.push(share);
    });
    if (!cellIds.length) throw new Refusal('plates', `plates: plate ${p.name} has no steel within its outline.`);
    return { ...p, index, h, ez: normalOf(p), grid: made.grid, nodeAt, nodes, cellIds, cellAt };
  });
  const places = new Float64Array(3 * plateOf.length);
  plateOf.forEach((p, n) => places.set(placeOf(plates[p]!, local[2 * n]!, local[2 * n + 1]!, 0), 3 * n));
  return {
    plates,
    plateOf: Int32Array.from(plateOf),
    local: Float64Array.from(local),
    places,
    corners: Int32Array.from(corners),
    cellPlate: Int32Array.from(cellPlate),
    solid: Float64Array.from(solid),
    ...integralsOf(plates, { plateOf, local, corners, cellPlate, solid }),
  };
}

/** Strains, areas and shares of nodes of all cells. */
function integralsOf(
  plates: readonly MeshPlate[],
  {
    plateOf,
    local,
    corners,
    cellPlate,
    solid,
  }: Readonly<Record<'plateOf' | 'local' | 'corners' | 'cellPlate' | 'solid', number[]>>,
): Pick<Mesh, 'B' | 'areas' | 'tributary'> {
  const count = cellPlate.length;
  const B = new Float64Array(count * B_SIZE);
  const areas = new Float64Array(count * POINTS);
  const tributary = new Float64Array(plateOf.length);
  for (let c = 0; c < count; c += 1) {
    const ids = [0, 1, 2, 3].map((k) => corners[4 * c + k]!);
    const p = plates[cellPlate[c]!]!;
    cellB(
      ids.map((i) => local[2 * i]!),
      ids.map((i) => local[2 * i + 1]!),
      p.t,
      p,
      B,
      c * B_SIZE,
      areas,
      c * POINTS,
    );
    for (let k = 0; k < POINTS; k += 1) areas[c * POINTS + k]! *= solid[c]!;
    AT.forEach(([r, s], k) => shape(r, s).forEach((N, i) => (tributary[ids[i]!]! += N * areas[c * POINTS + k]!)));
  }
  return { B, areas, tributary };
}

interface Cells {
  readonly grid: Grid | null;
  readonly points: readonly (readonly [number, number])[];
  readonly cells: readonly { readonly ids: readonly number[]; readonly share: number }[];
}

/** Four corners that are no rectangle along the axes, with a number of cells: the cells follow them. */
const isSlanting = (p: PlateInput): boolean =>
  p.cells !== undefined &&
  p.outline.length === 4 &&
  p.outline.some((c, i) => {
    const n = p.outline[(i + 1) % 4]!;
    return Math.abs(n[0] - c[0]) > 1e-9 && Math.abs(n[1] - c[1]) > 1e-9;
  });

function mapped({ outline, cells: [nx, ny] = [1, 1] }: PlateInput): Cells {
  const points: (readonly [number, number])[] = [];
  const cells: Cells['cells'][number][] = [];
  for (let i = 0; i <= nx; i += 1)
    for (let k = 0; k <= ny; k += 1) {
      const N = shape((2 * i) / nx - 1, (2 * k) / ny - 1);
      points.push([N.reduce((s, n, c) => s + n * outline[c]![0], 0), N.reduce((s, n, c) => s + n * outline[c]![1], 0)]);
    }
  for (let i = 0; i < nx; i += 1)
    for (let k = 0; k < ny; k += 1) {
      const at = i * (ny + 1) + k;
      cells.push({ ids: [at, at + ny + 1, at + ny + 2, at + 1], share: 1 });
    }
  return { grid: null, points, cells };
}

function gridded(model: FieldModel, p: PlateInput, h: number): Cells {
  const [x0, y0, x1, y1] = boxOf(p.outline);
  const f = featuresOf(model, p, h);
  const xs = p.cells ? evenly(x0, x1, p.cells[0]) : linesAlong([x0, x1], f.x, h, 0.4 * h);
  const ys = p.cells ? evenly(y0, y1, p.cells[1]) : linesAlong([y0, y1], f.y, h, 0.4 * h);
  const grid = gridOf(p, xs, ys);
  const ny = ys.length;
  const points: (readonly [number, number])[] = [];
  for (const x of xs) for (const y of ys) points.push([x, y]);
  const cells = [...grid.solid].map((share, c) => {
    const at = Math.floor(c / (ny - 1)) * ny + (c % (ny - 1));
    return { ids: [at, at + ny, at + ny + 1, at + 1], share };
  });
  return { grid, points, cells };
}

const placeOf = (p: PlateInput, x: number, y: number, z: number): Vec => plus(placeOn(p, x, y), normalOf(p), z);
/** Place in space of a node. */
export const placeAt = ({ places }: Pick<Mesh, 'places'>, node: number): Vec => [
  places[3 * node]!,
  places[3 * node + 1]!,
  places[3 * node + 2]!,
];
/** A vector in the axes of a plate, in space. */
export const inSpace = (p: Pick<MeshPlate, 'ex' | 'ey' | 'ez'>, x: number, y: number, z: number): Vec =>
  plus(plus(times(p.ex, x), p.ey, y), p.ez, z);
/** Nodes of a plate on whose edges between two of them a line runs, with the length of it that belongs to each. */
export function nodesAlong({ corners, local }: Mesh, p: MeshPlate, on: (node: number) => boolean): Map<number, number> {
  const found = new Map<number, number>();
  const edges = new Set<string>();
  for (const c of p.cellIds)
    for (let k = 0; k < 4; k += 1) {
      const [i, j] = [corners[4 * c + k]!, corners[4 * c + ((k + 1) % 4)]!];
      const key = `${Math.min(i, j)} ${Math.max(i, j)}`;
      if (!on(i) || !on(j) || edges.has(key)) continue;
      edges.add(key);
      const l = Math.hypot(local[2 * i]! - local[2 * j]!, local[2 * i + 1]! - local[2 * j + 1]!);
      for (const v of [i, j]) found.set(v, (found.get(v) ?? 0) + l / 2);
    }
  return found;
}
/** Place in a plate of a point in space: along ex, ey, and off the mid-plane. */
export const placeIn = (p: MeshPlate, at: Vec): readonly [number, number, number] => {
  const d = plus(at, p.origin, -1);
  return [dot(d, p.ex), dot(d, p.ey), dot(d, p.ez)];
};

/** Where a point of a plate is in its cells. */
export interface Located {
  readonly cell: number;
  readonly column: number;
  readonly row: number;
  readonly r: number;
  readonly s: number;
}
/** Cell over a point of a plate; the nearest, extrapolated, where there is none. */
export function locate(p: MeshPlate, x: number, y: number): Located {
  const { grid } = p;
  if (!grid)
    throw new Refusal('plates', `plates: plate ${p.name} follows a slanting outline, so that nothing can be joined to it.`);
  const { xs, ys } = grid;
  const ny = ys.length - 1;
  const [i, k] = [interval(xs, x), interval(ys, y)];
  let [bi, bk] = [i, k];
  if (p.cellAt[i * ny + k]! < 0) {
    let best = Infinity;
    for (let a = 0; a + 1 < xs.length; a += 1)
      for (let b = 0; b < ny; b += 1) {
        if (p.cellAt[a * ny + b]! < 0) continue;
        const dx = Math.max(xs[a]! - x, 0, x - xs[a + 1]!);
        const dy = Math.max(ys[b]! - y, 0, y - ys[b + 1]!);
        if (dx * dx + dy * dy < best) [best, bi, bk] = [dx * dx + dy * dy, a, b];
      }
  }
  return {
    cell: p.cellAt[bi * ny + bk]!,
    column: bi,
    row: bk,
    r: (2 * (x - xs[bi]!)) / (xs[bi + 1]! - xs[bi]!) - 1,
    s: (2 * (y - ys[bk]!)) / (ys[bk + 1]! - ys[bk]!) - 1,
  };
}
function interval(lines: Float64Array, x: number): number {
  let [low, high] = [0, lines.length - 2];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (lines[middle]! <= x) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** Whether a plate has steel at a point, within a little. */
export const isSolid = (p: PlateInput, x: number, y: number, within = 0.5): boolean => {
  const near = contains(p.outline, x, y) || distance(p.outline, x, y) < within;
  return near && !p.holes.some((o) => offHole(o, x, y) < o.d / 2 - within);
};
