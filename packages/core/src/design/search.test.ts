import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { searchOf } from '../job/search.ts';
import { choiceAt, sizeOf } from '../joints/search.ts';
import type { Joint } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { Refusal } from '../refusal.ts';
import { RATES } from '../rules/index.ts';
import { costOf, costParts } from './cost.ts';
import { Judge, leastMultiple, tryBuild } from './judge.ts';
import { detailName, frontierOf, searchAll, searchDetails, strideOf, together, type SearchAsked } from './search.ts';
import { asked, few, jobs } from './search.testing.ts';

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
    ['tern', 'P3-02'],
    ['tern', 'P2-01'],
    ['heron', 'A1-01'],
    ['heron', 'A1-02'],
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

  it('strides through all of its choices, each once, evenly from the start', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40_000 }), (choices) => {
        const stride = strideOf(choices);
        const seen = new Set(Array.from({ length: choices }, (_, i) => (i * stride) % choices));
        expect(seen.size).toBe(choices);
      }),
      { numRuns: 60 },
    );
    // Of the first hundred of ten thousand none lies further from the next than three times their mean distance.
    const stride = strideOf(10_000);
    const first = Array.from({ length: 100 }, (_, i) => (i * stride) % 10_000).sort((a, b) => a - b);
    for (const [i, n] of first.entries()) expect((first[i + 1] ?? 10_000) - n).toBeLessThan(300);
  });

  it('finds the first of a base that one in twenty holds of among its first hundred', () => {
    // Row after row of its axes it was the 5,216th.
    let told = { gone: 0, found: 0 };
    for (const s of searchDetails(asked('tern', 'P1-04'))) {
      told = { gone: s.gone, found: s.found.length };
      if (s.found.length) break;
    }
    expect(told.found).toBeGreaterThan(0);
    expect(told.gone).toBeLessThanOrEqual(100);
  });

  it('lets the lower of two choices stand for a detail that both come to, in whatever order they come', () => {
    // Plates in steps of 100: 409.6 and, with its anchors 20 further out, 449.6 deep are both 500.
    const little = few(asked('tern', 'P1-01'));
    const a = { ...little, practice: { ...little.practice, said: { ...little.practice.said, step: 100 } } };
    const kind = kindOf(a.kind);
    const space = kind.search({ start: {}, present: a.input, combinations: a.acting(a.kind) }, a.basis, a.practice)!;
    const lowest = new Map<string, number>();
    let twice = 0;
    for (let n = 0; n < sizeOf(space); n += 1) {
      const made = space.make(choiceAt(space, n));
      if (!made) continue;
      const line = kind.line.print(made, a.basis.units);
      if (lowest.has(line)) twice += 1;
      else lowest.set(line, n);
    }
    expect(twice).toBeGreaterThan(10);
    const alone = searchAll(a).found;
    expect(alone.length).toBeGreaterThan(3);
    for (const f of alone) expect(f.nth).toBe(lowest.get(f.line));
    const shares = [0, 1, 2].map((at) => searchAll({ ...a, share: { at, of: 3 } }));
    expect(together(shares).found).toEqual(alone);
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
    // A plate of 10 mm costs 10 x 0.05 more a kilogram; as the rates come its thickness costs nothing.
    const byThickness = { ...RATES, plate_per_kg_mm: 0.05 };
    expect(costOf(built, byThickness) - costOf(built)).toBeCloseTo(0.5 * built.quantities.plateMass, 9);
    expect(RATES.plate_per_kg_mm).toBe(0);
  });
});
