import type { Combination } from '../../../actions/combination.ts';
import type { Mark, Paths } from '../../../detail/mark.ts';
import type { Point } from '../../../detail/solid.ts';
import { momentsOf } from '../../../geometry/polygon.ts';
import { edgeDistance, EDGES } from '../../../standards/anchorage.ts';
import { coneGeometry } from '../../../standards/en1992-4/cone.ts';
import { shearFaces } from '../../../standards/en1992-4/edge.ts';
import type { BaseFlow } from '../flow.ts';
import * as marks from '../marks.ts';
import { coneOf, edgeBody, faceAt, facing, keyBody, leastTo, pieces, pressedBy, ringsOf } from '../marks.ts';
import type { BaseModel } from '../model.ts';
import { columnOutlines } from '../shapes.ts';
import { flat } from '../solid.ts';
import type { LeverModel } from './lever.ts';
import { anchorLine } from './plate.ts';
import { lineAt, worstLine } from './plate-lines.ts';
import type { BaseGeometry, BaseState } from './state.ts';

type Places = marks.Places & { readonly geometry: BaseGeometry; readonly state: BaseState | null };

/** Concrete and plate under pressure. */
function pressurePaths(k: Places): Paths {
  const { m, geometry, onPlate, upright } = k;
  const { column, input } = m;
  const { t } = input.plate;
  const pressed = pressedBy(k);
  const flange = (sign: number): Mark => {
    const x = sign * (column.h / 2 - column.t_f / 2);
    return upright.box(x - column.t_f / 2, x + column.t_f / 2, t, t + 0.5 * column.h);
  };
  return {
    'contact-pressure': pressed,
    'concrete-bearing': pressed.length ? pressed : pieces(onPlate, geometry.b.pieces),
    'concrete-bearing-side': pressed,
    'plate-compression-bending': [onPlate.outline(columnOutlines(m).outer)],
    'column-flange-compression@left (-)': [flange(-1)],
    'column-flange-compression@right (+)': [flange(1)],
    'column-flange-compression@of the whole column': [flange(-1), flange(1)],
  };
}

/** The yield lines of one side of the lever arm, and the web behind an inner row. */
function sidePaths({ m, onPlate, upright, at }: Places, name: string, sign: number, { axis, ...lever }: LeverModel): Paths {
  const side = sign < 0 ? lever.left : lever.right;
  if (!side.row) return {};
  const { t, idx, inner, b_web } = side.row;
  const first = m.anchors[idx[0]!]!;
  const { column, plateBox: p, input } = m;
  if (inner)
    return {
      [`plate-tstub-tension@${name}`]: idx.map((i) => {
        const q = m.anchors[i]!;
        const y = q.y - Math.sign(q.y) * t.m;
        return onPlate.line([flat(y, q.z - t.l_1 / 4), flat(y, q.z + t.l_1 / 4)]);
      }),
      [`column-web-tension@${name}`]: [
        upright.box(first.z - b_web / 2, first.z + b_web / 2, input.plate.t, input.plate.t + 0.4 * column.h),
      ],
    };
  const u = axis === 'y' ? first.z : first.y;
  const v = idx.map((i) => (axis === 'y' ? m.anchors[i]!.y : m.anchors[i]!.z));
  const mid = (Math.min(...v) + Math.max(...v)) / 2;
  const half = Math.min(t.l_nc / 2, (axis === 'y' ? p.y2 - p.y1 : p.z2 - p.z1) / 2);
  const along = (w: number): Mark =>
    onPlate.line(axis === 'y' ? [flat(mid - half, w), flat(mid + half, w)] : [flat(w, mid - half), flat(w, mid + half)]);
  const circles = t.l_1 < t.l_nc;
  return {
    [`plate-tstub-tension@${name}`]: [
      ...(circles ? idx.map((i) => onPlate.ring(at(i), t.m)) : [along(u - sign * t.m)]),
      ...(t.mode === '1-2' ? [] : [along(u)]),
    ],
  };
}

/** The plate round each anchor: its own yield line, an arc at a round column. */
function localPath({ m, geometry, onPlate }: Places, i: number): Mark {
  const { y, z, tu, tv, half } = anchorLine(m, i, geometry.local[i]!);
  if (m.column.shape !== 'CHS') return onPlate.line([flat(y - tu * half, z - tv * half), flat(y + tu * half, z + tv * half)]);
  const R = Math.hypot(y, z);
  const mid = Math.atan2(z, y);
  const span = half / R;
  return onPlate.line(
    Array.from({ length: 17 }, (_, k) => {
      const w = mid - span + (span * k) / 8;
      return flat(R * Math.cos(w), R * Math.sin(w));
    }),
  );
}

/** The straight line about which the pulled anchors bend the plate most. */
function linePaths({ m, geometry, state, all, at, onPlate }: Places): Paths {
  const worst = state && worstLine(m, geometry.scan(), state.F);
  if (!worst) return {};
  const d = lineAt(m, worst.theta);
  const [u, v] = [Math.cos(d.theta), Math.sin(d.theta)];
  const ends = ([-1, 1] as const).map((s) => flat(u * d.offset - s * v * d.length * 0.5, v * d.offset + s * u * d.length * 0.5));
  const reach = (i: number): number => m.anchors[i]!.y * u + m.anchors[i]!.z * v - d.offset;
  const foot = (i: number): Point => flat(m.anchors[i]!.y - u * reach(i), m.anchors[i]!.z - v * reach(i));
  return {
    'plate-line-bending': [
      onPlate.line(ends),
      ...all.filter((i) => reach(i) > 0).map((i) => onPlate.line([at(i), foot(i)], 'failure-thin')),
    ],
  };
}

function tensionPaths(k: Places): Paths {
  const { all, state } = k;
  const model = state?.lever?.model;
  return {
    ...(model ? { ...sidePaths(k, 'left (-)', -1, model), ...sidePaths(k, 'right (+)', 1, model) } : {}),
    ...Object.fromEntries(all.map((i) => [`plate-anchor-local@anchor ${i}`, [localPath(k, i)]])),
    ...linePaths(k),
  };
}

function anchorPaths(k: Places, i: number): Paths {
  const { m, at, onPlate, beside, top, bottom } = k;
  const { anchors: a, plate } = m.input;
  const x = m.anchors[i]!.z;
  const on = beside(i);
  const head = Math.max(a.head ?? 2 * a.d, 2 * a.d);
  const stretched = [onPlate.ring(at(i), 1.6 * a.d), on.upright(x, top, plate.t)];
  const cut = [onPlate.ring(at(i), 1.2 * a.d), on.level(x - 1.5 * a.d, x + 1.5 * a.d, top)];
  return {
    [`anchor-steel-tension@anchor ${i}`]: stretched,
    [`interaction-steel@anchor ${i}`]: stretched,
    [`anchor-pullout@anchor ${i}`]: [
      onPlate.ring(at(i), 1.2 * a.d),
      on.area([
        [x - head / 2, bottom],
        [x - head * 0.9, bottom + head],
        [x + head * 0.9, bottom + head],
        [x + head / 2, bottom],
      ]),
    ],
    [`anchor-bond@anchor ${i}`]: [on.box(x - a.d, x + a.d, bottom, top)],
    [`anchor-steel-shear@anchor ${i}`]: cut,
    [`anchor-shear-lever-arm@anchor ${i}`]: [
      ...cut,
      on.line([
        [x, top - a.d / 2],
        [x + a.d / 2, plate.t / 2],
      ]),
    ],
  };
}

function conePaths(k: Places): Paths {
  const { m, state, top, bottom, beside } = k;
  const { h_ef } = m.input.anchors;
  const cone = coneOf(k);
  const bars = (state?.coneGroups[0] ?? []).flatMap((i) =>
    [-1, 1].map((s) => beside(i).upright(m.anchors[i]!.z + s * 0.4 * h_ef, top - 20, bottom)),
  );
  return { 'anchor-cone': cone, 'anchor-bond': cone, 'anchor-reinforcement': [...cone, ...bars] };
}

/** Blow-out at a face of the block, and splitting towards the nearest. */
function facePaths(k: Places): Paths {
  const { m, all, at, block: b, bottom, onBlock, upright } = k;
  const { h_ef } = m.input.anchors;
  const out: Record<string, readonly Mark[]> = {};
  for (const e of EDGES) {
    const face = faceAt(m, e);
    if (face === null) continue;
    const c_1 = leastTo(k, e);
    const row = all.filter((i) => edgeDistance(m, e, m.anchors[i]!) <= c_1 + 1);
    const places = row.map((i) => (e[0] === 'y' ? m.anchors[i]!.z : m.anchors[i]!.y));
    const [from, to] = e[0] === 'y' ? [b.x1, b.x2] : [b.y1, b.y2];
    const onFace = facing(e, [
      [Math.max(Math.min(...places) - 2 * c_1, from), face],
      [Math.min(Math.max(...places) + 2 * c_1, to), face],
    ]);
    out[`anchor-blowout@edge ${e}`] = [
      onBlock.line(onFace),
      ...(e[0] === 'z' ? [upright.upright(face, bottom - Math.min(2 * c_1, b.H - h_ef), bottom + Math.min(2 * c_1, h_ef))] : []),
    ];
  }
  const nearest = EDGES.map((e) => ({ e, c: leastTo(k, e) })).reduce((x, y) => (y.c < x.c ? y : x));
  if (!Number.isFinite(nearest.c)) return out;
  const face = faceAt(m, nearest.e)!;
  const split = all.filter((i) => edgeDistance(m, nearest.e, m.anchors[i]!) <= nearest.c + 1);
  const straight = ([x, y]: Point): Point => (nearest.e[0] === 'z' ? [face, y] : [x, face]);
  return { ...out, 'anchor-splitting': split.map((i) => onBlock.line([at(i), straight(at(i))])) };
}

function shearPaths(k: Places): Paths {
  const { m, all, V, block: b, top, bottom, onPlate, upright } = k;
  const { column, plateBox: p, input } = m;
  const size = Math.hypot(V.x, V.y);
  const reach = 0.3 * (p.z2 - p.z1);
  const along = (s: number): Point => [(s * reach * V.x) / size, (s * reach * V.y) / size];
  const turn = Array.from({ length: 17 }, (_, i): Point => [
    0.3 * column.h * Math.cos((Math.PI * i) / 10),
    0.3 * column.h * Math.sin((Math.PI * i) / 10),
  ]);
  const holes = ringsOf(k, input.anchors.hole / 2);
  const common: Paths = {
    'base-friction': [...pressedBy(k), ...(size > 0 ? [onPlate.line([along(-1), along(1)])] : [])],
    'base-twist': [onPlate.line(turn)],
    'anchor-plate-bearing': holes,
    'anchor-hole-for-shear': holes,
  };
  if (!all.length) return common;
  const { h_e } = coneGeometry(m, all);
  const back = -Math.sign(V.x || 1);
  const xs = all.map((i) => m.anchors[i]!.z);
  const from = back > 0 ? Math.max(...xs) : Math.min(...xs);
  const to = back > 0 ? Math.min(from + back * 1.5 * h_e, b.x2) : Math.max(from + back * 1.5 * h_e, b.x1);
  const pried = upright.area([
    [from, bottom],
    [to, top],
    [from, top],
  ]);
  const bodies = shearFaces(m).map((f) => ({ f, drawn: edgeBody(k, f) }));
  const pressed = bodies.filter(({ f }) => (f.edge[0] === 'y' ? V.y : V.x) * (f.edge.endsWith('+') ? 1 : -1) > 0);
  return {
    ...common,
    'anchor-pryout': [pried],
    ...Object.fromEntries(
      bodies.flatMap(({ f, drawn }) => [
        [`concrete-edge@edge ${f.edge}`, drawn],
        [`edge-reinforcement@edge ${f.edge}`, drawn],
      ]),
    ),
    'interaction-concrete': [...coneOf(k), ...pressed.flatMap((x) => x.drawn)],
  };
}

function keyPaths(k: Places): Paths {
  const { m, V, top, upright } = k;
  const { key } = m.input.shear;
  if (!key) return {};
  const half = (key.along === 'z' ? (key.type === 'I' ? key.h! : key.t!) : key.b) / 2;
  const faces = EDGES.flatMap((e) => {
    const face = faceAt(m, e);
    return face === null ? [] : [[`shear-key-edge@edge ${e}`, keyBody(k, e, face)] as const];
  });
  return {
    'shear-key-bearing': [upright.upright(Math.sign(V.x || 1) * half, top, -key.depth)],
    'shear-key-steel': [upright.box(-half, half, -key.depth, 0)],
    'shear-key-weld': [upright.level(-half, half, 0)],
    ...Object.fromEntries(faces),
  };
}

function weldPaths({ geometry, onPlate }: Places): Paths {
  const { lines, points } = geometry.welds;
  const ring = points[0]?.name === 'ring' ? [onPlate.outline(points.map((q) => flat(q.y, q.z)))] : [];
  const own = (name: string): Mark[] =>
    lines.filter((l) => l.name === name).map((l) => onPlate.line([flat(l.y1, l.z1), flat(l.y2, l.z2)]));
  const names = [...new Set(lines.map((l) => l.name))].filter((name) => name !== 'ring');
  return { ...Object.fromEntries(names.map((n) => [`column-weld@${n}`, own(n)])), 'column-weld@ring': ring };
}

/** Rules that speak of the anchors as they stand in the plate. */
const OF_ANCHORS = [
  'anchor-edge-plate',
  'anchor-spacing',
  'anchor-clear-wall',
  'anchor-count-range',
  'anchor-edge-concrete',
  'anchor-edge-product',
  'anchor-spacing-product',
  'washer-over-hole',
  'hook-yield',
  'reinforcement-d',
  'reinforcement-distance',
  'reinforcement-l2',
  'reinforcement-n',
  'loops-l1',
  'loops-d',
  'loops-distance',
  'loops-l2',
  'loops-n',
];

function rulePaths(k: Places): Paths {
  const { m, all, block: b, top, bottom, onPlate, upright, beside } = k;
  const { plateBox: p, input } = m;
  const marks = ringsOf(k, 1.2 * input.anchors.d);
  const depths = all.map((i) => beside(i).upright(m.anchors[i]!.z, top, bottom));
  const bed = [upright.level(p.z1, p.z2, top / 2)];
  return {
    ...Object.fromEntries(OF_ANCHORS.map((id) => [id, marks])),
    'anchor-head-depth': depths,
    'anchor-depth-min': depths,
    'block-depth': [upright.upright(b.x1, top, top - b.H)],
    'plate-on-block': [
      onPlate.outline([
        [p.z1, p.y1],
        [p.z2, p.y1],
        [p.z2, p.y2],
        [p.z1, p.y2],
      ]),
    ],
    'plate-vs-flange': [upright.level(p.z1, p.z2, input.plate.t)],
    'grout-strength': bed,
    'grout-thickness': bed,
    'grout-thick-strength': bed,
    'weld-throat': [onPlate.outline(columnOutlines(m).outer)],
  };
}

const WORDS: Readonly<Record<BaseState['method'], string>> = {
  none: 'no axial force or moment',
  concentric: 'concentric bearing',
  'lever-arm': 'lever-arm model',
  section: 'general section method',
};
const sumOf = (list: readonly number[]): number => list.reduce((sum, x) => sum + x, 0);

/** Both sides of a lever arm: how much they press, and where. */
function leverPush(lever: NonNullable<BaseState['lever']>): { readonly C: number; readonly at: readonly number[] } {
  const { F_left, F_right, z_left, z_right } = lever.state;
  return {
    C: -Math.min(0, F_left) - Math.min(0, F_right),
    at: lever.model.axis === 'y' ? [...(F_left < 0 ? [-z_left] : []), ...(F_right < 0 ? [z_right] : [])] : [],
  };
}

/** What the drawing shows of a state. */
export function flowOf(m: BaseModel, state: BaseState): BaseFlow {
  const { contact, lever } = state;
  const bearing = state.bearing();
  const push = lever && leverPush(lever);
  return {
    words: WORDS[state.method],
    T: state.F_pried,
    tension: sumOf(state.F),
    compression: contact?.C ?? push?.C ?? sumOf(bearing.map((p) => momentsOf([p.piece]).A * p.sigma[0]!)),
    bearing,
    centre:
      contact && contact.C > 0 ? { y: contact.y_C, z: contact.z_C, p_0: contact.p_0, p_y: contact.p_y, p_z: contact.p_z } : null,
    pushes: contact ? (contact.C > 0 ? [contact.z_C] : []) : (push?.at ?? (state.method === 'concentric' ? [0] : [])),
    cones: state.coneGroups.map((idx) => ({ idx, h_e: coneGeometry(m, idx).h_e })),
  };
}

/** Failure paths on the solid, by check, with the part that it speaks of where there are several. */
export function failurePaths(
  m: BaseModel,
  geometry: BaseGeometry,
  state: BaseState | null,
  combination: Combination | null,
): Paths {
  const k: Places = { ...marks.placesOf(m, state && flowOf(m, state), combination), geometry, state };
  const all: Paths = {
    ...pressurePaths(k),
    ...tensionPaths(k),
    ...Object.assign({}, ...k.all.map((i) => anchorPaths(k, i))),
    ...conePaths(k),
    ...facePaths(k),
    ...shearPaths(k),
    ...keyPaths(k),
    ...weldPaths(k),
    ...rulePaths(k),
  };
  const drawn = Object.fromEntries(Object.entries(all).filter(([, marks]) => marks.length));
  // Checks of one part of the load carry its name behind theirs.
  for (const { words, state: part } of state?.parts ?? [])
    for (const [key, marks] of Object.entries(failurePaths(m, geometry, part, combination)))
      drawn[key.includes('@') ? `${key}, ${words}` : `${key}@${words}`] = marks;
  return drawn;
}
