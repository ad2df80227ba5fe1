import type { Link } from './link.ts';
import { placeAt } from './mesh.ts';
import { reflected, type Mirror, type Numbering } from './symmetry.ts';
import { dot, plus, type Vec } from './vector.ts';

/** The unknowns that are solved for: all of a model, or those of the half that stands for both. */
export interface Halving {
  /** Of each unknown of the model: the one that is solved for, -1 where nothing moves, and how it follows it. */
  readonly to: Int32Array;
  readonly signs: Int8Array;
  /** Vertex of each vertex among those that are solved; -1 where it has no unknown. */
  readonly vertexOf: Int32Array;
  /** Unknowns of each solved vertex, and its place. */
  readonly sizes: Int32Array;
  readonly places: Float64Array;
  readonly whole: boolean;
}

export const wholeOf = ({ sizes }: Numbering, places: Float64Array, unknowns: number): Halving => ({
  to: Int32Array.from({ length: unknowns }, (_, i) => i),
  signs: new Int8Array(unknowns).fill(1),
  vertexOf: Int32Array.from(sizes, (_, v) => v),
  ...{ sizes, places, whole: true },
});

/** Unknowns of what moves alike on both sides of the plane of a mirror (1), or against each other (-1): the one and the other are all movements. */
export function halfOf(mirror: Mirror, { first, sizes }: Numbering, places: Float64Array, parity: 1 | -1): Halving {
  const to = new Int32Array(mirror.unknowns.length).fill(-1);
  const signs = new Int8Array(to.length);
  const vertexOf = new Int32Array(sizes.length).fill(-1);
  const solved: { readonly place: Vec; size: number }[] = [];
  let count = 0;
  for (let v = 0; v < sizes.length; v += 1)
    for (let i = first[v]!; i < first[v]! + sizes[v]!; i += 1) {
      if (to[i]! >= 0) continue;
      const image = mirror.unknowns[i]!;
      const sign = parity * mirror.signs[i]!;
      // What would move against itself stays.
      if (image === i && sign < 0) continue;
      if (vertexOf[v]! < 0) {
        vertexOf[v] = vertexOf[mirror.vertices[v]!] = solved.length;
        solved.push({ place: onOneSide(mirror, places, v), size: 0 });
      }
      solved[vertexOf[v]!]!.size += 1;
      to[i] = to[image] = count;
      signs[image] = sign;
      signs[i] = 1;
      count += 1;
    }
  return {
    ...{ to, signs, vertexOf, whole: false },
    sizes: Int32Array.from(solved, (s) => s.size),
    places: Float64Array.from(solved.flatMap((s) => [...s.place])),
  };
}

function onOneSide({ plane }: Mirror, places: Float64Array, v: number): Vec {
  const p = placeAt({ places }, v);
  return dot(plus(p, plane.at, -1), plane.n) < 0 ? reflected(plane, p) : p;
}

/** The one of each two images that is worked out, and its image; for itself alone where it is its own, or where there are none. */
export interface Worked<T> {
  readonly of: T;
  readonly twin: T | null;
}
export function workedCells(count: number, mirror: Mirror | null): Worked<number>[] {
  const all = Array.from({ length: count }, (_, c) => c);
  if (!mirror) return all.map((of) => ({ of, twin: null }));
  return all.flatMap((of) => {
    const twin = mirror.cells[of]!;
    return twin < of ? [] : [{ of, twin: twin === of ? null : twin }];
  });
}
export function workedLinks(links: readonly Link[], mirror: Mirror | null): Worked<Link>[] {
  const done = new Set<Link>();
  return links.flatMap((of) => {
    if (done.has(of)) return [];
    const twin = mirror?.links.get(of)!.link ?? of;
    done.add(twin);
    return [{ of, twin: twin === of ? null : twin }];
  });
}
