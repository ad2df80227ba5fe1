import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJob } from '../job/document.ts';
import { searchOf } from '../job/search.ts';
import { kindOf } from '../joints/registry.ts';
import { RATES } from '../rules/index.ts';
import { leastMultiple, tryBuild } from './judge.ts';
import { searchAll, type FoundDetail, type SearchAsked } from './search.ts';

const job = readJob(JSON.parse(readFileSync('demo/tern-quay.json', 'utf8')));
const b1 = job.joints.find((j) => j.mark === 'B1-01')!;
const fin = kindOf('fin-plate');
type Bolts = { readonly d: number; readonly category: string; readonly packing: number; readonly threads_in_plane: boolean };
const boltsOf = (f: FoundDetail): Bolts => (f.input as { readonly bolts: Bolts }).bolts;
/** B1-01 with some of its fields changed, and few values to search. */
function asked(changes: Readonly<Record<string, string | number | boolean>>, scale = 1): SearchAsked {
  const input = Object.entries(changes).reduce(
    (i, [id, v]) => fin.fields.find((f) => f.id === id)!.set(i, v),
    b1.input as unknown,
  );
  const plain = searchOf({ ...b1, input }, job);
  const { bolts, plates, legs, pitches } = plain.practice;
  return {
    ...plain,
    acting: (kind) =>
      plain.acting(kind).map((c) => ({ ...c, V_Ed: c.V_Ed * scale, N_Ed: c.N_Ed * scale, N_tie: c.N_tie * scale })),
    practice: {
      ...plain.practice,
      ...{ bolts: bolts.slice(1, 3), plates: plates.slice(1, 3), legs: legs.slice(1, 2), pitches: pitches.slice(-1) },
    },
  };
}

describe('a search of a joint whose bolts are not put in as is usual', () => {
  it('keeps its threads, surfaces and packing in every form', () => {
    const { found } = searchAll(asked({ 'bolts.threads': false, 'bolts.packing': 4 }));
    expect(new Set(found.map((f) => f.kind))).toEqual(new Set(['fin-plate', 'end-plate', 'cleats']));
    for (const f of found) expect([f.kind, boltsOf(f).threads_in_plane, boltsOf(f).packing]).toEqual([f.kind, false, 4]);
    // Without preload there is nothing to choose.
    expect(found[0]!.choice.some((c) => c.axis === 'category')).toBe(false);
  });
  it('tries preloaded bolts as they are and without preload, which costs less', () => {
    const a = asked({ 'bolts.category': 'C', 'bolts.friction': 'A' }, 0.8);
    const { found } = searchAll(a);
    const [slipping, bearing] = ['C', 'A'].map((c) => found.filter((f) => boltsOf(f).category === c)) as [
      FoundDetail[],
      FoundDetail[],
    ];
    expect([slipping.length > 5, bearing.length > slipping.length]).toEqual([true, true]);
    expect(new Set(found.map((f) => f.choice.find((c) => c.axis === 'category')!.value))).toEqual(
      new Set(['C, no slip at ultimate', 'A, bearing']),
    );
    for (const f of slipping) {
      const own = boltsOf(f);
      const tried = tryBuild(f.kind, f.input, a.acting(f.kind), a.basis)!;
      expect(leastMultiple(tried.report)).toBe(f.multiple);
      expect(tried.built.quantities.preloaded).toBe(f.bolts);
      // The same without preload holds no less, and costs less by the tightening of its bolts.
      const without = { ...(f.input as object), bolts: { ...own, category: 'A', friction: 'B' } };
      const twin = bearing.find((g) => g.kind === f.kind && JSON.stringify(g.input) === JSON.stringify(without))!;
      expect([f.line, twin.multiple >= f.multiple]).toEqual([f.line, true]);
      expect(f.cost - twin.cost).toBeCloseTo(f.bolts * RATES.preload_each, 9);
    }
  });
});
