import { path, project, type Frame, type Item } from '../../drawing/index.ts';
import type { Point } from '../../detail/solid.ts';

/** Middle of the plan, of the elevation and of the block seen from above, on the sheet; and the room of each. */
export const PLAN = { x: 90, y: 87, w: 114, h: 84, left: 6, right: 156, top: 36, bottom: 166 } as const;
export const SIDE = { x: 204, w: 76, left: 158, right: 262 } as const;
export const ELEVATION = { top: 14, bottom: 88, column: 15 } as const;
export const BLOCK = { y: 117, h: 40, top: 94, bottom: 142 } as const;
/** Column drawn in the elevation, paper mm. */
export const RING = 8;

/** An edge of a body in the concrete. */
export const hidden = (f: Frame, points: readonly Point[], closed: boolean): Item =>
  path(
    points.map((q) => project(f, q)),
    'hidden',
    closed,
  );

/** The corners of a rectangle in turn. */
export const rectangle = (x1: number, x2: number, y1: number, y2: number): Point[] => [
  [x1, y1],
  [x2, y1],
  [x2, y2],
  [x1, y2],
];
