import type { Combination } from '../../../actions/combination.ts';
import type { Mark, Paths } from '../../../detail/mark.ts';
import type { Point } from '../../../detail/solid.ts';
import { rectangle } from '../../../geometry/polygon.ts';
import { breakoutOf, shearRow, sideRows } from '../../../standards/aci318/anchors.ts';
import type { Edge } from '../../../standards/anchorage.ts';
import type { BaseFlow } from '../flow.ts';
import { coneOf, edgeBody, faceAt, facing, keyBody, placesOf, pressedBy, ringsOf, type Places as Marked } from '../marks.ts';
import type { BaseModel } from '../model.ts';
import { columnOutlines } from '../shapes.ts';
import { inTension, total, type BaseCase, type Forces } from './case.ts';

const WORDS: Readonly<Record<Forces['kind'], string>> = {
  none: 'no axial force or moment',
  concentric: 'concentric bearing',
  small: 'small moment',
  large: 'large moment',
  crushed: 'concrete crushed',
  overturned: 'plate too small for this moment',
  uplift: 'lifted',
  unbalanced: 'no balance',
  'no anchors': 'no anchors',
};

/** The block that presses: against the side to which the moment turns. */
function pressedPiece(c: BaseCase): number[] | null {
  const { Y, f_p } = c.forces;
  if (!(Y > 0 && f_p > 0)) return null;
  const { y1, y2, z1, z2 } = c.m.plateBox;
  return c.forces.M < 0 ? rectangle(y1, y2, z1, z1 + Y) : rectangle(y1, y2, z2 - Y, z2);
}

/** What the drawing shows of a case. */
export function flowOf(c: BaseCase): BaseFlow {
  const { m, forces } = c;
  const piece = pressedPiece(c);
  const { Y, f_p, T } = forces;
  const middle = piece ? (forces.M < 0 ? m.plateBox.z1 + Y / 2 : m.plateBox.z2 - Y / 2) : 0;
  const idx = inTension(c);
  return {
    words: WORDS[forces.kind],
    T,
    tension: total(T),
    compression: f_p * Y * m.input.plate.b!,
    bearing: piece ? [{ piece, sigma: Array.from({ length: piece.length / 2 }, () => f_p) }] : [],
    centre: piece ? { y: 0, z: middle } : null,
    pushes: piece ? [middle] : [],
    cones: idx.length ? [{ idx, h_e: breakoutOf(m, idx).h_e }] : [],
  };
}

type Places = Marked & { readonly c: BaseCase | null };
/** Where the plate bends: at the lines of practice round the column. */
function plateLines({ m, onPlate, c }: Places): Paths {
  const { column, plateBox: p } = m;
  const across = (x: number): Mark =>
    onPlate.line([
      [x, p.y1],
      [x, p.y2],
    ]);
  const along = (y: number): Mark =>
    onPlate.line([
      [p.z1, y],
      [p.z2, y],
    ]);
  const [d, b] = column.shape === 'I' ? [0.95, 0.8] : column.shape === 'RHS' ? [0.95, 0.95] : [0.8, 0.8];
  const [x, y] = [(d * column.h) / 2, (b * column.b) / 2];
  const side = c && c.forces.M < 0 ? -1 : 1;
  const bends = [across(side * x), along(y), along(-y)];
  const steel = column.shape === 'I' ? column.h / 2 - column.t_f / 2 : column.shape === 'RHS' ? 0.475 * column.h : 0.4 * column.h;
  const inner: Point[] = columnOutlines(m).inner ?? columnOutlines(m).outer;
  return {
    'bp-plate-bending': bends,
    'bp-plate-tension-bending': [across(-side * steel)],
    'bp-plate-uplift-bending': [across(steel), across(-steel)],
    'bp-plate-inside': [onPlate.outline(inner)],
  };
}

/** Rods that are pulled, or all of them where none is. */
const worked = ({ c, all }: Places): readonly number[] => {
  const pulled = c ? inTension(c) : [];
  return pulled.length ? pulled : all;
};

function rodPaths(k: Places): Paths {
  const { m, at, onPlate, beside, top, bottom } = k;
  const { anchors: a, plate } = m.input;
  const head = Math.max(a.head ?? 2 * a.d, 2 * a.d);
  const stretched = worked(k).flatMap((i) => [onPlate.ring(at(i), 1.6 * a.d), beside(i).upright(m.anchors[i]!.z, top, plate.t)]);
  const cut = (k.c?.sheared ?? k.all).flatMap((i) => {
    const x = m.anchors[i]!.z;
    return [onPlate.ring(at(i), 1.2 * a.d), beside(i).level(x - 1.5 * a.d, x + 1.5 * a.d, top)];
  });
  const pulledOut = worked(k).flatMap((i) => {
    const x = m.anchors[i]!.z;
    return [
      onPlate.ring(at(i), 1.2 * a.d),
      beside(i).area([
        [x - head / 2, bottom],
        [x - head * 0.9, bottom + head],
        [x + head * 0.9, bottom + head],
        [x + head / 2, bottom],
      ]),
    ];
  });
  return {
    'bp-rod-tension': stretched,
    'an-steel-tension': stretched,
    'bp-rod-combined': stretched,
    'bp-rod-shear': cut,
    'an-steel-shear': cut,
    'an-pullout': pulledOut,
    'an-interaction': [...stretched, ...cut],
  };
}

/** Patches that burst off the faces beside deep anchors in tension. */
function blowout(k: Places): Mark[] {
  const { m, block: b, bottom, onBlock, upright } = k;
  const { h_ef } = m.input.anchors;
  return sideRows(m, worked(k)).flatMap((row) => {
    const face = faceAt(m, row.edge)!;
    const places = row.idx.map((i) => (row.edge[0] === 'y' ? m.anchors[i]!.z : m.anchors[i]!.y));
    const [from, to] = row.edge[0] === 'y' ? [b.x1, b.x2] : [b.y1, b.y2];
    const onFace = facing(row.edge, [
      [Math.max(Math.min(...places) - 3 * row.c_1, from), face],
      [Math.min(Math.max(...places) + 3 * row.c_1, to), face],
    ]);
    const patch = upright.upright(face, bottom - Math.min(2 * row.c_1, b.H - h_ef), bottom + Math.min(3 * row.c_1, h_ef));
    return [onBlock.line(onFace), ...(row.edge[0] === 'z' ? [patch] : [])];
  });
}

const brokenOff = (k: Places, edge: Edge): Mark[] => {
  const row = shearRow(k.m, edge, true, k.c?.sheared);
  return row ? edgeBody(k, { edge, front: row.idx, c_e: row.c_1 }) : [];
};

function concretePaths(k: Places): Paths {
  const { m, all, block: b, top, bottom, upright, c } = k;
  const towards = c?.towards ?? 'z+';
  const pried = (): Mark[] => {
    if (!all.length) return [];
    const { h_e } = breakoutOf(m, c?.sheared ?? all);
    const back = towards === 'z+' ? -1 : 1;
    const xs = (c?.sheared ?? all).map((i) => m.anchors[i]!.z);
    const from = back > 0 ? Math.max(...xs) : Math.min(...xs);
    const to = back > 0 ? Math.min(from + 1.5 * h_e, b.x2) : Math.max(from - 1.5 * h_e, b.x1);
    return [
      upright.area([
        [from, bottom],
        [to, top],
        [from, top],
      ]),
    ];
  };
  return {
    'an-breakout-tension': coneOf(k),
    'an-side-blowout': all.length ? blowout(k) : [],
    'an-breakout-shear': all.length ? brokenOff(k, towards) : [],
    'an-breakout-shear-side': all.length ? [...brokenOff(k, 'y-'), ...brokenOff(k, 'y+')] : [],
    'an-pryout': pried(),
  };
}

function shearPaths(k: Places): Paths {
  const { m, V, top, onPlate, upright, c } = k;
  const { key, path } = m.input.shear;
  const reach = 0.3 * (m.plateBox.z2 - m.plateBox.z1) * Math.sign(V.x);
  const slide = V.x
    ? [
        onPlate.line([
          [-reach, 0],
          [reach, 0],
        ]),
      ]
    : [];
  const friction: Paths = { 'bp-shear-friction': [...pressedBy(k), ...slide] };
  if (!key || !path.endsWith('key')) return friction;
  const half = (key.t ?? 0) / 2;
  const towards = c?.towards ?? 'z+';
  const face = faceAt(m, towards);
  const across = upright.box(-half, half, -key.depth, 0);
  return {
    ...friction,
    'bp-lug-bearing': [upright.upright(towards === 'z+' ? half : -half, top, -key.depth)],
    'bp-lug-bending': [across],
    'bp-lug-shear': [across],
    'bp-lug-weld': [upright.level(-half, half, 0)],
    'bp-lug-breakout': face === null ? [] : keyBody(k, towards, face),
    'lug-in-block': [across],
    'lug-width': [across],
    'lug-anchor-depth': [across],
  };
}

function weldAndRulePaths(k: Places): Paths {
  const { m, all, block: b, top, bottom, onPlate, upright, beside } = k;
  const { column, plateBox: p } = m;
  const outer = onPlate.outline(columnOutlines(m).outer);
  const flange = (sign: number): Mark =>
    onPlate.line([
      [(sign * column.h) / 2, -column.b / 2],
      [(sign * column.h) / 2, column.b / 2],
    ]);
  const web = onPlate.line([
    [-column.h / 2 + column.t_f, 0],
    [column.h / 2 - column.t_f, 0],
  ]);
  const marks = ringsOf(k, 1.2 * m.input.anchors.d);
  const plate = onPlate.outline([
    [p.z1, p.y1],
    [p.z2, p.y1],
    [p.z2, p.y2],
    [p.z1, p.y2],
  ]);
  return {
    'bp-weld-flange': [flange(-1), flange(1)],
    'bp-weld-web': [web],
    'bp-weld-perimeter': [outer],
    'weld-min': [outer],
    'weld-min-web': [web],
    'anchor-count': marks.length ? marks : [plate],
    'anchor-spacing': marks,
    'anchor-plate-edge': marks,
    'anchor-concrete-edge': marks,
    'anchor-in-block': [
      upright.upright(b.x1, top, top - b.H),
      ...all.map((i) => beside(i).upright(m.anchors[i]!.z, top, bottom)),
    ],
    'plate-covers-column': [plate],
  };
}

/** Failure paths on the solid, by check and rule. */
export function failurePaths(m: BaseModel, c: BaseCase | null, combination: Combination | null): Paths {
  const k: Places = { ...placesOf(m, c && flowOf(c), combination), c };
  const pressed = pressedBy(k);
  const { z1, z2, y1, y2 } = m.plateBox;
  const all: Paths = {
    'bp-bearing': pressed.length
      ? pressed
      : [
          k.onPlate.area([
            [z1, y1],
            [z2, y1],
            [z2, y2],
            [z1, y2],
          ]),
        ],
    ...plateLines(k),
    ...rodPaths(k),
    ...concretePaths(k),
    ...shearPaths(k),
    ...weldAndRulePaths(k),
  };
  return Object.fromEntries(Object.entries(all).filter(([, marks]) => marks.length));
}
