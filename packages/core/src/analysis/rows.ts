import { NODE, shape } from './element.ts';
import { locate, placeAt, placeIn, type Mesh, type MeshPlate } from './mesh.ts';
import { stateOf, type Law, type Link } from './link.ts';
import { cross, dot, length, plus, times, type Vec } from './vector.ts';

/** Coefficients of one component of a link: by vertex, those of its unknowns. */
export type Row = Map<number, Float64Array>;

/** What else than nodes has unknowns: a loaded section (displacement and rotation), or the sides of a shear plane of a bolt. */
export interface Extra {
  readonly size: number;
  readonly place: Vec;
  /** Directions of its unknowns; the last three of a section are rotations. */
  readonly directions: readonly Vec[];
  readonly turns: boolean;
  /** Of a shear plane: the plate with which each of its unknowns moves. */
  readonly plates?: readonly MeshPlate[];
}

/** Gathers links between points of plates; all of them are made of two rows. */
export class Links {
  readonly links: Link[] = [];
  readonly extras: Extra[] = [];
  private states = 0;

  constructor(readonly mesh: Mesh) {}

  /** Numbers that all links remember. */
  get stateSize(): number {
    return this.states;
  }
  get vertices(): number {
    return this.mesh.plateOf.length + this.extras.length;
  }
  sizeOf(vertex: number): number {
    const n = this.mesh.plateOf.length;
    return vertex < n ? NODE : this.extras[vertex - n]!.size;
  }
  /** A vertex of its own; answers its number. */
  extra(e: Extra): number {
    this.extras.push(e);
    return this.vertices - 1;
  }

  /** Displacement along dir of the point at P of a plate, also off its mid-plane. */
  point(row: Row, plate: MeshPlate, P: Vec, dir: Vec, s: number): void {
    const [x, y, z] = placeIn(plate, P);
    const at = locate(plate, x, y);
    const d = [dot(dir, plate.ex), dot(dir, plate.ey), dot(dir, plate.ez)] as const;
    shape(at.r, at.s).forEach((N, k) => {
      const c = this.of(row, this.mesh.corners[4 * at.cell + k]!);
      c[0]! += s * N * d[0];
      c[1]! += s * N * d[1];
      c[2]! += s * N * d[2];
      c[3]! += s * N * z * d[0];
      c[4]! += s * N * z * d[1];
    });
  }
  /** Rotation of a plate at P about an axis. */
  turn(row: Row, plate: MeshPlate, P: Vec, axis: Vec, s: number): void {
    const [x, y] = placeIn(plate, P);
    const at = locate(plate, x, y);
    shape(at.r, at.s).forEach((N, k) => this.turnNode(row, plate, this.mesh.corners[4 * at.cell + k]!, axis, s * N));
  }
  node(row: Row, plate: MeshPlate, node: number, dir: Vec, s: number): void {
    const c = this.of(row, node);
    c[0]! += s * dot(dir, plate.ex);
    c[1]! += s * dot(dir, plate.ey);
    c[2]! += s * dot(dir, plate.ez);
  }
  turnNode(row: Row, plate: MeshPlate, node: number, axis: Vec, s: number): void {
    const c = this.of(row, node);
    c[3]! += s * dot(axis, plate.ey);
    c[4]! -= s * dot(axis, plate.ex);
  }
  unknown(row: Row, vertex: number, k: number, s: number): void {
    this.of(row, vertex)[k]! += s;
  }
  /** Displacement along dir of a point that moves with a section. */
  withSection(row: Row, vertex: number, P: Vec, dir: Vec, s: number): void {
    const { place } = this.extras[vertex - this.mesh.plateOf.length]!;
    const arm = cross(plus(P, place, -1), dir);
    for (let k = 0; k < 3; k += 1) {
      this.unknown(row, vertex, k, s * dir[k]!);
      this.unknown(row, vertex, 3 + k, s * arm[k]!);
    }
  }
  turnSection(row: Row, vertex: number, axis: Vec, s: number): void {
    for (let k = 0; k < 3; k += 1) this.unknown(row, vertex, 3 + k, s * axis[k]!);
  }

  add(of: number, law: Law, rows: readonly Row[], gap: readonly number[] = []): Link {
    const vertices = Int32Array.from([...new Set(rows.flatMap((r) => [...r.keys()]))].sort((a, b) => a - b));
    const offsets = new Int32Array(vertices.length + 1);
    vertices.forEach((v, i) => (offsets[i + 1] = offsets[i]! + this.sizeOf(v)));
    const width = offsets[vertices.length]!;
    const numbers = new Float64Array(rows.length * width);
    rows.forEach((r, c) => vertices.forEach((v, i) => r.has(v) && numbers.set(r.get(v)!, c * width + offsets[i]!)));
    const link: Link = {
      ...{ law, of, n: rows.length, vertices, offsets, rows: numbers },
      gap: Float64Array.from(rows, (_, c) => gap[c] ?? 0),
      state: this.states,
    };
    this.states += stateOf(law);
    this.links.push(link);
    return link;
  }

  private of(row: Row, vertex: number): Float64Array {
    let c = row.get(vertex);
    if (!c) row.set(vertex, (c = new Float64Array(this.sizeOf(vertex))));
    return c;
  }

  /** Unknowns of every vertex in a rigid movement: displacement U and rotation W about the origin. */
  rigid(U: Vec, W: Vec): Float64Array[] {
    const { mesh } = this;
    const at = (X: Vec): Vec => plus(U, cross(W, X));
    const nodes = [...mesh.plateOf].map((p, n) => {
      const plate = mesh.plates[p]!;
      const u = at(placeAt(mesh, n));
      return Float64Array.from([dot(u, plate.ex), dot(u, plate.ey), dot(u, plate.ez), dot(W, plate.ey), -dot(W, plate.ex)]);
    });
    const extras = this.extras.map((e) =>
      Float64Array.from(e.directions, (d, k) => (e.turns && k >= 3 ? dot(d, W) : dot(d, at(e.place)))),
    );
    return [...nodes, ...extras];
  }

  /** Largest displacement of each link in rigid movements of the whole, per displacement of the farthest point: nothing, where the link is right. */
  faults(of: (link: Link) => boolean): { readonly link: Link; readonly size: number }[] {
    const { mesh } = this;
    const E: readonly Vec[] = [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ];
    let reach = 1;
    for (let n = 0; n < mesh.plateOf.length; n += 1) reach = Math.max(reach, length(placeAt(mesh, n)));
    const moves = [...E.map((e) => this.rigid(e, [0, 0, 0])), ...E.map((e) => this.rigid([0, 0, 0], times(e, 1 / reach)))];
    return this.links.filter(of).map((link) => {
      const width = link.offsets[link.vertices.length]!;
      let size = 0;
      for (const all of moves)
        for (let c = 0; c < link.n; c += 1) {
          let d = 0;
          link.vertices.forEach((v, i) => all[v]!.forEach((u, j) => (d += link.rows[c * width + link.offsets[i]! + j]! * u)));
          size = Math.max(size, Math.abs(d));
        }
      return { link, size };
    });
  }
}
