import { stateOf } from '../register/order.ts';
import type { ShownState } from '../parts/StateMark.tsx';
import type { Spot } from './useModel.ts';

/** How a joint is marked: by its state, as one that is proposed, or as the one that is picked. */
export type Look = ShownState | 'proposed' | 'picked';
type Pen = CanvasRenderingContext2D;

export const lookOf = ({ row }: Spot): Look => (row ? stateOf(row) : 'proposed');

const [HOLDS, CLOSE, GIVES, RULE, INK, MUTED, WHITE] = [
  '#1f7f78',
  '#b7791f',
  '#a4432f',
  '#6b4a8e',
  '#1d2a3a',
  '#5b6470',
  '#ffffff',
];
const path = (...points: readonly (readonly [number, number])[]): Path2D => {
  const p = new Path2D();
  points.forEach(([x, y], i) => (i ? p.lineTo(x, y) : p.moveTo(x, y)));
  p.closePath();
  return p;
};
const ring = (r: number): Path2D => {
  const p = new Path2D();
  p.arc(6, 6, r, 0, 2 * Math.PI);
  return p;
};
/** A shape with a white edge, so that it is seen on any member. */
const filled =
  (shape: Path2D, fill: string, edge = WHITE) =>
  (pen: Pen): void => {
    pen.lineWidth = 1.4;
    pen.strokeStyle = edge;
    pen.fillStyle = fill;
    pen.fill(shape);
    pen.stroke(shape);
  };
const line =
  (colour: string, width: number, ...shapes: readonly Path2D[]) =>
  (pen: Pen): void => {
    for (const [c, w] of [
      [WHITE, width + 1.6],
      [colour, width],
    ] as const) {
      pen.strokeStyle = c;
      pen.lineWidth = w;
      for (const s of shapes) pen.stroke(s);
    }
  };
const half = new Path2D();
half.arc(6, 6, 4.4, Math.PI / 2, (3 * Math.PI) / 2);
half.closePath();
const stroke = (x1: number, y1: number, x2: number, y2: number): Path2D => {
  const p = new Path2D();
  p.moveTo(x1, y1);
  p.lineTo(x2, y2);
  return p;
};

/** The same shapes as the marks of states elsewhere, in a box of 12. */
export const LOOKS: Readonly<Record<Look, (pen: Pen) => void>> = {
  holds: filled(ring(4.6), HOLDS),
  close: (pen) => {
    filled(ring(4.6), WHITE, CLOSE)(pen);
    pen.fillStyle = CLOSE;
    pen.fill(half);
  },
  gives: filled(path([6, 1], [11, 10.8], [1, 10.8]), GIVES),
  rule: filled(path([6, 0.9], [11.1, 6], [6, 11.1], [0.9, 6]), RULE),
  'not-whole': filled(path([1.8, 1.8], [10.2, 1.8], [10.2, 10.2], [1.8, 10.2]), CLOSE, INK),
  none: line(MUTED, 2, stroke(2, 6, 10, 6)),
  unreadable: line(GIVES, 1.8, stroke(2.5, 2.5, 9.5, 9.5), stroke(9.5, 2.5, 2.5, 9.5)),
  stale: line(INK, 1.6, ring(4)),
  proposed: line(INK, 1.6, stroke(6, 1.6, 6, 10.4), stroke(1.6, 6, 10.4, 6)),
  picked: line(INK, 0.9, ring(5)),
};
