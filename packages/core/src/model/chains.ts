import { axisOf, depthOf, type End, type ModelMember } from './member.ts';
import { apart, dot, type Vec } from './space.ts';

/** A member as it is rolled and erected: analyses cut it at every node. */
export interface Run {
  /** The pieces that it is of, from its first end to its last; each turned where it has to be. */
  readonly pieces: readonly { readonly member: ModelMember; readonly turned: boolean }[];
  readonly from: Vec;
  readonly to: Vec;
}
/** The piece at an end of a run, and which end of that piece it is. */
export function pieceAt({ pieces }: Run, end: End): { readonly member: ModelMember; readonly end: End } {
  const { member, turned } = end === 'from' ? pieces[0]! : pieces.at(-1)!;
  return { member, end: (end === 'from') === turned ? 'to' : 'from' };
}

/** Ends nearer than this are one point, mm. */
export const TOUCH = 1;
const COLLINEAR = Math.cos((0.5 * Math.PI) / 180);

const key = ([x, y, z]: Vec): string => `${Math.round(x / TOUCH)} ${Math.round(y / TOUCH)} ${Math.round(z / TOUCH)}`;
/** The names of the cells around a point: what lies on their edges is in either. */
function* around([x, y, z]: Vec): Generator<string> {
  for (const dx of [-1, 0, 1])
    for (const dy of [-1, 0, 1]) for (const dz of [-1, 0, 1]) yield key([x + dx * TOUCH, y + dy * TOUCH, z + dz * TOUCH]);
}

const sameSection = (a: ModelMember, b: ModelMember): boolean =>
  a.section === b.section &&
  a.grade === b.grade &&
  JSON.stringify(a.size) === JSON.stringify(b.size) &&
  Math.abs(dot(depthOf(a), depthOf(b))) > COLLINEAR;

/**
 * Puts together what is one member: pieces of one section and steel in one line whose ends touch. Where `parts(point)` says so, as at a column that
 * passes, they stay two. An end that does not take moments parts them too.
 */
export function runsOf(members: readonly ModelMember[], parts: (at: Vec, member: ModelMember) => boolean): Run[] {
  const ends = new Map<string, { readonly member: ModelMember; readonly end: End }[]>();
  for (const member of members)
    for (const end of ['from', 'to'] as const) {
      const cell = key(member[end]);
      ends.set(cell, [...(ends.get(cell) ?? []), { member, end }]);
    }
  /** The piece that goes on from an end of this one. */
  const onward = (member: ModelMember, end: End): { readonly member: ModelMember; readonly end: End } | undefined => {
    const at = member[end];
    if (parts(at, member)) return undefined;
    const found: { member: ModelMember; end: End }[] = [];
    for (const cell of around(at))
      for (const other of ends.get(cell) ?? [])
        if (
          other.member !== member &&
          apart(other.member[other.end], at) <= TOUCH &&
          inLine(member, end, other.member, other.end)
        )
          found.push(other);
    return found.length === 1 ? found[0] : undefined;
  };
  const used = new Set<ModelMember>();
  const runs: Run[] = [];
  for (const member of members) {
    if (used.has(member)) continue;
    used.add(member);
    const pieces = [{ member, turned: false }];
    for (const side of ['to', 'from'] as const)
      for (let at = { member, end: side as End }; ;) {
        const next = onward(at.member, at.end);
        if (!next || used.has(next.member)) break;
        used.add(next.member);
        // Going on from a last end, a piece that begins there is not turned; going back from a first end, one that ends there is not.
        const piece = { member: next.member, turned: (next.end === 'to') === (side === 'to') };
        if (side === 'to') pieces.push(piece);
        else pieces.unshift(piece);
        at = { member: next.member, end: next.end === 'from' ? 'to' : 'from' };
      }
    const end = (p: (typeof pieces)[number], e: End): Vec => p.member[p.turned ? (e === 'from' ? 'to' : 'from') : e];
    runs.push({ pieces, from: end(pieces[0]!, 'from'), to: end(pieces.at(-1)!, 'to') });
  }
  return runs;
}

/** Whether one goes on where the other ends: opposite ways out of the point, and of one section. */
function inLine(a: ModelMember, aEnd: End, b: ModelMember, bEnd: End): boolean {
  const out = (e: End): number => (e === 'from' ? 1 : -1);
  return dot(axisOf(a), axisOf(b)) * out(aEnd) * out(bEnd) < -COLLINEAR && sameSection(a, b);
}
