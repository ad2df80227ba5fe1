import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { to } from './aisc360.testing.ts';
import { readJob } from '../job/document.ts';
import type { Solid } from '../detail/solid.ts';
import { Clearances } from './beam-end/clearances.ts';
import type { Joint } from './kind.ts';
import { KINDS, kindOf } from './registry.ts';

const demo = (file: string) =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${file}.json`, import.meta.url), 'utf8'))).joints;
const tern = demo('tern-quay');
const one = (kind: string): Joint => kindOf(kind).build(tern.find((j) => j.kind === kind)!.input, DEFAULT_BASIS);
/** Names of what an object makes by getters of its own. */
const ownGetters = (of: object): string[] =>
  Object.entries(Object.getOwnPropertyDescriptors(of)).flatMap(([name, d]) => (d.get ? [name] : []));

describe.each(KINDS.map((k) => k.id))('a joint: %s', (kind) => {
  it('makes each of its parts once, and when it is first asked for', () => {
    const joint = one(kind);
    for (const part of ['solid', 'prepared', 'quantities', 'shop', 'ownLists', 'lists', 'template'] as const)
      expect([part, Object.is(joint[part], joint[part])]).toEqual([part, true]);
  });
  it('has no getters of its own: each would give it a shape that outlives it', () => {
    const joint = one(kind);
    expect(ownGetters(joint)).toEqual([]);
    expect(ownGetters(joint.prepared)).toEqual([]);
  });
  it('says the same of two that are alike', () => {
    const [a, b] = [one(kind), one(kind)];
    expect(a).not.toBe(b);
    expect(a.quantities).toEqual(b.quantities);
    expect(a.solid).toEqual(b.solid);
  });
});

it('joints under the second standard have none either', () => {
  for (const { kind, input } of demo('heron-street')) {
    const joint = kindOf(kind).build(input, to());
    expect([kind, ownGetters(joint), ownGetters(joint.prepared)]).toEqual([kind, [], []]);
  }
});

describe('clearances', () => {
  const { solid } = one('fin-plate');
  it('are measured on the solid when they are first asked for, each once', () => {
    let asked = 0;
    const clearances = new Clearances((): Solid => {
      asked += 1;
      return solid;
    });
    expect(asked).toBe(0);
    const first = clearances.at(0);
    expect(first).not.toBeNull();
    expect(clearances.at(0)).toBe(first);
    expect(asked).toBe(1);
    // There is no other joint on the far face: nothing to measure is kept as such.
    const other = clearances.at(3);
    expect(clearances.at(3)).toBe(other);
    expect(asked).toBe(2);
  });
  it('that are not kept are told with their rule and what is there', () => {
    expect(new Clearances(() => solid).missed()).toEqual([]);
    // Bolts moved up by 60 mm stand in the root fillet of the flange.
    const high: Solid = { ...solid, bolts: solid.bolts.map((b) => ({ ...b, z: b.z - 60 })) };
    const [missed] = new Clearances(() => high).missed();
    expect(missed!.id).toBe('clear-flange');
    expect(missed!.must).toBe(true);
    expect(missed!.found.needed).toBeGreaterThan(missed!.found.actual);
  });
});
