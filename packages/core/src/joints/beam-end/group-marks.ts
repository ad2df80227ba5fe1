import type { Marker, Mark, Paths } from '../../detail/mark.ts';
import type { Point } from '../../detail/solid.ts';

/** An eccentric group of bolts as it carries a load: places from its first bolt, along the plane and up, mm. */
export interface LoadedGroup {
  /** Leg or plate whose bolts they are. */
  readonly of: 'web' | 'support';
  /** Checks that it is drawn for. */
  readonly ids: readonly string[];
  /** Instantaneous centre; null where there is none, or the group is worked elastically. */
  readonly at: Point | null;
  /** Force on each bolt as a share of the strength that it is worked by. */
  readonly forces: readonly Point[];
}

/** Furthest a centre is drawn from the middle of its bolts, in radii of the group: beyond, the radii are as good as parallel. */
const FURTHEST = 6;

/** An arrow from a bolt, its head two strokes. */
function arrow(on: Marker, [u, w]: Point, [x, y]: Point, head: number): Mark[] {
  const length = Math.hypot(x, y);
  if (length < 1e-9) return [];
  const [a, b] = [x / length, y / length];
  const tip: Point = [u + x, w + y];
  const barb = (side: 1 | -1): Point => [tip[0] - head * (a + side * 0.5 * b), tip[1] - head * (b - side * 0.5 * a)];
  return [on.line([[u, w], tip], 'force'), on.line([barb(1), tip, barb(-1)], 'force')];
}

/**
 * A group that turns: an arrow at each bolt in proportion to its force, the bolt that is loaded most filled, and the centre of rotation as a cross
 * with faint radii. `bolts` in the order of the forces, `R` radius of a hole.
 */
export function groupMarks(on: Marker, { at, forces }: LoadedGroup, bolts: readonly Point[], R: number): Mark[] {
  const sizes = forces.map((f) => Math.hypot(...f));
  const most = Math.max(...sizes);
  const middle: Point = [0, 1].map((k) => bolts.reduce((s, p) => s + p[k as 0 | 1], 0) / bolts.length) as unknown as Point;
  const reach = Math.max(3 * R, ...bolts.map((p) => Math.hypot(p[0] - middle[0], p[1] - middle[1])));
  const centre: Point | null = at && [bolts[0]![0] + at[0], bolts[0]![1] + at[1]];
  const near = centre && Math.hypot(centre[0] - middle[0], centre[1] - middle[1]) <= FURTHEST * reach ? centre : null;
  return [
    ...bolts.map((p, i) => on.ring(p, R, sizes[i]! >= most * (1 - 1e-9) ? 'failure-soft' : undefined)),
    ...bolts.flatMap((p, i) => arrow(on, p, [(forces[i]![0] / most) * 4 * R, (forces[i]![1] / most) * 4 * R], R)),
    ...(near ? [...bolts.map((p) => on.line([near, p], 'failure-thin')), ...cross(on, near, R)] : []),
  ];
}

const cross = (on: Marker, [u, w]: Point, r: number): Mark[] => [
  on.line(
    [
      [u - r, w],
      [u + r, w],
    ],
    'force',
  ),
  on.line(
    [
      [u, w - r],
      [u, w + r],
    ],
    'force',
  ),
];

/** The paths of the checks that groups are drawn for. */
export const groupPaths = (groups: readonly LoadedGroup[], draw: (group: LoadedGroup) => Mark[]): Paths =>
  Object.fromEntries(
    groups.flatMap((group) => {
      const marks = draw(group);
      return group.ids.map((id) => [id, marks]);
    }),
  );
