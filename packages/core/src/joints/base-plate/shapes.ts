import type { Frame } from '../../drawing/index.ts';
import type { Point } from '../../detail/solid.ts';
import type { Cone } from './flow.ts';
import type { BaseModel } from './model.ts';
import { drawnBlock, iOutline } from './solid.ts';

export interface BaseFrames {
  readonly plan: Frame;
  readonly elevation: Frame;
  readonly block: Frame;
}

/** Column cut just above the plate. */
export function columnOutlines(m: BaseModel): { outer: Point[]; inner: Point[] | null } {
  const { shape, h, b, t_w, t_f } = m.column;
  if (shape === 'I') return { outer: iOutline(h, b, t_w, t_f), inner: null };
  const rect = (x: number, y: number): Point[] => [
    [-x, -y],
    [x, -y],
    [x, y],
    [-x, y],
  ];
  const ringOf = (R: number): Point[] =>
    Array.from({ length: 60 }, (_, i) => [R * Math.cos((i * Math.PI) / 30), R * Math.sin((i * Math.PI) / 30)]);
  return shape === 'RHS'
    ? { outer: rect(h / 2, b / 2), inner: rect(h / 2 - t_f, b / 2 - t_f) }
    : { outer: ringOf(h / 2), inner: ringOf(h / 2 - t_f) };
}

/** Bodies of the cones of the anchors in tension, seen along y and cut by the faces of the block: x and z of their corners. */
export function coneSides(m: BaseModel, cones: readonly Cone[]): Point[][] {
  const b = drawnBlock(m);
  const top = -m.input.grout.t;
  return cones.map(({ idx, h_e }) => {
    const xs = idx.map((i) => m.anchors[i]!.z);
    const [x1, x2] = [Math.min(...xs), Math.max(...xs)];
    const bottom = top - m.input.anchors.h_ef;
    // From the heads at the surface's full reach; a narrow member's cone starts higher up.
    const reach = 1.5 * h_e;
    const slope = reach / m.input.anchors.h_ef;
    const side = (x: number, sign: number, face: number): Point[] => {
      const at = x + sign * reach;
      if (sign * at <= sign * face)
        return [
          [x, bottom],
          [at, top],
        ];
      return [
        [x, bottom],
        [face, bottom + Math.abs(face - x) / slope],
        [face, top],
      ];
    };
    const left = side(x1, -1, b.x1);
    const right = side(x2, 1, b.x2);
    return [...left.reverse(), ...right];
  });
}

/** Squares of the cones at the surface, cut at the block: x and y of their corners. */
export function coneSquares(m: BaseModel, cones: readonly Cone[]): Point[][] {
  const b = drawnBlock(m);
  return cones.flatMap(({ idx, h_e }) => {
    const reach = 1.5 * h_e;
    const boxes = idx.map((i) => {
      const { y, z } = m.anchors[i]!;
      return [
        Math.max(z - reach, b.x1),
        Math.min(z + reach, b.x2),
        Math.max(y - reach, b.y1),
        Math.min(y + reach, b.y2),
      ] as const;
    });
    // Rows make a rectangle; a circle's squares are drawn one by one.
    const one = m.input.anchors.pattern.type !== 'circle';
    const drawn = one
      ? [
          [
            Math.min(...boxes.map((x) => x[0])),
            Math.max(...boxes.map((x) => x[1])),
            Math.min(...boxes.map((x) => x[2])),
            Math.max(...boxes.map((x) => x[3])),
          ] as const,
        ]
      : boxes;
    return drawn.map(([x1, x2, y1, y2]): Point[] => [
      [x1, y1],
      [x2, y1],
      [x2, y2],
      [x1, y2],
    ]);
  });
}
