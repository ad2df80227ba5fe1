import { addStiffness, B_SIZE, CELL, elasticSection, NODE, pointAcross, POINTS, STRAINS, TRIANGLE } from './element.ts';
import { once } from '../lazy.ts';
import { Assembly } from './assembly.ts';
import { halfOf, wholeOf, workedCells, workedLinks, type Halving, type Worked } from './halving.ts';
import { answer, force, stateOf, type Link } from './link.ts';
import { elasticSquare, LAYER, NINE, resultants, section, SEVEN, stiffness, type Rule, type Steel } from './material.ts';
import { loadVector } from './load-vector.ts';
import type { FieldModel } from './model.ts';
import { inSpace, type Mesh } from './mesh.ts';
import { rowsOf } from './spread.ts';
import { mirrorOf, numberingOf, type Mirror, type Numbering } from './symmetry.ts';
import type { Tied } from './ties.ts';
import type { Vec } from './vector.ts';

/** What the model remembers of a state that was accepted, or of one that is tried. */
export interface Memory {
  /** Layers of every point of every cell: five plastic strains and alpha. */
  readonly layers: Float64Array;
  readonly links: Float64Array;
  /** Cells that have yielded. */
  readonly yielded: Uint8Array;
}

/** Inner forces at displacements, with what measures their balance. */
export interface Inner {
  readonly F: Float64Array;
  /** 2-norm of the forces of links, and of the sums of absolute moments at nodes. */
  readonly linkForce: number;
  readonly moments: number;
}

/** Forces on all unknowns, and the sums of their absolute values. */
interface Sums {
  readonly F: Float64Array;
  readonly absolute: Float64Array;
}

/** All equations of a model: inner forces and stiffness at any displacements. One that is its own mirror image, under loads that are, is worked out by half. */
export class System {
  readonly n: number;
  readonly f: Float64Array;
  /** Where the unknowns of vertices stand. */
  readonly numbering: Numbering;
  readonly mirror: Mirror | null;
  /** The matrix of what is solved for. */
  readonly assembly: Assembly;
  /** Whether an unknown is a displacement (not a rotation). */
  readonly isForce: Uint8Array;
  readonly rule: Rule;
  readonly thickest: number;
  private readonly steels: readonly (Steel | null)[];
  private readonly sections: readonly Float64Array[];
  /** What is worked out, each with its image. */
  private readonly cells: readonly Worked<number>[];
  private readonly linear: readonly Worked<Link>[];
  private readonly others: readonly Worked<Link>[];
  /** Elastic stiffness of each cell that is worked out. */
  private readonly K: Float64Array;
  private readonly constant: Float64Array;
  private readonly rows: ReadonlyMap<Link, ReturnType<typeof rowsOf>>;
  private readonly perPoint: number;
  private readonly perCell: number;

  constructor(
    readonly model: FieldModel,
    readonly mesh: Mesh,
    readonly ties: Tied,
    { whole = false }: { readonly whole?: boolean } = {},
  ) {
    const { links } = ties;
    this.numbering = numberingOf(links);
    const { numbering } = this;
    this.n = numbering.first[links.vertices]!;
    this.rule = model.layers === 7 ? SEVEN : NINE;
    this.perPoint = this.rule.z.length * LAYER;
    this.perCell = POINTS * this.perPoint;
    this.thickest = Math.max(...mesh.plates.map((p) => p.t));
    this.steels = mesh.plates.map((p) => (p.fy === null ? null : { E: p.E, nu: p.nu, fy: p.fy, H: p.H ?? p.E / 10000 }));
    this.sections = mesh.plates.map((p) => elasticSection(p, p.t));
    this.isForce = this.forces();
    this.f = loadVector(model, mesh, ties, numbering);
    this.mirror = whole ? null : mirrorOf(mesh, links, numbering, this.f);
    this.cells = workedCells(mesh.cellPlate.length, this.mirror);
    const worked = workedLinks(links.links, this.mirror);
    this.linear = worked.filter(({ of }) => of.law.type === 'linear');
    this.others = worked.filter(({ of }) => of.law.type !== 'linear');
    this.rows = new Map(links.links.map((l) => [l, rowsOf(l, numbering)]));
    const places = this.places();
    this.assembly = this.assembled(this.mirror ? halfOf(this.mirror, numbering, places, 1) : wholeOf(numbering, places, this.n));
    this.K = this.cellStiffness();
    this.constant = this.constantPart(this.assembly);
  }

  private assembled(halving: Halving, other?: Assembly): Assembly {
    const links = [...this.linear, ...this.others];
    return new Assembly(this.mesh, this.cells, links, this.rows, halving, this.numbering.first, other);
  }

  /** The matrix of what moves against its image, as no load here makes it; null where all is solved for at once. */
  readonly against = once(
    (): Assembly | null => this.mirror && this.assembled(halfOf(this.mirror, this.numbering, this.places(), -1), this.assembly),
  );

  /** Of each vertex. */
  private places(): Float64Array {
    return Float64Array.from([...this.mesh.places, ...this.ties.links.extras.flatMap((e) => [...e.place])]);
  }

  /** A state in which nothing has yielded. */
  fresh(): Memory {
    const cells = this.mesh.cellPlate.length;
    return {
      layers: new Float64Array(cells * this.perCell),
      links: new Float64Array(Math.max(1, this.ties.links.stateSize)),
      yielded: new Uint8Array(cells),
    };
  }

  /** Alpha of every layer of a point: at the face against the normal, through, to the face along it. */
  alphaAt(memory: Memory, cell: number, point: number, layer: number): number {
    return memory.layers[cell * this.perCell + point * this.perPoint + layer * LAYER + 5]!;
  }

  /** Generalised strains at the points of a cell (4 x 8). */
  strains(u: Float64Array, cell: number, into: Float64Array): void {
    this.gather(u, cell);
    this.strainsOfOwn(cell, into);
  }

  private gather(u: Float64Array, cell: number): void {
    const { corners } = this.mesh;
    const { first } = this.numbering;
    for (let k = 0; k < 4; k += 1) {
      const at = first[corners[4 * cell + k]!]!;
      for (let i = 0; i < NODE; i += 1) own[NODE * k + i] = u[at + i]!;
    }
  }

  /**
   * Inner forces at u, from what is remembered of the last accepted state; what would be remembered of this one is written to `after`. With a matrix, the
   * stiffness too.
   */
  inner(u: Float64Array, before: Memory, after: Memory, matrix: Float64Array | null): Inner {
    const single = this.sums();
    const double = this.mirror ? this.sums() : single;
    if (matrix) matrix.set(this.constant);
    this.cells.forEach((c, k) => this.cell(c, k, u, before, after, matrix, c.twin === null ? single : double));
    let square = 0;
    const add = (l: Worked<Link>, into: Float64Array | null): void => {
      const [weight, sums] = l.twin ? ([2, double] as const) : ([1, single] as const);
      square += weight * this.link(l, u, before, after, into && { matrix: into, assembly: this.assembly }, sums.F);
    };
    for (const l of this.linear) add(l, null);
    for (const l of this.others) add(l, matrix);
    this.mirrored(double, single);
    const { F, absolute } = single;
    let moments = 0;
    for (let i = 0; i < this.n; i += 1) if (!this.isForce[i]) moments += absolute[i]! ** 2;
    return { F, linkForce: Math.sqrt(square), moments: Math.sqrt(moments) };
  }

  private sums(): Sums {
    return { F: new Float64Array(this.n), absolute: new Float64Array(this.n) };
  }

  /** Adds what stands for two, and its image. */
  private mirrored(double: Sums, into: Sums): void {
    if (!this.mirror) return;
    const { unknowns, signs } = this.mirror;
    for (let i = 0; i < this.n; i += 1) {
      const image = unknowns[i]!;
      into.F[i]! += double.F[i]! + signs[image]! * double.F[image]!;
      into.absolute[i]! += double.absolute[i]! + double.absolute[image]!;
    }
  }

  private cell(
    { of: c, twin }: Worked<number>,
    k: number,
    u: Float64Array,
    before: Memory,
    after: Memory,
    matrix: Float64Array | null,
    { F, absolute }: Sums,
  ): void {
    const { mesh } = this;
    const plate = mesh.cellPlate[c]!;
    const steel = this.steels[plate]!;
    this.gather(u, c);
    after.yielded[c] = 0;
    forces.fill(0);
    if (steel === null || this.isElastic(c, steel, mesh.plates[plate]!.t, before)) this.elastic(c, k, steel, before, after);
    else this.plastic(c, k, steel, before, after, matrix);
    const { first } = this.numbering;
    for (let m = 0; m < 4; m += 1) {
      const at = first[mesh.corners[4 * c + m]!]!;
      for (let i = 0; i < NODE; i += 1) {
        F[at + i]! += forces[NODE * m + i]!;
        absolute[at + i]! += Math.abs(forces[NODE * m + i]!);
      }
    }
    if (twin !== null && steel !== null) this.remember(c, twin, after);
  }

  /** What a cell remembers, as its image does. */
  private remember(c: number, twin: number, after: Memory): void {
    after.yielded[twin] = after.yielded[c]!;
    const [from, to] = [c * this.perCell, twin * this.perCell];
    if (!after.yielded[c]) {
      after.layers.fill(0, to, to + this.perCell);
      return;
    }
    const { sx, sy, sz } = this.mirror!.plates[this.mesh.cellPlate[c]!]!;
    const signs = [1, 1, sx * sy, sx * sz, sy * sz, 1];
    const layers = this.rule.z.length;
    for (let p = 0; p < POINTS; p += 1) {
      const q = pointAcross(p, sx, sy);
      for (let l = 0; l < layers; l += 1) {
        const [a, b] = [from + p * this.perPoint + l * LAYER, to + q * this.perPoint + (sz > 0 ? l : layers - 1 - l) * LAYER];
        for (let i = 0; i < LAYER; i += 1) after.layers[b + i] = signs[i]! * after.layers[a + i]!;
      }
    }
  }

  /** Forces of a cell that is elastic now. */
  private elastic(c: number, place: number, steel: Steel | null, before: Memory, after: Memory): void {
    let n = place * TRIANGLE;
    for (let a = 0; a < CELL; a += 1) {
      let sum = 0;
      for (let b = 0; b < a; b += 1, n += 1) {
        sum += this.K[n]! * own[b]!;
        forces[b]! += this.K[n]! * own[a]!;
      }
      forces[a]! += sum + this.K[n]! * own[a]!;
      n += 1;
    }
    if (steel !== null && before.yielded[c]) {
      const layers = c * this.perCell;
      after.layers.set(before.layers.subarray(layers, layers + this.perCell), layers);
      after.yielded[c] = 1;
    }
    // What was plastic within the step and is not at its end is as before.
    else if (steel !== null) after.layers.fill(0, c * this.perCell, (c + 1) * this.perCell);
  }

  /** Forces of a cell that yields, and what its stiffness differs by. */
  private plastic(c: number, place: number, steel: Steel, before: Memory, after: Memory, matrix: Float64Array | null): void {
    const { mesh } = this;
    const { t } = mesh.plates[mesh.cellPlate[c]!]!;
    if (matrix) difference.fill(0);
    this.strainsOfOwn(c, points);
    for (let p = 0; p < POINTS; p += 1) {
      const at = c * this.perCell + p * this.perPoint;
      if (section(points, p * STRAINS, t, steel, this.rule, before.layers, at, after.layers, at)) after.yielded[c] = 1;
      const area = mesh.areas[c * POINTS + p]!;
      const base = c * B_SIZE + p * STRAINS * CELL;
      for (let k = 0; k < STRAINS; k += 1) {
        const r = resultants[k]! * area;
        for (let a = 0; a < CELL; a += 1) forces[a]! += mesh.B[base + k * CELL + a]! * r;
      }
      if (matrix) addStiffness(mesh.B, base, stiffness, 0, area, difference, 0);
    }
    if (before.yielded[c]) after.yielded[c] = 1;
    if (matrix) {
      for (let k = 0; k < TRIANGLE; k += 1) difference[k]! -= this.K[place * TRIANGLE + k]!;
      this.assembly.addCell(matrix, place, difference, 0);
    }
  }

  private strainsOfOwn(c: number, into: Float64Array): void {
    const { B } = this.mesh;
    for (let r = 0; r < POINTS * STRAINS; r += 1) {
      const at = c * B_SIZE + r * CELL;
      let sum = 0;
      for (let k = 0; k < CELL; k += 1) sum += B[at + k]! * own[k]!;
      into[r] = sum;
    }
  }

  /** Whether a cell that never yielded stays under yield at both faces: then it does all through, because the squared stress is convex. */
  private isElastic(c: number, steel: Steel, t: number, before: Memory): boolean {
    if (before.yielded[c]) return false;
    this.strainsOfOwn(c, points);
    for (let p = 0; p < POINTS; p += 1)
      for (const z of [-t / 2, t / 2]) if (elasticSquare(points, p * STRAINS, steel, z) > steel.fy ** 2) return false;
    return true;
  }

  /** Stiffness of a state with all steel elastic, contact and links as they stand. */
  elasticMatrix(u: Float64Array, memory: Memory, assembly = this.assembly): Float64Array {
    const matrix = assembly === this.assembly ? this.constant.slice() : this.constantPart(assembly);
    const F = new Float64Array(this.n);
    const after = { ...memory, links: memory.links.slice() };
    for (const l of this.others) this.link(l, u, memory, after, { matrix, assembly }, F);
    return matrix;
  }

  /** Forces in the plane of the plates of a state, N/mm in ex, ey and between them, point by point of each cell. */
  membranes(u: Float64Array, memory: Memory, each: (cell: number, point: number, N: ArrayLike<number>) => void): void {
    const { mesh } = this;
    const scratch: Memory = { ...memory, layers: memory.layers.slice() };
    for (let c = 0; c < mesh.cellPlate.length; c += 1) {
      const plate = mesh.plates[mesh.cellPlate[c]!]!;
      const steel = this.steels[mesh.cellPlate[c]!] ?? { E: plate.E, nu: plate.nu, fy: Infinity, H: 0 };
      this.strains(u, c, points);
      for (let p = 0; p < POINTS; p += 1) {
        const at = c * this.perCell + p * this.perPoint;
        section(points, p * STRAINS, plate.t, steel, this.rule, memory.layers, at, scratch.layers, at);
        each(c, p, resultants);
      }
    }
  }

  /** Displacements of the components of a link. */
  displacements(l: Link, u: Float64Array, into: Float64Array): void {
    const { unknowns, rows } = this.rows.get(l)!;
    const width = unknowns.length;
    for (let c = 0, n = 0; c < l.n; c += 1) {
      let d = l.gap[c]!;
      for (let k = 0; k < width; k += 1, n += 1) d += rows[n]! * u[unknowns[k]!]!;
      into[c] = d;
    }
  }

  private link(
    { of: l, twin }: Worked<Link>,
    u: Float64Array,
    before: Memory,
    after: Memory,
    into: { readonly matrix: Float64Array; readonly assembly: Assembly } | null,
    F: Float64Array,
  ): number {
    const { unknowns, rows } = this.rows.get(l)!;
    this.displacements(l, u, moved);
    answer(l.law, moved, before.links, after.links, l.state);
    const width = unknowns.length;
    let square = 0;
    for (let c = 0, n = 0; c < l.n; c += 1) {
      const q = force[c]!;
      square += q * q;
      for (let k = 0; k < width; k += 1, n += 1) F[unknowns[k]!]! += rows[n]! * q;
    }
    if (into) into.assembly.addLink(into.matrix, l);
    if (twin) {
      const { signs } = this.mirror!.links.get(l)!;
      for (let k = 0; k < stateOf(l.law); k += 1) after.links[twin.state + k] = (signs[k] ?? 1) * after.links[l.state + k]!;
    }
    return square;
  }

  private cellStiffness(): Float64Array {
    const { mesh } = this;
    const K = new Float64Array(this.cells.length * TRIANGLE);
    this.cells.forEach(({ of: c }, k) => {
      const section = this.sections[mesh.cellPlate[c]!]!;
      for (let p = 0; p < POINTS; p += 1)
        addStiffness(mesh.B, c * B_SIZE + p * STRAINS * CELL, section, 0, mesh.areas[c * POINTS + p]!, K, k * TRIANGLE);
    });
    return K;
  }

  /** Every cell as it is elastic, and every linear link. */
  private constantPart(assembly: Assembly): Float64Array {
    const A = assembly.matrix();
    for (let k = 0; k < this.cells.length; k += 1) assembly.addCell(A, k, this.K, k * TRIANGLE);
    const nothing = new Float64Array(8);
    for (const { of: l } of this.linear) {
      moved.fill(0);
      answer(l.law, moved, nothing, nothing, 0);
      assembly.addLink(A, l);
    }
    return A;
  }

  private forces(): Uint8Array {
    const { first, sizes } = this.numbering;
    const { plateOf } = this.mesh;
    const out = new Uint8Array(this.n).fill(1);
    for (let v = 0; v < sizes.length; v += 1) {
      const node = v < plateOf.length;
      const turns = node || this.ties.links.extras[v - plateOf.length]!.turns;
      if (turns) for (let k = 3; k < sizes[v]!; k += 1) out[first[v]! + k] = 0;
    }
    return out;
  }

  /** Displacement in space of a node. */
  moveOf(u: Float64Array, node: number): Vec {
    const p = this.mesh.plates[this.mesh.plateOf[node]!]!;
    const at = this.numbering.first[node]!;
    return inSpace(p, u[at]!, u[at + 1]!, u[at + 2]!);
  }
}

// Work space of one thread.
const own = new Float64Array(CELL);
const points = new Float64Array(POINTS * STRAINS);
const forces = new Float64Array(CELL);
const difference = new Float64Array(TRIANGLE);
const moved = new Float64Array(5);
