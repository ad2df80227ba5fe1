import {
  anticlockwise,
  perimeter,
  plateArea,
  plateMass,
  type Hole,
  type PlatePart,
  type Point,
  type Solid,
} from '../detail/solid.ts';
import { alike } from './list.ts';

/** A hole of a flat face; a slot is as long as `long` along `along`, `d` wide. */
export interface FlatHole {
  readonly at: Point;
  readonly d: number;
  readonly slot: { readonly along: 'x' | 'y'; readonly long: number } | null;
}

/** One face laid flat, mm: its contour anticlockwise from the origin at its lower left corner, x along its longer side. */
export interface Flat {
  readonly length: number;
  readonly width: number;
  readonly t: number;
  /** Diameter of a disc; the contour of one goes round it in short straight steps. */
  readonly disc: number | null;
  readonly contour: readonly Point[];
  readonly holes: readonly FlatHole[];
}

/** What is cut from one plate or one length of angle, with how many a joint needs of it. */
export interface Piece {
  readonly mark: string;
  readonly shape: 'plate' | 'angle';
  readonly count: number;
  /** Ids of the parts of the solid that it is: of one of them where there are several. */
  readonly ids: readonly string[];
  /** Those of all of them. */
  readonly all: readonly string[];
  readonly label: string;
  readonly grade: string;
  readonly t: number;
  readonly length: number;
  /** Width of a plate, of the longer leg of an angle. */
  readonly width: number;
  /** The flat plate, or the two legs of an angle from the heel up. */
  readonly faces: readonly Flat[];
  /** kg each, before its holes are drilled; as the solid has it. */
  readonly mass: number;
  /** Area to paint of one, mm2: both faces and the edges. */
  readonly surface: number;
}

type Turn = (p: Point) => Point;
const round = (x: number): number => Math.round(x * 1e4) / 1e4 + 0;
const span = (points: readonly Point[], k: 0 | 1): readonly [number, number] => [
  Math.min(...points.map((p) => p[k])),
  Math.max(...points.map((p) => p[k])),
];

export const holeOf = ({ x, z, d_h, d_v }: Hole): FlatHole => ({
  at: [x, z],
  d: Math.min(d_h, d_v),
  slot: Math.abs(d_h - d_v) < 1e-6 ? null : { along: d_h > d_v ? 'x' : 'y', long: Math.max(d_h, d_v) },
});

/** The contour anticlockwise, from its lowest point at the left. */
function ordered(points: readonly Point[]): Point[] {
  const list = anticlockwise(points);
  const start = list.reduce((best, p, i) => {
    const q = list[best]!;
    return p[0] < q[0] - 1e-6 || (Math.abs(p[0] - q[0]) <= 1e-6 && p[1] < q[1]) ? i : best;
  }, 0);
  return [...list.slice(start), ...list.slice(0, start)];
}

/** A face under a turn of its plane, moved to the origin. `swaps`: whether the turn swaps the axes. */
function laid({ contour, holes, t, disc }: Pick<Flat, 'contour' | 'holes' | 't' | 'disc'>, turn: Turn, swaps: boolean): Flat {
  const turned = contour.map(turn);
  const [x1, x2] = span(turned, 0);
  const [y1, y2] = span(turned, 1);
  const moved = ([x, y]: Point): Point => [round(x - x1), round(y - y1)];
  return {
    length: round(x2 - x1),
    width: round(y2 - y1),
    t,
    disc,
    contour: ordered(turned.map(moved)),
    holes: holes
      .map((h): FlatHole => ({
        ...h,
        at: moved(turn(h.at)),
        slot: h.slot && { ...h.slot, along: (h.slot.along === 'x') === swaps ? 'y' : 'x' },
      }))
      .sort((a, b) => a.at[0] - b.at[0] || a.at[1] - b.at[1]),
  };
}

const STRAIGHT: readonly Turn[] = [([x, y]) => [x, y], ([x, y]) => [-x, -y], ([x, y]) => [-x, y], ([x, y]) => [x, -y]];
const SWAPPED: readonly Turn[] = STRAIGHT.map(
  (turn) =>
    ([x, y]) =>
      turn([y, -x]),
);

/** A plate laid flat with its longer side along x: as it stands, and in every way that a plate without a bevel can be turned or turned over. */
function ways(p: PlatePart): readonly Flat[] {
  const face = {
    contour: p.outline,
    holes: p.holes.map(holeOf),
    t: round(p.y[1] - p.y[0]),
    disc: p.round ? 2 * p.round.r : null,
  };
  const lay = (turns: readonly Turn[], swaps: boolean): Flat[] => turns.map((turn) => laid(face, turn, swaps));
  const [straight, swapped] = [lay(STRAIGHT, false), lay(SWAPPED, true)];
  const { length, width } = straight[0]!;
  if (Math.abs(length - width) < 1e-6) return [...straight, ...swapped];
  return length > width ? straight : swapped;
}

/** The face of one leg of an angle: x along the angle, y from its heel. */
function legFace(p: PlatePart, turned: boolean): Flat {
  const { width, heel } = p.leg!;
  const [low, high] = span(p.outline, 1);
  const [u1, u2] = span(p.outline, 0);
  // The heel is on the side of the leg that stands nearer to it.
  const away = (u1 + u2) / 2 > heel ? 1 : -1;
  const along = (z: number): number => round(turned ? high - z : z - low);
  return {
    length: round(high - low),
    width,
    t: round(p.y[1] - p.y[0]),
    disc: null,
    contour: [
      [0, 0],
      [round(high - low), 0],
      [round(high - low), width],
      [0, width],
    ],
    holes: p.holes
      .map(holeOf)
      .map((h): FlatHole => ({
        ...h,
        at: [along(h.at[1]), round(away * (h.at[0] - heel))],
        slot: h.slot && { ...h.slot, along: h.slot.along === 'x' ? 'y' : 'x' },
      }))
      .sort((a, b) => a.at[0] - b.at[0] || a.at[1] - b.at[1]),
  };
}

/** What a plate is cut from: itself, or the angle that it is a leg of. */
export const pieceIdOf = ({ id, leg }: PlatePart): string => leg?.of ?? id;

type Loose = Omit<Piece, 'mark' | 'count' | 'all'> & { readonly key: string };

function loosePlate(p: PlatePart): Loose {
  const turned = ways(p);
  const { length, width, t } = turned[0]!;
  return {
    key: JSON.stringify([p.grade, t, turned.map((f) => JSON.stringify([f.contour, f.holes])).sort()[0]]),
    shape: 'plate',
    ids: [p.id],
    label: p.label,
    grade: p.grade,
    t,
    length,
    width,
    faces: [turned[0]!],
    mass: plateMass(p),
    surface: 2 * plateArea(p) + (p.round ? 2 * Math.PI * p.round.r : perimeter(p.outline)) * t,
  };
}

/** Which way the length of an angle runs so that it is looked at alike: up where its longer leg, its shorter and up are a right hand. */
function runsUp(long: PlatePart, short: PlatePart): boolean {
  const side = (p: PlatePart): number => {
    const [a, b] = span(p.outline, 0);
    return Math.sign((a + b) / 2 - p.leg!.heel);
  };
  return side(long) * side(short) * (long.plane === 'xz' ? 1 : -1) > 0;
}

/** An angle of its two legs, the longer first. No turn makes it its mirror image; one of equal legs turned end for end has them exchanged. */
function looseAngle(legs: readonly PlatePart[]): Loose {
  const pair = [...legs].sort((a, b) => b.leg!.width - a.leg!.width) as [PlatePart, PlatePart];
  const facesOf = ([long, short]: readonly [PlatePart, PlatePart]): Flat[] => {
    const up = runsUp(long, short);
    return [legFace(long, !up), legFace(short, !up)];
  };
  const faces = facesOf(pair);
  const [long, short] = pair;
  const same = long.leg!.width === short.leg!.width ? [faces, facesOf([short, long])] : [faces];
  const { length, width, t } = faces[0]!;
  return {
    key: JSON.stringify([long.label, long.grade, length, same.map((f) => JSON.stringify(f.map((x) => x.holes))).sort()[0]]),
    shape: 'angle',
    ids: [long.id, short.id],
    label: long.label,
    grade: long.grade,
    t,
    length,
    width,
    faces,
    mass: plateMass(long) + plateMass(short),
    surface: 2 * (width + short.leg!.width) * length,
  };
}

/** The pieces of a joint that are cut and drilled: like ones counted together, marked p1, p2 in the order of the solid. Parts of another joint are none. */
export function piecesOf(solid: Solid): Piece[] {
  const loose = alike(solid.plates, pieceIdOf).map(({ of, all }) => (of.leg ? looseAngle(all) : loosePlate(of)));
  return alike(loose, (p) => p.key).map(({ of: { key: _key, ...piece }, all }, i) => ({
    ...piece,
    mark: `p${i + 1}`,
    count: all.length,
    all: all.flatMap((p) => p.ids),
  }));
}
