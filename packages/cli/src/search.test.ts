import { describe, expect, it } from 'vitest';
import { demo, gusset, only, useFolder } from './cli.testing.ts';

const { file } = useFolder();
interface Said {
  readonly present: { readonly cost: number; readonly multiple: number };
  readonly kinds: readonly {
    readonly kind: string;
    readonly choices: number;
    readonly details: number;
    readonly axes: readonly { readonly id: string; readonly values: readonly unknown[] }[];
  }[];
  readonly details: number;
  readonly choices: number;
  readonly hold: number;
  readonly cheapest: readonly {
    readonly kind: string;
    readonly cost: number;
    readonly multiple: number;
    readonly line: string;
    readonly input: object;
    readonly parts: readonly { readonly cost: number }[];
  }[];
  readonly frontier: readonly { readonly cost: number; readonly multiple: number }[];
}
/** Few sizes, so that a search is short. */
const few = file('few.json', {
  format: 'ample-gusset-house-rules',
  version: 1,
  rules: { details: { bolts: [20], plates: [10, 12], legs: [8], pitches: [70], most_lines: 1 }, rates: { hole_each: 5 } },
});

describe('gusset search', () => {
  it('finds the cheapest that hold, by the rules of an office, and each of them holds when it is checked', async () => {
    const r = await gusset('search', demo, 'B1-01', '--rules', few, '--top', '3', '--json');
    expect([r.code, r.err]).toEqual([0, '']);
    const said = JSON.parse(r.out) as Said;
    expect(said.kinds.map((k) => k.kind)).toEqual(['fin-plate', 'end-plate', 'cleats']);
    for (const k of said.kinds) {
      expect(k.choices).toBe(k.axes.reduce((n, a) => n * a.values.length, 1));
      expect(k.axes.find((a) => a.id === 'bolt')!.values).toEqual([20]);
    }
    expect([said.details <= said.choices, said.cheapest.length]).toEqual([true, 3]);
    const costs = said.cheapest.map((c) => c.cost);
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
    for (const c of said.cheapest) expect(c.parts.reduce((s, p) => s + p.cost, 0)).toBeCloseTo(c.cost, 9);
    expect(said.frontier[0]!.cost).toBe(costs[0]);
    // Taken into the job they are judged as the search says.
    const [from] = only('B1-01').joints;
    const joints = said.cheapest.map((c, i) => ({
      ...from,
      mark: `S-${i}`,
      kind: c.kind,
      input: c.input,
      line: undefined,
      group: undefined,
      house: undefined,
      checked: undefined,
    }));
    const path = file('taken.json', { ...only('B1-01'), joints });
    const checked = JSON.parse((await gusset('check', path, '--json')).out) as {
      joints: { mark: string; state: string; combinations: { multiple: number | null }[] }[];
    };
    checked.joints.forEach((j, i) => {
      expect(['holds', 'close']).toContain(j.state);
      const least = Math.min(...j.combinations.flatMap((c) => (c.multiple === null ? [] : [c.multiple])));
      expect(least).toBeCloseTo(said.cheapest[i]!.multiple, 9);
    });
  });

  it('says it in words: what was gone through, the cheapest, the frontier', async () => {
    const r = await gusset('search', demo, 'B1-01', '--rules', few, '--kind', 'fin-plate');
    expect(r.code).toBe(0);
    expect(r.out).toMatch(
      /^B1-01: \d+ of \d+ details hold; \d+ give, \d+ break a rule\.\n {2}Fin plate: \d+ details of \d+ choices: /,
    );
    expect(r.out).toContain('All of them were judged: nothing cheaper in these ranges is left out.');
    expect(r.out).toMatch(/\(as it is\)\n +\d+\.\d\d +1\.\d\d {2}FP \| 1[02]x/);
    expect(r.out).toContain('More for more: nothing is as cheap and holds as much as');
    expect(r.out).not.toContain('end plate');
  });

  it('says what the details lack where none holds, and leaves with 1', async () => {
    const alone = only('B1-01');
    const [joint] = alone.joints;
    const heavy = { ...joint, loads: undefined, combinations: [{ name: 'C1', V_Ed: 1500, N_Ed: 0, N_tie: 0 }] };
    const r = await gusset(
      'search',
      file('heavy.json', { ...alone, joints: [heavy] }),
      'B1-01',
      '--rules',
      few,
      '--kind',
      'fin-plate',
    );
    expect([r.code, r.err]).toEqual([1, '']);
    expect(r.out).toMatch(/None holds\. What they lack first:\n {2}\d+ (break|give by) /);
    expect(r.out).toMatch(/\n +\d+\.\d\d +0\.\d\d {2}FP \| /);
  });

  it('refuses what can not be meant in one sentence', async () => {
    const said = async (...args: string[]) => {
      const r = await gusset('search', demo, ...args);
      expect([r.code, r.out]).toEqual([2, '']);
      return r.err.trim();
    };
    expect(await said('B1-01', '--top', '0')).toBe('--top: "0" is no number of details; accepted is 1 to 1000.');
    expect(await said('NONE')).toMatch(/^mark: there is no joint "NONE"/);
    expect(await said('B1-01', '--kind', 'column-base')).toBe(
      'joint B1-01: kind: column-base does not join what fin-plate does; accepted are fin-plate, end-plate, cleats.',
    );
    expect(await said('B1-01', '--kind', 'hinge')).toMatch(/there is no kind of joint "hinge"/);
  });
});

describe('gusset standardise', () => {
  it('gives many joints few details, and says the price of it', async () => {
    const marks = ['B1-01', 'B1-02'];
    const r = await gusset('standardise', demo, ...marks, '--rules', few, '--most', '1', '--json');
    expect([r.code, r.err]).toEqual([0, '']);
    const said = JSON.parse(r.out) as {
      total: number;
      apart: number;
      proved: boolean;
      details: { marks: string[]; line: string }[];
      joints: { mark: string; served: { multiple: number } }[];
    };
    expect([said.details.map((d) => d.marks), said.proved]).toEqual([[marks], true]);
    expect(said.total).toBeGreaterThanOrEqual(said.apart);
    for (const j of said.joints) expect(j.served.multiple).toBeGreaterThanOrEqual(1);
    const words = await gusset('standardise', demo, ...marks, '--rules', few, '--most', '1');
    expect(words.out).toMatch(
      /^1 detail serves 2 of 2 joints at \d+\.\d\d; each with the cheapest of its own they cost \d+\.\d\d: standardising costs \d+\.\d\d\.\n\d+ details were tried at every joint; no other choice of them is cheaper\./,
    );
    const none = await gusset('standardise', demo, 'B1-01', '--most', 'x');
    expect([none.code, none.err.trim()]).toEqual([2, '--most: "x" is no number of details; accepted is 1 to 50.']);
  });
});
