import type { Combination } from '../../actions/combination.ts';
import { Marker, type Mark } from '../../detail/mark.ts';
import type { Point } from '../../detail/solid.ts';
import { edgeDistance, type Edge } from '../../standards/anchorage.ts';
import type { BaseFlow } from './flow.ts';
import type { BaseModel } from './model.ts';
import { coneSides, coneSquares } from './shapes.ts';
import { drawnBlock, flat } from './solid.ts';

/** What the paths of a base run along: x is z of the base, y its y, z the height over the underside of the plate, mm. */
export function placesOf(m: BaseModel, flow: BaseFlow | null, c: Combination | null) {
  const { anchors: a, grout, plate } = m.input;
  const top = -grout.t;
  return {
    m,
    flow,
    top,
    bottom: top - a.h_ef,
    block: drawnBlock(m),
    all: m.anchors.map((_, i) => i),
    at: (i: number): Point => flat(m.anchors[i]!.y, m.anchors[i]!.z),
    V: { x: c?.V_z ?? 0, y: c?.V_y ?? 0 },
    /** On the plate and on the concrete, seen from above; upright, through the axis of the column and through an anchor. */
    onPlate: new Marker({ plane: 'xy', at: plate.t }),
    onBlock: new Marker({ plane: 'xy', at: top }),
    upright: new Marker({ plane: 'xz', at: 0 }),
    beside: (i: number): Marker => new Marker({ plane: 'xz', at: m.anchors[i]!.y }),
  };
}
export type Places = ReturnType<typeof placesOf>;

/** Where a face of the block lies: x or y of the drawing; null without one. */
export function faceAt(m: BaseModel, e: Edge): number | null {
  const { y1, y2, z1, z2 } = m.block;
  const at = { 'y-': y1, 'y+': y2, 'z-': z1, 'z+': z2 }[e];
  return Number.isFinite(at) ? at : null;
}
export const leastTo = ({ m, all }: Places, e: Edge): number =>
  Math.min(Infinity, ...all.map((i) => edgeDistance(m, e, m.anchors[i]!)));
/** Points given along and across a face, in x and y. */
export const facing = (e: Edge, points: readonly (readonly [along: number, across: number])[]): Point[] =>
  points.map(([v, u]): Point => (e[0] === 'y' ? [v, u] : [u, v]));

export const pieces = (on: Marker, list: readonly (readonly number[])[]): Mark[] =>
  list.map((q) => on.area(Array.from({ length: q.length / 2 }, (_, i) => flat(q[2 * i]!, q[2 * i + 1]!))));
export const pressedBy = ({ onPlate, flow }: Places): Mark[] =>
  pieces(
    onPlate,
    (flow?.bearing ?? []).map((x) => x.piece),
  );
export const ringsOf = ({ all, onPlate, at }: Places, r: number): Mark[] => all.map((i) => onPlate.ring(at(i), r));

export const coneOf = ({ m, flow, onBlock, upright }: Places): Mark[] =>
  flow
    ? [...coneSquares(m, flow.cones).map((p) => onBlock.area(p)), ...coneSides(m, flow.cones).map((p) => upright.area(p))]
    : [];

/** A row of anchors before a face, and its distance from it as it counts. */
interface EdgeBody {
  readonly edge: Edge;
  readonly front: readonly number[];
  readonly c_e: number;
}
/** The body that the shear breaks off at one face. */
export function edgeBody({ m, block: b, top, onBlock, upright }: Places, f: EdgeBody): Mark[] {
  const face = faceAt(m, f.edge)!;
  const inY = f.edge[0] === 'y';
  const places = f.front.map((i) => (inY ? m.anchors[i]!.z : m.anchors[i]!.y));
  const [v1, v2] = [Math.min(...places), Math.max(...places)];
  const start = m.anchors[f.front[0]!]!;
  const u = inY ? start.y : start.z;
  const [from, to] = inY ? [b.x1, b.x2] : [b.y1, b.y2];
  const body = facing(f.edge, [
    [v1, u],
    [v2, u],
    [Math.min(v2 + 1.5 * f.c_e, to), face],
    [Math.max(v1 - 1.5 * f.c_e, from), face],
  ]);
  const depth = Math.min(1.5 * f.c_e, b.H);
  const side: Point[] = [
    [u, top],
    [face, top],
    [face, top - depth],
  ];
  return [onBlock.area(body), ...(inY ? [] : [upright.area(side)])];
}

/** The body that a key breaks off at one face. */
export function keyBody({ m, block: b, top, onBlock, upright }: Places, e: Edge, face: number): Mark[] {
  const key = m.input.shear.key!;
  const front = (key.type === 'I' ? key.h! : key.t!) / 2;
  const c_1 = Math.abs(face) - front;
  const sign = e.endsWith('+') ? 1 : -1;
  const [from, to] = e[0] === 'y' ? [b.x1, b.x2] : [b.y1, b.y2];
  const body = facing(e, [
    [-key.b / 2, sign * front],
    [key.b / 2, sign * front],
    [Math.min(c_1 + key.b / 2, to), face],
    [Math.max(-c_1 - key.b / 2, from), face],
  ]);
  const side: Point[] = [
    [sign * front, top],
    [face, top],
    [face, Math.max(-key.depth - c_1, top - b.H)],
    [sign * front, -key.depth],
  ];
  return [onBlock.area(body), ...(e[0] === 'z' ? [upright.area(side)] : [])];
}
