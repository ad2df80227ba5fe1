import { CELL, NODE, TRIANGLE } from './element.ts';
import { compiledFactor } from './compiled.ts';
import { PlainFactor, type Factor } from './factor.ts';
import { Couplings } from './graph.ts';
import type { Halving, Worked } from './halving.ts';
import type { Link } from './link.ts';
import type { Mesh } from './mesh.ts';
import { blockOf, patternOf, type Pattern } from './pattern.ts';
import { spreadLink, type rowsOf, type Spread } from './spread.ts';

/** The matrix of the unknowns that are solved for, made of cells and links; what stands for two counts twice. */
export class Assembly {
  readonly pattern: Pattern;
  /** Of each pair of unknowns of each cell that is worked out: where it stands in the matrix, and how often it counts there. */
  private readonly at: Int32Array;
  private readonly by: Int8Array;
  private readonly spreads: ReadonlyMap<Link, Spread>;
  /** Vertex of each unknown that is solved for. */
  private readonly vertexOf: Int32Array;

  constructor(
    private readonly mesh: Mesh,
    cells: readonly Worked<number>[],
    links: readonly Worked<Link>[],
    /** Unknowns of each link, and how it moves with them. */
    whole: ReadonlyMap<Link, ReturnType<typeof rowsOf>>,
    readonly halving: Halving,
    private readonly first: Int32Array,
    /** That of the other half of all movements: what has unknowns there too is eliminated in the same order. */
    other?: Assembly,
  ) {
    const { sizes, places, vertexOf } = halving;
    const couplings = new Couplings(sizes.length);
    const clique = (vertices: Int32Array): void => couplings.clique(vertices.map((v) => vertexOf[v]!).filter((v) => v >= 0));
    for (const { of } of cells) clique(mesh.corners.subarray(4 * of, 4 * of + 4));
    for (const { of } of links) clique(of.vertices);
    const like = other && sameVertices(other.halving, halving) ? other.pattern : undefined;
    this.pattern = patternOf(couplings.graph(sizes, places), like);
    this.vertexOf = new Int32Array(this.pattern.unknowns);
    sizes.forEach((n, v) => this.vertexOf.fill(v, this.pattern.first[v], this.pattern.first[v]! + n));
    this.at = new Int32Array(TRIANGLE * cells.length);
    this.by = new Int8Array(TRIANGLE * cells.length);
    cells.forEach((c, k) => this.placeCell(c, k * TRIANGLE));
    this.spreads = new Map(links.map(({ of, twin }) => [of, this.placeLink(whole.get(of)!, of.n, twin ? 2 : 1)]));
  }

  matrix(): Float64Array {
    return new Float64Array(this.pattern.numbers);
  }

  /** Adds the triangle of the k-th of the cells that are worked out. */
  addCell(matrix: Float64Array, k: number, triangle: Float64Array, from: number): void {
    const { at, by } = this;
    for (let n = 0, m = k * TRIANGLE; n < TRIANGLE; n += 1, m += 1) matrix[at[m]!]! += by[m]! * triangle[from + n]!;
  }

  /** Adds the stiffness of a link that was answered last. */
  addLink(matrix: Float64Array, l: Link): void {
    spreadLink(matrix, l.n, this.spreads.get(l)!);
  }

  private placeCell({ of, twin }: Worked<number>, from: number): void {
    const { to, signs } = this.halving;
    const near = this.placesOf();
    const ids = this.mesh.corners.subarray(4 * of, 4 * of + 4);
    const unknown = (x: number): number => this.first[ids[Math.floor(x / NODE)]!]! + (x % NODE);
    for (let x = 0, n = from; x < CELL; x += 1)
      for (let y = 0; y <= x; y += 1, n += 1) {
        const [i, j] = [unknown(x), unknown(y)];
        const [a, b] = [to[i]!, to[j]!];
        if (a < 0 || b < 0) continue;
        this.at[n] = near(a, b);
        // Of two that are one, what stands beside the diagonal counts on both sides of it.
        this.by[n] = signs[i]! * signs[j]! * (twin === null ? 1 : 2) * (a === b && x !== y ? 2 : 1);
      }
  }

  private placeLink({ unknowns, rows }: ReturnType<typeof rowsOf>, n: number, weight: number): Spread {
    const { to, signs, whole } = this.halving;
    const solved = whole ? unknowns : Int32Array.from(new Set(unknowns.map((i) => to[i]!).filter((q) => q >= 0)));
    const width = solved.length;
    const column = new Map([...solved].map((q, c) => [q, c]));
    let own = rows;
    if (!whole) {
      own = new Float64Array(n * width);
      unknowns.forEach((i, k) => {
        const c = column.get(to[i]!);
        if (c !== undefined) for (let r = 0; r < n; r += 1) own[r * width + c]! += signs[i]! * rows[r * unknowns.length + k]!;
      });
    }
    const near = this.placesOf();
    const at = new Int32Array((width * (width + 1)) / 2);
    for (let i = 0, m = 0; i < width; i += 1) for (let j = 0; j <= i; j += 1, m += 1) at[m] = near(solved[i]!, solved[j]!);
    return { unknowns: solved, rows: own, at, weight };
  }

  /** Where pairs of unknowns stand in the matrix; blocks that were looked for are known. */
  private placesOf(): (a: number, b: number) => number {
    const { pattern, vertexOf } = this;
    const { first, sizes } = pattern;
    const known = new Map<number, ReturnType<typeof blockOf>>();
    return (a, b) => {
      const [v, w] = [vertexOf[a]!, vertexOf[b]!];
      const [i, j] = [a - first[v]!, b - first[w]!];
      const key = v * first.length + w;
      let block = known.get(key);
      if (!block) known.set(key, (block = blockOf(pattern, v, w)));
      if (v === w) return block.at + Math.max(i, j) * sizes[v]! + Math.min(i, j);
      return block.at + (block.turned ? j * sizes[v]! + i : i * sizes[w]! + j);
    };
  }
}

const sameVertices = (a: Halving, b: Halving): boolean => a.vertexOf.every((v, i) => v === b.vertexOf[i]);

/** What factors the matrix of an assembly, and solves for all unknowns of its model. */
export function factorOf({ pattern, halving }: Assembly): Factor {
  const made = compiledFactor(pattern) ?? new PlainFactor(pattern);
  return halving.whole ? made : new HalfFactor(made, halving, pattern.unknowns);
}

class HalfFactor implements Factor {
  readonly compiled: boolean;
  private readonly half: Float64Array;
  constructor(
    private readonly made: Factor,
    private readonly halving: Halving,
    unknowns: number,
  ) {
    this.compiled = made.compiled;
    this.half = new Float64Array(unknowns);
  }
  factor(matrix: Float64Array): number {
    const bad = this.made.factor(matrix);
    return bad < 0 ? bad : this.halving.to.indexOf(bad);
  }
  solve(x: Float64Array): void {
    const { half } = this;
    const { to, signs } = this.halving;
    half.fill(0);
    for (let i = 0; i < x.length; i += 1) if (to[i]! >= 0) half[to[i]!]! += signs[i]! * x[i]!;
    this.made.solve(half);
    for (let i = 0; i < x.length; i += 1) x[i] = to[i]! >= 0 ? signs[i]! * half[to[i]!]! : 0;
  }
}
