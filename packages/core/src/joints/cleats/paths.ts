import { path, project, type Frame, type Item, type LineStyle } from '../../detail/drawing.ts';
import type { Point } from '../../detail/solid.ts';
import { columnWebPath } from '../beam-end/support-view.ts';
import type { CleatsModel } from './model.ts';

export interface Frames {
  /** x right, z up. */
  readonly elevation: Frame;
  /** y right, z up, the support legs seen from the beam. */
  readonly end: Frame;
}
type View = keyof Frames;

/** Failure paths on the drawing, by check. `m` is the joint as checked; `mirror` puts an uplift's path back on the real side. */
export function failurePaths(m: CleatsModel, frames: Frames, mirror: boolean): Record<string, Item[]> {
  const { input, beam } = m;
  const { cleat, bolts, gap } = input;
  const h = beam.h;
  const at = (view: View, [u, w]: Point): Point => project(frames[view], [u, mirror ? -h - w : w]);
  const line = (points: Point[], view: View = 'elevation', style: LineStyle = 'failure'): Item =>
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
  const upright = (x: number, from: number, to: number, view: View = 'elevation'): Item =>
    line(
      [
        [x, from],
        [x, to],
      ],
      view,
    );
  const R = m.hole.normal / 2;
  const disc = (view: View, u: number, w: number, r = R, soft = false): Item => ({
    k: 'circle',
    at: at(view, [u, w]),
    r: r / frames[view].scale,
    line: 'failure',
    ...(soft ? { fill: 'failure-soft' as const } : {}),
  });
  const crescent = (view: View, u: number, w: number, side: 1 | -1): Item => {
    const arc = (k: number, back: boolean): Point[] =>
      Array.from({ length: 13 }, (_, i) => [
        u + R * Math.cos((Math.PI * (back ? 12 - i : i)) / 12),
        w + side * k * R * Math.sin((Math.PI * i) / 12),
      ]);
    return path(
      [...arc(1.55, false), ...arc(1, true)].map((p) => at(view, p)),
      'failure-thin',
      true,
      'failure',
    );
  };

  const top = -m.cleatTop;
  const bottom = top - cleat.h;
  const row1 = -m.top_to_bolt;
  const rowN = row1 - m.L1;
  const rows = m.rows.map((z) => row1 - z);
  const lines = Array.from({ length: bolts.n2 }, (_, j) => m.z_p + j * bolts.p2);
  const xLast = m.z_p + m.B2;
  const first = top - m.e1_s;
  const supportRows = m.supportRows.map((z) => first - z);
  const lastS = supportRows[supportRows.length - 1]!;
  const sides: readonly (-1 | 1)[] = input.arrangement === 'single' ? [-1] : [-1, 1];
  const each = (make: (s: -1 | 1) => Item[]): Item[] => sides.flatMap(make);
  const g = bolts.p3 / 2;
  const face = beam.tw / 2;
  const half = face + cleat.leg_support;
  const webTop = m.notchTop ? -m.d_nt : -beam.tf;
  const webBottom = m.notchBottom ? -h + m.d_nb : -h + beam.tf;

  const webBolts = rows.flatMap((z) => lines.map((x) => disc('elevation', x, z)));
  const worst = [disc('elevation', xLast, row1, R * 1.25, true), disc('elevation', xLast, rowN, R * 1.25, true)];
  const bearing = (side: 1 | -1): Item[] => rows.flatMap((z) => lines.map((x) => crescent('elevation', x, z, side)));
  const across = (side: 1 | -1): Item[] =>
    rows.flatMap((z) =>
      lines.map((x) =>
        line([
          [x + side * R, z - R],
          [x + side * 1.6 * R, z],
          [x + side * R, z + R],
        ]),
      ),
    );
  const supportBolts = each((s) => supportRows.map((z) => disc('end', s * g, z)));
  const supportBearing = (side: 1 | -1): Item[] => each((s) => supportRows.map((z) => crescent('end', s * g, z, side)));
  const notchEnd = gap + m.l_n;
  const notch = [
    upright(notchEnd, m.notchTop ? -m.d_nt : -beam.tf, m.notchBottom ? -h + m.d_nb : -h),
    ...(m.notchTop
      ? [
          line([
            [notchEnd, -m.d_nt],
            [notchEnd - 35, -m.d_nt - 60],
          ]),
        ]
      : []),
  ];
  const webBlock = area([
    [gap, rowN],
    [xLast, rowN],
    [xLast, webTop],
    [gap, webTop],
  ]);
  const legBlock = area([
    [cleat.leg_web, row1],
    [m.z_p, row1],
    [m.z_p, bottom],
    [cleat.leg_web, bottom],
  ]);
  const supportBlock = each((s) => [
    area(
      [
        [s * half, lastS],
        [s * g, lastS],
        [s * g, top],
        [s * half, top],
      ],
      'end',
    ),
  ]);
  const pulled = (edge: number, inner: number): Item =>
    area([
      [edge, row1],
      [inner, row1],
      [inner, rowN],
      [edge, rowN],
    ]);
  const heels = each((s) => [upright(s * (face + cleat.t), top, bottom, 'end')]);
  const boltLines = each((s) => [upright(s * g, top, bottom, 'end')]);
  const spread = 60;
  const rhomboid = [
    line(
      [
        [-g, first + 20],
        [g, first + 20],
        [g + spread, (first + lastS) / 2],
        [g, lastS - 20],
        [-g, lastS - 20],
        [-g - spread, (first + lastS) / 2],
        [-g, first + 20],
      ],
      'end',
    ),
  ];
  const toes = each((s) => [upright(s * half, top, bottom, 'end')]);
  const group = [
    line([
      [gap, top],
      [cleat.leg_web, top],
      [cleat.leg_web, bottom],
      [gap, bottom],
    ]),
  ];
  const net = [upright(m.z_p, webTop, webBottom)];
  const horizontal = (view: View, a: number, b: number, z: number): Item =>
    line(
      [
        [a, z],
        [b, z],
      ],
      view,
    );

  return {
    'bolt-group-shear': [...webBolts, ...worst],
    'bolt-group-slip': [...webBolts, ...worst],
    'cleat-bearing-web-leg': [...bearing(-1), ...across(1)],
    'beam-web-bearing': [...bearing(1), ...across(-1)],
    'web-leg-gross': [upright(m.toBeam ? m.z_p - R - 3 : cleat.t + 3, top, bottom)],
    'web-leg-net': [upright(m.z_p, top, bottom)],
    'web-leg-block': [legBlock],
    'beam-web-shear-gross': [upright(gap + 3, webTop, webBottom)],
    'beam-web-shear-net': net,
    'beam-web-block-shear': [webBlock],
    'beam-second-line': [upright(xLast, webTop, webBottom)],
    'beam-notch-bending': notch,
    'beam-notch-stability': notch,
    'support-bolt-shear': supportBolts,
    'support-bolt-slip': supportBolts,
    'combined-shear-tension': supportBolts,
    'cleat-bearing-support-leg': supportBearing(1),
    'support-bearing': supportBearing(-1),
    'support-leg-gross': each((s) => [upright(s * (m.toSupport ? g - R - 3 : face + cleat.t + 3), top, bottom, 'end')]),
    'support-leg-net': boltLines,
    'support-leg-block': supportBlock,
    'support-leg-bending': heels,
    'support-local-shear': m.toSupport ? each((s) => [upright(s * g, first + 25, lastS - 25, 'end')]) : toes,
    'weld-beam': group,
    'beam-web-at-weld': group,
    'weld-support': toes,
    'tie-weld': toes,
    'tie-weld-beam': group,
    'cleat-net-interaction': [upright(m.z_p, top, bottom)],
    'cleat-block-interaction': [legBlock],
    'web-gross-interaction': [upright(gap + 3, webTop, webBottom)],
    'web-net-interaction': [upright(xLast, webTop, webBottom)],
    'web-block-interaction': [pulled(gap, xLast)],
    'cleat-tstub': [...heels, ...(m.toSupport ? boltLines : [])],
    'support-flange': m.toSupport ? boltLines : toes,
    'support-web': rhomboid,
    'bolt-punching': supportBolts,
    ...columnWebPath(m.support, top, bottom, (points) => line(points)),
    'web-leg-bending': [upright(cleat.t + 3, top, bottom)],
    'web-leg-compression': [upright((cleat.t + m.z_p) / 2, top, bottom)],
    'web-lap-bending': [upright(xLast + R + 3, Math.min(webTop, top), Math.max(webBottom, bottom))],
    'tie-bolt-shear': webBolts,
    'tie-bearing-cleat': across(1),
    'tie-bearing-web': across(-1),
    'tie-cleat-gross': [upright(m.z_p - R - 3, top, bottom)],
    'tie-cleat-net': [upright(m.z_p, top, bottom)],
    'tie-cleat-block': [pulled(cleat.leg_web, m.z_p)],
    'tie-web-gross': [upright((m.toBeam ? xLast : cleat.leg_web) + R + 3, top, bottom)],
    'tie-web-net': [upright(xLast, top, bottom)],
    'tie-web-block': [pulled(gap, xLast)],
    'tie-cleat-tstub': [...heels, ...(m.toSupport ? boltLines : [])],
    'tie-support-flange': m.toSupport ? boltLines : toes,
    'tie-support-web': rhomboid,
    'tie-bolt-punching': supportBolts,
    'detail-depth': [upright(cleat.leg_web + 2, top, bottom)],
    'detail-gap': [
      line([
        [0, webTop],
        [gap, webTop],
      ]),
    ],
    'detail-e1': [
      ...(m.toBeam ? [upright(m.z_p, top, row1), upright(m.z_p, bottom, rowN)] : []),
      ...(m.toSupport ? each((s) => [upright(s * g, top, first, 'end'), upright(s * g, bottom, lastS, 'end')]) : []),
    ],
    'detail-e2-web-leg': [horizontal('elevation', xLast, cleat.leg_web, row1)],
    'detail-e2b': [horizontal('elevation', gap, m.z_p, row1)],
    'detail-e2-support-leg': each((s) => [horizontal('end', s * g, s * half, first)]),
    'detail-gauge': [horizontal('end', -g, g, first)],
    'detail-p1': [upright(m.z_p, row1, rowN)],
    'detail-p1-max': [upright(m.z_p, row1, rowN)],
    'detail-p1-support': each((s) => [upright(s * g, first, lastS, 'end')]),
    'detail-p1-support-max': each((s) => [upright(s * g, first, lastS, 'end')]),
    'detail-on-flange': toes,
    'detail-support-e-side': each((s) => [horizontal('end', s * g, s * half, first)]),
    'detail-p2': [horizontal('elevation', m.z_p, xLast, row1)],
    'detail-p2-max': [horizontal('elevation', m.z_p, xLast, row1)],
  };
}
