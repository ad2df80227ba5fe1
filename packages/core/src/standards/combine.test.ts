import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Combined } from '../actions/combining/prune.ts';
import { combine } from './combine.ts';

interface Worked {
  readonly title: string;
  readonly input: object;
  readonly counts: readonly [generated: number, distinct: number, kept: number];
  readonly kept: readonly (readonly [state: string, clause: string, name: string, leading: string | null])[];
}
const WORKED = JSON.parse(readFileSync(new URL('./combine-worked.json', import.meta.url), 'utf8')) as Worked[];
const en = (cases: readonly object[], more: object = {}): Combined => combine({ code: 'EN1990', cases, ...more });
const us = (cases: readonly object[], more: object = {}): Combined => combine({ code: 'ASCE7', cases, ...more });
const names = (c: Combined, state?: string): string[] =>
  c.combinations.filter((x) => state === undefined || x.state === state).map((x) => x.name);
const refusal = (input: unknown): string => {
  try {
    combine(input);
  } catch (e) {
    return (e as Error).message;
  }
  return 'not refused';
};
const G = { id: 'G', kind: 'G' };
const Q = { id: 'Q', kind: 'Q', category: 'B' };
const W = { id: 'W', kind: 'Q', category: 'wind' };
const S = { id: 'S', kind: 'Q', category: 'snow' };
const D = { id: 'D', kind: 'D' };

describe('worked lists of combinations', () => {
  it.each(WORKED)('$title', ({ input, counts, kept }) => {
    const r = combine(input);
    // The order of equal results is free.
    const sorted = (list: readonly (readonly (string | null)[])[]): string[] => list.map((x) => x.join(' ; ')).sort();
    expect(sorted(r.combinations.map((c) => [c.state, c.clause, c.name, c.leading]))).toEqual(sorted(kept));
    expect([r.generated, r.distinct, r.kept]).toEqual(counts);
    expect(r.pruned).toHaveLength(r.generated - r.kept);
    expect(r.notes).toEqual([]);
  });
});

describe('to EN 1990', () => {
  it('xi, K_FI and an own gamma multiply as the rule says, and not the lower factor', () => {
    // 6.10b: 0.925 x 1.35 x 1.1 = 1.373625; 1.5 x 1.1 = 1.65; 0.7 x 1.65 = 1.155.
    const r = en([G, Q], { expression: '6.10ab', options: { K_FI: 1.1 }, keep_dominated: true });
    const of = (clause: string): string[] => r.combinations.filter((c) => c.clause === clause).map((c) => c.name);
    expect(of('6.10a')).toEqual(['1.485 G', '1.485 G + 1.155 Q', 'G', 'G + 1.155 Q']);
    expect(of('6.10b')).toEqual(['1.3736 G', '1.3736 G + 1.65 Q', 'G + 1.65 Q']);
    expect(r.combinations.find((c) => c.clause === '6.10b')!.factors['G']).toBeCloseTo(1.373625, 12);
    expect(names(en([G, Q], { options: { gamma: { G_sup: 1.2, Q: 1.4 } } }))).toContain('1.2 G + 1.4 Q');
  });
  it('says what each factor is made of', () => {
    const c = en([G, Q, W]).combinations.find((x) => x.name === '1.35 G + 1.5 Q + 0.75 W')!;
    expect(c.why).toEqual({ G: '1.35: gamma_G,sup', Q: '1.5: gamma_Q', W: '1.5 x 0.5: gamma_Q x psi_0 of wind' });
    expect(c.leading).toBe('imposed');
  });
  it('permanent cases together, of one source together, or each for itself', () => {
    const two = [G, { id: 'G2', kind: 'G' }];
    expect(names(en(two))).toEqual(['1.35 G + 1.35 G2', 'G + G2']);
    const each = { options: { permanent: 'each' }, states: ['EQU'] };
    expect(names(en(two, each)).sort()).toEqual(['1.1 G + 1.1 G2', '1.1 G + 0.9 G2', '0.9 G + 1.1 G2', '0.9 G + 0.9 G2'].sort());
    expect(
      names(
        en(
          two.map((c) => ({ ...c, source: 'roof' })),
          each,
        ),
      ),
    ).toEqual(['1.1 G + 1.1 G2', '0.9 G + 0.9 G2']);
  });
  it('an action leads with all its cases; a name makes cases one action or two', () => {
    const bays = [G, { ...Q, id: 'B1' }, { ...Q, id: 'B2' }];
    expect(names(en(bays))).toContain('1.35 G + 1.5 B1 + 1.5 B2');
    const apart = en([G, { ...Q, id: 'B1', action: 'office' }, { ...Q, id: 'B2', action: 'store' }]);
    expect(names(apart)).toContain('1.35 G + 1.5 B1 + 1.05 B2');
    expect(names(apart)).not.toContain('1.35 G + 1.5 B1 + 1.5 B2');
  });
  it('wind one at a time unless its cases name groups; a roof never with snow or wind unless told', () => {
    expect(names(en([G, W, { ...W, id: 'W2' }])).filter((n) => n.includes('W ') && n.includes('W2'))).toEqual([]);
    const groups = en([G, { ...W, exclusive: 'a' }, { ...W, id: 'W2', exclusive: 'b' }]);
    expect(names(groups)).toContain('1.35 G + 1.5 W + 1.5 W2');
    const roof = [G, { id: 'R', kind: 'Q', category: 'H' }, S];
    expect(names(en(roof)).filter((n) => n.includes(' R') && n.includes(' S'))).toEqual([]);
    expect(names(en(roof, { options: { roof_with_climate: true } }))).toContain('1.35 G + 1.5 R + 0.75 S');
  });
  it('a case that reverses acts both ways, and what is without it lies between', () => {
    const r = en([G, { ...W, reversible: true }]);
    expect(names(r)).toEqual(['1.35 G + 1.5 W', '1.35 G - 1.5 W', 'G + 1.5 W', 'G - 1.5 W']);
    expect(r.pruned.map((p) => p.name)).toEqual(['1.35 G', 'G']);
  });
  it('the states of serviceability and of earthquakes', () => {
    const states = ['characteristic', 'frequent', 'quasi-permanent'];
    const r = en([G, Q, S], { states, keep_dominated: true, annex: 'recommended' });
    expect(names(r, 'characteristic')).toContain('G + Q + 0.5 S');
    expect(names(r, 'characteristic')).toContain('G + 0.7 Q + S');
    expect(names(r, 'frequent')).toEqual(['G', 'G + 0.2 S', 'G + 0.5 Q', 'G + 0.3 Q + 0.2 S']);
    expect(names(r, 'quasi-permanent')).toEqual(['G', 'G + 0.3 Q']);
    const E = [
      { id: 'EX', kind: 'E', direction: 'x' },
      { id: 'EY', kind: 'E', direction: 'y' },
    ];
    const both = en([G, ...E], { states: ['seismic'], options: { orthogonal: true } });
    expect(both.kept).toBe(8);
    expect(names(both)).toContain('G + EX - 0.3 EY');
    expect(names(both)).toContain('G - 0.3 EX - EY');
    // One direction alone: its 0.3 lies between.
    expect(names(en([G, E[0]!], { states: ['seismic'], options: { orthogonal: true } }))).toEqual(['G + EX', 'G - EX']);
  });
  it('the leading action of an accident by psi_1, or by psi_2; prestress; a state in which nothing acts is told', () => {
    const cases = [G, { id: 'P', kind: 'P' }, Q, { id: 'X', kind: 'A' }];
    const accident = { states: ['accidental'], keep_dominated: true };
    expect(names(en(cases, accident))).toContain('G + P + 0.5 Q + X');
    expect(names(en(cases, { ...accident, options: { accidental_leading: 'psi2' } }))).toContain('G + P + 0.3 Q + X');
    const none = en([G, Q], { states: ['ULS', 'seismic'] });
    expect(none.notes).toEqual(['seismic: nothing is generated, for no case is an earthquake (E)']);
    expect(names(none, 'seismic')).toEqual([]);
  });
});

describe('to ASCE 7', () => {
  it('one of roof live, snow and rain at a time; live or half the wind beside them', () => {
    const r = us([D, { id: 'Lr', kind: 'Lr' }, { id: 'S', kind: 'S' }, { id: 'L', kind: 'L' }, { id: 'W', kind: 'W' }], {
      keep_dominated: true,
      options: { L_factor: 0.5 },
    });
    expect(names(r).filter((n) => n.includes('Lr') && / S\b/.test(n))).toEqual([]);
    expect(names(r)).toContain('1.2 D + 1.6 Lr + 0.5 L');
    expect(names(r)).toContain('1.2 D + 1.6 Lr + 0.5 W');
    expect(names(r)).not.toContain('1.2 D + 1.6 Lr + 0.5 L + 0.5 W');
    expect(names(r)).toContain('1.2 D + 0.3 S + 0.5 L + W');
  });
  it('fluid goes with the dead load and not with 0.9; earth pressure adds, or resists where it is always there', () => {
    const r = us([D, { id: 'F', kind: 'F' }, { id: 'H', kind: 'H' }, { id: 'W', kind: 'W' }], { keep_dominated: true });
    expect(names(r)).toContain('1.4 D + 1.4 F + 1.6 H');
    expect(names(r)).toContain('0.9 D + 0.9 H + W');
    const loose = us([D, { id: 'H', kind: 'H', permanent: false }], { keep_dominated: true });
    expect(names(loose)).toContain('1.4 D');
    expect(names(loose)).not.toContain('1.4 D + 0.9 H');
    expect(names(us([D, { id: 'H', kind: 'H' }], { method: 'ASD', keep_dominated: true }))).toContain('0.6 D + 0.6 H');
  });
  it('wind and tornado in rows of their own; allowable stress with three quarters of both', () => {
    const r = us([D, { id: 'W', kind: 'W' }, { id: 'T', kind: 'WT' }, { id: 'L', kind: 'L' }], {
      method: 'ASD',
      keep_dominated: true,
    });
    expect(names(r)).toContain('D + 0.45 W + 0.75 L');
    expect(names(r)).toContain('D + 0.45 T + 0.75 L');
    expect(names(r).filter((n) => n.includes('W') && n.includes('T'))).toEqual([]);
    // Snow is a strength load: 0.7 of it, and 0.75 x 0.7 beside others.
    const snow = us([D, { id: 'S', kind: 'S' }, { id: 'L', kind: 'L' }, { id: 'W', kind: 'W' }], {
      method: 'ASD',
      keep_dominated: true,
    });
    for (const name of ['D + 0.7 S', 'D + 0.525 S + 0.75 L', 'D + 0.525 S + 0.45 W', 'D + 0.525 S + 0.75 L + 0.45 W'])
      expect(names(snow)).toContain(name);
  });
  it('earthquakes with S_DS and rho, and with Omega_0 in its place; the dead load says its sum', () => {
    const cases = [D, { id: 'E', kind: 'E' }];
    const r = us(cases, { states: ['seismic', 'overstrength'], options: { S_DS: 1, rho: 1.3, Omega_0: 3 } });
    expect(names(r, 'seismic')).toEqual(['1.4 D + 1.3 E', '1.4 D - 1.3 E', '0.7 D + 1.3 E', '0.7 D - 1.3 E']);
    expect(names(r, 'overstrength')).toEqual(['1.4 D + 3 E', '1.4 D - 3 E', '0.7 D + 3 E', '0.7 D - 3 E']);
    expect(r.combinations[0]!.why['D']).toBe('1.2 + 0.2 x 1: factor of the row with S_DS');
  });
});

describe('what is refused, in one sentence that names case and field', () => {
  it.each<[string, unknown, RegExp]>([
    ['no code', { cases: [G] }, /^code: the value is missing; accepted are EN1990 and ASCE7\.$/],
    ['another code', { code: 'X', cases: [G] }, /^code: "X" is not known/],
    ['no input', null, /^code: the value is missing/],
    ['no category', { code: 'EN1990', cases: [{ id: 'Q', kind: 'Q' }] }, /^cases\.0\.category: the value is missing/],
    ['an unknown category', { code: 'EN1990', cases: [{ ...Q, category: 'Z' }] }, /^cases\.0\.category: "Z" is not known/],
    ['two of one id', { code: 'EN1990', cases: [G, G] }, /^cases\.1: the id of this one stands twice/],
    [
      'a blank in an id',
      { code: 'EN1990', cases: [{ ...G, id: 'a b' }] },
      /^cases\.0\.id: "a b" can not be used; accepted are names without blanks/,
    ],
    ['an unknown kind', { code: 'ASCE7', cases: [{ id: 'X', kind: 'Z' }] }, /^cases\.0\.kind: "Z" is not known/],
    ['no Omega_0', { code: 'ASCE7', cases: [D], states: ['overstrength'] }, /^options\.Omega_0: the value is missing/],
    [
      'no direction',
      { code: 'EN1990', cases: [G, { id: 'E', kind: 'E' }], states: ['seismic'], options: { orthogonal: true } },
      /^cases\.1\.direction: the value is missing for case E/,
    ],
    ['a typed name of a field', { code: 'EN1990', cases: [G], optons: {} }, /^optons: there is no such field/],
    [
      'a K_FI under its least',
      { code: 'EN1990', cases: [G], options: { K_FI: 0.4 } },
      /^options\.K_FI: 0\.4 is too small; accepted is 0\.5 or more/,
    ],
    ['no case', { code: 'EN1990', cases: [] }, /^cases: /],
  ])('%s', (_what, input, says) => expect(refusal(input)).toMatch(says));
  it('more arrangements than can be made, with their number, at once', () => {
    const cases = Array.from({ length: 40 }, (_, k) => ({ id: `Q${k}`, kind: 'Q', category: 'B' }));
    const start = Date.now();
    expect(refusal({ code: 'EN1990', cases })).toBe(
      `cases: ${2 ** 40} arrangements of variable loads: tie cases together or make them exclusive.`,
    );
    expect(refusal({ code: 'ASCE7', cases: cases.map((c) => ({ id: c.id, kind: 'L' })) })).toMatch(
      /^cases: 1099511627776 arrangements/,
    );
    expect(Date.now() - start).toBeLessThan(20_000);
    // Tied together they are few.
    expect(en(cases.map((c) => ({ ...c, exclusive: 'bays' }))).generated).toBe(82);
  });
});

const anyEn = fc
  .array(
    fc.record({
      kind: fc.constantFrom('G', 'Q', 'Q', 'Q', 'P'),
      category: fc.constantFrom('A', 'C', 'H', 'snow', 'wind'),
      reversible: fc.boolean(),
    }),
    { minLength: 1, maxLength: 5 },
  )
  .map((list) =>
    list.map(({ kind, category, reversible }, k) => ({
      id: `${kind}${k}`,
      kind,
      ...(kind === 'Q' ? { category, reversible } : {}),
    })),
  );
const anyUs = fc
  .array(fc.constantFrom('D', 'D', 'L', 'Lr', 'S', 'R', 'W', 'H', 'F'), { minLength: 1, maxLength: 6 })
  .map((list) => list.map((kind, k) => ({ id: `${kind}${k}`, kind })));

describe('pruning loses nothing that can govern', () => {
  const most = (c: Combined, demand: (f: Readonly<Record<string, number>>) => number): number =>
    Math.max(...c.combinations.map((x) => demand(x.factors)));
  it.each([
    ['EN1990', anyEn, {}],
    [
      'EN1990 by 6.10a and 6.10b, each permanent case for itself',
      anyEn,
      { expression: '6.10ab', options: { permanent: 'each' } },
    ],
    ['ASCE7', anyUs, {}],
    ['ASCE7 by allowable stress', anyUs, { method: 'ASD' }],
  ] as const)('%s: for any demand that is linear or convex in the cases', (code, cases, more) => {
    fc.assert(
      fc.property(
        cases as fc.Arbitrary<readonly { id: string }[]>,
        fc.array(fc.double({ min: -10, max: 10, noNaN: true }), { minLength: 12, maxLength: 12 }),
        (list, effects) => {
          const input = { code: code.split(' ')[0], cases: list, ...more };
          const [kept, all] = [combine(input), combine({ ...input, keep_dominated: true })];
          const sum = (f: Readonly<Record<string, number>>, from: number): number =>
            list.reduce((x, c, k) => x + (f[c.id] ?? 0) * effects[from + (k % 6)]!, 0);
          const scale = 1e-9 * (1 + Math.abs(most(all, (f) => sum(f, 0))));
          expect(Math.abs(most(kept, (f) => sum(f, 0)) - most(all, (f) => sum(f, 0)))).toBeLessThanOrEqual(scale);
          const both = (f: Readonly<Record<string, number>>): number => Math.hypot(sum(f, 0), sum(f, 6));
          expect(Math.abs(most(kept, both) - most(all, both))).toBeLessThanOrEqual(1e-9 * (1 + most(all, both)));
          expect(all.kept).toBe(all.distinct);
        },
      ),
      { numRuns: 150, seed: 417 },
    );
  });
});
