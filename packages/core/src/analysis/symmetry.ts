import type { Law, Link } from './link.ts';
import type { Mesh, MeshPlate } from './mesh.ts';
import { dot, largest, length, placeOn, plus, scattered, times, type Vec } from './vector.ts';
import type { Links } from './rows.ts';

// A model that is its own mirror image, under loads that are: what one half does, the other does too.

/** A plane of symmetry: through a point, square to a direction. */
export interface Plane {
  readonly at: Vec;
  readonly n: Vec;
}
/** Where each plate, cell, unknown and link has its mirror image; what lies in the plane is its own. */
export interface Mirror {
  readonly plane: Plane;
  readonly plates: readonly PlateImage[];
  readonly cells: Int32Array;
  readonly vertices: Int32Array;
  readonly unknowns: Int32Array;
  /** Of each unknown: 1 where the image moves alike, -1 where it moves against it. */
  readonly signs: Int8Array;
  readonly links: ReadonlyMap<Link, LinkImage>;
}
/** The image of a plate, and whether its axes are the images of the axes (1) or against them. */
export interface PlateImage {
  readonly plate: MeshPlate;
  readonly sx: 1 | -1;
  readonly sy: 1 | -1;
  readonly sz: 1 | -1;
}
export interface LinkImage {
  readonly link: Link;
  /** Of each component. */
  readonly signs: Int8Array;
}
/** Where the unknowns of vertices stand. */
export interface Numbering {
  readonly first: Int32Array;
  readonly sizes: Int32Array;
}

export function numberingOf(links: Links): Numbering {
  const sizes = Int32Array.from({ length: links.vertices }, (_, v) => links.sizeOf(v));
  const first = new Int32Array(sizes.length + 1);
  sizes.forEach((n, v) => (first[v + 1] = first[v]! + n));
  return { first, sizes };
}

/** How far images may be off, mm; and as a share. */
const NEAR = 1e-4;
const ALIKE = 1e-6;

const AXES: readonly Vec[] = [
  [0, 1, 0],
  [1, 0, 0],
  [0, 0, 1],
];

/** The plane in which a model with its loads f is its own mirror image, and the images; null where there is none. */
export function mirrorOf(mesh: Mesh, links: Links, numbering: Numbering, f: Float64Array): Mirror | null {
  for (const n of AXES) {
    const k = n.indexOf(1);
    let [low, high] = [Infinity, -Infinity];
    for (let v = 0; v < mesh.plateOf.length; v += 1) {
      low = Math.min(low, mesh.places[3 * v + k]!);
      high = Math.max(high, mesh.places[3 * v + k]!);
    }
    const found = mirrorIn({ at: times(n, (low + high) / 2), n }, mesh, links, numbering, f);
    if (found) return found;
  }
  return null;
}

function mirrorIn(plane: Plane, mesh: Mesh, links: Links, numbering: Numbering, f: Float64Array): Mirror | null {
  const plates: PlateImage[] = [];
  for (const p of mesh.plates) {
    const image = imageOf(p, mesh.plates, plane);
    if (!image) return null;
    plates.push(image);
  }
  const vertices = new Int32Array(links.vertices).fill(-1);
  const cells = new Int32Array(mesh.cellPlate.length).fill(-1);
  for (const p of mesh.plates) if (!mapPlate(p, plates[p.index]!, mesh.solid, vertices, cells)) return null;
  const unknowns = new Int32Array(f.length);
  const signs = new Int8Array(f.length);
  const { first } = numbering;
  mesh.plateOf.forEach((plate, v) => {
    const { sx, sy, sz } = plates[plate]!;
    [sx, sy, sz, sx * sz, sy * sz].forEach((s, k) => {
      unknowns[first[v]! + k] = first[vertices[v]!]! + k;
      signs[first[v]! + k] = s;
    });
  });
  if (!mapExtras(plane, mesh, links, plates, numbering, vertices, unknowns, signs)) return null;
  // Loads that are not alike on both sides.
  const most = largest(f);
  for (let i = 0; i < f.length; i += 1) if (Math.abs(f[unknowns[i]!]! - signs[i]! * f[i]!) > 1e-9 * most) return null;
  const paired = mapLinks(links.links, numbering, unknowns, signs);
  return paired && { plane, plates, cells, vertices, unknowns, signs, links: paired };
}

/** A point in the mirror. */
export const reflected = ({ at, n }: Plane, p: Vec): Vec => plus(p, n, -2 * dot(plus(p, at, -1), n));
const turnedBack = ({ n }: Plane, d: Vec): Vec => plus(d, n, -2 * dot(d, n));
const near = (a: number, b: number): boolean => Math.abs(a - b) <= ALIKE * Math.max(Math.abs(a), Math.abs(b));
const signOf = (d: number): 1 | -1 | 0 => (Math.abs(d - 1) < ALIKE ? 1 : Math.abs(d + 1) < ALIKE ? -1 : 0);
const middleOf = (lines: Float64Array): number => (lines[0]! + lines.at(-1)!) / 2;

/** The plate that is the image of a plate: of like steel and thickness, axis on axis, line on line. */
function imageOf(p: MeshPlate, all: readonly MeshPlate[], plane: Plane): PlateImage | null {
  if (!p.grid) return null;
  const { xs, ys } = p.grid;
  const middle = (q: MeshPlate): Vec => placeOn(q, middleOf(q.grid!.xs), middleOf(q.grid!.ys));
  const at = reflected(plane, middle(p));
  for (const q of all) {
    if (!q.grid || xs.length !== q.grid.xs.length || ys.length !== q.grid.ys.length) continue;
    if (length(plus(middle(q), at, -1)) > NEAR) continue;
    const sx = signOf(dot(turnedBack(plane, p.ex), q.ex));
    const sy = signOf(dot(turnedBack(plane, p.ey), q.ey));
    if (!sx || !sy || !near(p.t, q.t) || p.E !== q.E || p.nu !== q.nu || p.H !== q.H) continue;
    if (p.fy !== q.fy && !near(p.fy ?? Infinity, q.fy ?? Infinity)) continue;
    if (!onLines(xs, q.grid.xs, sx) || !onLines(ys, q.grid.ys, sy)) continue;
    // A mirror image of a right hand is a left one.
    return { plate: q, sx, sy, sz: sx * sy > 0 ? -1 : 1 };
  }
  return null;
}

/** Whether lines lie about their middle as others do, in the same order or against it. */
function onLines(a: Float64Array, b: Float64Array, sign: 1 | -1): boolean {
  const [ma, mb] = [middleOf(a), middleOf(b)];
  return a.every((x, i) => Math.abs(sign * (x - ma) - (b[sign > 0 ? i : b.length - 1 - i]! - mb)) < NEAR);
}

/** Nodes and cells of a plate on those of its image; false where one has no image. */
function mapPlate(
  p: MeshPlate,
  { plate: q, sx, sy }: PlateImage,
  solid: Float64Array,
  vertices: Int32Array,
  cells: Int32Array,
): boolean {
  const map = (
    nx: number,
    ny: number,
    from: Int32Array,
    to: Int32Array,
    into: Int32Array,
    alike: (a: number, b: number) => boolean,
  ): boolean => {
    for (let i = 0; i < nx; i += 1)
      for (let k = 0; k < ny; k += 1) {
        const a = from[i * ny + k]!;
        const b = to[(sx > 0 ? i : nx - 1 - i) * ny + (sy > 0 ? k : ny - 1 - k)]!;
        if (a < 0 !== b < 0 || (a >= 0 && !alike(a, b))) return false;
        if (a >= 0) into[a] = b;
      }
    return true;
  };
  const [nx, ny] = [p.grid!.xs.length, p.grid!.ys.length];
  return (
    map(nx, ny, p.nodeAt, q.nodeAt, vertices, () => true) &&
    map(nx - 1, ny - 1, p.cellAt, q.cellAt, cells, (a, b) => Math.abs(solid[a]! - solid[b]!) < ALIKE)
  );
}

/** What else than nodes has unknowns: each on one at the place of its image, direction on direction, of the same plate. */
function mapExtras(
  plane: Plane,
  mesh: Mesh,
  { extras }: Links,
  plates: readonly PlateImage[],
  { first }: Numbering,
  vertices: Int32Array,
  unknowns: Int32Array,
  signs: Int8Array,
): boolean {
  const nodes = mesh.plateOf.length;
  return extras.every((e, i) => {
    const at = reflected(plane, e.place);
    return extras.some((o, j) => {
      if (o.size !== e.size || o.turns !== e.turns || length(plus(o.place, at, -1)) > NEAR) return false;
      const own = first[nodes + i]!;
      const to = e.directions.map((d, k) => {
        const turned = turnedBack(plane, d);
        const image = e.plates && plates[e.plates[k]!.index]!.plate;
        const rotation = e.turns && k >= 3;
        const at = o.directions.findIndex(
          (b, m) => signOf(dot(turned, b)) !== 0 && (e.turns && m >= 3) === rotation && o.plates?.[m] === image,
        );
        // The image of a turn goes round the other way.
        if (at >= 0) signs[own + k] = signOf(dot(turned, o.directions[at]!)) * (rotation ? -1 : 1);
        unknowns[own + k] = first[nodes + j]! + at;
        return at;
      });
      vertices[nodes + i] = nodes + j;
      return !to.includes(-1);
    });
  });
}

/** A link with how its components move in two movements, and how exact that is. */
interface Moved {
  readonly link: Link;
  readonly a: Float64Array;
  readonly b: Float64Array;
  readonly within: number;
}

/** Each link on the one that a mirrored movement moves alike, whatever the movement is: two that nobody chose show it. */
function mapLinks(
  links: readonly Link[],
  numbering: Numbering,
  unknowns: Int32Array,
  signs: Int8Array,
): ReadonlyMap<Link, LinkImage> | null {
  const moves = [scattered(unknowns.length, 1), scattered(unknowns.length, 77)] as const;
  const images = moves.map((z) => {
    const out = new Float64Array(z.length);
    for (let i = 0; i < z.length; i += 1) out[unknowns[i]!] = signs[i]! * z[i]!;
    return out;
  });
  const movedIn = (link: Link, [p, q]: readonly Float64Array[]): Moved => {
    const width = link.offsets[link.vertices.length]!;
    const [a, b] = [new Float64Array(link.n), new Float64Array(link.n)];
    let size = 0;
    link.vertices.forEach((v, i) => {
      for (let k = 0; k < numbering.sizes[v]!; k += 1)
        for (let c = 0; c < link.n; c += 1) {
          const r = link.rows[c * width + link.offsets[i]! + k]!;
          a[c]! += r * p![numbering.first[v]! + k]!;
          b[c]! += r * q![numbering.first[v]! + k]!;
          size += Math.abs(r);
        }
    });
    return { link, a, b, within: ALIKE * (size + 1) };
  };
  const sorted = links.map((l) => movedIn(l, images)).sort((x, y) => Math.abs(x.a[0]!) - Math.abs(y.a[0]!));
  const taken = new Set<Link>();
  const out = new Map<Link, LinkImage>();
  for (const l of links) {
    const own = movedIn(l, moves);
    const from = Math.abs(own.a[0]!);
    let found: LinkImage | null = null;
    for (let i = lowest(sorted, from - own.within); i < sorted.length && !found; i += 1) {
      const other = sorted[i]!;
      if (Math.abs(other.a[0]!) > from + own.within) break;
      if (!taken.has(other.link)) found = alike(own, other);
    }
    if (!found) return null;
    taken.add(found.link);
    out.set(l, found);
  }
  return out;
}

/** The first of a sorted list that is not under a value. */
function lowest(sorted: readonly Moved[], value: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (Math.abs(sorted[middle]!.a[0]!) < value) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Whether a link moves as another does in the mirror, component by component, and answers alike. */
function alike(own: Moved, other: Moved): LinkImage | null {
  const [l, o] = [own.link, other.link];
  if (l.n !== o.n || !sameLaw(l.law, o.law)) return null;
  const signs = new Int8Array(l.n);
  for (let c = 0; c < l.n; c += 1) {
    const fits = (s: number): boolean =>
      Math.abs(own.a[c]! - s * other.a[c]!) <= own.within && Math.abs(own.b[c]! - s * other.b[c]!) <= own.within;
    // What knows tension from compression keeps its sign.
    const s = fits(1) ? 1 : fits(-1) && bothWays(l.law, c) && l.gap[c] === 0 ? -1 : 0;
    if (!s || Math.abs(l.gap[c]! - o.gap[c]!) > NEAR) return null;
    signs[c] = s;
  }
  return { link: o, signs };
}
const bothWays = ({ type }: Law, component: number): boolean =>
  type === 'linear' || type === 'ellipsoid' || (type === 'bolt' && component > 0);
const sameLaw = (a: Law, b: Law): boolean => {
  const [x, y] = [a, b].map((law) => Object.values(law).flat() as (string | number)[]);
  return x!.length === y!.length && x!.every((v, i) => v === y![i] || (typeof v === 'number' && near(v, y![i] as number)));
};
