import { describe, expect, it } from 'vitest';
import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import type { Practice } from '../basis/practice.ts';
import type { Start } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { chosenOf } from '../joints/search.ts';
import { practiceOf, RATES, USUAL_RULES } from '../rules/index.ts';
import { basisOf, DEFAULT_BASIS, usualBasis } from '../standards/job-basis.ts';
import { aisc360 } from '../standards/aisc360/standard.ts';
import { costOf } from './cost.ts';
import { descend, type Descent } from './descend.ts';
import { firstDetail } from './first.ts';
import { leastMultiple, tryBuild } from './judge.ts';
import { searchAll } from './search.ts';

const AISC = basisOf({ basis: usualBasis(aisc360), sections: [], steels: [] });
const shear = (V_Ed: number): Combination => ({ name: 'C', V_Ed, N_Ed: 0, N_tie: 0 });
const on = (beam: string, support: string, grade: string): Start => ({
  ...{ beam, beamGrade: grade, support, supportGrade: grade },
  supportType: 'column_flange',
});
interface Case {
  readonly kind: string;
  readonly start: Start;
  readonly V: number;
  readonly basis: Basis;
}
const usual = ({ standard }: Basis): Practice => practiceOf(USUAL_RULES, standard);
/** The space of a case under its practice, and where the steps from a detail of practice end. */
function led({ kind: id, start, V, basis }: Case, practice = usual(basis)) {
  const kind = kindOf(id);
  const combinations = V > 0 ? [shear(V)] : [];
  const space = kind.search({ start, present: null, combinations }, basis, practice)!;
  const from = kind.first(start, [], basis, (i) => (tryBuild(id, i, [], basis)?.report.brokenRules.length === 0 ? 1 : 0)).input;
  const descent = descend({ kind, space, from, combinations, basis, practice, rates: RATES });
  return { kind, space, combinations, descent };
}
/** What a detail costs where it holds and keeps its rules, made and judged as any joint is. */
function priced(kind: string, input: unknown, combinations: readonly Combination[], basis: Basis): number {
  const tried = tryBuild(kind, input, combinations, basis);
  const sound = tried && tried.report.brokenRules.length + tried.report.missing.length === 0 && leastMultiple(tried.report) >= 1;
  return sound ? costOf(tried.built) : Infinity;
}

const CASES: readonly Case[] = [
  ...['fin-plate', 'end-plate', 'cleats'].flatMap((kind) => [
    { kind, start: on('UB 406x140x39', 'UC 203x203x60', 'S275'), V: 140, basis: DEFAULT_BASIS },
    { kind, start: on('UB 533x210x82', 'UC 305x305x118', 'S355'), V: 420, basis: DEFAULT_BASIS },
    { kind, start: on('IPE 300', 'HEB 240', 'S235'), V: 90, basis: DEFAULT_BASIS },
    { kind, start: on('W16x31', 'W10x49', 'A992'), V: 150, basis: AISC },
    { kind, start: on('W21x50', 'W12x65', 'A992'), V: 350, basis: AISC },
  ]),
];

describe('steps from a detail of practice', () => {
  it('end at the cheapest that a search of everything finds, or within a few parts in a hundred of it', () => {
    const over = CASES.map((c) => {
      const { combinations, descent } = led(c);
      const asked = { kind: c.kind, input: null, start: c.start, acting: () => combinations, basis: c.basis };
      const [cheapest] = searchAll({ ...asked, practice: usual(c.basis), rates: RATES, kinds: [c.kind], most: 1 }).found;
      // Where the search finds one the steps do.
      expect([c.kind, c.V, !!descent]).toEqual([c.kind, c.V, !!cheapest]);
      const cost = priced(c.kind, descent!.input, combinations, c.basis);
      expect(cost).toBeGreaterThan(cheapest!.cost - 1e-9);
      return cost / cheapest!.cost - 1;
    }).sort((a, b) => a - b);
    expect(over[Math.floor(over.length / 2)]).toBeLessThan(0.005);
    expect(over.at(-1)).toBeLessThan(0.15);
  });
  it('end where no one axis and no two nearby make a cheaper one that holds', () => {
    for (const c of CASES.filter((_, i) => i % 5 < 3)) {
      const { kind, space, combinations, descent } = led(c);
      const cost = priced(c.kind, descent!.input, combinations, c.basis);
      const at = placed(space, descent!);
      const pitch = space.axes.findIndex((a) => a.last !== undefined);
      const costs: number[] = [];
      const tryAt = (choice: readonly number[]): void => {
        // What is unusual is not taken where a usual one holds.
        if (pitch >= 0 && space.axes[pitch]!.values[choice[pitch]!] === space.axes[pitch]!.last) return;
        const made = space.make(choice.map((k, i) => space.axes[i]!.values[k]!));
        if (made) costs.push(priced(kind.id, made, combinations, c.basis));
      };
      for (const [i, a] of space.axes.entries())
        for (const k of a.values.keys()) {
          const one = at.map((x, n) => (n === i ? k : x));
          tryAt(one);
          for (const [j, b] of space.axes.entries())
            for (const l of b.values.keys())
              if (j > i && Math.abs(k - at[i]!) <= 2 && Math.abs(l - at[j]!) <= 2) tryAt(one.map((x, n) => (n === j ? l : x)));
        }
      expect(costs.length).toBeGreaterThan(80);
      expect(Math.min(...costs)).toBeGreaterThan(cost - 1e-9);
    }
  });
  it('take rows as close as they may stand only where no usual pitch holds', () => {
    const fin = { kind: 'fin-plate', basis: DEFAULT_BASIS };
    const pitchOf = (d: Descent): string => d.chosen.find((x) => x.axis === 'pitch')!.value;
    for (const V of [20, 60, 100, 140]) {
      const { descent } = led({ ...fin, start: on('UB 406x140x39', 'UC 203x203x60', 'S275'), V });
      expect(pitchOf(descent!)).toMatch(/^[67]0 mm$/);
    }
    // Between the fillets of IPE 120 are 120 - 2 x (6.3 + 7) = 93 mm: two ends of M16, 2 x 22, leave 49 for a pitch, 60 is the least of practice.
    const { descent } = led({ ...fin, start: on('IPE 120', 'HEB 160', 'S235'), V: 10 });
    expect(pitchOf(descent!)).toBe('the closest');
  });
  it('lead nowhere where nothing of the space holds', () => {
    for (const c of CASES.filter((_, i) => i % 5 === 0)) expect(led({ ...c, V: 9000 }).descent).toBeNull();
  });
  it('stay at a detail of practice before there are forces, as near to it as the office makes one', () => {
    const c = { ...CASES[0]!, V: 0 };
    const words = (d: Descent | null): string => d!.chosen.map((x) => `${x.axis} ${x.value}`).join(', ');
    expect(words(led(c).descent)).toBe('bolt M20, rows 4, pitch 70 mm, lines 1, plate 10 mm, steel S275, weld leg 8 mm');
    const office = { ...usual(DEFAULT_BASIS), bolts: [24], plates: [12, 15], pitches: [75, 90] };
    expect(words(led(c, office).descent)).toMatch(/^rows \d, pitch 75 mm, lines 1, plate 12 mm/);
  });
  it('tell a detail that little loads from one that nothing does', () => {
    const [little, none] = [0.05, 0].map((V) => {
      const made = firstDetail('fin-plate', CASES[0]!.start, V > 0 ? [shear(V)] : [], DEFAULT_BASIS);
      return made.why.at(-1)!;
    });
    expect(Number(/^First to give at (\d+\.\d\d) of the worst combination\.$/.exec(little!)![1])).toBeGreaterThan(1000);
    expect(none).toBe('No forces were given yet.');
  });
  it('fill the plate with rows: no end is longer than a pitch', () => {
    for (const c of CASES.filter((_, i) => i % 5 < 3)) {
      const i = led({ ...c, V: 30 }).descent!.input as Record<string, { h: number; n1: number; p1: number }>;
      const { h } = (i['plate'] ?? i['cleat'])!;
      const { n1, p1 } = i['bolts']!;
      expect([c.kind, (h - (n1 - 1) * p1) / 2 <= p1]).toEqual([c.kind, true]);
    }
  });
  it('give a detail of usual practice, and say so, where the office makes none that holds', () => {
    // A plate of 12 in S355 asks for a leg of 12, and a gap of 10 has no room for it.
    const details = { bolts: [24], plates: [12], steels: ['S355'] };
    const { why } = firstDetail('fin-plate', CASES[0]!.start, [shear(60)], DEFAULT_BASIS, { details, rates: {} });
    expect(why.at(-1)).toBe('No detail that the house rules allow was found to hold: this is one of usual practice.');
    expect(why.join(' ')).toMatch(/The cheapest detail of usual practice/);
  });
  it('look at a small part of what a search goes through', () => {
    const { space, descent } = led(CASES[1]!);
    const all = space.axes.reduce((n, a) => n * a.values.length, 1);
    expect(descent!.details).toBeLessThan(all / 10);
  });
});
/** The numbers of the values that a detail was made of. */
function placed(space: Parameters<typeof chosenOf>[0], { chosen }: Descent): number[] {
  return space.axes.map(({ title, words }) => Math.max(0, words.indexOf(chosen.find((c) => c.axis === title)?.value ?? '')));
}

describe('first details by descent', () => {
  it('of a moment end plate hold with its column at yield, and do not say that it stands so', () => {
    const start: Start = {
      ...{ form: 'column', beam: 'UB 457x191x67', beamGrade: 'S275', column: 'UC 254x254x107', columnGrade: 'S275' },
      haunch: 'no',
    };
    const acting = [{ ...shear(80), M_Ed: 120 }];
    const { input, why } = firstDetail('moment-end-plate', start, acting, DEFAULT_BASIS);
    const { column } = input as { readonly column: { readonly sigma_com?: number } };
    expect(column.sigma_com).toBeUndefined();
    expect(why.join(' ')).toMatch(/The cheapest detail of usual practice that steps from a usual one lead to, \d+ looked at/);
    // It is whole as it stands: k_wc of 0.7, of a column at yield, takes no check past 1. Up to 0.7 of 265 the panel has its rule too.
    expect(priced('moment-end-plate', input, acting, DEFAULT_BASIS)).toBeLessThan(Infinity);
    const stressed = { ...(input as object), column: { ...column, sigma_com: 0.7 * 265 } };
    expect(priced('moment-end-plate', stressed, acting, DEFAULT_BASIS)).toBeLessThan(Infinity);
    const built = tryBuild('moment-end-plate', { ...stressed, column: { ...column, sigma_com: 265 } }, acting, DEFAULT_BASIS)!;
    expect(leastMultiple(built.report)).toBeGreaterThanOrEqual(1);
    // One bolt class, the axis with one value, is not told as a choice.
    expect(why.join(' ')).not.toMatch(/class/);
  });
});
