import { describe, expect, it } from 'vitest';
import { fieldSteps } from '../joints/field-makers.ts';
import { kindOf } from '../joints/registry.ts';
import { practiceOf, RATES, ratesOf, readRules, ruleHelp, rulesOf, USUAL_RULES } from '../rules/index.ts';
import { aisc360 } from '../standards/aisc360/standard.ts';
import { en1993 } from '../standards/en1993/standard.ts';
import { US_CUSTOMARY } from '../units/system.ts';
import { leastMultiple, tryBuild } from './judge.ts';
import { firstDetail } from './first.ts';
import { straysOf } from './strays.ts';
import { lacksOf } from './ways-out.ts';
import { waysOut } from './ways-out.testing.ts';
import { searchAll, type SearchAsked } from './search.ts';
import { asked, few, jobs } from './search.testing.ts';

const fin = kindOf('fin-plate');

describe('house rules of details', () => {
  it('are those of the job before those of the office before what is usual, as far as the standard knows them', () => {
    const rules = rulesOf({
      office: { details: { bolts: [24, 20], steels: ['S355', 'A36'] }, rates: { hole_each: 2 } },
      rules: { details: { steels: ['S275', 'A572-50'] } },
    });
    const p = practiceOf(rules, en1993);
    expect([p.bolts, p.steels, p.plates]).toEqual([[24, 20], ['S275'], en1993.materials.practice.plates]);
    expect(practiceOf(rules, aisc360).steels).toEqual(['S275', 'A572-50']);
    // Sizes in millimetres are none of a job in inches, and the other way round.
    const metric = rulesOf({ office: { details: { plates: [12, 8], legs: [6.35, 8] } } });
    expect(practiceOf(metric, en1993)).toMatchObject({ plates: [8, 12], legs: [8] });
    expect(practiceOf(metric, aisc360)).toMatchObject({ plates: aisc360.materials.practice.plates, legs: [6.35] });
    // No bolt of the list is one of that standard.
    expect(practiceOf(rulesOf({ office: { details: { classes: ['none'] } } }), aisc360).classes).toEqual(['120']);
    expect([ratesOf(rules).hole_each, ratesOf(USUAL_RULES)]).toEqual([2, RATES]);
  });
  it('are obeyed by every detail that is found', () => {
    const a = asked('tern', 'B1-01', { kinds: ['fin-plate'] });
    const practice = {
      ...a.practice,
      bolts: [20],
      plates: [10],
      steels: ['S355'],
      legs: [10],
      pitches: [75],
      least_rows: 3,
      most_lines: 1,
    };
    const { found } = searchAll({ ...a, practice });
    expect(found.length).toBeGreaterThan(0);
    for (const f of found) expect(f.line).toMatch(/^FP \| 10x\d+x\d+ S355 \| [3-9]xM20-8\.8 @(50|75) .* fw 10/);
  });
  it('are read with a sentence for what can not be meant', () => {
    const bad: readonly [object, RegExp][] = [
      [{ details: { bolts: [] } }, /details\.bolts/],
      [{ details: { bolts: [20, 20] } }, /details\.bolts/],
      [{ details: { plates: [1e9] } }, /details\.plates/],
      [{ details: { least_rows: 1.5 } }, /details\.least_rows/],
      [{ details: { colours: 1 } }, /details\.colours/],
      [{ rates: { hole_each: -1 } }, /rates\.hole_each/],
      [{ rates: { lunch: 1 } }, /rates\.lunch/],
    ];
    for (const [raw, said] of bad) expect(() => readRules(raw)).toThrow(said);
    expect(readRules({ details: { bolts: [16, 20] }, rates: { hole_each: 0 } })).toEqual({
      details: { bolts: [16, 20] },
      rates: { hole_each: 0 },
    });
  });
});

describe('first details and ways out by the house rules', () => {
  const rules = (details: object) => rulesOf({ office: { details } });
  const joint = jobs.tern.joints.find((j) => j.mark === 'B1-01')!;
  const a = asked('tern', 'B1-01');
  const combinations = a.acting('fin-plate');
  it('make the cheapest detail that they allow, as the search finds it', () => {
    const details = { bolts: [24], plates: [12], legs: [10], steels: ['S275'] };
    const made = firstDetail('fin-plate', kindOf('fin-plate').seedOf(a.input), combinations, a.basis, rules(details));
    const best = searchAll({ ...a, kinds: ['fin-plate'], practice: practiceOf(rules(details), en1993) }).found[0]!;
    expect(kindOf('fin-plate').line.print(made.input)).toBe(best.line);
    expect(best.line).toMatch(/^FP \| 12x\d+x\d+ S275 \| \dxM24/);
    expect(made.why.at(-2)).toMatch(
      /^The cheapest detail that the house rules allow that steps from a usual one lead to, \d+ looked at: .*rows \d/,
    );
    expect(straysOf(fin, tryBuild('fin-plate', made.input, [], a.basis)!.built, details)).toEqual([]);
  });
  it('say so where none of them holds, and give one of usual practice', () => {
    const heavy = combinations.map((c) => ({ ...c, V_Ed: 4 * c.V_Ed }));
    const made = firstDetail(
      'fin-plate',
      kindOf('fin-plate').seedOf(a.input),
      heavy,
      a.basis,
      rules({ plates: [6], bolts: [16] }),
    );
    expect(made.why).toContain('No detail that the house rules allow was found to hold: this is one of usual practice.');
  });
  it('name what of a detail is not the office’s', () => {
    const { built } = tryBuild('fin-plate', joint.input, [], a.basis)!;
    expect(straysOf(fin, built, {})).toEqual([]);
    expect(
      straysOf(fin, built, { bolts: [20], classes: ['8.8'], plates: [10], steels: ['S275'], legs: [8], least_rows: 3 }),
    ).toEqual([]);
    expect(
      straysOf(fin, built, { bolts: [24], classes: ['10.9'], plates: [12], steels: ['S355'], legs: [6], least_rows: 4 }),
    ).toEqual(['bolts M20', 'class 8.8', 'plate 10 mm', 'steel S275', 'fillet 8 mm', '3 rows of bolts']);
  });
  it('give every detail of a search the gap and the holes of the office, where it has them', () => {
    const base = few(asked('tern', 'B1-01'));
    const house: SearchAsked = { ...base, practice: { ...base.practice, gap: 12, holes: 'oversize' } };
    const [plain, housed] = [searchAll(base), searchAll(house)];
    expect(new Set(housed.found.map((f) => f.kind))).toEqual(new Set(['fin-plate', 'end-plate', 'cleats']));
    for (const f of housed.found) {
      const { gap, holes } = f.input as { readonly gap?: number; readonly holes: Readonly<Record<string, string>> };
      expect([f.kind, gap, new Set(Object.values(holes))]).toEqual([
        f.kind,
        f.kind === 'end-plate' ? undefined : 12,
        new Set(['oversize']),
      ]);
      const tried = tryBuild(f.kind, f.input, base.acting(f.kind), base.basis)!;
      expect(leastMultiple(tried.report)).toBe(f.multiple);
      expect(straysOf(kindOf(f.kind), tried.built, { gap: 12, holes: 'oversize' })).toEqual([]);
    }
    // Larger holes bear less: none holds more than the same with normal ones.
    const cheapest = (r: typeof plain) => Math.min(...r.found.map((f) => f.cost));
    expect(cheapest(housed)).toBeGreaterThanOrEqual(cheapest(plain));
    expect(plain.found.some((f) => (f.input as { readonly gap?: number }).gap === 10)).toBe(true);
  });
  it('tell what of a detail is not as the office makes it', () => {
    const { built } = tryBuild('fin-plate', joint.input, [], a.basis)!;
    expect(straysOf(fin, built, { gap: 10, holes: 'normal' })).toEqual([]);
    expect(straysOf(fin, built, { gap: 15, holes: 'short_slot_h' })).toEqual(['gap 10 mm', 'normal round holes']);
    expect(practiceOf(rulesOf({ office: { details: { gap: 15, holes: 'oversize' } } }), en1993)).toMatchObject({
      gap: 15,
      holes: 'oversize',
    });
    expect(practiceOf(rulesOf({}), en1993)).not.toHaveProperty('gap');
    expect(() => readRules({ details: { gap: 500 } })).toThrow(/details\.gap: 500 is too large; accepted is 100 or less/);
    expect(() => readRules({ details: { holes: 'square' } })).toThrow(
      /details\.holes: "square" is not known; accepted are normal, oversize/,
    );
    expect(ruleHelp('rules.details.gap')).toMatch(/Accepted: 0 to 100 mm/);
    expect(ruleHelp('rules.details.holes')).toMatch(/normal round; oversize/);
  });
  it('hold as many times their forces as the office asks', () => {
    const least_multiple = 1.3;
    const house = rules({ least_multiple });
    const practice = practiceOf(house, en1993);
    const every = searchAll({ ...few(a), kinds: ['fin-plate'] });
    const spared = searchAll({ ...few(a), kinds: ['fin-plate'], practice: { ...few(a).practice, least_multiple } });
    // What holds less than asked counts as giving, by what gives first; nothing else is different.
    expect(spared.found.map((f) => f.line)).toEqual(every.found.filter((f) => f.multiple >= least_multiple).map((f) => f.line));
    expect(every.found.length - spared.found.length).toBeGreaterThan(3);
    expect(spared.give - every.give).toBeGreaterThanOrEqual(every.found.length - spared.found.length);
    const first = (of: typeof house) => firstDetail('fin-plate', fin.seedOf(a.input), combinations, a.basis, of).input;
    const least = (input: unknown) => leastMultiple(tryBuild('fin-plate', input, combinations, a.basis)!.report);
    expect(least(first(rules({})))).toBeLessThan(least_multiple);
    expect(least(first(house))).toBeGreaterThanOrEqual(least_multiple);
    // Ways out of a joint that gives arrive there too.
    const heavy = combinations.map((c) => ({ ...c, V_Ed: 1.6 * c.V_Ed }));
    const ways = waysOut('fin-plate', joint.input, heavy, a.basis, { most: 50, details: { least_multiple } });
    const plain = waysOut('fin-plate', joint.input, heavy, a.basis, { most: 50 });
    expect([plain[0]!.after < least_multiple, ways[0]!.after >= least_multiple]).toEqual([true, true]);
    // What is short of it is told although it would hold.
    const report = tryBuild('fin-plate', plain[0]!.input, heavy, a.basis)!.report;
    expect(lacksOf(report)).toEqual([]);
    const [short] = lacksOf(report, least_multiple);
    expect([short!.multiple, short!.more]).toEqual([plain[0]!.after, least_multiple / plain[0]!.after - 1]);
    expect(practice.least_multiple).toBe(least_multiple);
    expect(() => readRules({ details: { least_multiple: 0.9 } })).toThrow(
      /details\.least_multiple: 0\.9 is too small; accepted is 1/,
    );
  });
  it('step by the sizes of the office', () => {
    const e1 = fin.fields.find((f) => f.id === 'plate.e1')!;
    const span = kindOf('moment-end-plate').fields.find((f) => f.id === 'frame.L_b')!;
    const { units } = a.basis;
    expect(fieldSteps(e1, units).slice(0, 3)).toEqual([25, 30, 35]);
    expect(fieldSteps(e1, units, { step: 10 })).toEqual([30, 40, 50, 60, 70, 80, 90, 100]);
    expect(fieldSteps(span, units, { step: 10 })).toEqual(fieldSteps(span, units));
    // An eighth of an inch is no size of a job in mm, nor 10 mm one of a job in inches.
    expect(fieldSteps(e1, units, { step: 3.175 })).toEqual(fieldSteps(e1, units));
    expect(fieldSteps(e1, US_CUSTOMARY, { step: 10 })).toEqual(fieldSteps(e1, US_CUSTOMARY));
    expect(fieldSteps(e1, US_CUSTOMARY, { step: 12.7 }).map((x) => Number((x / 25.4).toFixed(9)))).toEqual([
      1, 1.5, 2, 2.5, 3, 3.5,
    ]);
    expect(practiceOf(rules({ step: 10 }), aisc360)).not.toHaveProperty('step');
    // Every fillet of a plate, of angles and of a lap steps through those of the office.
    const legs = ['fin-plate', 'end-plate', 'cleats'].flatMap((k) => kindOf(k).fields.filter((f) => /weld\.s$/.test(f.id)));
    expect(legs.map((f) => f.id)).toEqual(['beam_weld.s', 'weld.s', 'weld.s', 'weld.s']);
    for (const f of legs) expect([f.id, fieldSteps(f, units, { legs: [9, 7] })]).toEqual([f.id, [7, 9]]);
    // 0.6 of UB 305x165x40 is 182: a plate of 185, or of 190 by tens.
    const depth = (step: number) =>
      Math.min(
        ...searchAll({ ...few(a), kinds: ['fin-plate'], practice: { ...few(a).practice, step } }).found.map(
          (f) => (f.input as { readonly plate: { readonly h: number } }).plate.h,
        ),
      );
    expect([depth(5), depth(10)]).toEqual([185, 190]);
  });
  it('leave out ways that lead to what the office does not make', () => {
    const heavy = combinations.map((c) => ({ ...c, V_Ed: 2 * c.V_Ed }));
    const all = waysOut('fin-plate', joint.input, heavy, a.basis, { most: 50 });
    const strict = waysOut('fin-plate', joint.input, heavy, a.basis, {
      most: 50,
      details: { bolts: [20], plates: [10], steels: ['S275'] },
    });
    const strays = (w: { input: unknown }) =>
      straysOf(fin, tryBuild('fin-plate', w.input, [], a.basis)!.built, { bolts: [20], plates: [10], steels: ['S275'] });
    expect(all.some((w) => strays(w).length > 0)).toBe(true);
    expect(strict.length).toBeGreaterThan(0);
    for (const w of strict) expect(strays(w)).toEqual([]);
    // A joint that strays already may go on.
    expect(waysOut('fin-plate', joint.input, heavy, a.basis, { most: 50, details: { bolts: [30] } }).length).toBeGreaterThan(0);
  });
});
