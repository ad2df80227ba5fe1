import { properties } from '../catalogue/properties.ts';
import { anticlockwise, type MemberPart, type Point, type Solid } from '../detail/solid.ts';
import { holeOf, type FlatHole } from './pieces.ts';

/** The end of a member that the joint cuts or drills, as a piece of a given length from that end, mm. */
export interface MemberEnd {
  readonly id: string;
  readonly label: string;
  readonly grade: string;
  readonly shape: 'I' | 'C';
  readonly h: number;
  readonly b: number;
  readonly tw: number;
  readonly tf: number;
  readonly r: number;
  readonly length: number;
  /** The web seen from the near side, anticlockwise: x from the end of the member, y from its underside. */
  readonly contour: readonly Point[];
  /** How far each flange is cut back by a notch; 0 where there is none. */
  readonly cut: { readonly top: number; readonly bottom: number };
  readonly holes: readonly FlatHole[];
  /** kg and mm2 of painted surface of one metre. */
  readonly mass: number;
  readonly surface: number;
}

/** The ends of beams that a joint notches or drills. `length`: how much of the member is given; what lies beyond is no matter of the joint. */
export function memberEnds(solid: Solid, length: number): MemberEnd[] {
  return solid.members
    .filter((m): m is MemberPart & { shape: 'I' | 'C' } => m.id === 'beam' && (m.shape === 'I' || m.shape === 'C'))
    .filter((m) => m.outline.length > 4 || (m.holes?.length ?? 0) > 0)
    .map((m) => endOf(m, length));
}

function endOf(m: MemberPart & { readonly shape: 'I' | 'C' }, length: number): MemberEnd {
  const xs = m.outline.map((p) => p[0]);
  const [end, far] = [Math.min(...xs), Math.max(...xs)];
  const place = ([x, z]: Point): Point => [x === far ? length : x - end, z + m.h];
  const placed = m.outline.map(place);
  const at = (y: number): number => Math.min(...placed.filter((p) => Math.abs(p[1] - y) < 1e-9).map((p) => p[0]));
  const corners = (m.shape === 'I' ? 4 : 2) * m.r;
  const around = 2 * m.h + 4 * m.b - 2 * m.tw - corners * (2 - Math.PI / 2);
  return {
    id: m.id,
    label: m.label,
    grade: m.grade,
    shape: m.shape,
    h: m.h,
    b: m.b,
    tw: m.tw,
    tf: m.tf,
    r: m.r,
    length,
    contour: anticlockwise(placed),
    cut: { top: at(m.h), bottom: at(0) },
    holes: (m.holes ?? []).map(holeOf).map((h) => ({ ...h, at: place(h.at) })),
    mass: properties(m).mass,
    surface: around * 1000,
  };
}
