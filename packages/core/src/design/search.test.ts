import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJob } from '../job/document.ts';
import { searchOf } from '../job/search.ts';
import { choiceAt, sizeOf } from '../joints/search.ts';
import { fieldSteps } from '../joints/field-makers.ts';
import type { Joint } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { Refusal } from '../refusal.ts';
import { practiceOf, RATES, ratesOf, readRules, ruleHelp, rulesOf, USUAL_RULES } from '../rules/index.ts';
import { aisc360 } from '../standards/aisc360/standard.ts';
import { en1993 } from '../standards/en1993/standard.ts';
import { US_CUSTOMARY } from '../units/system.ts';
import { costOf, costParts } from './cost.ts';
import { Judge, leastMultiple, tryBuild } from './judge.ts';
import { firstDetail } from './first.ts';
import { straysOf } from './strays.ts';
import { lacksOf } from './ways-out.ts';
import { waysOut } from './ways-out.testing.ts';
import { detailName, frontierOf, searchAll, searchDetails, together, type SearchAsked } from './search.ts';

const read = (name: string) => readJob(JSON.parse(readFileSync(`demo/${name}.json`, 'utf8')));
const jobs = { tern: read('tern-quay'), heron: read('heron-street') };
const asked = (job: keyof typeof jobs, mark: string, less: Partial<SearchAsked> = {}): SearchAsked => ({
  ...searchOf(
    jobs[job].joints.find((j) => j.mark === mark)!,
    jobs[job],
  ),
  ...less,
});
/** The lists of practice cut to one or two values each, so that plain enumeration is short. */
const few = (a: SearchAsked): SearchAsked => ({
  ...a,
  practice: {
    ...a.practice,
    bolts: a.practice.bolts.slice(0, 2),
    plates: a.practice.plates.slice(1, 4),
    legs: a.practice.legs.slice(1, 2),
    pitches: a.practice.pitches.slice(-1),
  },
});

/** Every choice of every kind, judged as any joint is: no order, no shortcut. */
function enumerated(a: SearchAsked) {
  const own = kindOf(a.kind);
  const start = ((): object => {
    try {
      return own.seedOf(a.input);
    } catch {
      return {};
    }
  })();
  const ids = ['fin-plate', 'end-plate', 'cleats', 'column-base', 'moment-end-plate'].filter(
    (id) => kindOf(id).family === own.family,
  );
  const out = new Map<string, { cost: number; multiple: number }>();
  for (const id of ids) {
    const kind = kindOf(id);
    const present = kind === own ? (a.input as Record<string, unknown>) : null;
    const space = kind.search({ start: start as never, present, combinations: a.acting(id) }, a.basis, a.practice)!;
    for (let n = 0; n < sizeOf(space); n += 1) {
      const made = space.make(choiceAt(space, n)) as Record<string, unknown> | null;
      if (!made) continue;
      const input = present
        ? { ...made, ...Object.fromEntries(kind.given.flatMap((k) => (k in present ? [[k, present[k]]] : []))) }
        : made;
      const tried = tryBuild(id, input, a.acting(id), a.basis);
      if (!tried || !['holds', 'close'].includes(tried.report.state) || tried.report.brokenRules.length) continue;
      const line = `${id} ${kind.line.print(input, a.basis.units)}`;
      out.set(line, { cost: costOf(tried.built, a.rates), multiple: leastMultiple(tried.report) });
    }
  }
  return out;
}

/** A search for a joint under twenty times its shear. */
function nothingHolds(): SearchAsked {
  const a = few(asked('tern', 'B1-01', { kinds: ['fin-plate'] }));
  const heavy = a.acting('fin-plate').map((c) => ({ ...c, V_Ed: 20 * (c.V_Ed || 40) }));
  return { ...a, acting: () => heavy };
}

describe('the search for a detail', () => {
  it.each([
    ['tern', 'B1-01'],
    ['tern', 'E2-01'],
    ['tern', 'R2-04'],
    ['heron', 'D1-01'],
    ['heron', 'A1-01'],
  ] as const)('finds what plain enumeration finds, and the same frontier: %s %s', (job, mark) => {
    const a = few(asked(job, mark));
    const all = enumerated(a);
    const r = searchAll(a);
    expect(all.size).toBeGreaterThan(3);
    expect(new Set(r.found.map((f) => `${f.kind} ${f.line}`))).toEqual(new Set(all.keys()));
    for (const f of r.found) {
      const plain = all.get(`${f.kind} ${f.line}`)!;
      expect([f.cost, f.multiple]).toEqual([plain.cost, plain.multiple]);
    }
    const cheapest = Math.min(...[...all.values()].map((x) => x.cost));
    expect(r.found[0]!.cost).toBe(cheapest);
    // Nothing is as cheap as one of the frontier and holds more; everything else is beaten by one of it.
    const frontier = frontierOf(r.found);
    for (const f of frontier)
      expect([...all.values()].filter((x) => x.cost <= f.cost && x.multiple > f.multiple + 1e-9)).toEqual([]);
    for (const x of all.values()) expect(frontier.some((f) => f.cost <= x.cost && f.multiple >= x.multiple - 1e-9)).toBe(true);
  });

  it('counts what becomes of every detail, and answers with the cheapest so far as it goes', () => {
    const a = few(asked('tern', 'B1-01'));
    const steps = [...searchDetails(a)];
    const last = searchAll(a);
    const kept = new Map(last.found.map((f) => [detailName(f), f]));
    // Every tenth answer, and the last.
    for (const s of [...steps.filter((_, i) => i % 10 === 0), steps.at(-1)!, last]) {
      expect(s.details).toBeGreaterThanOrEqual(s.give + s.broken + s.notWhole + s.found.length);
      expect(s.gone).toBeGreaterThanOrEqual(s.details);
      expect(s.details).toBe(s.kinds.reduce((n, k) => n + k.details, 0));
      expect(s.found.map((f) => f.cost)).toEqual(s.found.map((f) => f.cost).sort((x, y) => x - y));
      // What was found stays found.
      for (const f of s.found) expect(kept.get(detailName(f))).toEqual(f);
    }
    expect([last.gone, last.dearer]).toEqual([last.choices, 0]);
    // Rules are told as rules, not as what could not be checked.
    expect([last.broken > 0, last.notWhole]).toEqual([true, 0]);
    expect(last.lacks.filter((l) => l.lack === 'broken').map((l) => l.title)).not.toContain('');
    expect(last.lacks.reduce((n, l) => n + l.details, 0)).toBe(last.give + last.broken + last.notWhole);
  });

  it('in shares finds together what it finds alone, in any number of them', () => {
    for (const a of [few(asked('tern', 'B1-01')), few(asked('tern', 'R2-04')), nothingHolds()]) {
      const alone = searchAll(a);
      for (const of of [1, 2, 3]) {
        const shares = Array.from({ length: of }, (_, at) => searchAll({ ...a, share: { at, of } }));
        expect(shares.every((s) => s.gone <= Math.ceil(alone.choices / of))).toBe(true);
        const { nearest, ...rest } = together(shares);
        const { nearest: own, ...whole } = alone;
        expect(rest).toEqual(whole);
        expect(nearest.map((n) => n.multiple)).toEqual(own.map((n) => n.multiple));
      }
    }
  });

  it('wanted for its cheapest alone it finds the same ones, and judges no dearer ones to the end', () => {
    const a = few(asked('tern', 'B1-01'));
    const all = searchAll(a);
    for (const most of [1, 5, 24]) {
      const r = searchAll({ ...a, most });
      expect(r.found.slice(0, most)).toEqual(all.found.slice(0, most));
      expect([r.details, r.dearer > 0]).toEqual([all.details, true]);
      expect(r.details).toBeGreaterThanOrEqual(r.give + r.broken + r.notWhole + r.dearer + r.found.length);
    }
  });

  it('keeps what is given: the far beam, the frame, the block', () => {
    for (const [mark, part, at] of [
      ['E2-01', 'support', 'end-plate'],
      ['R2-04', 'column', 'moment-end-plate'],
      // Not among the members that a detail starts from.
      ['R1-01', 'frame', 'moment-end-plate'],
    ] as const) {
      const a = few(asked('tern', mark));
      const own = searchAll(a).found.filter((f) => f.kind === at);
      expect(own.length).toBeGreaterThan(0);
      for (const f of own) expect((f.input as Record<string, unknown>)[part]).toEqual((a.input as Record<string, unknown>)[part]);
    }
  });

  it('finds no more and nothing cheaper the larger the force, and jumps nowhere at zero', () => {
    const a = few(asked('tern', 'B1-01', { kinds: ['fin-plate', 'end-plate'] }));
    const under = (V_Ed: number, N_Ed = 0) => {
      const { found } = searchAll({ ...a, acting: () => [{ name: 'C', note: '', V_Ed, N_Ed, N_tie: 0 }] });
      return { n: found.length, cost: found[0]?.cost ?? Infinity };
    };
    const list = [0, 1e-3, 40, 80, 120, 160, 200, 300, 600].map((V) => under(V));
    list.slice(1).forEach((x, i) => {
      expect(x.n).toBeLessThanOrEqual(list[i]!.n);
      expect(x.cost).toBeGreaterThanOrEqual(list[i]!.cost);
    });
    expect(list[0]).toEqual(list[1]);
    expect(under(60, 1e-3)).toEqual(under(60, -1e-3));
    expect(under(60, 1e-3)).toEqual(under(60));
  });

  it('says what details lack, and the strongest of them, where none holds', () => {
    const r = searchAll(nothingHolds());
    expect([r.found, r.kinds.map((k) => k.kind)]).toEqual([[], ['fin-plate']]);
    expect(r.lacks[0]!.details).toBeGreaterThan(0);
    expect(r.nearest[0]!.multiple).toBeLessThan(1);
    expect(r.nearest.map((n) => n.multiple)).toEqual(r.nearest.map((n) => n.multiple).sort((x, y) => y - x));
  });

  it('holds no detail of a kind that leaves a force without a path, as no joint of it would', () => {
    const a = few(asked('tern', 'B1-01'));
    const acting = (kind: string) =>
      a.acting(kind).map((c) => (kind === 'cleats' ? { ...c, unused: [{ name: 'M_z' as const, most: 3, of: c.name }] } : c));
    const r = searchAll({ ...a, acting });
    expect(r.found.some((f) => f.kind === 'cleats')).toBe(false);
    expect(r.notWhole).toBeGreaterThan(0);
    expect(r.lacks.find((l) => l.lack === 'notWhole')!.title).toMatch(/has no path in this joint/);
  });

  it('holds no detail that the checks of its kind refuse, and goes on', () => {
    const a = asked('heron', 'D3-01');
    const kind = kindOf(a.kind);
    const judge = new Judge(a.acting(a.kind), a.basis);
    const refusing = (e: Error): Joint =>
      ({
        get prepared(): never {
          throw e;
        },
      }) as unknown as Joint;
    const said = 'bolts.n2: two lines are not covered; accepted is 1.';
    expect(judge.judge(refusing(new Refusal('bolts.n2', said)))).toEqual({ lack: 'notWhole', title: said });
    // A fault of ours is none of its kind.
    expect(() => judge.judge(refusing(new TypeError('ours')))).toThrow('ours');
    expect('lack' in judge.judge(judge.build(kind, a.input)!)).toBe(false);
  });

  it('has a sentence for a kind that does not go with the members, and for a joint that nothing acts on', () => {
    const joint = jobs.tern.joints.find((j) => j.mark === 'B1-01')!;
    const idle = { ...joint, combinations: [], loads: undefined } as never;
    expect(() => searchOf(idle, jobs.tern)).toThrow(/nothing acts on this joint; accepted are joints with actions/);
    const still = { ...joint, loads: undefined, combinations: [{ name: 'C1', V_Ed: 0, N_Ed: 0, N_tie: 0 }] } as never;
    expect(() => searchOf(still, jobs.tern)).toThrow(/nothing acts on this joint/);
  });
});

describe('what a joint costs', () => {
  const a = asked('tern', 'B1-01');
  const { built } = tryBuild(a.kind, a.input, [], a.basis)!;
  it('is its parts by the rates: the fin plate of B1-01, 10 x 100 x 220 S275 with three M20 and two fillets of 8', () => {
    const cost = new Map(costParts(built).map((p) => [p.id, p.cost]));
    const i = a.input as { plate: { t: number; h: number; e1: number }; bolts: { n1: number; n2: number } };
    const [q] = [built.quantities];
    const outline = built.solid.plates[0]!.outline.map(([x]) => x);
    const width = Math.max(...outline) - Math.min(...outline);
    // S275 of 10 mm yields at 275: 0.7 + 0.0004 · 275 = 0.81 a kilogram.
    expect(cost.get('plate')).toBeCloseTo(0.81 * ((width * i.plate.h * i.plate.t) / 1e9) * 7850, 9);
    expect(cost.get('cut')).toBeCloseTo((0.5 * 2 * (width + i.plate.h)) / 1e3, 9);
    expect(cost.get('holes')).toBeCloseTo(0.15 * i.bolts.n1 * i.bolts.n2, 9);
    expect(cost.get('pieces')).toBe(0.6);
    expect(cost.get('bolts')).toBeCloseTo(1.6 * q.bolts + 1.5 * q.boltMass, 9);
    // Two fillets of leg 8 down the plate: 32 mm² each.
    expect(cost.get('welds')).toBeCloseTo((0.4 * 2 * i.plate.h) / 1e3 + (0.3 * 2 * 32 * i.plate.h) / 1e3, 9);
    expect(costOf(built)).toBeCloseTo(
      [...cost.values()].reduce((s, x) => s + x, 0),
      9,
    );
  });
  it('counts an angle as one piece, cut at its two ends: A1-01 has two of 100 x 100', () => {
    const pair = asked('tern', 'A1-01');
    const cost = new Map(costParts(tryBuild(pair.kind, pair.input, [], pair.basis)!.built).map((c) => [c.id, c.cost]));
    expect(cost.get('cut')).toBeCloseTo(0.5 * 2 * 2 * (0.1 + 0.1), 9);
    expect(cost.get('pieces')).toBeCloseTo(2 * 0.6, 9);
  });
  it('follows the rates of the office', () => {
    const dear = { ...RATES, hole_each: 100 };
    expect(costOf(built, dear) - costOf(built)).toBeCloseTo((100 - RATES.hole_each) * built.quantities.bolts, 6);
  });
});

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
