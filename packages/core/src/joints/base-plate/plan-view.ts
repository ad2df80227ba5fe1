import type { FillStyle } from '../../detail/style.ts';
import type { Hole, Point, Solid } from '../../detail/solid.ts';
import { path, project, text, type Frame, type Item } from '../../drawing/index.ts';
import type { BaseFlow } from './flow.ts';
import type { BaseModel } from './model.ts';
import { columnOutlines, type BaseFrames } from './shapes.ts';
import { PLAN, RING } from './sheet-places.ts';
import { drawnBlock, flat } from './solid.ts';

const corners = (piece: readonly number[]): Point[] =>
  Array.from({ length: piece.length / 2 }, (_, i) => flat(piece[2 * i]!, piece[2 * i + 1]!));

const SHADES: readonly FillStyle[] = ['press-1', 'press-2', 'press-3', 'press-4'];

export function plan(m: BaseModel, solid: Solid, f: Frame, flow: BaseFlow | null): Item[] {
  const at = (p: Point): Point => project(f, p);
  const plate = solid.plates[0]!;
  const { outer, inner } = columnOutlines(m);
  const key = solid.prisms!.find((x) => x.id === 'key');
  return [
    ...blockEdges(m, f),
    path(plate.outline.map(at), 'outline', true, 'plate'),
    ...(flow ? pressure(f, flow) : []),
    path(outer.map(at), 'outline', true, 'cut'),
    ...(inner ? [path(inner.map(at), 'thin', true, 'plate')] : []),
    ...(key ? [path(key.outline.map(at), 'hidden', true)] : []),
    ...plate.holes.flatMap((h, i) => anchorHole(m, f, h, i)),
    ...axes(),
  ];
}

/** Edges of the block where they pass through the view. */
function blockEdges(m: BaseModel, f: Frame): Item[] {
  const at = (p: Point): Point => project(f, p);
  const b = drawnBlock(m);
  const [l, t] = [PLAN.left + 2, PLAN.top];
  const [r, bottom] = [PLAN.right - 6, 140];
  const lineAt = (x: number): Item[] => {
    const X = at([x, 0])[0];
    const ends: Point[] = [
      [X, Math.max(t, at([0, b.y2])[1])],
      [X, Math.min(bottom, at([0, b.y1])[1])],
    ];
    return X > l && X < r ? [path(ends, 'thin')] : [];
  };
  const levelAt = (y: number): Item[] => {
    const Y = at([0, y])[1];
    const ends: Point[] = [
      [Math.max(l, at([b.x1, 0])[0]), Y],
      [Math.min(r, at([b.x2, 0])[0]), Y],
    ];
    return Y > t && Y < bottom ? [path(ends, 'thin')] : [];
  };
  return [
    ...(Number.isFinite(m.block.z1) ? [...lineAt(b.x1), ...lineAt(b.x2)] : []),
    ...(Number.isFinite(m.block.y1) ? [...levelAt(b.y1), ...levelAt(b.y2)] : []),
  ];
}

/** An anchor in its hole, with its number as the checks and the setting-out name it. */
function anchorHole(m: BaseModel, f: Frame, h: Hole, number: number): Item[] {
  const c = project(f, [h.x, h.z]);
  const R = h.d_h / 2 / f.scale;
  const arm = R + 1.6;
  return [
    { k: 'circle', at: c, r: R, line: 'outline', fill: 'paper' },
    { k: 'circle', at: c, r: m.input.anchors.d / 2 / f.scale, line: 'thin', fill: 'cut' },
    path(
      [
        [c[0] - arm, c[1]],
        [c[0] + arm, c[1]],
      ],
      'centre',
    ),
    path(
      [
        [c[0], c[1] - arm],
        [c[0], c[1] + arm],
      ],
      'centre',
    ),
    text([c[0] + R + 0.6, c[1] - R - 0.3], String(number), { style: 'muted', size: 2.7 }),
  ];
}

/** The two axes of the calculation, so that signs can be read. */
function axes(): Item[] {
  const [x, y] = [12, 160];
  return [
    path(
      [
        [x, y],
        [x + 9, y],
      ],
      'thin',
    ),
    path(
      [
        [x + 9, y],
        [x + 7, y - 0.8],
        [x + 7, y + 0.8],
      ],
      'none',
      true,
      'ink',
    ),
    text([x + 10, y + 1], 'z'),
    path(
      [
        [x, y],
        [x, y - 9],
      ],
      'thin',
    ),
    path(
      [
        [x, y - 9],
        [x - 0.8, y - 7],
        [x + 0.8, y - 7],
      ],
      'none',
      true,
      'ink',
    ),
    text([x - 1, y - 10], 'y'),
  ];
}

/** What bears under the plate, darker where it presses more. */
function pressure(f: Frame, flow: BaseFlow): Item[] {
  const pieces = flow.bearing;
  const most = Math.max(0, ...pieces.flatMap((p) => [...p.sigma]));
  if (most <= 0) return [];
  return pieces.flatMap(({ piece, sigma }) => {
    const even = Math.max(...sigma) - Math.min(...sigma) < 0.02 * most;
    // A piece under a slope of pressure is drawn in bands along its own corners.
    const bands = even ? [{ points: corners(piece), s: Math.max(...sigma) }] : bandsOf(corners(piece), sigma, most);
    return bands.map(({ points, s }): Item =>
      path(
        points.map((q) => project(f, q)),
        'none',
        true,
        SHADES[Math.min(3, Math.floor((s / most) * 3.999))]!,
      ),
    );
  });
}

/** Cuts a piece at the quarters of the largest stress; the stress is linear between corners, near enough for shading. */
function bandsOf(points: readonly Point[], sigma: readonly number[], most: number): { points: Point[]; s: number }[] {
  const out: { points: Point[]; s: number }[] = [];
  for (let q = 0; q < 4; q += 1) {
    const [low, high] = [(q * most) / 4, ((q + 1) * most) / 4];
    const cut = (pts: { p: Point; s: number }[], keep: (s: number) => number): { p: Point; s: number }[] =>
      pts.flatMap((a, i) => {
        const b = pts[(i + 1) % pts.length]!;
        const [fa, fb] = [keep(a.s), keep(b.s)];
        const t = fa / (fa - fb);
        const cross = { p: [a.p[0] + t * (b.p[0] - a.p[0]), a.p[1] + t * (b.p[1] - a.p[1])] as Point, s: a.s + t * (b.s - a.s) };
        return [...(fa >= 0 ? [a] : []), ...(fa >= 0 !== fb >= 0 ? [cross] : [])];
      });
    const band = cut(
      cut(
        points.map((p, i) => ({ p, s: sigma[i]! })),
        (s) => s - low,
      ),
      (s) => high - s,
    );
    if (band.length >= 3) out.push({ points: band.map((x) => x.p), s: (low + high) / 2 });
  }
  return out;
}

/** Anchor forces as rings whose area shows the force, the compression, and the zero line. */
export function forceItems(m: BaseModel, frames: BaseFrames, flow: BaseFlow): Item[] {
  const u = m.basis.units;
  const f = frames.plan;
  const most = Math.max(0, ...flow.T);
  const rings = flow.T.flatMap((F, i): Item[] => {
    if (F <= 1e-3 * most || most === 0) return [];
    const c = project(f, flat(m.anchors[i]!.y, m.anchors[i]!.z));
    const R = RING * Math.sqrt(F / most);
    const below = m.anchors[i]!.y < 0;
    return [
      { k: 'circle', at: c, r: R, line: 'force' },
      text([c[0], c[1] + (below ? -R - 0.9 : R + 3.2)], u.figure(F, 'kN'), {
        anchor: 'middle',
        style: 'force',
        size: 3.1,
        bold: true,
      }),
    ];
  });
  const sigma = Math.max(0, ...flow.bearing.flatMap((p) => [...p.sigma]));
  const words = [
    flow.words,
    ...(flow.bearing.length ? [`C ${u.quantity(flow.compression, 'kN')}, up to ${u.quantity(sigma, 'MPa')}`] : []),
    ...(flow.tension > 0 ? [`T ${u.quantity(flow.tension, 'kN')}`] : []),
  ];
  const told = text([PLAN.right - 8, 10], words.join(' · '), { anchor: 'end', style: 'force', callout: 'method' });
  return [...rings, told, ...centreOf(m, f, flow.centre)];
}

/** Centre of the pressure, and the line where a linear one ends. */
function centreOf(m: BaseModel, f: Frame, c: BaseFlow['centre']): Item[] {
  if (!c) return [];
  const at = project(f, flat(c.y, c.z));
  const line = (dx: number, dy: number): Item =>
    path(
      [
        [at[0] - dx, at[1] - dy],
        [at[0] + dx, at[1] + dy],
      ],
      'force',
    );
  const items = [line(2, 0), line(0, 2), text([at[0] + 1.6, at[1] - 1.4], 'C', { style: 'force', bold: true })];
  const { p_0 = 0, p_y = 0, p_z = 0 } = c;
  const slope = Math.hypot(p_y, p_z);
  if (!(slope > 0)) return items;
  // The zero line through its foot on the perpendicular from the column axis, as long as the plate is wide.
  const d = -p_0 / slope;
  const [u, v] = [p_y / slope, p_z / slope];
  const reach = 0.62 * Math.max(m.plateBox.y2 - m.plateBox.y1, m.plateBox.z2 - m.plateBox.z1);
  if (Math.abs(d) >= reach) return items;
  const ends = [-reach, reach].map((t) => project(f, flat(u * d - v * t, v * d + u * t)));
  const left = ends[0]![1] < ends[1]![1] ? ends[0]![0] : ends[1]![0];
  const label = text([left + 1, Math.min(ends[0]![1], ends[1]![1])], 'p = 0', { style: 'dimension', size: 2.9 });
  return [...items, path(ends, 'centre'), label];
}
