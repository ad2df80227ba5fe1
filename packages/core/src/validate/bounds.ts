/** Bounds of anything that comes from outside, looked at before a schema sees it, so that what is hostile is refused cheaply. */
export const BOUNDS = { depth: 12, keys: 200, entries: 5000, text: 20_000, key: 60, tiny: 1e-12 } as const;

export interface Fault {
  /** Path of the field, as `joints.3.input.gap`; empty for the whole. */
  readonly field: string;
  /** What is wrong and what is accepted, as the end of a sentence. */
  readonly says: string;
}

/** Names that every object has: as a field they can only be a mistake, or an attack on whoever looks them up. */
const INHERITED: ReadonlySet<string> = new Set([...Object.getOwnPropertyNames(Object.prototype), 'toJSON', 'prototype']);
// eslint-disable-next-line no-control-regex -- finding control characters is what it is for
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f-\u009f]/;

interface Place {
  readonly value: unknown;
  readonly key: string;
  readonly up: Place | null;
  readonly depth: number;
}

/** The first thing in a parsed value that no input may have: too deep, too long, a control character, a number that is none. Null when all is well. */
export function faultOf(root: unknown): Fault | null {
  // A stack of its own: a hostile depth must not become the depth of calls.
  const stack: Place[] = [{ value: root, key: '', up: null, depth: 0 }];
  for (let at = stack.pop(); at; at = stack.pop()) {
    const says = Array.isArray(at.value)
      ? listFault(at.value)
      : typeof at.value === 'object' && at.value !== null
        ? groupFault(at.value)
        : scalarFault(at.value);
    if (says) return { field: pathOf(at), says };
    if (typeof at.value !== 'object' || at.value === null) continue;
    if (at.depth >= BOUNDS.depth)
      return {
        field: pathOf(at),
        says: `the groups of fields are nested deeper than ${BOUNDS.depth}; accepted are fewer levels.`,
      };
    const keys = Object.keys(at.value);
    for (let i = keys.length - 1; i >= 0; i -= 1)
      stack.push({ value: (at.value as Record<string, unknown>)[keys[i]!], key: keys[i]!, up: at, depth: at.depth + 1 });
  }
  return null;
}

const pathOf = (at: Place): string => (at.up ? [pathOf(at.up), at.key].filter(Boolean).join('.') : '');

const listFault = (list: readonly unknown[]): string | null =>
  list.length > BOUNDS.entries ? `the list has ${list.length} entries; accepted are ${BOUNDS.entries} or fewer.` : null;

function groupFault(group: object): string | null {
  let n = 0;
  for (const key in group) {
    if (++n > BOUNDS.keys) return `the group has more than ${BOUNDS.keys} fields; accepted are fewer.`;
    if (key.length > BOUNDS.key || CONTROL.test(key))
      return `"${printable(key, BOUNDS.key)}" is no name of a field; leave it out.`;
    if (INHERITED.has(key)) return `there is no field "${key}"; leave it out.`;
  }
  // JSON gives a field of this name to the object itself, where `in` does not see it.
  return Object.hasOwn(group, '__proto__') ? 'there is no field "__proto__"; leave it out.' : null;
}

function scalarFault(value: unknown): string | null {
  if (typeof value === 'string') {
    if (value.length > BOUNDS.text) return `the text has ${value.length} characters; accepted are ${BOUNDS.text} or fewer.`;
    const m = CONTROL.exec(value);
    if (m) return `the text has a control character (${codeOf(m[0])}) at place ${m.index + 1}; accepted are texts without.`;
    const half = halfPair(value);
    return half < 0
      ? null
      : `the text has half a character (${codeOf(value[half]!)}) at place ${half + 1}; accepted are whole characters.`;
  }
  if (typeof value === 'number') {
    if (!Number.isFinite(value)) return `${value} is not a finite number; accepted is a finite number.`;
    return value !== 0 && Math.abs(value) < BOUNDS.tiny
      ? `${value} is too near to zero to be meant; accepted are 0, and numbers from ${BOUNDS.tiny} in size.`
      : null;
  }
  return null;
}

const codeOf = (char: string): string => `U+${char.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}`;
/** A surrogate without its other half. */
const HALVES = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;
/** Index of one, -1 without. */
const halfPair = (text: string): number => text.search(HALVES);

// eslint-disable-next-line no-control-regex -- as above
const CONTROLS = /[\u0000-\u001f\u007f-\u009f\u2028\u2029\u202a-\u202e\u2066-\u2069]/;
const UNPRINTABLE = new RegExp(`${CONTROLS.source}|${HALVES.source}`, 'g');

/** A text as it may stand in a message: one line, control characters as their codes, not longer than `most`. */
export function printable(text: string, most = 120): string {
  const clean = text.slice(0, most).replace(UNPRINTABLE, (c) => `\\u${c.charCodeAt(0).toString(16).padStart(4, '0')}`);
  return text.length > most ? `${clean} …` : clean;
}
