import { Refusal } from '../refusal.ts';
import type { Law, Link } from './link.ts';
import { isLap, isSolid, locate, nodesAlong, placeAt, placeIn, toeOf, type Mesh, type MeshPlate } from './mesh.ts';
import { filletStrength, type BedInput, type FieldModel, type HoldInput, type SectionInput, type WeldInput } from './model.ts';
import { boltPart } from './bolts.ts';
import { boxOf, contains, distance } from './outline.ts';
import { nameOf, NEVER, type Part, type WeldPiece } from './parts.ts';
import { Links, type Row } from './rows.ts';
import { cross, dot, length, placeOn, plus, square, times, unit, type Vec } from './vector.ts';

export interface Tied {
  readonly links: Links;
  readonly parts: readonly Part[];
  /** Vertex of each loaded section. */
  readonly sections: ReadonlyMap<string, number>;
  /** Links that hold the model to the ground. */
  readonly grounded: ReadonlySet<Link>;
}

/** Stiffness of a fillet weld, N/mm per mm of its length: an engineering choice, on which little depends. */
const WELD = 80_000;
const BUTT = 210_000;
const STIFF = 100;
/** Of an edge that bears: a few times that of the welds beside it, so that they are left to what pulls. */
const BEARS = 10;
const TOUCH = 0.6;

/** Links of a model over its mesh. Throws a Refusal that names what does not meet. */
export function tied(model: FieldModel, mesh: Mesh): Tied {
  const links = new Links(mesh);
  const parts: Part[] = [];
  const grounded = new Set<Link>();
  const plates = new Map(mesh.plates.map((p) => [p.name, p]));
  const sections = new Map<string, number>();
  const make = (part: (of: number) => Part): void => {
    const made = part(parts.length);
    if ('ground' in made && made.ground) made.links.forEach((l) => grounded.add(l));
    parts.push(made);
  };
  for (const w of model.welds) make((of) => weldPart(links, plates.get(w.a)!, plates.get(w.b)!, w, of));
  for (const b of model.bolts)
    make((of) =>
      boltPart(
        links,
        b.plies.map((p) => plates.get(p)!),
        b,
        of,
        grounded,
      ),
    );
  if (model.contact) for (const [p, q] of touching(mesh.plates)) make((of) => contactPart(links, p, q, of));
  for (const b of model.beds) {
    const p = plates.get(b.plate)!;
    make((of) => bedPart(links, p, b, of));
  }
  for (const s of model.sections)
    make((of) =>
      sectionPart(
        links,
        s.plates.map((p) => plates.get(p)!),
        s,
        of,
        sections,
      ),
    );
  for (const s of model.sections)
    if (!s.fixed && s.held.length) make((of) => guidePart(links, sections.get(s.name)!, s, plates.get(s.plates[0]!)!, of));
  for (const h of model.holds)
    make((of) =>
      holdPart(
        links,
        h.plates.map((p) => plates.get(p)!),
        h,
        of,
      ),
    );
  if (!grounded.size)
    throw new Refusal('sections', 'sections: nothing holds the model; accepted is a fixed section, a hold, a bed or an anchor.');
  const fault = links.faults((link) => !grounded.has(link)).find((f) => f.size > 1e-6);
  if (fault) throw new Refusal('model', `model: ${nameOf(parts[fault.link.of]!)} does not turn with what it joins.`);
  return { links, parts, sections, grounded };
}
function bedPart(links: Links, p: MeshPlate, b: BedInput, of: number): Part {
  const { mesh } = links;
  const under = p.nodes.filter((n) => onBed(mesh, b.outline, n));
  const along = (n: number, d: Vec, s: number): Row => {
    const row: Row = new Map();
    links.node(row, p, n, d, s);
    return row;
  };
  const presses = under.map((n) => {
    const A = mesh.tributary[n]!;
    const limit = b.f === undefined ? NEVER : b.f * A;
    return links.add(of, { type: 'compression', k: b.k * A, limit, slope: 1e-6 }, [along(n, p.ez, -b.side)]);
  });
  const grips = (b.grip === undefined ? [] : under).map((n) => {
    const k = b.grip! * mesh.tributary[n]!;
    return links.add(of, { type: 'linear', k: [k, k] }, [along(n, p.ex, 1), along(n, p.ey, 1)]);
  });
  return { kind: 'bed', plate: b.plate, presses, places: under, links: [...presses, ...grips], ground: true };
}

/** Whether a bed is under a node. */
const onBed = ({ local }: Mesh, outline: BedInput['outline'], n: number): boolean => {
  const [x, y] = [local[2 * n]!, local[2 * n + 1]!];
  return !outline || contains(outline, x, y) || distance(outline, x, y) < 0.01;
};

/** Least length of the cells under a line, along it. */
function cellAlong(plate: MeshPlate, p0: Vec, p1: Vec): number {
  const dir = unit(plus(p1, p0, -1));
  const [dx, dy] = [Math.abs(dot(dir, plate.ex)), Math.abs(dot(dir, plate.ey))];
  let least = Infinity;
  const [xs, ys] = [plate.grid!.xs, plate.grid!.ys];
  for (let i = 0; i <= 24; i += 1) {
    const [x, y] = placeIn(plate, plus(p0, plus(p1, p0, -1), (i + 0.5) / 25));
    const { column: a, row: b } = locate(plate, x, y);
    least = Math.min(least, (xs[a + 1]! - xs[a]!) / Math.max(dx, 1e-9), (ys[b + 1]! - ys[b]!) / Math.max(dy, 1e-9));
  }
  return least;
}

/** A weld line on its plates: its direction, the normal of the face towards a, where a is, and the length of one piece. */
interface WeldLine {
  readonly links: Links;
  readonly of: number;
  readonly a: MeshPlate;
  readonly b: MeshPlate;
  readonly w: WeldInput;
  readonly dir: Vec;
  readonly f: Vec;
  readonly middle: Vec;
  readonly l: number;
}

function weldPart(links: Links, a: MeshPlate, b: MeshPlate, w: WeldInput, of: number): Part {
  if (!a.grid || !b.grid) throw new Refusal('welds', `welds: ${w.name} joins a plate whose cells follow a slanting outline.`);
  const L = length(plus(w.p1, w.p0, -1));
  if (!(L > 1)) throw new Refusal('welds', `welds: ${w.name} is ${L.toFixed(1)} mm long; accepted is more than 1 mm.`);
  const dir = unit(plus(w.p1, w.p0, -1));
  for (const p of [w.p0, w.p1]) meets(a, b, w, p);
  const [x0, y0, x1, y1] = boxOf(a.outline);
  const middle = placeOn(a, (x0 + x1) / 2, (y0 + y1) / 2);
  const above = placeIn(b, isLap(a, b) ? a.origin : middle)[2] >= 0 ? 1 : -1;
  const f = times(b.ez, above);
  // The edge ends on the face of b; drawn to its mid-plane it is the same edge.
  const onFace = (P: Vec): Vec => (w.type === 'seam' ? P : plus(P, f, b.t / 2 - above * placeIn(b, P)[2]));
  const n = Math.max(1, Math.ceil(L / Math.min(cellAlong(a, w.p0, w.p1), cellAlong(b, w.p0, w.p1)) - 1e-6));
  const line: WeldLine = { links, of, a, b, w, dir, f, middle, l: L / n };
  const pieces = Array.from({ length: n }, (_, i): WeldPiece[] => {
    const at = (i + 0.5) * line.l;
    const place = onFace(plus(w.p0, dir, at));
    return linksAt(line, place).map(([side, link, out]) => ({ link, at, l: line.l, side, place, along: dir, out }));
  }).flat();
  return { kind: 'weld', weld: w, pieces, t_a: a.t };
}

/** Displacement of plate a against plate b at a point, along a direction. */
function between({ links, a, b }: WeldLine, at: Vec, along: Vec): Row {
  const row: Row = new Map();
  links.point(row, a, at, along, 1);
  links.point(row, b, at, along, -1);
  return row;
}

/** Links of one piece of a weld, by the side of plate a that they are on, each with the way away from it. */
function linksAt(line: WeldLine, P: Vec): [1 | -1 | 0, Link, Vec][] {
  const { links, of, a, b, w, dir, f, middle, l } = line;
  if (w.type === 'seam') return [[0, seamAt(line, P), f]];
  const k = (w.type === 'butt' ? BUTT : WELD) * l;
  const law: Law =
    w.type === 'butt' || w.strong
      ? { type: 'linear', k: [k, k, k] }
      : { type: 'ellipsoid', k, c: [2, 2, 3], R: w.throat! * l * filletStrength(w) };
  const toe = (Q: Vec, o: Vec): Link => {
    const [d1, d2] = throat(f, o);
    return links.add(of, law, [between(line, Q, d1), between(line, Q, d2), between(line, Q, dir)]);
  };
  if (isLap(a, b)) {
    // Away from the body of a.
    const across = cross(f, dir);
    const away = dot(plus(middle, P, -1), across) > 0 ? times(across, -1) : across;
    return [[0, toe(P, away), away]];
  }
  const lat = unit(plus(plus(a.ez, dir, -dot(a.ez, dir)), f, -dot(a.ez, f)));
  const e = toeOf(w, a);
  if (w.bears)
    links.add(of, { type: 'compression', k: BEARS * Math.max(a.E, b.E) * l, limit: NEVER, slope: 1 }, [between(line, P, f)]);
  if (w.type === 'fillet' && w.sides === 2) {
    // Between its toes the plate turns as one.
    const row: Row = new Map();
    links.turn(row, b, plus(P, lat, e), dir, 1);
    links.turn(row, b, plus(P, lat, -e), dir, -1);
    links.add(of, { type: 'linear', k: [k * e * e] }, [row]);
  }
  return (w.sides === 2 ? ([1, -1] as const) : [w.sides]).map((side) => {
    const away = times(lat, side);
    return [side, toe(plus(P, away, e), away), away];
  });
}

/** Edge on edge: what moves and what turns about the line. */
function seamAt(line: WeldLine, P: Vec): Link {
  const { links, of, a, b, dir, l } = line;
  const row: Row = new Map();
  links.turn(row, a, P, dir, 1);
  links.turn(row, b, P, dir, -1);
  const k = STIFF * Math.max(a.E, b.E) * l;
  const t = Math.min(a.t, b.t);
  const moves = [dir, ...square(dir)].map((d) => between(line, P, d));
  return links.add(of, { type: 'linear', k: [k, k, k, (k * t * t) / 12] }, [...moves, row]);
}
/** Half-way between the face and the way from the plate to its weld, and square to that. */
const throat = (f: Vec, o: Vec): readonly [Vec, Vec] => [times(plus(f, o), Math.SQRT1_2), times(plus(f, o, -1), Math.SQRT1_2)];

/** Refuses an end of a weld that is off the plates that it joins. */
function meets(a: MeshPlate, b: MeshPlate, w: WeldInput, p: Vec): void {
  const off = (plate: MeshPlate, gap: number): never => {
    throw new Refusal('welds', `welds: ${w.name} does not meet plate ${plate.name} (gap ${gap.toFixed(1)} mm).`);
  };
  const onB = placeIn(b, p);
  const through = Math.abs(onB[2]) - b.t / 2;
  if (through > 1) off(b, through);
  if (!isSolid(b, onB[0], onB[1], 1.5)) off(b, distance(b.outline, onB[0], onB[1]));
  const onA = placeIn(a, p);
  if (!isLap(a, b) && Math.abs(onA[2]) > a.t / 2 + 1) off(a, Math.abs(onA[2]) - a.t / 2);
  const gap = distance(a.outline, onA[0], onA[1]);
  if (gap > b.t / 2 + 1.5 && !isLap(a, b)) off(a, gap);
}

/** Pairs of parallel plates whose faces touch. */
function touching(plates: readonly MeshPlate[]): [MeshPlate, MeshPlate][] {
  const out: [MeshPlate, MeshPlate][] = [];
  plates.forEach((p, i) =>
    plates.slice(i + 1).forEach((q) => {
      if (!p.grid || !q.grid || Math.abs(dot(p.ez, q.ez)) < 0.9999) return;
      const gap = Math.abs(placeIn(p, q.origin)[2]) - (p.t + q.t) / 2;
      if (Math.abs(gap) <= TOUCH) out.push([p, q]);
    }),
  );
  return out;
}

function contactPart(links: Links, p: MeshPlate, q: MeshPlate, of: number): Part {
  const { mesh } = links;
  const mean = (x: MeshPlate): number => x.nodes.reduce((s, n) => s + mesh.tributary[n]!, 0) / x.nodes.length;
  const [a, b] = mean(p) <= mean(q) ? [p, q] : [q, p];
  const away = placeIn(a, b.origin)[2] >= 0 ? a.ez : times(a.ez, -1);
  const k = (2 * a.E) / (a.t + b.t);
  const places = a.nodes.filter((n) => {
    const [x, y] = placeIn(b, placeAt(mesh, n));
    return isSolid(b, x, y) && mesh.tributary[n]! > 0;
  });
  const presses = places.map((n) => {
    const X = placeAt(mesh, n);
    const row: Row = new Map();
    links.point(row, b, X, away, 1);
    links.node(row, a, n, away, -1);
    return links.add(of, { type: 'compression', k: k * mesh.tributary[n]!, limit: NEVER, slope: 1 }, [row]);
  });
  return { kind: 'contact', a: a.name, b: b.name, presses, places, links: presses };
}

/** Nodes of a plate on a plane, with the length of the edge that belongs to each. */
function nodesOn({ mesh }: Links, p: MeshPlate, point: Vec, normal: Vec): ReadonlyMap<number, number> {
  const n = unit(normal);
  return nodesAlong(mesh, p, (node) => Math.abs(dot(plus(placeAt(mesh, node), point, -1), n)) < 0.5);
}

function sectionPart(
  links: Links,
  plates: readonly MeshPlate[],
  s: SectionInput,
  of: number,
  sections: Map<string, number>,
): Part {
  const AXES: readonly Vec[] = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ];
  const vertex = s.fixed ? -1 : links.extra({ size: 6, place: s.point, directions: [...AXES, ...AXES], turns: true });
  if (!s.fixed) sections.set(s.name, vertex);
  const made = plates.flatMap((p) => {
    const nodes = nodesOn(links, p, s.point, s.normal);
    if (!nodes.size) throw new Refusal('sections', `sections: section ${s.name} meets no edge of plate ${p.name}.`);
    return [...nodes].map(([n, l]) => {
      const X = placeAt(links.mesh, n);
      const moves = [p.ex, p.ey, p.ez].map((d): Row => {
        const row: Row = new Map();
        links.node(row, p, n, d, 1);
        if (vertex >= 0) links.withSection(row, vertex, X, d, -1);
        return row;
      });
      const turns = [p.ex, p.ey].map((d): Row => {
        const row: Row = new Map();
        links.turnNode(row, p, n, d, 1);
        if (vertex >= 0) links.turnSection(row, vertex, d, -1);
        return row;
      });
      const k = STIFF * p.E * l;
      const kr = (k * p.t * p.t) / 12;
      return links.add(of, { type: 'linear', k: [k, k, k, kr, kr] }, [...moves, ...turns]);
    });
  });
  return { kind: 'section', section: s, links: made, ground: s.fixed };
}

/** What keeps a section that is not fixed from moving and turning in some ways. */
function guidePart(links: Links, vertex: number, s: SectionInput, { E }: MeshPlate, of: number): Part {
  const made = s.held.map((what) => {
    const turns = what.startsWith('r');
    const d = axisOf(what);
    const row: Row = new Map();
    if (turns) links.turnSection(row, vertex, d, 1);
    else links.withSection(row, vertex, s.point, d, 1);
    // As stiff as a metre of cut plate on its edge, or turning a metre away.
    const k = STIFF * E * 1e3 * (turns ? 1e6 : 1);
    return links.add(of, { type: 'linear', k: [k] }, [row]);
  });
  return { kind: 'hold', links: made, ground: true };
}
const axisOf = (what: string): Vec => {
  const k = 'xyz'.indexOf(what.at(-1)!);
  return [k === 0 ? 1 : 0, k === 1 ? 1 : 0, k === 2 ? 1 : 0];
};

function holdPart(links: Links, plates: readonly MeshPlate[], h: HoldInput, of: number): Part {
  const made = plates.flatMap((p) => {
    const nodes = nodesOn(links, p, h.point, h.normal);
    if (!nodes.size) throw new Refusal('holds', `holds: a hold meets no edge of plate ${p.name}.`);
    return [...nodes].flatMap(([n, l]) =>
      h.held.flatMap((what) => {
        const turns = what.startsWith('r');
        const d = axisOf(what);
        // A plate does not turn about its own normal.
        if (turns && Math.abs(dot(d, p.ez)) > 0.999) return [];
        const row: Row = new Map();
        if (turns) links.turnNode(row, p, n, d, 1);
        else links.node(row, p, n, d, 1);
        const stiffness = STIFF * p.E * l * (turns ? (p.t * p.t) / 12 : 1);
        return [links.add(of, { type: 'linear', k: [stiffness] }, [row])];
      }),
    );
  });
  return { kind: 'hold', links: made, ground: true };
}
