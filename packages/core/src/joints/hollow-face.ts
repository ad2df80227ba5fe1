import type { Basis } from '../basis/basis.ts';
import { findSection } from '../catalogue/index.ts';
import { Refusal } from '../refusal.ts';
import type { Units } from '../units/system.ts';

/** A hollow section as a support, by name and the side that the plate is on, or by its sizes. */
export interface HollowLike {
  readonly section?: string | undefined;
  /** Depth along the beam, width of the face (a square where `h` is not given) or diameter, and the wall that counts, mm. */
  readonly h?: number | undefined;
  readonly b?: number | undefined;
  readonly d?: number | undefined;
  readonly t?: number | undefined;
  /** Side of a named section that the plate is on; the short one when absent. */
  readonly face?: 'short' | 'long' | undefined;
}

/** The face of a hollow section that a plate is welded to; mm. Of a round one `h` and `b` are its diameter. */
export interface HollowFace {
  readonly name: string;
  readonly shape: 'RHS' | 'CHS';
  readonly h: number;
  readonly b: number;
  readonly t: number;
  /** Outer radius of the corners. */
  readonly r: number;
}

/** Flat width of a wall whose corners are not known: AISC 360-22, B4.1b(d). */
export const flatWidth = (outside: number, t: number): number => outside - 3 * t;

/** "HSS8×8×3/8", or its sizes. */
export const hollowName = (s: HollowLike, u: Units): string =>
  s.section?.replaceAll(/x/gi, '×') ??
  (s.d === undefined
    ? `HSS ${[s.h ?? s.b!, s.b!, s.t!].map((x) => u.length(x)).join('×')}`
    : `HSS ${u.length(s.d)}×${u.length(s.t!)} round`);

const rectangle = (name: string, h: number, b: number, t: number): HollowFace => ({ name, shape: 'RHS', h, b, t, r: 1.5 * t });
const circle = (name: string, d: number, t: number): HollowFace => ({ name, shape: 'CHS', h: d, b: d, t, r: d / 2 });

/** A hollow support, looked up. Refuses an open section and a wall that leaves no tube. */
export function hollowFace(s: HollowLike, basis: Basis): HollowFace {
  if (s.section !== undefined) {
    const found = findSection(s.section, 'support.section', basis.sections);
    if (found.shape === 'CHS') return circle(found.name, found.d, found.t);
    if (found.shape !== 'RHS')
      throw new Refusal(
        'support.section',
        `support.section: ${found.name} is an open section and has no such face; accepted with support.type hss_face are hollow sections and pipes.`,
      );
    return s.face === 'long'
      ? rectangle(found.name, found.b, found.h, found.t)
      : rectangle(found.name, found.h, found.b, found.t);
  }
  const name = hollowName(s, basis.units);
  const face = s.d === undefined ? rectangle(name, s.h ?? s.b!, s.b!, s.t!) : circle(name, s.d, s.t!);
  const most = Math.min(face.h, face.b) / (face.shape === 'CHS' ? 2 : 3);
  if (face.t >= most)
    throw new Refusal(
      'support.t',
      `support.t: a wall of ${basis.units.size(face.t)} leaves no ${face.shape === 'CHS' ? 'tube' : 'flat face'}; accepted is less than ${basis.units.size(most)}.`,
    );
  return face;
}
