import { Refusal } from '../refusal.ts';
import { inSpace, nodesAlong, placeIn, type Mesh, type MeshPlate } from './mesh.ts';
import type { FieldModel, LineInput } from './model.ts';
import { contains, distance } from './outline.ts';
import type { Row } from './rows.ts';
import type { Numbering } from './symmetry.ts';
import type { Tied } from './ties.ts';
import { cross, dot, length, plus, unit, type Vec } from './vector.ts';

/** Longest piece of a line of force between nodes, mm. */
const PIECE = 3;

/** Loads of a model at a multiple of one, on its unknowns: N at displacements, Nmm at rotations. Throws a Refusal of a line that is not on its plate. */
export function loadVector(model: FieldModel, mesh: Mesh, ties: Tied, { first, sizes }: Numbering): Float64Array {
  const f = new Float64Array(first[sizes.length]!);
  for (const l of model.loads) {
    const at = first[ties.sections.get(l.section)!]!;
    for (let k = 0; k < 3; k += 1) {
      f[at + k]! += l.F[k]!;
      f[at + 3 + k]! += l.M[k]!;
    }
  }
  const plateOf = (name: string) => mesh.plates.find((p) => p.name === name)!;
  const push = (node: number, q: Vec, s: number): void => {
    const p = mesh.plates[mesh.plateOf[node]!]!;
    [p.ex, p.ey, p.ez].forEach((d, k) => (f[first[node]! + k]! += s * dot(q, d)));
  };
  for (const { plate, q } of model.pressures) for (const n of plateOf(plate).nodes) push(n, q, mesh.tributary[n]!);
  for (const line of model.lines) {
    const p = plateOf(line.plate);
    const nodes = onNodes(mesh, p, line);
    if (nodes) for (const [n, l] of nodes) push(n, line.q, l);
    else for (const [vertex, c] of between(ties, p, line)) for (let k = 0; k < c.length; k += 1) f[first[vertex]! + k]! += c[k]!;
  }
  return f;
}

/** Nodes along a line with the length that each has of it; null where the line does not run along edges of cells. */
function onNodes(mesh: Mesh, p: MeshPlate, { p0, p1 }: LineInput): ReadonlyMap<number, number> | null {
  const [a, b] = [placeIn(p, p0), placeIn(p, p1)];
  const dir = unit([b[0] - a[0], b[1] - a[1], 0]);
  const L = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const found = nodesAlong(mesh, p, (n) => {
    const d: Vec = [mesh.local[2 * n]! - a[0], mesh.local[2 * n + 1]! - a[1], 0];
    const s = dot(d, dir);
    return Math.abs(cross(dir, d)[2]) < 0.01 && s > -0.01 && s < L + 0.01;
  });
  const covered = [...found.values()].reduce((s, l) => s + l, 0);
  return Math.abs(covered - L) < 1e-3 * L ? found : null;
}

/** A line of force across cells, piece by piece on the nodes round each. */
function between({ links }: Tied, p: MeshPlate, { p0, p1, q }: LineInput): Row {
  const way = plus(p1, p0, -1);
  const pieces = Math.max(8, Math.ceil(length(way) / PIECE));
  const [size, row] = [length(q), new Map() as Row];
  for (let i = 0; i < pieces; i += 1) {
    const at = plus(p0, way, (i + 0.5) / pieces);
    const [x, y] = placeIn(p, at);
    if (!contains(p.outline, x, y) && distance(p.outline, x, y) > 1)
      throw new Refusal('lines', `lines: a line of force of plate ${p.name} runs past it; accepted are lines on the plate.`);
    // On the mid-plane, as at nodes.
    const on = inSpace(p, x, y, 0);
    if (size > 0) links.point(row, p, plus(p.origin, on), unit(q), (size * length(way)) / pieces);
  }
  return row;
}
