import { breakLine, dimensionChain, path, project, type Box, type Drawing, type Frame, type Item } from '../../drawing/index.ts';
import type { Point } from '../../detail/solid.ts';
import { levelField } from './beam-level.ts';
import { supportTop } from './solid-parts.ts';
import { onWeb, type MemberDimensions, type SupportModel } from '../members.ts';
import type { Units } from '../../units/system.ts';

/** Views of a beam's joint: elevation, x right and z up; end, y right and z up, seen from the beam. */
export interface Frames {
  readonly elevation: Frame;
  readonly end: Frame;
}

/** Lowest line of a supporting beam that is drawn whole, on the sheet. */
const FLOOR = 163;

interface BeamLevel {
  readonly h: number;
  readonly notchTop: boolean;
}

/** How far the support is drawn above the top and below the bottom of the beam, mm; a deep supporting beam may be broken off sooner. */
export function supportReach(support: SupportModel, beam: BeamLevel): { up: number; down: number } {
  const usual = 0.1 * beam.h + 12;
  const { dims, type } = support;
  if (type !== 'beam_web' || !dims) return { up: usual, down: usual };
  const top = supportTop(support, beam);
  return { up: Math.max(usual, top + 10), down: usual };
}

/** How far a supporting beam that is drawn whole reaches to the left of the face of its web, mm. */
const flangeLeft = (support: SupportModel): number =>
  support.type === 'beam_web' && support.dims ? (support.t + support.dims.b) / 2 : 0;
/** Whether a supporting beam has its room to the left of the face at this scale, with the dimension of its level. */
export const supportFits = (support: SupportModel, scale: number, room: number): boolean =>
  flangeLeft(support) / scale <= room - 16;

/** How far the top of the beam is from that of the supporting beam; nothing where they are level. */
export function levelDimension(u: Units, support: SupportModel, beam: BeamLevel, f: Frame): Item[] {
  if (support.type !== 'beam_web' || !support.dims) return [];
  const top = supportTop(support, beam);
  if (top === 0) return [];
  const at = (z: number): number => project(f, [0, z])[1];
  const foot = project(f, [-flangeLeft(support), 0])[0] - 1;
  return dimensionChain('y', foot - 8, foot, [
    { from: at(top), to: at(0), text: u.length(Math.abs(top)), field: levelField(support, top) },
  ]);
}

/** Where a drawing names its support: a supporting beam below the joint, a column at its top. */
export function supportNamed(support: SupportModel, h: number, f: Frame, faceX: number): { tip: Point; shelf: Point } {
  const at = (x: number, z: number): Point => project(f, [x, z]);
  if (support.type === 'beam_web') return { tip: at(-support.t / 2, -0.96 * h), shelf: [faceX - 8, at(0, -0.96 * h)[1] + 5] };
  return { tip: at(onWeb(support.type) ? -support.t / 2 : -support.t - 10 * f.scale, 0.02 * h), shelf: [faceX - 18, 18] };
}

/** An elevation of a support: where it is drawn, how much of it, and strips of it between two upright lines. */
interface Side {
  readonly support: SupportModel;
  readonly at: (x: number, z: number) => Point;
  readonly up: number;
  readonly down: number;
  /** Room to the left of the face, mm. */
  readonly most: number;
  readonly upright: (x: number, line?: 'outline' | 'hidden') => Item;
  /** Broken off above and below, between two places. */
  readonly broken: (x1: number, x2: number) => Item[];
}

/**
 * The support in the elevation of a joint at x = 0: a column seen from its side or cut through its web, or a supporting beam cut across.
 * `room` is the paper to its left; what does not fit is broken off.
 */
export function supportElevation(support: SupportModel, beam: BeamLevel, f: Frame, room: number): Item[] {
  const at = (x: number, z: number): Point => project(f, [x, z]);
  const reach = supportReach(support, beam);
  const [up, down] = [reach.up, -beam.h - reach.down];
  const side: Side = {
    support,
    at,
    up,
    down,
    most: room * f.scale,
    upright: (x, line = 'outline') => path([at(x, up), at(x, down)], line),
    broken: (x1, x2) => [breakLine(at(x1, up), at(x2, up)), breakLine(at(x1, down), at(x2, down))],
  };
  if (support.hollow) return tubeFromSide(side, support.hollow.h);
  if (support.type === 'column_flange') return columnFromSide(side);
  if (support.type === 'column_web') return columnCut(side, beam.h);
  const { t, dims } = support;
  if (!dims) return [...webCut(side), ...side.broken(-t - 15, 15)];
  return beamAcross(side, dims, supportTop(support, beam));
}

/** The inside of its walls is hidden. */
function tubeFromSide({ support: { t }, at, up, down, most, upright, broken }: Side, h: number): Item[] {
  const left = -Math.min(h, most);
  return [
    ...(h <= most ? [upright(-h), upright(-h + t, 'hidden')] : [breakLine(at(left, up), at(left, down))]),
    upright(-t, 'hidden'),
    upright(0),
    ...broken(left, 0),
  ];
}

function columnFromSide({ support: { t, dims }, at, up, down, most, upright, broken }: Side): Item[] {
  const h = dims?.h ?? t + 100;
  const left = -Math.min(h, most);
  return [
    ...(dims !== null && h <= most ? [upright(-h), upright(-h + t)] : [breakLine(at(left, up), at(left, down))]),
    upright(-t),
    upright(0),
    ...broken(left, 0),
  ];
}

const webCut = ({ support: { t }, at, up, down, upright }: Side): Item[] => [
  path([at(-t, up), at(0, up), at(0, down), at(-t, down)], 'none', true, 'cut'),
  upright(-t),
  upright(0),
];

/** A column cut through its web; its flanges stand beyond the joint. */
function columnCut(side: Side, h: number): Item[] {
  const { support, at, up, down, most, broken } = side;
  const { dims, t } = support;
  const half = dims ? Math.min(dims.b / 2, most) : 0;
  const flange: Item[] = dims
    ? [
        path([at(-t / 2 - half, up), at(-t / 2 - half, down)], 'thin'),
        path([at(-t / 2 + half, up), at(-t / 2 + half, 0)], 'thin'),
        path([at(-t / 2 + half, -h), at(-t / 2 + half, down)], 'thin'),
      ]
    : [];
  const wide = Math.max(half, 20);
  return [...flange, ...webCut(side), ...broken(-t / 2 - wide, -t / 2 + wide)];
}

/** The supporting beam, cut across; broken off below where it is too deep for the sheet. */
function beamAcross({ support: { t }, at, down }: Side, dims: MemberDimensions, top: number): Item[] {
  const [l, r] = [-t / 2 - dims.b / 2, -t / 2 + dims.b / 2];
  const z2 = top - dims.h;
  const upper: Point[] = [
    [-t, top - dims.tf],
    [l, top - dims.tf],
    [l, top],
    [r, top],
    [r, top - dims.tf],
    [0, top - dims.tf],
  ];
  const drawn = (points: readonly Point[], line: 'outline' | 'none', closed: boolean): Item =>
    path(
      points.map((p) => at(...p)),
      line,
      closed,
      ...(closed ? (['cut'] as const) : []),
    );
  if (at(0, z2)[1] <= FLOOR) {
    const lower: Point[] = [
      [0, z2 + dims.tf],
      [r, z2 + dims.tf],
      [r, z2],
      [l, z2],
      [l, z2 + dims.tf],
      [-t, z2 + dims.tf],
    ];
    return [drawn([...upper, ...lower], 'outline', true)];
  }
  const cut = down + 4;
  return [
    drawn([...upper, [0, cut], [-t, cut]], 'none', true),
    drawn([[-t, cut], ...upper, [0, cut]], 'outline', false),
    breakLine(at(-t - 15, cut), at(15, cut)),
  ];
}

/** The parts of the sheet that the views take: the elevation all of beam and support that is drawn, the end view as high and as wide as what stands in it. */
export function viewBoxes(
  { beam, support }: { readonly beam: { readonly b: number }; readonly support: SupportModel },
  areas: Drawing['areas'],
  end: Frame,
  fitting: number,
): { readonly elevation: Box; readonly end: Box } {
  const side = (k: 0 | 1 | 2 | 3): number => (k < 2 ? Math.min : Math.max)(...areas.map((a) => a.box[k]));
  const column = support.type === 'beam_web' ? 0 : (support.dims?.b ?? 0);
  const half = Math.max(beam.b, column, fitting) / 2 / end.scale + 2;
  const y = end.at[0];
  return { elevation: [side(0), side(1), side(2), side(3)], end: [y - half, side(1), y + half, side(3)] };
}

/** Where beam and support lie in the elevation: `left` is where the support starts on the sheet, `end` the beam end in mm, `stub` where it is broken off. */
export function memberAreas(
  m: { readonly beam: { readonly h: number }; readonly support: SupportModel; readonly notchTop: boolean },
  f: Frame,
  left: number,
  end: number,
  stub: number,
): Drawing['areas'] {
  const reach = supportReach(m.support, { h: m.beam.h, notchTop: m.notchTop });
  const [x, y] = project(f, [end, 0]);
  const [face, top] = project(f, [0, reach.up]);
  const bottom = project(f, [0, -m.beam.h])[1];
  return [
    { callout: 'support', box: [left, top, face, project(f, [0, -m.beam.h - reach.down])[1]] },
    { callout: 'beam', box: [x, y, stub, bottom] },
  ];
}
