import { dot } from '../geometry/vector.ts';
import type { MemberPart, Solid, Vector, WeldPart } from './solid.ts';

/** How a fillet is laid: along a level line from above or from the side, along an upright one, or along a level one from below. EN ISO 6947: PA and PB; PF and PG; PD and PE. */
export type WeldPosition = 'level' | 'upright' | 'overhead';

/** What is up while a fillet is laid in the shop: its member lies level, a beam on its flange, a column or a support with the face that takes the joint upwards. */
function upAt({ joins }: WeldPart, members: readonly MemberPart[]): Vector | null {
  const member = members.find((m) => joins.includes(m.id));
  if (!member) return null;
  return member.id === 'beam' || (member.id === 'support' && !member.place) ? [0, 0, 1] : [1, 0, 0];
}

const SLANT = Math.SQRT1_2;

/** Position of a fillet while its member lies in the shop; of one that joins loose plates level, since they are turned by hand. */
export function weldPosition(weld: WeldPart, { members }: Pick<Solid, 'members'>): WeldPosition {
  const up = upAt(weld, members);
  if (!up) return 'level';
  const { from, to, legs } = weld;
  const along: Vector = [to[0] - from[0], to[1] - from[1], to[2] - from[2]];
  if (Math.abs(dot(along, up)) > SLANT * Math.hypot(...along)) return 'upright';
  // Its face looks away from the root, between its two legs.
  const face = dot(legs[0], up) + dot(legs[1], up);
  return face < -1e-9 ? 'overhead' : 'level';
}
