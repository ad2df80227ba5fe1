import { inNewtons, type Combination } from '../../actions/combination.ts';
import type { FillStyle } from '../../detail/style.ts';
import {
  SHEET,
  breakLine,
  dimensionChain,
  textWidth,
  filletSymbol,
  leader,
  path,
  project,
  scaleOf,
  sheetFrame,
  text,
  type Callout,
  type DimensionSegment,
  type Drawing,
  type Frame,
  type Handle,
  type Item,
  type TitleBlock,
  prettyName,
} from '../../drawing/index.ts';
import type { Point, Solid } from '../../detail/solid.ts';
import { boltName, type Units } from '../../units/system.ts';
import type { Parts } from '../kind.ts';
import type { BaseFlow, PreparedBase } from './flow.ts';
import { edgeOf } from './fields.ts';
import { concreteName, filletName, groutName } from './names.ts';
import type { BaseModel } from './model.ts';
import { columnOutlines, coneSides, coneSquares, type BaseFrames } from './shapes.ts';
import { anchorParts, drawnBlock, flat } from './solid.ts';

/** Middle of the plan, of the elevation and of the block seen from above, on the sheet; and the room of each. */
const PLAN = { x: 90, y: 87, w: 114, h: 84, left: 6, right: 156, top: 36, bottom: 166 } as const;
const SIDE = { x: 204, w: 76, left: 158, right: 262 } as const;
const ELEVATION = { top: 14, bottom: 88, column: 15 } as const;
const BLOCK = { y: 117, h: 40, top: 94, bottom: 142 } as const;
/** Column drawn in the elevation, paper mm. */
const RING = 8;

export const baseCallouts: readonly Callout[] = [
  {
    id: 'plate',
    title: 'Plate, unstiffened (stiffened plates are not covered by the method)',
    fields: ['plate.shape', 'plate.t', 'plate.h', 'plate.b', 'plate.D', 'plate.grade', 'plate.y', 'plate.z'],
  },
  {
    id: 'anchors',
    title: 'Anchors',
    fields: [
      'anchors.d',
      'anchors.cls',
      'pattern.type',
      'pattern.n_z',
      'pattern.n_y',
      'pattern.s_z',
      'pattern.s_y',
      'pattern.full',
      'pattern.n',
      'pattern.R',
      'pattern.start',
      'anchors.hole',
      'anchors.welded',
      'anchors.y',
      'anchors.z',
    ],
  },
  {
    id: 'embedded',
    title: 'Anchors in the concrete',
    fields: [
      'anchors.type',
      'anchors.cast',
      'anchors.brittle',
      'anchors.h_ef',
      'anchors.head',
      'anchors.head_t',
      'anchors.ribbed',
      'anchors.bond',
      'product.tau',
      'product.tau_ucr',
      'product.inst',
      'product.sus',
      'product.sus0',
      'product.c_cr',
      'product.h_min',
      'product.c_min',
      'product.s_min',
      'anchors.washer_t',
      'anchors.L_b',
      'anchors.tension',
      'anchors.cut',
      'bars.any',
      'bars.n',
      'bars.d',
      'bars.l_1',
      'bars.l_2',
      'bars.distance',
      'loops.any',
      'loops.n',
      'loops.d',
      'loops.l_1',
      'loops.l_2',
      'loops.distance',
      'loops.e_s',
      'loops.enclosing',
    ],
  },
  {
    id: 'concrete',
    title: 'Concrete',
    fields: [
      'concrete.f_ck',
      'concrete.B_z',
      'concrete.B_y',
      'concrete.H',
      'concrete.z',
      'concrete.y',
      'concrete.cracked',
      'concrete.split',
      'concrete.edge',
      'concrete.mesh',
      'concrete.supplementary',
      'concrete.alpha',
    ],
  },
  { id: 'grout', title: 'Grout', fields: ['grout.t', 'grout.f_ck', 'grout.C_fd', 'grout.source'] },
  {
    id: 'shear',
    title: 'Shear',
    fields: [
      'shear.path',
      'shear.by',
      'shear.N_from',
      'anchors.shear',
      'key.type',
      'key.along',
      'key.depth',
      'key.b',
      'key.h',
      'key.tw',
      'key.tf',
      'key.t',
      'key.a',
      'key.w',
    ],
  },
  {
    id: 'weld',
    title: 'Weld of the column',
    fields: ['weld.type', 'weld.a_f', 'weld.a_w', 'weld.w_f', 'weld.w_w', 'weld.method', 'weld.bearing'],
  },
  { id: 'column', title: 'Column', fields: ['column.section', 'column.grade', 'column.L', 'column.braced'] },
  {
    id: 'method',
    title: 'Method',
    fields: [
      'options.method',
      'options.law',
      'options.contact',
      'options.prying',
      'options.loaded',
      'options.shape',
      'options.psi_M',
    ],
  },
];

/** Plan with the contact and the anchor forces of one combination, elevation with the cone, and the block from above. */
export function baseDrawing(
  { model: m, solid, prepared }: Parts<BaseModel, PreparedBase>,
  title: TitleBlock,
  combination: Combination | null,
): Drawing {
  const p = m.plateBox;
  const b = drawnBlock(m);
  const s1 = scaleOf((s) => (p.z2 - p.z1) / s <= PLAN.w && (p.y2 - p.y1) / s <= PLAN.h);
  const s2 = scaleOf(
    (s) =>
      (b.x2 - b.x1) / s <= SIDE.w &&
      (b.H + m.input.grout.t + m.input.plate.t) / s <= ELEVATION.bottom - ELEVATION.top - ELEVATION.column - 8,
  );
  const s3 = scaleOf((s) => (b.x2 - b.x1) / s <= SIDE.w && (b.y2 - b.y1) / s <= BLOCK.h);
  const middle = (a: number, c: number): number => (a + c) / 2;
  const frames: BaseFrames = {
    plan: { scale: s1, at: [PLAN.x - middle(p.z1, p.z2) / s1, PLAN.y + middle(p.y1, p.y2) / s1] },
    elevation: { scale: s2, at: [SIDE.x - middle(b.x1, b.x2) / s2, ELEVATION.top + 4 + ELEVATION.column + m.input.plate.t / s2] },
    block: { scale: s3, at: [SIDE.x - middle(b.x1, b.x2) / s3, BLOCK.y + middle(b.y1, b.y2) / s3] },
  };
  const { flow, paths } = prepared.drawn(combination && inNewtons(combination));
  const items: Item[] = [
    ...sheetFrame(title, `1:${s1}`),
    text([7, 10], `Plan 1:${s1}`, { style: 'muted' }),
    text([SIDE.left, 10], `Elevation 1:${s2}, seen along +y`, { style: 'muted' }),
    text([SIDE.left, BLOCK.top - 2], `Block from above 1:${s3}`, { style: 'muted' }),
    ...plan(m, solid, frames.plan, flow),
    ...(flow ? forceItems(m, frames, flow) : []),
    ...elevation(m, frames.elevation, flow),
    ...blockPlan(m, frames.block, flow),
    ...dimensions(m, frames),
    ...callouts(m, solid, frames),
    ...settingOutTable(m),
  ];
  return {
    width: SHEET.width,
    height: SHEET.height,
    items,
    handles: handles(m, frames.plan),
    areas: [{ callout: 'column', box: boxOf(frames.plan, -m.column.h / 2, m.column.h / 2, -m.column.b / 2, m.column.b / 2) }],
    callouts: baseCallouts,
    paths,
    views: [
      { plane: 'xy', frame: frames.plan, depth: m.input.plate.t },
      { plane: 'xz', frame: frames.elevation, depth: 0 },
      { plane: 'xy', frame: frames.block, depth: -m.input.grout.t },
    ],
    labelAt: [56, 150],
    scale: `1:${s1}`,
  };
}

/** An edge of a body in the concrete. */
const hidden = (f: Frame, points: readonly Point[], closed: boolean): Item =>
  path(
    points.map((q) => project(f, q)),
    'hidden',
    closed,
  );

const boxOf = (f: Frame, x1: number, x2: number, y1: number, y2: number): [number, number, number, number] => {
  const [l, t] = project(f, [x1, y2]);
  const [r, b] = project(f, [x2, y1]);
  return [l, t, r, b];
};
const corners = (piece: readonly number[]): Point[] =>
  Array.from({ length: piece.length / 2 }, (_, i) => flat(piece[2 * i]!, piece[2 * i + 1]!));

const SHADES: readonly FillStyle[] = ['press-1', 'press-2', 'press-3', 'press-4'];

function plan(m: BaseModel, solid: Solid, f: Frame, flow: BaseFlow | null): Item[] {
  const at = (p: Point): Point => project(f, p);
  const plate = solid.plates[0]!;
  const b = drawnBlock(m);
  const { outer, inner } = columnOutlines(m);
  const items: Item[] = [];
  // Edges of the block where they pass through the view.
  const [l, t] = [PLAN.left + 2, PLAN.top];
  const [r, bottom] = [PLAN.right - 6, 140];
  const lineAt = (x: number): Item[] => {
    const X = at([x, 0])[0];
    return X > l && X < r
      ? [
          path(
            [
              [X, Math.max(t, at([0, b.y2])[1])],
              [X, Math.min(bottom, at([0, b.y1])[1])],
            ],
            'thin',
          ),
        ]
      : [];
  };
  const levelAt = (y: number): Item[] => {
    const Y = at([0, y])[1];
    return Y > t && Y < bottom
      ? [
          path(
            [
              [Math.max(l, at([b.x1, 0])[0]), Y],
              [Math.min(r, at([b.x2, 0])[0]), Y],
            ],
            'thin',
          ),
        ]
      : [];
  };
  if (Number.isFinite(m.block.z1)) items.push(...lineAt(b.x1), ...lineAt(b.x2));
  if (Number.isFinite(m.block.y1)) items.push(...levelAt(b.y1), ...levelAt(b.y2));
  items.push(path(plate.outline.map(at), 'outline', true, 'plate'));
  if (flow) items.push(...pressure(f, flow));
  items.push(path(outer.map(at), 'outline', true, 'cut'));
  if (inner) items.push(path(inner.map(at), 'thin', true, 'plate'));
  const key = solid.prisms!.find((x) => x.id === 'key');
  if (key) items.push(path(key.outline.map(at), 'hidden', true));
  for (const h of plate.holes) {
    const c = at([h.x, h.z]);
    const arm = h.d_h / 2 / f.scale + 1.6;
    items.push(
      { k: 'circle', at: c, r: h.d_h / 2 / f.scale, line: 'outline', fill: 'paper' },
      { k: 'circle', at: c, r: m.input.anchors.d / 2 / f.scale, line: 'thin', fill: 'cut' },
    );
    items.push(
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
    );
    // Numbers as the checks and the setting-out name them.
    items.push(
      text([c[0] + h.d_h / 2 / f.scale + 0.6, c[1] - h.d_h / 2 / f.scale - 0.3], String(plate.holes.indexOf(h)), {
        style: 'muted',
        size: 2.7,
      }),
    );
  }
  return [...items, ...axes()];
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
function forceItems(m: BaseModel, frames: BaseFrames, flow: BaseFlow): Item[] {
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

function elevation(m: BaseModel, f: Frame, flow: BaseFlow | null): Item[] {
  const at = (x: number, z: number): Point => project(f, [x, z]);
  const { grout, plate } = m.input;
  const b = drawnBlock(m);
  const p = m.plateBox;
  const top = -grout.t;
  const rect = (x1: number, x2: number, z1: number, z2: number, line: 'outline' | 'thin' | 'none', fill?: FillStyle): Item =>
    path([at(x1, z1), at(x2, z1), at(x2, z2), at(x1, z2)], line, true, fill);
  const items: Item[] = [rect(b.x1, b.x2, top, top - b.H, 'none', 'concrete'), path([at(b.x1, top), at(b.x2, top)], 'outline')];
  for (const [x, edge] of [
    [b.x1, m.block.z1],
    [b.x2, m.block.z2],
  ] as const)
    items.push(Number.isFinite(edge) ? path([at(x, top), at(x, top - b.H)], 'outline') : breakLine(at(x, top), at(x, top - b.H)));
  items.push(
    Number.isFinite(m.H)
      ? path([at(b.x1, top - b.H), at(b.x2, top - b.H)], 'outline')
      : breakLine(at(b.x1, top - b.H), at(b.x2, top - b.H)),
  );
  if (grout.t > 0) items.push(rect(p.z1, p.z2, 0, top, 'thin', 'cut'));
  const key = m.input.shear.key;
  if (key && m.input.shear.path.endsWith('key')) {
    const half = (key.along === 'z' ? (key.type === 'I' ? key.h! : key.t!) : key.b) / 2;
    items.push(rect(-half, half, 0, -key.depth, 'outline', 'paper'));
  }
  for (const a of anchorParts(m)) {
    const w = Math.max(a.d / 2, 0.25 * f.scale);
    items.push(rect(a.x - w, a.x + w, a.z[1], a.z[0], 'thin', 'paper'));
    if (a.head && a.head.shape !== 'hook')
      items.push(rect(a.x - a.head.width / 2, a.x + a.head.width / 2, a.head.z[1], a.head.z[0], 'outline', 'ink'));
    if (a.head?.shape === 'hook') items.push(rect(a.x - w, a.x + a.head.width, a.head.z[1], a.head.z[0], 'thin', 'paper'));
  }
  items.push(rect(p.z1, p.z2, 0, plate.t, 'outline', 'plate'));
  for (const a of anchorParts(m))
    items.push(rect(a.x - a.flats / 2, a.x + a.flats / 2, a.seat, a.seat + a.washer + a.nut, 'thin', 'paper'));
  const { h, t_f, shape } = m.column;
  const up = plate.t + ELEVATION.column * f.scale;
  items.push(
    rect(-h / 2, h / 2, plate.t, up, 'none', 'paper'),
    path([at(-h / 2, plate.t), at(-h / 2, up)], 'outline'),
    path([at(h / 2, plate.t), at(h / 2, up)], 'outline'),
  );
  for (const x of [-h / 2 + t_f, h / 2 - t_f])
    items.push(path([at(x, plate.t), at(x, up)], shape === 'I' ? 'outline' : 'hidden'));
  items.push(breakLine(at(-h / 2 - 4, up), at(h / 2 + 4, up)));
  if (flow) items.push(...coneSides(m, flow.cones).map((q) => hidden(f, q, false)), ...forcesBeside(m, f, flow));
  return items;
}

/** C upwards under the plate, anchor forces as bars, in the elevation. */
function forcesBeside(m: BaseModel, f: Frame, flow: BaseFlow): Item[] {
  const items: Item[] = [];
  const most = Math.max(0, ...flow.T);
  const top = -m.input.grout.t;
  flow.T.forEach((F, i) => {
    if (most === 0 || F <= 1e-3 * most) return;
    const [x, y] = project(f, [m.anchors[i]!.z, top]);
    const l = 8 * (F / most);
    items.push(
      path(
        [
          [x + 1, y],
          [x + 1, y + l],
        ],
        'force',
      ),
      path(
        [
          [x + 1, y + l],
          [x + 0.3, y + l - 1.6],
          [x + 1.7, y + l - 1.6],
        ],
        'force',
        true,
      ),
    );
  });
  for (const z of flow.pushes) {
    const [x, y] = project(f, [z, top]);
    items.push(
      path(
        [
          [x, y + 9],
          [x, y + 0.4],
        ],
        'force',
      ),
      path(
        [
          [x, y + 0.4],
          [x - 0.7, y + 2],
          [x + 0.7, y + 2],
        ],
        'force',
        true,
      ),
      text([x + 1, y + 8.6], 'C', { style: 'force', size: 3 }),
    );
  }
  return items;
}

function blockPlan(m: BaseModel, f: Frame, flow: BaseFlow | null): Item[] {
  const at = (p: Point): Point => project(f, p);
  const b = drawnBlock(m);
  const p = m.plateBox;
  const items: Item[] = [
    path(
      (
        [
          [b.x1, b.y1],
          [b.x2, b.y1],
          [b.x2, b.y2],
          [b.x1, b.y2],
        ] as Point[]
      ).map(at),
      'none',
      true,
      'concrete',
    ),
  ];
  const side = (a: Point, c: Point, edge: number): Item =>
    Number.isFinite(edge) ? path([at(a), at(c)], 'outline') : breakLine(at(a), at(c));
  items.push(
    side([b.x1, b.y1], [b.x1, b.y2], m.block.z1),
    side([b.x2, b.y1], [b.x2, b.y2], m.block.z2),
    side([b.x1, b.y1], [b.x2, b.y1], m.block.y1),
    side([b.x1, b.y2], [b.x2, b.y2], m.block.y2),
  );
  const round = m.input.plate.shape === 'circle';
  items.push(
    round
      ? {
          k: 'circle',
          at: at([m.input.plate.z, m.input.plate.y]),
          r: m.input.plate.D! / 2 / f.scale,
          line: 'outline',
          fill: 'plate',
        }
      : path(
          (
            [
              [p.z1, p.y1],
              [p.z2, p.y1],
              [p.z2, p.y2],
              [p.z1, p.y2],
            ] as Point[]
          ).map(at),
          'outline',
          true,
          'plate',
        ),
  );
  items.push(path(columnOutlines(m).outer.map(at), 'thin', true, 'cut'));
  for (const a of m.anchors)
    items.push({
      k: 'circle',
      at: at(flat(a.y, a.z)),
      r: Math.max(0.5, m.input.anchors.d / 2 / f.scale),
      line: 'thin',
      fill: 'ink',
    });
  if (flow) items.push(...coneSquares(m, flow.cones).map((q) => hidden(f, q, true)));
  return items;
}

function chainOf(
  u: Units,
  places: readonly number[],
  from: number,
  to: number,
  fields: { readonly edge?: string; readonly gap?: string },
): { from: number; to: number; text: string; field?: string }[] {
  const all = [from, ...places, to];
  return all.slice(1).map((x, i) => {
    const field = i === 0 || i === all.length - 2 ? fields.edge : fields.gap;
    return { from: all[i]!, to: x, text: u.near(x - all[i]!), ...(field ? { field } : {}) };
  });
}

function dimensions(m: BaseModel, frames: BaseFrames): Item[] {
  const u = m.basis.units;
  const f = frames.plan;
  const X = (x: number): number => project(f, [x, 0])[0];
  const Y = (y: number): number => project(f, [0, y])[1];
  const p = m.plateBox;
  const { input } = m;
  const { pattern } = input.anchors;
  const distinct = (of: (a: { y: number; z: number }) => number): number[] =>
    [...new Set(m.anchors.map((a) => Math.round(of(a) * 1e4) / 1e4))].sort((a, b) => a - b);
  const items: Item[] = [];
  const along = (
    list: { from: number; to: number; text: string; field?: string }[],
    map: (x: number) => number,
  ): DimensionSegment[] => list.map((s) => ({ ...s, from: map(s.from), to: map(s.to) }));
  const low = Y(p.y1);
  const left = X(p.z1);
  if (pattern.type === 'rows') {
    const square = input.plate.shape === 'rectangle';
    const centred = (k: 'y' | 'z'): boolean => square && Math.abs(input.anchors[k]) < 1e-9 && edgeOf(input, k) > 0;
    items.push(
      ...dimensionChain(
        'x',
        low + 7,
        low + 1,
        along(
          chainOf(
            u,
            distinct((a) => a.z),
            p.z1,
            p.z2,
            { ...(centred('z') ? { edge: 'edge.z' } : {}), gap: 'pattern.s_z' },
          ),
          X,
        ),
      ),
    );
    items.push(
      ...dimensionChain(
        'y',
        left - 11,
        left - 1,
        along(
          chainOf(
            u,
            distinct((a) => a.y),
            p.y1,
            p.y2,
            { ...(centred('y') ? { edge: 'edge.y' } : {}), gap: 'pattern.s_y' },
          ),
          Y,
        ),
      ),
    );
  }
  if (pattern.type === 'circle' && m.anchors.length) {
    const c: Point = [X(input.plate.z + input.anchors.z), Y(input.plate.y + input.anchors.y)];
    const q = m.anchors[0]!;
    const tip = project(f, flat(q.y, q.z));
    items.push(
      { k: 'circle', at: c, r: pattern.R / f.scale, line: 'centre' },
      path([c, tip], 'dimension'),
      text([(c[0] + 2 * tip[0]) / 3 + 1, (c[1] + 2 * tip[1]) / 3 - 1], `R${u.length(pattern.R)}`, {
        style: 'dimension',
        field: 'pattern.R',
      }),
    );
  }
  if (input.plate.shape === 'rectangle') {
    items.push(
      ...dimensionChain('x', low + 14, low + 1, [
        { from: X(p.z1), to: X(p.z2), text: u.length(input.plate.h!), field: 'plate.h' },
      ]),
    );
    items.push(
      ...dimensionChain('y', left - 11 - Math.max(11, textWidth(u.length(input.plate.b!)) + 2.2), left - 1, [
        { from: Y(p.y2), to: Y(p.y1), text: u.length(input.plate.b!), field: 'plate.b' },
      ]),
    );
  } else
    items.push(
      ...dimensionChain('x', low + 9, low + 1, [
        { from: X(p.z1), to: X(p.z2), text: `D ${u.length(input.plate.D!)}`, field: 'plate.D' },
      ]),
    );

  const e = frames.elevation;
  const b = drawnBlock(m);
  const EZ = (z: number): number => project(e, [0, z])[1];
  const right = project(e, [b.x2, 0])[0];
  const top = -input.grout.t;
  if (m.anchors.length)
    items.push(
      ...dimensionChain('y', right + 4, right + 1, [
        { from: EZ(top), to: EZ(top - input.anchors.h_ef), text: u.length(input.anchors.h_ef), field: 'anchors.h_ef' },
      ]),
    );
  if (input.concrete.H !== undefined)
    items.push(
      ...dimensionChain('y', SIDE.left + 1, project(e, [b.x1, 0])[0] - 0.6, [
        { from: EZ(top), to: EZ(top - b.H), text: u.length(b.H), field: 'concrete.H' },
      ]),
    );
  const k = frames.block;
  const [bl, bb] = project(k, [b.x1, b.y1]);
  const [br, bt] = project(k, [b.x2, b.y2]);
  if (input.concrete.B_z !== undefined)
    items.push(
      ...dimensionChain('x', bb + 5, bb + 1, [{ from: bl, to: br, text: u.length(input.concrete.B_z), field: 'concrete.B_z' }]),
    );
  if (input.concrete.B_y !== undefined)
    items.push(
      ...dimensionChain('y', br + 4, br + 1, [{ from: bt, to: bb, text: u.length(input.concrete.B_y), field: 'concrete.B_y' }]),
    );
  return items;
}

function callouts(m: BaseModel, solid: Solid, frames: BaseFrames): Item[] {
  const u = m.basis.units;
  const { input } = m;
  const { anchors: a, grout, concrete, weld, shear } = input;
  const f = frames.plan;
  const plate = solid.plates[0]!;
  const at = (p: Point): Point => project(f, p);
  const column = solid.members[0]!;
  const p = m.plateBox;
  const count = m.anchors.length;
  const kinds = {
    washer: `end plate ${u.length(a.head ?? 0)}×${u.length(a.head_t ?? 0)}`,
    headed: `head ${u.length(a.head ?? 0)}×${u.length(a.head_t ?? 0)}`,
    straight: 'straight',
    hooked: 'hooked',
    bonded: 'bonded',
  };
  // Callouts stand over the plan, where no dimension runs.
  const upper = m.anchors.reduce<number>(
    (best, q, i) =>
      q.y > m.anchors[best]!.y + 1 || (Math.abs(q.y - m.anchors[best]!.y) <= 1 && q.z < m.anchors[best]!.z) ? i : best,
    0,
  );
  const round = input.plate.shape === 'circle';
  const plateTip: Point = round
    ? [(p.z1 + p.z2) / 2 - (0.9 * (p.z2 - p.z1)) / 2, (p.y1 + p.y2) / 2 + (0.36 * (p.y2 - p.y1)) / 2]
    : [p.z1 + 0.03 * (p.z2 - p.z1), p.y2 - 0.03 * (p.y2 - p.y1)];
  const items: Item[] = [
    ...leader(at(plateTip), [12, 28], [`${prettyName(plate.label)} ${plate.grade}`], 'plate'),
    ...leader(
      at([
        m.column.shape === 'I'
          ? m.column.h / 2 - m.column.t_f / 2
          : m.column.shape === 'CHS'
            ? 0.35 * m.column.h - m.column.t_f * 0.35
            : m.column.h / 2 - m.column.t_f / 2,
        m.column.shape === 'CHS' ? 0.35 * m.column.h - m.column.t_f * 0.35 : m.column.b * 0.42,
      ]),
      [96, 28],
      [`${prettyName(column.label)} ${column.grade}`],
      'column',
    ),
  ];
  if (count) {
    const q = m.anchors[upper]!;
    items.push(
      ...leader(
        at(flat(q.y, q.z)),
        [50, 21],
        [`${count} × ${boltName(a.d)}-${a.cls ?? 'own'}, holes ${u.length(a.hole)}${a.washers_welded ? ', washers welded' : ''}`],
        'anchors',
      ),
    );
  } else items.push(text([12, 21], 'no anchors', { callout: 'anchors' }));
  items.push(text([30, 161], `shear: ${shear.path.replace('+', ', then ')}`, { callout: 'shear' }));
  const weldTip =
    m.column.shape === 'CHS'
      ? at([(m.column.h / 2) * Math.cos(0.35), (m.column.h / 2) * Math.sin(0.35)])
      : at([m.column.h / 2, m.column.b * 0.25]);
  const fillet = (a: number): string => filletName(m.basis, a);
  if (weld.type === 'butt') items.push(...leader(weldTip, [118, 36], ['butt weld'], 'weld'));
  else
    items.push(
      ...filletSymbol(
        weldTip,
        [151, 36],
        `${fillet(weld.a_f)}${m.column.shape === 'I' ? ` / web ${fillet(weld.a_w)}` : ''}`,
        'weld',
        m.basis.standard.weldSymbols,
        1,
      ),
    );
  const e = frames.elevation;
  const b = drawnBlock(m);
  items.push(
    ...leader(
      project(e, [b.x1 + 0.12 * (b.x2 - b.x1), -grout.t - 0.86 * b.H]),
      [SIDE.left + 6, Math.min(project(e, [0, -grout.t - b.H])[1] + 6, ELEVATION.bottom - 2)],
      [`${concreteName(concrete.f_ck, u)}, ${concrete.cracked ? 'cracked' : 'uncracked'}`],
      'concrete',
    ),
  );
  if (count)
    items.push(
      text([SIDE.right - 3, Math.min(project(e, [0, -grout.t - b.H])[1] + 5, ELEVATION.bottom - 2)], `${kinds[a.type]}`, {
        anchor: 'end',
        callout: 'embedded',
      }),
    );
  items.push(
    ...leader(
      project(e, [p.z2 - 2, -grout.t / 2]),
      [Math.min(project(e, [p.z2, 0])[0] + 4, SIDE.right - 26), ELEVATION.top + 8],
      [`grout ${u.length(grout.t)} ${groutName(grout.f_ck, u)}`],
      'grout',
    ),
  );
  return items;
}

/** Places of the anchors from the column axes, where there are few enough to print. */
function settingOutTable(m: BaseModel): Item[] {
  const u = m.basis.units;
  const n = m.anchors.length;
  if (n === 0 || n > 12) return [];
  const rows = Math.ceil(n / (n > 6 ? 2 : 1));
  const left = n > 6 ? 98 : 127;
  const top = 166 - rows * 3.3;
  const place = (x: number): string => u.near(x);
  return [
    text([left, top - 3.6], 'Anchors from the column axes, z / y', {
      style: 'muted',
      size: 2.6,
      ...(n > 6 ? {} : { anchor: 'start' }),
    }),
    ...m.anchors.map((a, i) =>
      text([left + (i >= rows ? 30 : 0), top + (i % rows) * 3.3], `${i}:  ${place(a.z)} / ${place(a.y)}`, { size: 2.7 }),
    ),
  ];
}

function handles(m: BaseModel, f: Frame): Handle[] {
  const { pattern } = m.input.anchors;
  const p = m.plateBox;
  const [right] = project(f, [p.z2, 0]);
  const [, top] = project(f, [0, p.y2]);
  if (pattern.type === 'circle')
    return [
      { at: [right + 5, top + 3], edit: 'ring.add', sign: '+', label: 'Add an anchor to the circle' },
      ...(m.anchors.length > 3
        ? [
            {
              at: [right + 5, top + 8] as Point,
              edit: 'ring.remove',
              sign: '−' as const,
              label: 'Remove an anchor from the circle',
            },
          ]
        : []),
    ];
  if (pattern.type !== 'rows') return [];
  const mid = project(f, [(p.z1 + p.z2) / 2, (p.y1 + p.y2) / 2]);
  return [
    { at: [mid[0] - 3, top - 4], edit: 'row.add', sign: '+', label: 'Add an anchor row along z' },
    ...(pattern.n_z > 1
      ? [{ at: [mid[0] + 3, top - 4] as Point, edit: 'row.remove', sign: '−' as const, label: 'Remove an anchor row along z' }]
      : []),
    { at: [right + 5, mid[1] - 3], edit: 'line.add', sign: '+', label: 'Add an anchor to each row' },
    ...(pattern.n_y > 1
      ? [
          {
            at: [right + 5, mid[1] + 3] as Point,
            edit: 'line.remove',
            sign: '−' as const,
            label: 'Remove an anchor from each row',
          },
        ]
      : []),
  ];
}
