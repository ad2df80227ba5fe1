import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { firstDetail } from '../../design/first.ts';
import { otherForm } from '../../design/other-form.ts';
import { SHEET } from '../../drawing/index.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { en1993 } from '../../standards/en1993/standard.ts';
import { aisc360 } from '../../standards/aisc360/standard.ts';
import { validate } from '../../validate/index.ts';
import { inches as inch, kips, to } from '../aisc360.testing.ts';
import { fieldApplies, optionsOf } from '../kind.ts';
import { checkJoint, tryCheckJoint } from '../report.ts';
import { finPlateField } from './fields.ts';
import { finPlate } from './index.ts';
import type { FinPlateInput } from './input.ts';
import type { RuleResult, StrengthResult } from '../../checks/check.ts';

/** A single plate 3/8 in thick of A36 on the face of a hollow section of A500 Gr. C. */
const on = (support: object, t = 3 / 8): FinPlateInput => ({
  beam: { section: 'W16x31', steel: { grade: 'A992' }, notch: { type: 'none' } },
  support: { type: 'hss_face', steel: { grade: 'A500-C' }, ...support } as FinPlateInput['support'],
  plate: { t: inch(t), h: inch(8.5), e1: inch(1.25), e2: inch(1.5), steel: { grade: 'A36' }, side: 'near' },
  fixing: 'bolted',
  web: { e2b: inch(1.75), top_to_bolt: inch(4) },
  gap: inch(0.5),
  bolts: {
    d: inch(0.75),
    cls: '120',
    n1: 3,
    n2: 1,
    p1: inch(3),
    p2: 0,
    threads_in_plane: true,
    category: 'A',
    friction: 'A',
    packing: 0,
  },
  weld: { s: inch(1 / 4) },
  holes: { plate: 'normal', web: 'normal' },
});
const TITLE = { job: 'J', number: '1', revision: 'A', mark: 'M', kind: 'K', verdict: 'v', checked: 'c', basis: 'b' };
const load = (V: number, N = 0) => ({ name: 'C', V_Ed: kips(V), N_Ed: kips(N), N_tie: 0 });
const report = (input: FinPlateInput, V = 20, N = 0) =>
  checkJoint({ kind: 'fin-plate', input, combinations: [load(V, N)] }, to());
const rule = (input: FinPlateInput, id: string): RuleResult => {
  const found = report(input).rules.find((r) => r.id === id);
  if (found?.type !== 'rule') throw new Error(`${id} does not apply`);
  return found;
};
const refusal = (input: FinPlateInput, basis = to()): string => {
  const r = tryCheckJoint({ kind: 'fin-plate', input, combinations: [load(20)] }, basis);
  return 'refusal' in r ? r.refusal.message : '';
};
const strength = (input: FinPlateInput, id: string, V = 20, N = 0): StrengthResult | undefined =>
  report(input, V, N).combinations[0]!.checks.find((x): x is StrengthResult => x.id === id && x.type === 'strength');

describe('the wall of a hollow section under a single plate (Manual, part 10)', () => {
  it('is not punched while t_p <= F_u t/F_y,p', () => {
    // HSS8x8x3/8: t = 0.93 x 3/8 = 0.34875 in; 62 x 0.34875/36 = 0.600625 in.
    const r = rule(on({ section: 'HSS8x8x3/8' }), 'hss-punching');
    expect(r.limit / 25.4).toBeCloseTo((62 * 0.34875) / 36, 9);
    expect([r.actual, r.pass]).toEqual([inch(3 / 8), true]);
    // HSS8x8x1/8: 62 x 0.11625/36 = 0.2002 in, thinner than the plate.
    const thin = rule(on({ section: 'HSS8x8x1/8' }), 'hss-punching');
    expect([thin.limit / 25.4, thin.pass]).toEqual([expect.closeTo(0.200208, 5), false]);
  });
  it.each([
    // Flat width 12 - 3 x 0.2325 = 11.3025 in over 0.2325 in: 48.61; 1.40 sqrt(29000/50) = 33.72.
    ['HSS12x12x1/4', 48.6129, 33.7165, false],
    // 12 - 3 x 0.34875 = 10.95375 in over 0.34875 in: 31.41.
    ['HSS12x12x3/8', 31.4086, 33.7165, true],
    // Round: 20/(0.93 x 0.375) = 57.35; 0.11 x 29000/50 = 63.8.
    ['HSS20.000x0.375', 57.3477, 63.8, true],
  ])('is not slender while its flat width, or diameter, is within its limit: %s', (section, actual, limit, pass) => {
    const r = rule(on({ section }, 3 / 16), 'hss-wall');
    expect([r.actual, r.limit, r.pass]).toEqual([expect.closeTo(actual, 3), expect.closeTo(limit, 3), pass]);
  });
  it('of a round section stands or falls by D/t as well: 16 in by 0.25 in of A500 Gr. C, 64 over 63.8', () => {
    const round = (t: number) => rule(on({ d: inch(16), t: inch(t) }, 3 / 16), 'hss-wall');
    expect([round(0.25).actual, round(0.25).pass, round(0.251).pass]).toEqual([expect.closeTo(64, 6), false, true]);
  });
  it('counts the wider wall, whichever side the plate is on', () => {
    const [short, long] = ['short', 'long'].map((face) => rule(on({ section: 'HSS12x4x3/8', face }), 'hss-wall').actual);
    expect(short).toBe(long);
    expect(short).toBeCloseTo((12 - 3 * 0.34875) / 0.34875, 6);
  });
  it('is the same by name and by its sizes', () => {
    const named = report(on({ section: 'HSS8x4x3/8' }));
    const sized = report(on({ h: inch(8), b: inch(4), t: inch(0.93 * 0.375) }));
    const numbers = (r: typeof named) => [
      r.combinations[0]!.checks.map((x) => [x.id, x.type === 'strength' ? x.multiple.toPrecision(9) : x.type]),
      r.rules.map((x) => [x.id, x.type === 'rule' ? x.actual.toPrecision(9) : x.type]),
    ];
    expect(numbers(sized)).toEqual(numbers(named));
  });
  it('leaves an axial force without an answer, and the joint not whole', () => {
    const r = report(on({ section: 'HSS8x8x3/8' }), 20, 5);
    expect(r.state).toBe('not-whole');
    const axial = r.combinations[0]!.checks.find((x) => x.id === 'sp-support-axial')!;
    expect(axial).toMatchObject({ type: 'skip', missing: true, reason: expect.stringContaining('hollow section') });
    expect(strength(on({ section: 'HSS8x8x3/8' }), 'sp-support-axial', 20, 0)).toBeUndefined();
  });
  it('is checked in shear beside the weld with its own wall: 0.75 x 2 x 0.6 x 62 x 0.34875 x 8.5 kip', () => {
    const x = strength(on({ section: 'HSS8x8x3/8' }), 'sp-support-at-weld')!;
    expect(x.resistance / 4448.2216152605).toBeCloseTo(0.75 * 2 * 0.6 * 62 * 0.34875 * 8.5, 6);
  });
  it('needs room on its flat: a plate and welds wider than that are on the corners', () => {
    // HSS2x2x1/8: flat 2 - 3 x 0.11625 = 1.651 in; half of it 0.826 in. The plate reaches 0.1375 + 0.375 + 0.25 = 0.7625 in from the middle.
    expect(rule(on({ section: 'HSS2x2x1/8' }), 'clear-seat').actual / 25.4).toBeCloseTo(0.825625 - 0.275 / 2 - 0.375, 6);
    const narrow = rule(on({ h: inch(8), b: inch(1.2), t: inch(0.1) }), 'clear-seat');
    expect(narrow.pass).toBe(false);
    const round = report(on({ section: 'HSS8.625x0.500' })).rules.find((x) => x.id === 'clear-seat');
    expect(round).toMatchObject({ type: 'skip', reason: expect.stringContaining('round') });
  });
});

describe('what is refused of a hollow support', () => {
  it.each([
    ['an open section', { section: 'W10x49' }, /^support\.section: W10x49 is an open section .*accepted .*hollow/],
    ['a wall that leaves no flat', { b: inch(4), t: inch(4 / 3) }, /^support\.t: .*no flat face; accepted is less than/],
    ['a wall that leaves no tube', { d: inch(4), t: inch(2) }, /^support\.t: .*no tube; accepted is less than/],
  ])('%s', (_name, support, words) => expect(refusal(on(support))).toMatch(words));
  it('a hollow section on any other support', () =>
    expect(refusal(on({ type: 'column_flange', section: 'HSS8x8x3/8' }))).toMatch(/^support\.section: .*hollow section/));
  it('a job to EN 1993, in words that name what is accepted', () => {
    const matched = { ...on({ section: 'HSS8x8x3/8' }) };
    const S355 = { grade: 'S355' };
    const input = {
      ...matched,
      beam: { ...matched.beam, steel: S355 },
      support: { ...matched.support, steel: S355 },
      plate: { ...matched.plate, steel: S355 },
      bolts: { ...matched.bolts, d: 20, cls: '8.8' },
    };
    expect(refusal(input, DEFAULT_BASIS)).toMatch(/^support\.type: .*EN 1993-1-8; accepted are column_flange/);
    const start = { members: { beam: on({}).beam, support: on({ section: 'HSS8x8x3/8' }).support } };
    expect(() => firstDetail('fin-plate', start, [load(20)], DEFAULT_BASIS)).toThrow(/^support\.type/);
  });
  it('a joint bolted to it', () => {
    for (const kind of ['end-plate', 'cleats'])
      expect(() => otherForm('fin-plate', on({ section: 'HSS8x8x3/8' }), kind, [load(20)], to())).toThrow(/bolted to the wall/);
  });
  it.each([
    ['nothing of it', {}, 'one of section, b, d must be given'],
    ['a name and sizes', { section: 'HSS8x8x3/8', b: 200, t: 9 }, 'exclude each other'],
    ['a face without its wall', { b: 200 }, 't is missing beside b'],
    ['a depth without a face', { d: 200, t: 8, h: 200 }, 'b is missing beside h'],
    ['a side without a name', { b: 200, t: 9, face: 'long' }, 'section is missing beside face'],
    ['a level', { section: 'HSS8x8x3/8', drop: 50 }, 'no such field'],
    ['a beam on the far face', { section: 'HSS8x8x3/8', other_side: { V_Ed: 5, h_p: 200 } }, 'no such field'],
  ])('by its schema: %s', (_name, support, words) => {
    const r = validate(finPlate.schema(), on(support));
    expect('error' in r ? r.error.message : '').toContain(words);
  });
  it('by its schema: a support that there is not, naming all that there are', () => {
    const r = validate(finPlate.schema(), on({ type: 'roof', section: 'W10x49' }));
    expect('error' in r ? r.error.message : '').toContain('column_flange, column_web, beam_web, hss_face');
  });
});

describe('a hollow support on the screen', () => {
  const input = on({ section: 'HSS8x4x3/8' });
  const open: FinPlateInput = { ...input, support: { type: 'beam_web', section: 'W18x35', drop: 30, steel: { grade: 'A992' } } };
  it('is offered where the standard covers it', () => {
    const options = (s: typeof aisc360) => optionsOf(finPlateField('support.type'), s)!.map((o) => o.value);
    expect(options(aisc360)).toContain('hss_face');
    expect(options(en1993)).not.toContain('hss_face');
    expect(finPlate.seeds(aisc360).map((s) => s.id)).toContain('hollow');
    expect(finPlate.seeds(en1993).map((s) => s.id)).not.toContain('hollow');
  });
  it('stands on a section of its own when it is chosen, and gives way to an open one', () => {
    const hollow = finPlateField('support.type').set(open, 'hss_face');
    expect(hollow.support).toEqual({ type: 'hss_face', section: 'HSS8X8X3/8', steel: { grade: 'A500-C' } });
    expect(tryCheckJoint({ kind: 'fin-plate', input: hollow, combinations: [load(20)] }, to())).not.toHaveProperty('refusal');
    const back = finPlateField('support.type').set(hollow, 'column_web');
    expect(back.support).toEqual({ type: 'column_web', section: 'W10x49', steel: { grade: 'A992' } });
    expect(finPlateField('support.type').set(input, 'hss_face')).toBe(input);
  });
  it('has fields of its own', () => {
    const shown = (i: FinPlateInput) =>
      ['support.section', 'support.hollow', 'support.face', 'support.other.V'].filter((id) =>
        fieldApplies(finPlateField(id), i, aisc360),
      );
    expect(shown(input)).toEqual(['support.hollow', 'support.face']);
    expect(shown(open)).toEqual(['support.section', 'support.other.V']);
    const long = finPlateField('support.face').set(input, 'long');
    expect(long.support.face).toBe('long');
    expect(finPlateField('support.face').set(long, 'short').support).not.toHaveProperty('face');
    expect(finPlateField('support.hollow').set(long, 'HSS6x4x1/4').support.section).toBe('HSS6x4x1/4');
  });
  it('is drawn from its side with its walls hidden, within the sheet, and stands in the solid at its face', () => {
    for (const [support, depth] of [
      [{ section: 'HSS8x4x3/8' }, 8],
      [{ section: 'HSS8x4x3/8', face: 'long' }, 4],
      [{ section: 'HSS8.625x0.500' }, 8.625],
      [{ section: 'HSS20x12x5/8' }, 20],
    ] as const) {
      const joint = finPlate.build(on(support), to());
      const part = joint.solid.members.find((m) => m.id === 'support')!;
      expect(part).toMatchObject({ place: { type: 'hss_face' }, h: expect.closeTo(depth * 25.4, 6) });
      const d = joint.drawing(TITLE, null);
      for (const i of d.items)
        for (const [x, y] of i.k === 'path' ? i.points : []) {
          expect(x >= 0 && x <= SHEET.width).toBe(true);
          expect(y >= 0 && y <= SHEET.height).toBe(true);
        }
      expect(d.items.filter((i) => i.k === 'path' && i.line === 'hidden').length).toBeGreaterThan(1);
    }
  });
  it('is named with its face, and its facts are those of the tube', () => {
    expect(finPlate.members(input)).toBe('W16×31 to HSS8×4×3/8 face');
    expect(finPlate.members(on({ d: inch(8), t: inch(0.25) }))).toContain('round face');
    const facts = finPlate.facts(input, to())['support']!;
    expect(facts.title).toBe('HSS8×4×3/8 A500-C');
    expect(facts.lines.map(([name]) => name)).toContain('wall');
  });
});

it('a first detail on a hollow section holds and keeps the limits of its wall', () => {
  const seed = {
    beam: 'W16x31',
    beamGrade: 'A992',
    supportType: 'hss_face',
    hollow: 'HSS8x8x3/8',
    hollowGrade: 'A500-C',
    support: '',
    supportGrade: 'A992',
    tops: 'apart',
  };
  const { input } = firstDetail('fin-plate', seed, [load(30)], to());
  const r = report(input as FinPlateInput, 30);
  expect((input as FinPlateInput).support).toEqual({ type: 'hss_face', section: 'HSS8x8x3/8', steel: { grade: 'A500-C' } });
  expect(['holds', 'close']).toContain(r.state);
  expect(r.rules.filter((x) => x.type === 'rule' && x.must && !x.pass)).toEqual([]);
});

it('grows no weaker as its wall grows thicker', () => {
  fc.assert(
    fc.property(fc.double({ min: 3, max: 20, noNaN: true }), fc.double({ min: 0.1, max: 5, noNaN: true }), (t, more) => {
      const at = (wall: number) => {
        const r = report(on({ h: 300, b: 250, t: wall }));
        return {
          wall: Math.min(...r.combinations[0]!.checks.flatMap((x) => (x.type === 'strength' ? [x.multiple] : []))),
          broken: r.rules.filter((x) => x.type === 'rule' && x.id.startsWith('hss') && !x.pass).length,
        };
      };
      const [thin, thick] = [at(t), at(t + more)];
      expect(thick.wall).toBeGreaterThanOrEqual(thin.wall - 1e-9);
      expect(thick.broken).toBeLessThanOrEqual(thin.broken);
    }),
    { numRuns: 60, seed: 1207 },
  );
});
