import { houseWords, KINDS, kindTitle, type RegisterEntry } from '@ample/core';
import type { ShownState } from '../parts/StateMark.tsx';

export type SortKey = 'mark' | 'kind' | 'members' | 'line' | 'first' | 'multiple' | 'state' | 'bolts' | 'mass';
export const STATES: readonly ShownState[] = ['unreadable', 'gives', 'rule', 'not-whole', 'close', 'holds', 'none', 'stale'];
const ORDER: Readonly<Record<ShownState, number>> = {
  unreadable: -1,
  gives: 0,
  rule: 1,
  'not-whole': 2,
  close: 3,
  none: 4,
  holds: 5,
  stale: 6,
};
const natural = new Intl.Collator('en', { numeric: true });

const valueOf = (j: RegisterEntry, key: SortKey, standard: string): string | number => {
  switch (key) {
    case 'mark':
      return j.mark;
    case 'kind':
      return titleOf(j, standard);
    case 'members':
      return j.summary.members;
    case 'line':
      return j.line;
    case 'first':
      return j.summary.first?.title ?? '';
    case 'multiple':
      return j.summary.first?.multiple ?? Infinity;
    case 'state':
      return ORDER[stateOf(j)];
    case 'bolts':
      return j.summary.bolts;
    case 'mass':
      return j.summary.plateMass;
  }
};

const compare = (a: string | number, b: string | number): number =>
  typeof a === 'number' && typeof b === 'number' ? (a === b ? 0 : a - b) : natural.compare(String(a), String(b));

/** A kind that this version does not know keeps its id. */
export const titleOf = (j: RegisterEntry, standard: string): string => {
  const kind = KINDS.find((k) => k.id === j.kind);
  return kind ? kindTitle(kind, { id: standard }) : j.kind;
};
export const stateOf = (j: RegisterEntry): ShownState => (j.unreadable === undefined ? j.summary.state : 'unreadable');

/** What of a register is shown, and in which order. */
export interface Shown {
  readonly filter: string;
  readonly only: ShownState | null;
  readonly sort: { readonly key: SortKey; readonly down: boolean };
}

/** Whether a joint is in a state, or stale besides. */
export const isIn = (j: RegisterEntry, state: ShownState): boolean =>
  state === 'stale' ? j.summary.stale : stateOf(j) === state;

/** The joints that a filter and a state leave, in order. */
export function shownRows(joints: readonly RegisterEntry[], { filter, only, sort }: Shown, standard: string): RegisterEntry[] {
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const list = joints.filter((j) => {
    const text =
      `${j.mark} ${titleOf(j, standard)} ${j.summary.members} ${j.line} ${j.summary.first?.title ?? ''} ${j.note} ${j.group ?? ''} ${j.house ? houseWords(j.house) : ''}`
        .toLowerCase()
        .replaceAll('×', 'x');
    return (!only || isIn(j, only)) && words.every((w) => text.includes(w.replaceAll('×', 'x')));
  });
  return list.sort(
    (a, b) =>
      (compare(valueOf(a, sort.key, standard), valueOf(b, sort.key, standard)) || natural.compare(a.mark, b.mark)) *
      (sort.down ? -1 : 1),
  );
}

/** The next free mark after one: B2-14 gives B2-15. */
export function nextMark(mark: string, taken: ReadonlySet<string>): string {
  const m = /^(.*?)(\d+)(\D*)$/.exec(mark);
  for (let i = 1; i < 10_000; i += 1) {
    const candidate = m ? `${m[1]}${String(Number(m[2]) + i).padStart(m[2]!.length, '0')}${m[3]}` : `${mark}-${i + 1}`;
    if (!taken.has(candidate)) return candidate;
  }
  return `${mark}-copy`;
}
