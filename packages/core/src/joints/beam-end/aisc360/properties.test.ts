import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Combination } from '../../../actions/combination.ts';
import { INCH, SECTIONS, type Section } from '../../../catalogue/index.ts';
import type { StrengthResult } from '../../../checks/check.ts';
import { firstDetail } from '../../../design/first.ts';
import { waysOut } from '../../../design/ways-out.testing.ts';
import { marksOf, SHEET } from '../../../drawing/index.ts';
import { workingsOf } from '../../../job/workings.ts';
import { kips, to } from '../../aisc360.testing.ts';
import { anyActions } from '../../any-joint.testing.ts';
import { anyCleats } from '../../cleats/any-input.testing.ts';
import { anyEndPlate } from '../../end-plate/any-input.testing.ts';
import { kindOf } from '../../registry.ts';
import { checkJoint, tryCheckJoint } from '../../report.ts';

const [LRFD, ASD] = [to('LRFD'), to('ASD')];
const load = (V: number, N = 0): Combination => ({ name: 'C', V_Ed: kips(V), N_Ed: kips(N), N_tie: 0 });
type Input = { readonly support: { readonly other_side?: unknown } };
const KINDS: readonly (readonly [string, fc.Arbitrary<Input>, number])[] = [
  ['end-plate', anyEndPlate, 19],
  ['cleats', anyCleats, 49],
];

const strengths = (kind: string, input: unknown, c: Combination, b = LRFD): Map<string, StrengthResult> | null => {
  const r = tryCheckJoint({ kind, input: input as never, combinations: [c] }, b);
  return 'refusal' in r
    ? null
    : new Map(r.report.combinations[0]!.checks.flatMap((x) => (x.type === 'strength' ? [[x.id, x]] : [])));
};
/** What these methods do not cover they never answer with a number. */
const MISSING = /^(action-path|sa-axial|\w+-support-axial)$/;

describe.each(KINDS)('any joint to AISC 360: %s', (kind, any, checks) => {
  it('gives finite numbers or a stated refusal, and says why whatever does not apply', () => {
    let judged = 0;
    const seen = new Map<string, Set<string>>();
    fc.assert(
      fc.property(any, anyActions, fc.boolean(), (input, c, other) => {
        const settings = other ? { bolt_groups: 'elastic', deformation: false, directional: false } : {};
        const r = tryCheckJoint({ kind, input: input as never, combinations: [c] }, to('LRFD', settings));
        if ('refusal' in r) return void expect(r.refusal.message).toMatch(/^[\w.]+: .*accepted (is|are) .*\.$/s);
        judged += 1;
        for (const x of r.report.combinations[0]!.checks) {
          seen.set(x.id, (seen.get(x.id) ?? new Set()).add(x.type === 'skip' && x.missing ? 'missing' : x.type));
          if (x.type === 'skip') expect([x.id, x.reason]).toEqual([x.id, expect.stringMatching(/\.$/)]);
          if (x.type !== 'strength') continue;
          expect([x.id, [x.demand, x.resistance, x.multiple].every(Number.isFinite)]).toEqual([x.id, true]);
          expect([x.id, x.pass]).toEqual([x.id, x.multiple >= 1 - 1e-9]);
        }
        for (const x of r.report.rules)
          expect([x.id, Number.isFinite(x.actual), Number.isFinite(x.limit)]).toEqual([x.id, true, true]);
      }),
      { numRuns: 5000, seed: 364 },
    );
    expect(judged).toBeGreaterThan(300);
    for (const [id, types] of seen) expect([id, types.has(MISSING.test(id) ? 'missing' : 'strength')]).toEqual([id, true]);
    expect(seen.size).toBe(checks);
  });
  it('halves every multiple when all forces double', () => {
    let compared = 0;
    fc.assert(
      fc.property(any, anyActions, (input, c) => {
        if (input.support.other_side) return;
        const [one, two] = [1, 2].map((k) => strengths(kind, input, { ...c, V_Ed: c.V_Ed * k, N_Ed: c.N_Ed * k, N_tie: 0 }));
        if (!one || !two) return;
        for (const [id, x] of one) {
          compared += 1;
          expect(Math.abs(two.get(id)!.multiple * 2 - x.multiple), id).toBeLessThanOrEqual(1e-6 * x.multiple);
        }
      }),
      { numRuns: 3000, seed: 361 },
    );
    expect(compared).toBeGreaterThan(300);
  });
  it('reaches 1 at the multiple that it names, and holds under it', () => {
    let compared = 0;
    fc.assert(
      fc.property(any, anyActions, fc.boolean(), (input, c, allowable) => {
        if (input.support.other_side) return;
        const basis = allowable ? ASD : LRFD;
        const scaled = (k: number) => strengths(kind, input, { ...c, V_Ed: c.V_Ed * k, N_Ed: c.N_Ed * k, N_tie: 0 }, basis);
        for (const [id, x] of scaled(1) ?? []) {
          if (!(x.multiple > 0.01 && x.multiple < 100) || compared > 320) continue;
          compared += 1;
          const there = scaled(x.multiple)!.get(id)!;
          expect([id, Math.abs(there.demand / there.resistance - 1) < 1e-9]).toEqual([id, true]);
          for (const k of [0.3, 0.999]) expect([id, scaled(x.multiple * k)!.get(id)!.pass]).toEqual([id, true]);
          expect([id, scaled(x.multiple * 1.001)!.get(id)!.pass]).toEqual([id, false]);
        }
      }),
      { numRuns: 3000, seed: 371 },
    );
    expect(compared).toBeGreaterThan(300);
  });
  it('has in LRFD 1.5 times the strength of ASD, within what the factors say', () => {
    let compared = 0;
    fc.assert(
      fc.property(any, anyActions, (input, c) => {
        // The same joint under 1.5 times the actions in LRFD: interactions too see the same share of their strength.
        const more = { ...c, V_Ed: 1.5 * c.V_Ed, N_Ed: 1.5 * c.N_Ed, N_tie: 0 };
        if (input.support.other_side) return;
        const [lrfd, asd] = [strengths(kind, input, more, LRFD), strengths(kind, input, { ...c, N_tie: 0 }, ASD)];
        if (!lrfd || !asd) return;
        for (const [id, x] of lrfd) {
          const y = asd.get(id)!;
          if (!(x.resistance > 0) || !(y.resistance > 0)) continue;
          compared += 1;
          const ratio = y.demand / y.resistance / (x.demand / x.resistance);
          expect([id, ratio > 0.99 && ratio < 1.01]).toEqual([id, true]);
        }
      }),
      { numRuns: 3000, seed: 362 },
    );
    expect(compared).toBeGreaterThan(300);
  });
  it('does not jump as an action passes zero', () => {
    let swept = 0;
    fc.assert(
      fc.property(any, anyActions, (input, c) => {
        const at = (N: number) => strengths(kind, input, { ...c, V_Ed: Math.abs(c.V_Ed) + 5, N_Ed: N, N_tie: 0 });
        const [none, little] = [at(0), at(1e-6)];
        const least = (m: Map<string, StrengthResult> | null): number => Math.min(...[...(m ?? [])].map(([, x]) => x.multiple));
        if (!none || !little) return;
        swept += 1;
        // What has no net area for the one force has no strength for any of it.
        if ([...little.values()].every((x) => x.resistance > 0))
          expect(Math.abs(least(little) / least(none) - 1)).toBeLessThan(2e-3);
      }),
      { numRuns: 2000, seed: 366 },
    );
    expect(swept).toBeGreaterThan(60);
  });
});

describe.each(['end-plate', 'cleats'])('a joint of usual practice: %s', (kind) => {
  const first = (beam: string, c: Combination[], more: object = {}, b = LRFD) =>
    firstDetail(
      kind,
      { beam, beamGrade: 'A992', support: 'W14x90', supportGrade: 'A992', supportType: 'column_flange', ...more },
      c,
      b,
    );
  const shapes = SECTIONS.filter((s): s is Section & { shape: 'I' } => s.system === 'US' && s.shape === 'I').filter(
    (s) => s.h > 11.5 * INCH && s.h < 28 * INCH && s.b < 0.8 * s.h && s.tw < 15,
  );
  it.each(shapes.filter((_, i) => i % 6 === 0).map((s) => [s.name, s] as const))(
    'holds a third of the web of %s, every rule kept',
    (name, s) => {
      const V = (0.3 * 0.6 * 50 * s.h * s.tw) / INCH ** 2;
      const { input } = first(name, [load(V)]);
      const r = checkJoint({ kind, input, combinations: [load(V)] }, LRFD);
      expect([name, r.state, r.brokenRules.map((x) => x.id)]).toEqual([name, expect.stringMatching(/holds|close/), []]);
    },
  );
  it.each([
    ['column web', { supportType: 'column_web' }],
    ['girder web, level tops', { supportType: 'beam_web', support: 'W24x84', tops: 'level' }],
  ])('on a %s', (_name, more) => {
    const { input } = first('W16x31', [load(30)], more);
    const r = checkJoint({ kind, input, combinations: [load(30)] }, LRFD);
    expect([r.state, r.brokenRules.map((x) => x.id)]).toEqual([expect.stringMatching(/holds|close/), []]);
  });
  const { input } = first('W16x31', [load(30)]);
  it('is drawn, with a path for every check that is loaded, explained, and lifted where it gives', () => {
    const combinations = [load(30, 10), load(30, -10), load(-20)];
    const built = kindOf(kind).build(input, LRFD);
    const report = checkJoint({ kind, input, combinations }, LRFD);
    const title = { job: '', number: '', revision: '', mark: '', kind: '', verdict: '', checked: '', basis: '' };
    const drawing = built.drawing(title, combinations[0]!);
    expect([drawing.width, drawing.height]).toEqual([SHEET.width, SHEET.height]);
    const loaded = report.combinations.flatMap((c) => c.checks.filter((x) => x.type === 'strength').map((x) => x.id));
    expect([...new Set(loaded)].filter((id) => !marksOf(drawing, id).length)).toEqual([]);
    expect(workingsOf({ kind, input, combinations }, LRFD, 0).sections.length).toBeGreaterThan(10);
    const heavy = [load(140)];
    const before = checkJoint({ kind, input, combinations: heavy }, LRFD);
    expect(before.state).toBe('gives');
    const ways = waysOut(kind, input, heavy, LRFD);
    expect(ways.length).toBeGreaterThan(0);
    for (const w of ways) expect(w.after).toBeGreaterThan(w.before);
  });
  it('prints a line that reads back as it was', () => {
    const { line } = kindOf(kind);
    const text = line.print(input, LRFD.units);
    expect(text).toMatch(/ in \| /);
    expect(line.print(line.parse(text, input, LRFD.units), LRFD.units)).toBe(text);
  });
});

describe.each(['fin-plate', 'end-plate', 'cleats'])('bolts through fillers: %s (J5.2)', (kind) => {
  const { input } = firstDetail(
    kind,
    { beam: 'W18x50', beamGrade: 'A992', support: 'W14x90', supportGrade: 'A992', supportType: 'column_flange' },
    [load(20)],
    LRFD,
  );
  type Packed = { bolts: { packing: number; category: string } };
  const packed = (t: number) => ({ ...(input as Packed), bolts: { ...(input as Packed).bolts, packing: t * INCH } });
  const shear = (t: number): number =>
    Math.min(...[...strengths(kind, packed(t), load(20))!].flatMap(([id, x]) => (/bolt-shear$/.test(id) ? [x.resistance] : [])));
  it.each([
    [0, 1],
    [0.25, 1],
    // 1 - 0.4 (1/2 - 1/4) = 0.90; at 3/4 in 0.80.
    [0.5, 0.9],
    [0.75, 0.8],
  ])('of %f in shear at %f of their strength', (t, share) => expect(shear(t) / shear(0)).toBeCloseTo(share, 9));
  it('may be 3/4 in thick', () => {
    const rule = (t: number) =>
      checkJoint({ kind, input: packed(t) as never, combinations: [load(20)] }, LRFD).rules.find(
        (r) => r.id === 'filler-thickness',
      )!;
    expect([rule(0).type, rule(0.75).pass, rule(0.76).pass]).toEqual(['skip', true, false]);
  });
});
