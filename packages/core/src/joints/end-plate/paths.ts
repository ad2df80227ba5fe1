import { path, project, type Frame, type Item, type LineStyle } from '../../detail/drawing.ts';
import type { Point } from '../../detail/solid.ts';
import { columnWebPath } from '../beam-end/support-view.ts';
import type { EndPlateModel } from './model.ts';

export interface Frames {
  /** x right, z up. */
  readonly elevation: Frame;
  /** y right, z up, the plate seen from the beam. */
  readonly end: Frame;
}
type View = keyof Frames;

/** Failure paths on the drawing, by check. `m` is the joint as checked; `mirror` puts an uplift's path back on the real side. */
export function failurePaths(m: EndPlateModel, frames: Frames, mirror: boolean): Record<string, Item[]> {
  const { input, beam } = m;
  const { plate, bolts, weld } = input;
  const h = beam.h;
  const at = (view: View, [u, w]: Point): Point => project(frames[view], [u, mirror ? -h - w : w]);
  const line = (points: Point[], view: View = 'end', style: LineStyle = 'failure'): Item =>
    path(
      points.map((p) => at(view, p)),
      style,
    );
  const area = (points: Point[], view: View = 'end'): Item =>
    path(
      points.map((p) => at(view, p)),
      'failure',
      true,
      'failure-soft',
    );
  const top = -m.plateTop;
  const bottom = top - plate.h;
  const row1 = -m.top_to_bolt;
  const rowN = row1 - m.L1;
  const rows = m.rows.map((z) => row1 - z);
  // Places across of the bolts beside the web, of the outermost and of all, on one side.
  const g = bolts.p3 / 2;
  const far = m.across[m.across.length - 1]!;
  const lines = m.across;
  const half = plate.b / 2;
  const R = m.hole.normal / 2;
  const both = (make: (side: 1 | -1) => Item[]): Item[] => [...make(-1), ...make(1)];
  const upright = (y: number, from: number, to: number): Item[] =>
    both((s) => [
      line([
        [s * y, from],
        [s * y, to],
      ]),
    ]);
  const disc = (y: number, z: number): Item => ({ k: 'circle', at: at('end', [y, z]), r: R / frames.end.scale, line: 'failure' });
  const crescents = (side: 1 | -1): Item[] =>
    rows.flatMap((z) =>
      both((s) =>
        lines.map((y) => {
          const outer: Point[] = Array.from({ length: 13 }, (_, i) => [
            s * y + R * Math.cos((Math.PI * i) / 12),
            z + side * R * 1.55 * Math.sin((Math.PI * i) / 12),
          ]);
          const inner: Point[] = Array.from({ length: 13 }, (_, i) => [
            s * y + R * Math.cos((Math.PI * (12 - i)) / 12),
            z + side * R * Math.sin((Math.PI * i) / 12),
          ]);
          return path(
            [...outer, ...inner].map((p) => at('end', p)),
            'failure-thin',
            true,
            'failure',
          );
        }),
      ),
    );
  const cut = [
    line(
      [
        [0, row1 + R],
        [0, rowN - R],
      ],
      'elevation',
    ),
  ];
  const bolted = [...rows.flatMap((z) => both((s) => lines.map((y) => disc(s * y, z)))), ...cut];
  const pulled = [...rows.flatMap((z) => both((s) => [disc(s * g, z)])), ...cut];
  const beside = beam.tw / 2 + weld.s;
  const block = both((s) => [
    area([
      [s * half, rowN],
      [s * g, rowN],
      [s * g, top],
      [s * half, top],
    ]),
  ]);
  const stub = [...upright(beside, top, bottom), ...upright(g, top, bottom)];
  const web = (x: number): Item[] => [
    line(
      [
        [x, m.notchTop ? -m.d_nt : -beam.tf],
        [x, m.notchBottom ? -h + m.d_nb : -h + beam.tf],
      ],
      'elevation',
    ),
  ];
  const welds = [
    ...upright(beam.tw / 2, top, bottom),
    line(
      [
        [plate.t, top],
        [plate.t, bottom],
      ],
      'elevation',
    ),
  ];
  const spread = 70;
  const rhomboid = [
    line([
      [-g, row1 + 20],
      [g, row1 + 20],
      [g + spread, (row1 + rowN) / 2],
      [g, rowN - 20],
      [-g, rowN - 20],
      [-g - spread, (row1 + rowN) / 2],
      [-g, row1 + 20],
    ]),
    ...both((s) => [
      line([
        [s * g, row1 + 20],
        [s * g, rowN - 20],
      ]),
    ]),
  ];
  const end = plate.t + m.l_n;
  const notch = [
    line(
      [
        [end, m.notchTop ? -m.d_nt : -beam.tf],
        [end, m.notchBottom ? -h + m.d_nb : -h],
      ],
      'elevation',
    ),
    ...(m.notchTop
      ? [
          line(
            [
              [end, -m.d_nt],
              [end - 30, -m.d_nt - 55],
            ],
            'elevation',
          ),
        ]
      : []),
  ];
  const overPlate = [
    line(
      [
        [plate.t + 4, top],
        [plate.t + 4, bottom],
      ],
      'elevation',
    ),
  ];
  const tension = { tstub: stub, flange: upright(g, top, bottom), lines: rhomboid };
  return {
    'bolt-group-shear': bolted,
    'bolt-group-slip': bolted,
    'combined-shear-tension': bolted,
    'plate-bearing': crescents(1),
    'support-bearing': crescents(-1),
    'plate-shear-gross': upright(beside + 3, top, bottom),
    'plate-shear-net': upright(g, top, bottom),
    'plate-block-shear': block,
    'plate-bending': upright(beside, top, bottom),
    'beam-web-shear-gross': web(plate.t + 8),
    'beam-web-shear-plate': overPlate,
    'web-gross-interaction': overPlate,
    'weld-strength': welds,
    'weld-full-strength': welds,
    'weld-full-strength-tension': welds,
    'weld-leg-max': welds,
    'tie-weld': welds,
    'beam-notch-bending': notch,
    'beam-notch-stability': notch,
    'beam-notch-ltb': notch,
    'support-local-shear': upright(far, row1 + 30, rowN - 30),
    'plate-tstub': tension.tstub,
    'support-flange': tension.flange,
    'support-web': tension.lines,
    'bolt-punching': pulled,
    ...columnWebPath(m.support, top, bottom, (points) => line(points, 'elevation')),
    'tie-plate-tstub': tension.tstub,
    'tie-support-flange': tension.flange,
    'tie-support-web': tension.lines,
    'tie-bolt-punching': pulled,
    'tie-web-tension': overPlate,
    'detail-depth': upright(half + 2, top, bottom),
    'detail-gauge': [
      line([
        [-g, row1],
        [g, row1],
      ]),
    ],
    'detail-p3': [
      line([
        [-g, row1],
        [g, row1],
      ]),
    ],
    'detail-e1': both((s) => [
      line([
        [s * g, top],
        [s * g, row1],
      ]),
      line([
        [s * g, bottom],
        [s * g, rowN],
      ]),
    ]),
    'detail-e2': both((s) => [
      line([
        [s * far, row1],
        [s * half, row1],
      ]),
    ]),
    'detail-on-flange': upright(half + 2, top, bottom),
    'detail-support-e-side': both((s) => [
      line([
        [s * far, row1],
        [s * half, row1],
      ]),
    ]),
    'detail-p2': both((s) => [
      line([
        [s * g, row1],
        [s * far, row1],
      ]),
    ]),
    'detail-p2-max': both((s) => [
      line([
        [s * g, row1],
        [s * far, row1],
      ]),
    ]),
    'detail-p1': upright(g, row1, rowN),
    'detail-p1-max': upright(g, row1, rowN),
  };
}
