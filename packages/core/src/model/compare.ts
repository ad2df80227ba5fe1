import type { ModelMember } from './member.ts';
import { apart, dot, unit } from './space.ts';

/** What became of a member between two states of a model. */
export interface MemberChange {
  readonly id: string;
  readonly name: string;
  readonly what: 'new' | 'gone' | 'moved' | 'changed';
  /** In words. */
  readonly says: string;
}
/** Ends that are off by no more did not move, mm. */
const STILL = 1;

/** Members that are new, went, moved, or have another section, steel or turn. One that did both is changed, and says both. */
export function compareMembers(before: readonly ModelMember[], after: readonly ModelMember[]): MemberChange[] {
  const was = new Map(before.map((m) => [m.id, m]));
  const list: MemberChange[] = [];
  for (const m of after) {
    const old = was.get(m.id);
    was.delete(m.id);
    if (!old) {
      list.push({ id: m.id, name: m.name, what: 'new', says: `new, ${m.section}` });
      continue;
    }
    const moved = Math.max(apart(old.from, m.from), apart(old.to, m.to));
    const other = [
      ...(old.section !== m.section || JSON.stringify(old.size ?? null) !== JSON.stringify(m.size ?? null)
        ? [`${m.section || 'other dimensions'} for ${old.section || 'others'}`]
        : []),
      ...((old.grade ?? '') !== (m.grade ?? '') ? [`steel ${m.grade || 'not given'} for ${old.grade || 'not given'}`] : []),
      ...(Math.abs(dot(unit(old.up), unit(m.up))) < 0.999 ? ['turned about its axis'] : []),
      ...(JSON.stringify(old.fixed ?? []) !== JSON.stringify(m.fixed ?? []) ? ['its ends take moments otherwise'] : []),
    ];
    const shift = moved > STILL ? [`an end moved by ${Math.round(moved)} mm`] : [];
    if (other.length + shift.length > 0)
      list.push({ id: m.id, name: m.name, what: other.length ? 'changed' : 'moved', says: [...other, ...shift].join('; ') });
  }
  for (const m of was.values()) list.push({ id: m.id, name: m.name, what: 'gone', says: `gone, ${m.section}` });
  return list;
}
