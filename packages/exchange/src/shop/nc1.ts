import type { Flat, FlatHole, MemberEnd, Piece, Point } from '@ample/core';
import { markPlace } from './mark-place.ts';

/** What a file of the shop says of a piece beside its shape. */
export interface PieceHead {
  readonly job: string;
  readonly drawing: string;
  readonly mark: string;
  readonly revision: string;
}

/** Faces of a piece: the front, the top and the underside of a section; `v` and `u` are the legs of an angle. */
type Face = 'v' | 'o' | 'u';

const num = (x: number): string => (Math.abs(x) < 0.005 ? 0 : x).toFixed(2).padStart(11);
/** Printable ASCII in one line: machines read nothing else. */
const plain = (text: string): string =>
  text
    .replace(/[×]/g, 'x')
    .replace(/[^ -~]/g, ' ')
    .trim()
    .slice(0, 60);

interface Section {
  readonly quality: string;
  readonly count: number;
  readonly profile: string;
  readonly code: 'B' | 'L' | 'I' | 'U';
  readonly length: number;
  readonly height: number;
  readonly flangeWidth: number;
  readonly flangeThickness: number;
  readonly webThickness: number;
  readonly radius: number;
  /** kg and m2 of one metre. */
  readonly mass: number;
  readonly surface: number;
  readonly said: string;
}

/** The head block: identification, section, ends that are cut square, four lines of text. */
const headBlock = (head: PieceHead, s: Section): string[] => [
  'ST',
  `** ${plain(head.mark)}, revision ${plain(head.revision)}`,
  ...[head.job, head.drawing, head.revision, head.mark, s.quality].map((t) => `  ${plain(t)}`),
  `  ${s.count}`,
  `  ${plain(s.profile)}`,
  `  ${s.code}`,
  ...[s.length, s.height, s.flangeWidth, s.flangeThickness, s.webThickness, s.radius, s.mass, s.surface].map((x) => num(x)),
  ...[0, 0, 0, 0].map((x) => num(x)),
  `  ${plain(s.said)}`,
  '  ',
  '  ',
  '  ',
];

/** A contour that closes on its first point; the material is inside. `radius`: of the arc that starts at a point. */
const contourBlock = (face: Face, points: readonly (readonly [x: number, y: number, radius: number])[]): string[] => [
  'AK',
  ...[...points, points[0]!].map(
    ([x, y, radius], i) =>
      `  ${i === 0 ? face : ' '}${num(x)}${i === 0 ? 'u' : ' '}${num(y)}${[radius, 0, 0, 0, 0].map(num).join('')}`,
  ),
];

/** Holes through the whole thickness; a slot by the centre of its first end and the way from there to its other. */
const holesBlock = (holes: readonly { readonly face: Face; readonly hole: FlatHole }[]): string[] =>
  holes.length === 0
    ? []
    : [
        'BO',
        ...holes.map(({ face, hole: { at, d, slot } }) => {
          const more = slot ? (slot.long - d) / 2 : 0;
          const [x, y] = [at[0] - (slot?.along === 'x' ? more : 0), at[1] - (slot?.along === 'y' ? more : 0)];
          const round = `  ${face}${num(x)}u${num(y)}${num(d)}${num(0)}`;
          return slot
            ? `${round}l${num(slot.along === 'x' ? 2 * more : 0)}${num(slot.along === 'y' ? 2 * more : 0)}${num(0)}`
            : round;
        }),
      ];

const markBlock = (face: Face, flat: Pick<Flat, 'contour' | 'holes'>, mark: string): string[] => {
  const place = markPlace(flat, plain(mark).length);
  if (!place) return [];
  return ['SI', `  ${face}${num(place.at[0])}u${num(place.at[1])}${num(0)}${num(place.height)}r${plain(mark)}`];
};

const corners = (points: readonly Point[]): (readonly [number, number, number])[] => points.map(([x, y]) => [x, y, 0]);
/** A disc as two half circles. */
const discCorners = (D: number): (readonly [number, number, number])[] => [
  [0, D / 2, D / 2],
  [D, D / 2, D / 2],
];
const file = (lines: readonly string[]): string => `${[...lines, 'EN'].join('\r\n')}\r\n`;

/** A plate or an angle as a file of the trade's exchange format for pieces that are cut and drilled by machine; mm. */
export function pieceNc1(p: Piece, head: PieceHead): string {
  const [front, under] = p.faces as [Flat, Flat | undefined];
  const angle = under !== undefined;
  const holes = p.faces.flatMap((f, i) => f.holes.map((hole) => ({ face: i === 0 ? ('v' as const) : ('u' as const), hole })));
  return file([
    ...headBlock(head, {
      quality: p.grade,
      count: p.count,
      profile: p.label,
      code: angle ? 'L' : 'B',
      length: p.length,
      height: p.width,
      flangeWidth: under?.width ?? 0,
      flangeThickness: angle ? p.t : 0,
      webThickness: p.t,
      radius: 0,
      mass: (p.mass / p.length) * 1000,
      surface: p.surface / p.length / 1000,
      said: `${p.ids.join(', ')}`,
    }),
    ...holesBlock(holes),
    ...markBlock('v', front, head.mark),
    ...contourBlock('v', front.disc === null ? corners(front.contour) : discCorners(front.disc)),
    ...(under ? contourBlock('u', corners(under.contour)) : []),
  ]);
}

/** The end of a member that a joint cuts or drills, from that end on. */
export function memberNc1(m: MemberEnd, head: PieceHead): string {
  const flange = (face: 'o' | 'u', cut: number): string[] =>
    cut > 0
      ? contourBlock(
          face,
          corners([
            [cut, 0],
            [m.length, 0],
            [m.length, m.b],
            [cut, m.b],
          ]),
        )
      : [];
  return file([
    ...headBlock(head, {
      quality: m.grade,
      count: 1,
      profile: m.label,
      code: m.shape === 'C' ? 'U' : 'I',
      length: m.length,
      height: m.h,
      flangeWidth: m.b,
      flangeThickness: m.tf,
      webThickness: m.tw,
      radius: m.r,
      mass: m.mass,
      surface: m.surface / 1e6,
      said: 'End of a member at this joint: its length is not that of the member',
    }),
    ...holesBlock(m.holes.map((hole) => ({ face: 'v', hole }))),
    ...(m.contour.length > 4 ? contourBlock('v', corners(m.contour)) : []),
    ...flange('o', m.cut.top),
    ...flange('u', m.cut.bottom),
  ]);
}
