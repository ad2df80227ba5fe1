import { type Item, type LineStyle, path, project, type Frame } from '../../detail/drawing.ts';
import type { Point } from '../../detail/solid.ts';
import { columnWebPath } from '../beam-end/support-view.ts';
import type { FinPlateModel } from './model.ts';

/** Views that a failure path is drawn in. */
export interface Frames {
  /** x right, z up. */
  readonly elevation: Frame;
  /** y right, z up, looking at the support. */
  readonly section: Frame;
}

type View = keyof Frames;

/**
 * Failure paths on the drawing, by check. `m` is the joint as it was checked: for uplift the upturned one, and `mirror` puts the path
 * back on the real side.
 */
export function failurePaths(m: FinPlateModel, frames: Frames, mirror: boolean): Record<string, Item[]> {
  const { input, beam } = m;
  const { plate, bolts, gap, weld } = input;
  const h = beam.h;
  const at = (view: View, [u, w]: Point): Point => project(frames[view], [u, mirror ? -h - w : w]);
  const line = (points: Point[], style: LineStyle = 'failure', view: View = 'elevation'): Item =>
    path(
      points.map((p) => at(view, p)),
      style,
    );
  const area = (points: Point[], view: View = 'elevation'): Item =>
    path(
      points.map((p) => at(view, p)),
      'failure',
      true,
      'failure-soft',
    );
  const ring = (points: Point[]): Item =>
    path(
      points.map((p) => at('section', p)),
      'failure',
      true,
    );
  const disc = (x: number, z: number, r: number, solid = true): Item => ({
    k: 'circle',
    at: at('elevation', [x, z]),
    r: r / frames.elevation.scale,
    line: 'failure',
    ...(solid ? { fill: 'failure-soft' as const } : {}),
  });

  const top = -m.plateTop;
  const bottom = top - plate.h;
  const x1 = m.z_p;
  const xLast = x1 + m.B2;
  const row1 = -m.top_to_bolt;
  const rowN = row1 - m.L1;
  const rows = m.rows.map((z) => row1 - z);
  const lines = Array.from({ length: bolts.n2 }, (_, j) => x1 + j * bolts.p2);
  const R = m.hole.normal / 2;
  const webTop = m.notchTop ? -m.d_nt : -beam.tf;
  const webBottom = m.notchBottom ? -h + m.d_nb : -h + beam.tf;

  const group: Item[] = [
    line([
      [gap, top],
      [m.width, top],
      [m.width, bottom],
      [gap, bottom],
    ]),
  ];
  const everyBolt = (): Item[] => rows.flatMap((z) => lines.map((x) => disc(x, z, R, false)));
  const worst: Item[] = [disc(xLast, row1, R * 1.25), disc(xLast, rowN, R * 1.25)];
  const crescent = (x: number, z: number, side: 1 | -1): Item => {
    const points: Point[] = [];
    for (let i = 0; i <= 12; i += 1) {
      const t = Math.PI * (i / 12);
      points.push([x + R * Math.cos(t), z + side * R * Math.sin(t)]);
    }
    for (let i = 12; i >= 0; i -= 1) {
      const t = Math.PI * (i / 12);
      points.push([x + R * Math.cos(t), z + side * (R * 1.55 * Math.sin(t))]);
    }
    return path(
      points.map((p) => at('elevation', p)),
      'failure-thin',
      true,
      'failure',
    );
  };
  const bearing = (side: 1 | -1): Item[] => rows.flatMap((z) => lines.map((x) => crescent(x, z, side)));
  const horizontal = (side: 1 | -1): Item[] =>
    rows.flatMap((z) =>
      lines.map((x) =>
        line([
          [x + side * R, z - R],
          [x + side * 1.6 * R, z],
          [x + side * R, z + R],
        ]),
      ),
    );

  const vertical = (x: number, from: number, to: number): Item =>
    line([
      [x, from],
      [x, to],
    ]);
  const plateBlock = area([
    [m.width, row1],
    [x1, row1],
    [x1, bottom],
    [m.width, bottom],
  ]);
  const webBlock = area([
    [gap, rowN],
    [xLast, rowN],
    [xLast, webTop],
    [gap, webTop],
  ]);
  const pulled = (edge: number, inner: number): Item =>
    area([
      [edge, row1],
      [inner, row1],
      [inner, rowN],
      [edge, rowN],
    ]);
  const bow = (x: number, z1: number, z2: number): Item => {
    const points: Point[] = Array.from({ length: 17 }, (_, i) => [
      x + (m.z_p / 6) * Math.sin((Math.PI * i) / 16),
      z1 + ((z2 - z1) * i) / 16,
    ]);
    return line(points);
  };
  const welds: Item[] = [
    vertical(2, top, bottom),
    line(
      [
        [0, top],
        [weld.s * 1.5, top],
        [0, top - weld.s * 3],
      ],
      'failure-thin',
    ),
    line(
      [
        [0, bottom],
        [weld.s * 1.5, bottom],
        [0, bottom + weld.s * 3],
      ],
      'failure-thin',
    ),
  ];
  const [y0, yp] = plate.side === 'far' ? [beam.tw / 2, beam.tw / 2 + plate.t] : [-beam.tw / 2 - plate.t, -beam.tw / 2];
  const besidePlate = [
    line(
      [
        [y0 - 2, top],
        [y0 - 2, bottom],
      ],
      'failure',
      'section',
    ),
    line(
      [
        [yp + 2, top],
        [yp + 2, bottom],
      ],
      'failure',
      'section',
    ),
    line([
      [0, top],
      [0, bottom],
    ]),
  ];
  const spread = Math.min((m.support.d2 ?? 200) / 2, 120);
  const yc = (y0 + yp) / 2;
  const rhomboid = [
    ring([
      [y0, top],
      [yp, top],
      [yp, bottom],
      [y0, bottom],
    ]),
    ring([
      [yc - spread, top - 10],
      [yc, top + spread * 0.6],
      [yc + spread, top - 10],
      [yc + spread, bottom + 10],
      [yc, bottom - spread * 0.6],
      [yc - spread, bottom + 10],
    ]),
    ...[
      [y0, top, yc - spread, top - 10],
      [yp, top, yc + spread, top - 10],
      [y0, bottom, yc - spread, bottom + 10],
      [yp, bottom, yc + spread, bottom + 10],
    ].map(([a, b, c, d]) =>
      line(
        [
          [a!, b!],
          [c!, d!],
        ],
        'failure',
        'section',
      ),
    ),
    vertical(0, top, bottom),
  ];
  const notchEnd = gap + m.l_n;
  const notchLines: Item[] = [
    vertical(notchEnd, m.notchTop ? -m.d_nt : -beam.tf, m.notchBottom ? -h + m.d_nb : -h),
    ...(m.notchTop
      ? [
          line([
            [notchEnd, -m.d_nt],
            [notchEnd - 35, -m.d_nt - 60],
          ]),
        ]
      : []),
    ...(m.notchBottom
      ? [
          line([
            [notchEnd, -h + m.d_nb],
            [notchEnd - 35, -h + m.d_nb + 60],
          ]),
        ]
      : []),
  ];

  const bearingPlate = [...bearing(-1), ...horizontal(1)];
  const bearingWeb = [...bearing(1), ...horizontal(-1)];
  const tiePlateBlock = pulled(m.width, x1);
  const tieWebBlock = pulled(gap, xLast);
  const plateNet = vertical(x1, top, bottom);
  const webNet = vertical(xLast, webTop, webBottom);

  return {
    'bolt-group-shear': [...everyBolt(), ...worst],
    'bolt-group-slip': [...everyBolt(), ...worst],
    'plate-bearing': bearingPlate,
    'beam-web-bearing': bearingWeb,
    'plate-shear-gross': [vertical(Math.max(x1 - R - 3, weld.s + 3), top, bottom)],
    'plate-shear-net': [plateNet],
    'plate-block-shear': [plateBlock],
    'plate-bending': [vertical(weld.s, top, bottom)],
    'plate-ltb': [bow(m.z_p / 3, top, bottom), vertical(weld.s, top, bottom)],
    'beam-web-shear-gross': [vertical(gap + 3, webTop, webBottom)],
    'beam-web-shear-net': [vertical(x1, webTop, webBottom)],
    'beam-web-block-shear': [webBlock],
    'beam-second-line': [webNet],
    'beam-web-panel-bending': [
      area([
        [gap, row1],
        [xLast, row1],
        [xLast, rowN],
        [gap, rowN],
      ]),
    ],
    'beam-notch-bending': notchLines,
    'beam-notch-stability': [bow(notchEnd - m.l_n / 2, webTop, webTop - 80)],
    'weld-strength': welds,
    'weld-beam': group,
    'beam-web-at-weld': group,
    'tie-weld-beam': group,
    'weld-full-strength': welds,
    'support-local-shear': besidePlate,
    'support-punching': [
      ring([
        [y0, top],
        [yp, top],
        [yp, bottom],
        [y0, bottom],
      ]),
    ],
    'support-web-axial': rhomboid,
    'plate-axial-bending': [vertical(weld.s, top, bottom)],
    'plate-net-interaction': [plateNet],
    'plate-block-interaction': [plateBlock, tiePlateBlock],
    'plate-axial-buckling': [bow(m.z_p / 3, top, bottom)],
    'plate-lap-bending': [vertical(weld.s, top, bottom), bow(m.z_p / 3, top, bottom)],
    'web-lap-bending': [vertical(xLast + R + 3, Math.min(webTop, top), Math.max(webBottom, bottom))],
    ...columnWebPath(m.support, top, bottom, (points) => line(points)),
    'web-gross-interaction': [vertical(gap + 3, webTop, webBottom)],
    'web-net-interaction': [webNet],
    'web-block-interaction': [tieWebBlock],
    'tie-bolt-shear': everyBolt(),
    'tie-bearing-plate': horizontal(1),
    'tie-bearing-web': horizontal(-1),
    'tie-plate-gross': [vertical(Math.max(x1 - R - 3, weld.s + 3), top, bottom)],
    'tie-plate-net': [plateNet],
    'tie-plate-block': [tiePlateBlock],
    'tie-web-gross': [vertical(xLast + R + 3, top, bottom)],
    'tie-web-net': [vertical(xLast, top, bottom)],
    'tie-web-block': [tieWebBlock],
    'tie-weld': welds,
    'tie-support-web': rhomboid,
    'detail-depth': [vertical(m.width + 2, top, bottom)],
    'detail-e1': [vertical(x1, top, row1), vertical(x1, bottom, rowN)],
    'detail-e2': [
      line([
        [xLast, row1],
        [m.width, row1],
      ]),
    ],
    'detail-edge-2d-plate': [
      line([
        [xLast, row1],
        [m.width, row1],
      ]),
    ],
    'detail-e2b': [
      line([
        [gap, row1],
        [x1, row1],
      ]),
    ],
    'detail-edge-2d-web': [
      line([
        [gap, row1],
        [x1, row1],
      ]),
    ],
    'detail-p1': [vertical(x1, row1, rowN)],
    'detail-p1-max': [vertical(x1, row1, rowN)],
    'detail-gap': [
      line([
        [0, webTop],
        [gap, webTop],
      ]),
    ],
    'weld-clear-of-beam': [
      line([
        [0, webTop],
        [gap, webTop],
      ]),
    ],
    'weld-leg-max': welds,
    'detail-rotation-thickness': [
      ring([
        [y0, top],
        [yp, top],
        [yp, bottom],
        [y0, bottom],
      ]),
    ],
  };
}
