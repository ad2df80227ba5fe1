import type { Combination } from '../../actions/combination.ts';
import { path, project, type Item, type LineStyle } from '../../detail/drawing.ts';
import type { Point } from '../../detail/solid.ts';
import type { PreparedBase } from './checks/index.ts';
import type { BaseState } from './checks/state.ts';
import { anchorLine, lineAt, worstLine } from './checks/plate.ts';
import { edgeDistance, type Edge } from '../../standards/en1992-4/anchorage.ts';
import { coneGeometry } from '../../standards/en1992-4/cone.ts';
import { shearFaces } from '../../standards/en1992-4/edge.ts';
import type { BaseModel } from './model.ts';
import { columnOutlines, coneSide, coneSquares, type BaseFrames } from './shapes.ts';
import { drawnBlock, flat } from './solid.ts';

/** Failure paths on the drawing, by check, with the part that it speaks of where there are several. */
export function failurePaths(
  m: BaseModel,
  prepared: PreparedBase,
  frames: BaseFrames,
  state: BaseState | null,
  combination: Combination | null,
): Record<string, Item[]> {
  const { input, column, plateBox: p } = m;
  const { anchors: a, grout, plate } = input;
  const geo = prepared.geometry;
  const top = -grout.t;
  const bottom = top - a.h_ef;
  const b = drawnBlock(m);
  const inPlan = (q: Point): Point => project(frames.plan, q);
  const inSide = (q: Point): Point => project(frames.elevation, q);
  const inBlock = (q: Point): Point => project(frames.block, q);
  const line = (pts: readonly Point[], to: (q: Point) => Point, style: LineStyle = 'failure'): Item => path(pts.map(to), style);
  const area = (pts: readonly Point[], to: (q: Point) => Point): Item => path(pts.map(to), 'failure', true, 'failure-soft');
  const at = (i: number): Point => flat(m.anchors[i]!.y, m.anchors[i]!.z);
  const ringAt = (i: number, r: number): Item => ({ k: 'circle', at: inPlan(at(i)), r: r / frames.plan.scale, line: 'failure' });
  const all = m.anchors.map((_, i) => i);
  const out: Record<string, Item[]> = {};
  const put = (id: string, items: Item[]): void => {
    out[id] = items;
  };
  const box = (x1: number, x2: number, y1: number, y2: number): Point[] => [
    [x1, y1],
    [x2, y1],
    [x2, y2],
    [x1, y2],
  ];
  const pieces = (list: readonly (readonly number[])[]): Item[] =>
    list.map((q) =>
      area(
        Array.from({ length: q.length / 2 }, (_, i) => flat(q[2 * i]!, q[2 * i + 1]!)),
        inPlan,
      ),
    );

  // Concrete and plate under pressure.
  const bearing = state?.bearing() ?? [];
  const pressed = pieces(bearing.map((x) => x.piece));
  put('contact-pressure', pressed);
  put('concrete-bearing', pressed.length ? pressed : pieces(geo.b.pieces));
  put('concrete-bearing-side', pressed);
  const outline = columnOutlines(m).outer;
  put('plate-compression-bending', [path(outline.map(inPlan), 'failure', true)]);
  const flangeAt = (sign: number): Item[] => {
    const x = sign * (column.h / 2 - column.t_f / 2);
    return [area(box(x - column.t_f / 2, x + column.t_f / 2, plate.t, plate.t + 0.5 * column.h), inSide)];
  };
  put('column-flange-compression@left (-)', flangeAt(-1));
  put('column-flange-compression@right (+)', flangeAt(1));
  put('column-flange-compression@of the whole column', [...flangeAt(-1), ...flangeAt(1)]);

  // Plate in tension.
  const lever = state?.lever;
  const axis = lever?.model.axis ?? 'y';
  for (const [name, side, sign] of lever
    ? ([
        ['left (-)', lever.model.left, -1],
        ['right (+)', lever.model.right, 1],
      ] as const)
    : []) {
    if (!side.row) continue;
    const { t, idx, inner } = side.row;
    if (inner) {
      put(
        `plate-tstub-tension@${name}`,
        idx.flatMap((i) => {
          const q = m.anchors[i]!;
          const y = q.y - Math.sign(q.y) * t.m;
          return [line([flat(y, q.z - t.l_1 / 4), flat(y, q.z + t.l_1 / 4)], inPlan)];
        }),
      );
      const z = m.anchors[idx[0]!]!.z;
      put(`column-web-tension@${name}`, [
        area(box(z - side.row.b_web / 2, z + side.row.b_web / 2, plate.t, plate.t + 0.4 * column.h), inSide),
      ]);
      continue;
    }
    const u = axis === 'y' ? m.anchors[idx[0]!]!.z : m.anchors[idx[0]!]!.y;
    const v = idx.map((i) => (axis === 'y' ? m.anchors[i]!.y : m.anchors[i]!.z));
    const mid = (Math.min(...v) + Math.max(...v)) / 2;
    const half = Math.min(t.l_nc / 2, (axis === 'y' ? p.y2 - p.y1 : p.z2 - p.z1) / 2);
    const along = (w: number): Point[] =>
      axis === 'y' ? [flat(mid - half, w), flat(mid + half, w)] : [flat(w, mid - half), flat(w, mid + half)];
    const circles = t.l_1 < t.l_nc;
    put(`plate-tstub-tension@${name}`, [
      ...(circles ? idx.map((i) => ringAt(i, t.m)) : [line(along(u - sign * t.m), inPlan)]),
      ...(t.mode === '1-2' ? [] : [line(along(u), inPlan)]),
    ]);
  }
  all.forEach((i) => {
    const t = geo.local[i]!;
    const { y, z, tu, tv, half } = anchorLine(m, i, t);
    if (column.shape === 'CHS') {
      const R = Math.hypot(y, z);
      const mid = Math.atan2(z, y);
      const span = half / R;
      put(`plate-anchor-local@anchor ${i}`, [
        line(
          Array.from({ length: 17 }, (_, k) => {
            const w = mid - span + (span * k) / 8;
            return flat(R * Math.cos(w), R * Math.sin(w));
          }),
          inPlan,
        ),
      ]);
    } else
      put(`plate-anchor-local@anchor ${i}`, [
        line([flat(y - tu * half, z - tv * half), flat(y + tu * half, z + tv * half)], inPlan),
      ]);
  });
  const worst = state && worstLine(m, geo.scan, state.F);
  if (worst) {
    const d = lineAt(m, worst.theta);
    const [u, v] = [Math.cos(d.theta), Math.sin(d.theta)];
    const ends = ([-1, 1] as const).map((s) =>
      flat(u * d.offset - s * v * d.length * 0.5, v * d.offset + s * u * d.length * 0.5),
    );
    const pulled = all.filter((i) => m.anchors[i]!.y * u + m.anchors[i]!.z * v > d.offset);
    put('plate-line-bending', [
      line(ends, inPlan),
      ...pulled.map((i) =>
        line(
          [
            at(i),
            flat(
              m.anchors[i]!.y - u * (m.anchors[i]!.y * u + m.anchors[i]!.z * v - d.offset),
              m.anchors[i]!.z - v * (m.anchors[i]!.y * u + m.anchors[i]!.z * v - d.offset),
            ),
          ],
          inPlan,
          'failure-thin',
        ),
      ),
    ]);
  }

  // Anchors in tension.
  const shank = (i: number): Item =>
    line(
      [
        [m.anchors[i]!.z, top],
        [m.anchors[i]!.z, plate.t],
      ],
      inSide,
    );
  all.forEach((i) => {
    const x = m.anchors[i]!.z;
    put(`anchor-steel-tension@anchor ${i}`, [ringAt(i, 1.6 * a.d), shank(i)]);
    put(`interaction-steel@anchor ${i}`, [ringAt(i, 1.6 * a.d), shank(i)]);
    const head = Math.max(a.head ?? 2 * a.d, 2 * a.d);
    put(`anchor-pullout@anchor ${i}`, [
      ringAt(i, 1.2 * a.d),
      area(
        [
          [x - head / 2, bottom],
          [x - head * 0.9, bottom + head],
          [x + head * 0.9, bottom + head],
          [x + head / 2, bottom],
        ],
        inSide,
      ),
    ]);
    put(`anchor-bond@anchor ${i}`, [area(box(x - a.d, x + a.d, bottom, top), inSide)]);
    const cut: Item[] = [
      ringAt(i, 1.2 * a.d),
      line(
        [
          [x - 1.5 * a.d, top],
          [x + 1.5 * a.d, top],
        ],
        inSide,
      ),
    ];
    put(`anchor-steel-shear@anchor ${i}`, cut);
    put(`anchor-shear-lever-arm@anchor ${i}`, [
      ...cut,
      line(
        [
          [x, top - a.d / 2],
          [x + a.d / 2, plate.t / 2],
        ],
        inSide,
      ),
    ]);
  });
  const cone = state
    ? [
        ...coneSquares(m, frames.block, state, 'failure', 'failure-soft'),
        ...coneSide(m, frames.elevation, state, 'failure', 'failure-soft'),
      ]
    : [];
  put('anchor-cone', cone);
  put('anchor-bond', cone);
  put('anchor-reinforcement', [
    ...cone,
    ...(state?.coneGroups[0] ?? []).flatMap((i) =>
      [-1, 1].map((s) =>
        line(
          [
            [m.anchors[i]!.z + s * 0.4 * a.h_ef, top - 20],
            [m.anchors[i]!.z + s * 0.4 * a.h_ef, bottom],
          ],
          inSide,
        ),
      ),
    ),
  ]);
  for (const e of ['y-', 'y+', 'z-', 'z+'] as const) {
    const face = faceAt(m, e);
    if (face === null) continue;
    const c_1 = Math.min(...all.map((i) => edgeDistance(m, e, m.anchors[i]!)));
    const row = all.filter((i) => edgeDistance(m, e, m.anchors[i]!) <= c_1 + 1);
    const places = row.map((i) => (e[0] === 'y' ? m.anchors[i]!.z : m.anchors[i]!.y));
    const [s1, s2] = [Math.min(...places) - 2 * c_1, Math.max(...places) + 2 * c_1];
    const edgeLine: Point[] =
      e[0] === 'y'
        ? [
            [Math.max(s1, b.x1), face],
            [Math.min(s2, b.x2), face],
          ]
        : [
            [face, Math.max(s1, b.y1)],
            [face, Math.min(s2, b.y2)],
          ];
    const level: Point[] = [
      [e[0] === 'z' ? face : 0, bottom - Math.min(2 * c_1, b.H - a.h_ef)],
      [e[0] === 'z' ? face : 0, bottom + Math.min(2 * c_1, a.h_ef)],
    ];
    put(`anchor-blowout@edge ${e}`, [line(edgeLine, inBlock), ...(e[0] === 'z' ? [line(level, inSide)] : [])]);
  }
  const nearest = (['y-', 'y+', 'z-', 'z+'] as const)
    .map((e) => ({ e, c: Math.min(Infinity, ...all.map((i) => edgeDistance(m, e, m.anchors[i]!))) }))
    .reduce((x, y) => (y.c < x.c ? y : x));
  if (Number.isFinite(nearest.c))
    put(
      'anchor-splitting',
      all
        .filter((i) => edgeDistance(m, nearest.e, m.anchors[i]!) <= nearest.c + 1)
        .map((i) =>
          line(
            nearest.e[0] === 'z' ? [at(i), [faceAt(m, nearest.e)!, at(i)[1]]] : [at(i), [at(i)[0], faceAt(m, nearest.e)!]],
            inBlock,
          ),
        ),
    );

  // Shear.
  const V = { x: combination?.V_z ?? 0, y: combination?.V_y ?? 0 };
  const size = Math.hypot(V.x, V.y) || 1;
  const arrow: Item[] =
    size > 0 && (V.x || V.y)
      ? [
          line(
            [
              [-0.3 * (p.z2 - p.z1) * (V.x / size), -0.3 * (p.z2 - p.z1) * (V.y / size)],
              [0.3 * (p.z2 - p.z1) * (V.x / size), 0.3 * (p.z2 - p.z1) * (V.y / size)],
            ],
            inPlan,
          ),
        ]
      : [];
  put('base-friction', [...pressed, ...arrow]);
  put('base-twist', [
    path(
      Array.from({ length: 17 }, (_, i): Point =>
        inPlan([0.3 * column.h * Math.cos((Math.PI * i) / 10), 0.3 * column.h * Math.sin((Math.PI * i) / 10)]),
      ),
      'failure',
    ),
  ]);
  put(
    'anchor-plate-bearing',
    all.map((i) => ringAt(i, a.hole / 2)),
  );
  put(
    'anchor-hole-for-shear',
    all.map((i) => ringAt(i, a.hole / 2)),
  );
  if (all.length) {
    const h_e = coneGeometry(m, all).h_e;
    const back = -Math.sign(V.x || 1);
    const xs = all.map((i) => m.anchors[i]!.z);
    const from = back > 0 ? Math.max(...xs) : Math.min(...xs);
    const reach = back > 0 ? Math.min(from + back * 1.5 * h_e, b.x2) : Math.max(from + back * 1.5 * h_e, b.x1);
    put('anchor-pryout', [
      area(
        [
          [from, bottom],
          [reach, top],
          [from, top],
        ],
        inSide,
      ),
    ]);
    const edges: Item[] = [];
    for (const f of shearFaces(m)) {
      const face = faceAt(m, f.edge)!;
      const places = f.front.map((i) => (f.edge[0] === 'y' ? m.anchors[i]!.z : m.anchors[i]!.y));
      const [v1, v2] = [Math.min(...places), Math.max(...places)];
      const start = m.anchors[f.front[0]!]!;
      const u = f.edge[0] === 'y' ? start.y : start.z;
      const limit = f.edge[0] === 'y' ? ([b.x1, b.x2] as const) : ([b.y1, b.y2] as const);
      const [w1, w2] = [Math.max(v1 - 1.5 * f.c_e, limit[0]), Math.min(v2 + 1.5 * f.c_e, limit[1])];
      const body: Point[] =
        f.edge[0] === 'y'
          ? [
              [v1, u],
              [v2, u],
              [w2, face],
              [w1, face],
            ]
          : [
              [u, v1],
              [u, v2],
              [face, w2],
              [face, w1],
            ];
      const depth = Math.min(1.5 * f.c_e, b.H);
      const drawn = [
        area(body, inBlock),
        ...(f.edge[0] === 'z'
          ? [
              area(
                [
                  [u, top],
                  [face, top],
                  [face, top - depth],
                ],
                inSide,
              ),
            ]
          : []),
      ];
      put(`concrete-edge@edge ${f.edge}`, drawn);
      put(`edge-reinforcement@edge ${f.edge}`, drawn);
      edges.push(...((f.edge[0] === 'y' ? V.y : V.x) * (f.edge.endsWith('+') ? 1 : -1) > 0 ? drawn : []));
    }
    put('interaction-concrete', [...cone, ...edges]);
  }

  // Shear key.
  const { key } = input.shear;
  if (key) {
    const half = (key.along === 'z' ? (key.type === 'I' ? key.h! : key.t!) : key.b) / 2;
    const towards = Math.sign(V.x || 1);
    put('shear-key-bearing', [
      line(
        [
          [towards * half, top],
          [towards * half, -key.depth],
        ],
        inSide,
      ),
    ]);
    put('shear-key-steel', [area(box(-half, half, -key.depth, 0), inSide)]);
    put('shear-key-weld', [
      line(
        [
          [-half, 0],
          [half, 0],
        ],
        inSide,
      ),
    ]);
    for (const e of ['y-', 'y+', 'z-', 'z+'] as const) {
      const face = faceAt(m, e);
      if (face === null) continue;
      const front = (key.type === 'I' ? key.h! : key.t!) / 2;
      const c_1 = Math.abs(face) - front;
      const sign = e.endsWith('+') ? 1 : -1;
      const wide = (w: number): number => w + key.b / 2;
      const body: Point[] =
        e[0] === 'z'
          ? [
              [sign * front, -key.b / 2],
              [sign * front, key.b / 2],
              [face, Math.min(wide(c_1), b.y2)],
              [face, Math.max(-wide(c_1), b.y1)],
            ]
          : [
              [-key.b / 2, sign * front],
              [key.b / 2, sign * front],
              [Math.min(wide(c_1), b.x2), face],
              [Math.max(-wide(c_1), b.x1), face],
            ];
      put(`shear-key-edge@edge ${e}`, [
        area(body, inBlock),
        ...(e[0] === 'z'
          ? [
              area(
                [
                  [sign * front, top],
                  [face, top],
                  [face, Math.max(-key.depth - c_1, top - b.H)],
                  [sign * front, -key.depth],
                ],
                inSide,
              ),
            ]
          : []),
      ]);
    }
  }

  // Weld.
  const { lines, points } = geo.welds;
  for (const name of new Set([...lines.map((l) => l.name), 'ring'])) {
    const own =
      name === 'ring'
        ? points[0]?.name === 'ring'
          ? [
              path(
                points.map((q) => inPlan(flat(q.y, q.z))),
                'failure',
                true,
              ),
            ]
          : []
        : lines.filter((l) => l.name === name).map((l) => line([flat(l.y1, l.z1), flat(l.y2, l.z2)], inPlan));
    if (own.length) put(`column-weld@${name}`, own);
  }

  // Rules.
  const marks = all.map((i) => ringAt(i, 1.2 * a.d));
  for (const id of [
    'anchor-edge-plate',
    'anchor-spacing',
    'anchor-clear-wall',
    'anchor-count-range',
    'anchor-head-depth',
    'anchor-depth-min',
    'anchor-edge-concrete',
    'anchor-edge-product',
    'anchor-spacing-product',
    'washer-over-hole',
    'hook-yield',
  ])
    put(
      id,
      id === 'anchor-head-depth' || id === 'anchor-depth-min'
        ? all.map((i) =>
            line(
              [
                [m.anchors[i]!.z, top],
                [m.anchors[i]!.z, bottom],
              ],
              inSide,
            ),
          )
        : marks,
    );
  for (const id of [
    'reinforcement-d',
    'reinforcement-distance',
    'reinforcement-l2',
    'reinforcement-n',
    'loops-l1',
    'loops-d',
    'loops-distance',
    'loops-l2',
    'loops-n',
  ])
    put(id, marks);
  put('block-depth', [
    line(
      [
        [b.x1, top],
        [b.x1, top - b.H],
      ],
      inSide,
    ),
  ]);
  put('plate-on-block', [path(box(p.z1, p.z2, p.y1, p.y2).map(inPlan), 'failure', true)]);
  put('plate-vs-flange', [
    line(
      [
        [p.z1, plate.t],
        [p.z2, plate.t],
      ],
      inSide,
    ),
  ]);
  for (const id of ['grout-strength', 'grout-thickness', 'grout-thick-strength'])
    put(id, [
      line(
        [
          [p.z1, top / 2],
          [p.z2, top / 2],
        ],
        inSide,
      ),
    ]);
  put('weld-throat', [path(outline.map(inPlan), 'failure', true)]);
  const drawn = Object.fromEntries(Object.entries(out).filter(([, items]) => items.length));
  // Checks of one part of the load carry its name behind theirs.
  for (const { words, state: part } of state?.parts ?? [])
    for (const [key, items] of Object.entries(failurePaths(m, prepared, frames, part, combination)))
      drawn[key.includes('@') ? `${key}, ${words}` : `${key}@${words}`] = items;
  return drawn;
}

/** Where a face of the block lies: x or y of the drawing; null without one. */
function faceAt(m: BaseModel, e: Edge): number | null {
  const { y1, y2, z1, z2 } = m.block;
  const at = { 'y-': y1, 'y+': y2, 'z-': z1, 'z+': z2 }[e];
  return Number.isFinite(at) ? at : null;
}
