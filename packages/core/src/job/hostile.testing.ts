/** A stream of random numbers that a seed repeats (mulberry32). */
export type Random = () => number;
export function randomOf(seed: number): Random {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
export const pick = <T>(r: Random, list: readonly T[]): T => list[Math.floor(r() * list.length)]!;

const deep = (n: number, of: (inner: unknown) => unknown): unknown => {
  let x: unknown = 1;
  for (let i = 0; i < n; i += 1) x = of(x);
  return x;
};
const object = (json: string): unknown => JSON.parse(json) as unknown;

/** Values that no field means: one at random. */
export function hostile(r: Random): unknown {
  const made: readonly (() => unknown)[] = [
    () => null,
    () => true,
    () => '',
    () => [],
    () => ({}),
    () => -1,
    () => 0,
    () => -0,
    () => 1e308,
    () => -1e308,
    () => 5e-324,
    () => 1e-13,
    () => 0.1 + r(),
    () => Math.round(r() * 1e4),
    () => 2 ** 53,
    () => 2 ** 53 + 2,
    () => 'toString',
    () => '__proto__',
    () => 'constructor',
    () => 'S275',
    () => '8.8',
    () => '\u0000',
    () => 'a\u0000b',
    () => '\u202eleft',
    () => '\ud800',
    () => 'x'.repeat(30_000),
    () => '../../etc/passwd',
    () => '<script>alert(1)</script>',
    () => "'; DROP TABLE joints; --",
    () => '=1+1',
    () => 'Infinity',
    () => '1e999',
    () => '\n\n',
    () => object('{"toString":1}'),
    () => object('{"__proto__":{"x":1}}'),
    () => object('{"constructor":{"prototype":1}}'),
    () => object('{"toJSON":1,"valueOf":2}'),
    () => object('{"length":1e9}'),
    () => deep(40, (x) => ({ a: x })),
    () => deep(1500, (x) => [x]),
    () => Array.from({ length: 6000 }, (_, i) => i),
    () => Object.fromEntries(Array.from({ length: 400 }, (_, i) => [`k${i}`, i])),
    () => [1, [2, [3, {}]]],
    () => r() * 10 ** (r() * 30 - 15),
    () => -r() * 10 ** (r() * 12 - 4),
    () => Math.floor(r() * 100),
  ];
  return pick(r, made)();
}

type Group = Record<string, unknown>;
const isGroup = (v: unknown): v is Group | unknown[] => typeof v === 'object' && v !== null;

/**
 * A document with `changes` changes at random places: a value made hostile, nudged, taken away, doubled, moved; `tame` ones nudge numbers alone, so
 * that most can still be judged. The original is left alone.
 */
export function mutated(document: unknown, r: Random, changes: number, tame = false): unknown {
  if (!isGroup(document)) return document;
  const copy = structuredClone(document);
  for (let i = 0; i < changes; i += 1) {
    let at = copy as Group;
    // Deeper places are met as often as shallow ones: there are more of them.
    for (;;) {
      const keys = Object.keys(at);
      if (keys.length === 0) break;
      const key = pick(r, keys);
      const value = at[key];
      if (isGroup(value) && Object.keys(value).length > 0 && r() < 0.85) {
        at = value as Group;
        continue;
      }
      if (!tame) change(at, key, r);
      else if (typeof value === 'number') at[key] = pick(r, NUDGES)(value, r);
      break;
    }
  }
  return copy;
}

const NUDGES: readonly ((x: number, r: Random) => number)[] = [
  (x, r) => x * (r() * 3),
  (x) => -x,
  (x, r) => x + (r() - 0.5) * 20,
  (x, r) => Math.round(x * r() * 2),
  () => 0,
  (x) => x * 1e3,
  (x) => x / 1e3,
  (x, r) => x * (1 + r()),
];

function change(at: Group, key: string, r: Random): void {
  const value = at[key];
  const kind = r();
  if (typeof value === 'number' && kind < 0.45) at[key] = pick(r, NUDGES)(value, r);
  else if (typeof value === 'string' && kind < 0.3)
    at[key] = pick(r, [
      value.toUpperCase(),
      value.slice(1),
      `${value}x`,
      value.split('').reverse().join(''),
      value.replace(/\d/, String(Math.floor(r() * 10))),
    ]);
  else if (kind < 0.55) delete at[key];
  else if (kind < 0.65) at[`${key}2`] = value;
  else if (kind < 0.7 && Array.isArray(at)) at.push(value);
  else Object.defineProperty(at, key, { value: hostile(r), enumerable: true, configurable: true, writable: true });
}

/** Path of the first number in a result that is not finite; null when all are. */
export function notFinite(value: unknown, path = ''): string | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : path;
  if (typeof value !== 'object' || value === null) return null;
  for (const [k, v] of Object.entries(value)) {
    const found = notFinite(v, `${path}.${k}`);
    if (found) return found;
  }
  return null;
}
