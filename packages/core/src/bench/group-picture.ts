import { path, text, type Item } from '../drawing/index.ts';
import type { Point } from '../detail/solid.ts';
import type { Units } from '../units/system.ts';
import type { ToolPicture } from './tool.ts';

/** A load on a group in its plane, kN and kNm, at a place, mm. */
export interface Load {
  readonly V_x: number;
  readonly V_z: number;
  readonly x_a: number;
  readonly z_a: number;
  readonly M: number;
}
/** An arrow of this length along a force, on the picture. */
function arrow(from: Point, [fx, fz]: Point, length: number, failing = false): Item[] {
  const f = Math.hypot(fx, fz);
  if (f < 1e-9 || length < 0.5) return [];
  const [dx, dy] = [fx / f, -fz / f];
  const tip: Point = [from[0] + dx * length, from[1] + dy * length];
  const head = (k: number): Point => [tip[0] - dx * 2.4 + dy * 0.8 * k, tip[1] - dy * 2.4 - dx * 0.8 * k];
  return [
    path([from, tip], failing ? 'failure-thin' : 'outline'),
    path([tip, head(1), head(-1)], 'none', true, failing ? 'failure' : 'ink'),
  ];
}

/** A frame of this size that holds all of these places. */
function frameOf(all: readonly Point[], width: number, height: number): (p: Point) => Point {
  const [x1, x2] = [Math.min(...all.map((p) => p[0])), Math.max(...all.map((p) => p[0]))];
  const [z1, z2] = [Math.min(...all.map((p) => p[1])), Math.max(...all.map((p) => p[1]))];
  const scale = Math.max((x2 - x1) / (width - 60), (z2 - z1) / (height - 50), 0.5);
  return ([x, z]) => [width / 2 + (x - (x1 + x2) / 2) / scale, height / 2 - (z - (z1 + z2) / 2) / scale];
}

/** A bolt, or a place of a weld, with its force; the size of it on the side that the arrow leaves free. */
function loadedPoint(
  u: Units,
  c: Point,
  force: Point,
  { size, length, worst, bolt, named }: { size: number; length: number; worst: boolean; bolt: boolean; named: boolean },
): Item[] {
  const f = (size || 1) / (worst ? 1.4 : 1);
  return [
    ...(bolt ? [{ k: 'circle', at: c, r: 1.7, line: 'outline', fill: 'paper' } as const] : []),
    ...arrow(c, force, length, worst),
    ...(named
      ? [
          text([c[0] - (6.5 * force[0]) / f, c[1] + (4.6 * force[1]) / f + 1], u.figure(size, 'kN'), {
            size: 2.8,
            anchor: 'middle',
            style: worst ? 'failure' : 'muted',
            bold: worst,
          }),
        ]
      : []),
  ];
}

const cross = ([x, y]: Point): Item[] => [
  path(
    [
      [x - 3, y],
      [x + 3, y],
    ],
    'centre',
  ),
  path(
    [
      [x, y - 3],
      [x, y + 3],
    ],
    'centre',
  ),
];

/** The load at its place: its force and its moment. */
function loadDrawn(u: Units, a: Point, load: Load): Item[] {
  const V = Math.hypot(load.V_x, load.V_z);
  const [dx, dy] = V > 0 ? [load.V_x / V, -load.V_z / V] : [0, 0];
  const turned = load.M > 0 ? 'anticlockwise' : 'clockwise';
  return [
    ...(V > 0
      ? [
          ...arrow([a[0] - dx * 18, a[1] - dy * 18], [load.V_x, load.V_z], 18),
          text([a[0] - dx * 18 + 2, a[1] - dy * 18 + (dy < 0 ? 4 : -1.5)], u.quantity(V * 1e3, 'kN'), { size: 3.2, bold: true }),
        ]
      : []),
    ...(load.M !== 0
      ? [text([a[0] + 3, a[1] - 4], `${u.quantity(Math.abs(load.M) * 1e6, 'kNm')} ${turned}`, { size: 3.2, bold: true })]
      : []),
  ];
}

/** The group to scale with the force on each bolt as an arrow, the worst one ringed. */
export function groupPicture(
  u: Units,
  points: readonly Point[],
  forces: readonly Point[],
  sizes: readonly number[],
  worst: number,
  centre: Point,
  load: Load,
  runs: readonly (readonly [Point, Point])[] = [],
  /** Where the group turns about, where that is not its centroid. */
  turn: Point | null = null,
): ToolPicture {
  const all = [...points, [load.x_a, load.z_a] as const, ...runs.flat(), ...(turn ? [turn] : [])];
  const [width, height] = [150, 110];
  const at = frameOf(all, width, height);
  const largest = Math.max(...sizes, 1e-9);
  const bolts = !runs.length;
  const named = bolts && points.length <= 40;
  const [w, o, a] = [at(points[worst]!), at(centre), at([load.x_a, load.z_a])];
  const ic = turn && at(turn);
  return {
    width,
    height,
    items: [
      ...runs.map(([from, to]) => path([at(from), at(to)], 'outline')),
      ...points.flatMap((p, k) => {
        const [size, length] = [sizes[k]!, (14 * sizes[k]!) / largest];
        return loadedPoint(u, at(p), forces[k]!, { size, length, worst: k === worst, bolt: bolts, named });
      }),
      { k: 'circle', at: w, r: 3.4, line: 'failure' },
      ...(bolts
        ? []
        : [text([w[0] + 4.4, w[1] + 4.4], u.quantity(sizes[worst]!, 'N/mm'), { size: 2.8, style: 'failure', bold: true })]),
      ...cross(o),
      ...loadDrawn(u, a, load),
      path([a, o], 'hidden'),
      ...(ic
        ? [
            { k: 'circle', at: ic, r: 1.4, line: 'centre' } as const,
            text([ic[0] + 2.4, ic[1] - 1.6], 'IC', { size: 2.8, style: 'muted' }),
          ]
        : []),
    ],
  };
}
