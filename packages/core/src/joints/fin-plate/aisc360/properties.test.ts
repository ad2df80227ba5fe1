import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Combination } from '../../../actions/combination.ts';
import type { StrengthResult } from '../../../checks/check.ts';
import { INCH, KIP, SECTIONS, type Section } from '../../../catalogue/index.ts';
import { firstDetail } from '../../../design/first.ts';
import { waysOut } from '../../../design/ways-out.testing.ts';
import { basisOf, usualBasis } from '../../../standards/job-basis.ts';
import { aisc360 } from '../../../standards/aisc360/standard.ts';
import { workingsOf } from '../../../job/workings.ts';
import { anyActions } from '../../any-joint.testing.ts';
import { checkJoint, firstPath, reportOf, tryCheckJoint } from '../../report.ts';
import { anyFinPlate } from '../any-input.testing.ts';
import { finPlate } from '../index.ts';
import type { FinPlateInput } from '../input.ts';
import { netModulus } from '../../../standards/aisc360/net-modulus.ts';

const basis = (format: string, settings: object = {}) =>
  basisOf({ basis: { ...usualBasis(aisc360), format, settings }, sections: [], steels: [] });
const [LRFD, ASD] = [basis('LRFD'), basis('ASD')];
const kip = (x: number): number => (x * KIP) / 1e3;
const load = (V: number, N = 0): Combination => ({ name: 'C', V_Ed: kip(V), N_Ed: kip(N), N_tie: 0 });
const strengths = (input: FinPlateInput, c: Combination, b = LRFD): Map<string, StrengthResult> | null => {
  const r = tryCheckJoint({ kind: 'fin-plate', input, combinations: [c] }, b);
  return 'refusal' in r
    ? null
    : new Map(r.report.combinations[0]!.checks.flatMap((x) => (x.type === 'strength' ? [[x.id, x]] : [])));
};

describe('any fin plate to AISC 360', () => {
  it('gives finite numbers or a stated refusal, and says why whatever does not apply', () => {
    let judged = 0;
    const seen = new Map<string, Set<string>>();
    fc.assert(
      fc.property(anyFinPlate, anyActions, fc.boolean(), (input, c, long) => {
        const settings = long
          ? { configuration: 'extended', bolt_groups: 'elastic', deformation: false, directional: false }
          : {};
        const r = tryCheckJoint({ kind: 'fin-plate', input, combinations: [c] }, basis('LRFD', settings));
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
      { numRuns: 2500, seed: 360 },
    );
    expect(judged).toBeGreaterThan(300);
    // Every check is met by some of them, and left out of others, but for those that always apply.
    for (const [id, kinds] of seen) expect([id, kinds.has(id === 'action-path' ? 'missing' : 'strength')]).toEqual([id, true]);
    expect(seen.size).toBe(28);
  });
  it('halves every multiple when all forces double', () => {
    fc.assert(
      fc.property(anyFinPlate, anyActions, (input, c) => {
        if (input.support.other_side) return;
        const [one, two] = [1, 2].map((k) => strengths(input, { ...c, V_Ed: c.V_Ed * k, N_Ed: c.N_Ed * k, N_tie: 0 }));
        if (!one || !two) return;
        for (const [id, x] of one)
          expect(Math.abs(two.get(id)!.multiple * 2 - x.multiple), id).toBeLessThanOrEqual(1e-6 * x.multiple);
      }),
      { numRuns: 400, seed: 361 },
    );
  });
  it('has in LRFD 1.5 times the strength of ASD, within what the factors say', () => {
    let compared = 0;
    fc.assert(
      fc.property(anyFinPlate, anyActions, (input, c) => {
        const [lrfd, asd] = [strengths(input, c, LRFD), strengths(input, c, ASD)];
        if (!lrfd || !asd) return;
        for (const [id, x] of lrfd) {
          if (id === 'sp-plate-torsion') continue;
          const use = (r: StrengthResult): number => r.demand / r.resistance;
          const y = asd.get(id)!;
          if (!(x.resistance > 0)) continue;
          compared += 1;
          expect([id, use(y) / use(x) > 1.494 && use(y) / use(x) < 1.5031]).toEqual([id, true]);
        }
      }),
      { numRuns: 300, seed: 362 },
    );
    expect(compared).toBeGreaterThan(600);
  });
});

describe('a single plate of usual practice', () => {
  const first = (beam: string, c: Combination[], more: object = {}, b = LRFD) =>
    firstDetail(
      'fin-plate',
      { beam, beamGrade: 'A992', support: 'W14x90', supportGrade: 'A992', supportType: 'column_flange', ...more },
      c,
      b,
    ) as { input: FinPlateInput; why: readonly string[] };
  const shapes = SECTIONS.filter((s): s is Section & { shape: 'I' } => s.system === 'US' && s.shape === 'I').filter(
    (s) => s.h > 11.5 * INCH && s.h < 28 * INCH && s.b < 0.8 * s.h && s.tw < 15,
  );
  // A uniform load on a span of 20 depths uses the beam to about a third of its web.
  it.each(shapes.filter((_, i) => i % 6 === 0).map((s) => [s.name, s] as const))(
    'holds a third of the web of %s, every rule kept',
    (name, s) => {
      const V = (0.3 * 0.6 * 50 * s.h * s.tw) / INCH ** 2;
      const { input } = first(name, [load(V)]);
      const r = checkJoint({ kind: 'fin-plate', input, combinations: [load(V)] }, LRFD);
      expect([name, r.state, r.brokenRules.map((x) => x.id)]).toEqual([name, expect.stringMatching(/holds|close/), []]);
      expect(finPlate.line.print(input, LRFD.units)).toMatch(/^FP in \| \S+ A(36|572-50) \| /);
    },
  );
  it('is coped between level tops, and drawn with the path of what gives first', () => {
    const { input } = first('W16x31', [load(30)], { supportType: 'beam_web', support: 'W21x50', tops: 'level' });
    expect(input.beam.notch.type).toBe('single');
    const built = finPlate.build(input, LRFD);
    const r = reportOf(built, [load(30)]);
    const title = { job: '', number: '', revision: '', mark: '', kind: '', verdict: '', checked: '', basis: '' };
    expect(firstPath(built.drawing(title, load(30)), r.combinations[0]).length).toBeGreaterThan(2);
    const w = workingsOf({ kind: 'fin-plate', input, combinations: [load(30)] }, LRFD, 0);
    const shear = w.sections.find((x) => x.id === 'sp-bolt-shear')!;
    expect(shear.steps.map((x) => x.text)).toEqual(
      expect.arrayContaining(['strength of the group over that of one bolt', 'available strength, LRFD']),
    );
  });
  it('that gives is told ways out in inches', () => {
    const { input } = first('W18x50', [load(20)]);
    const ways = waysOut('fin-plate', input, [load(95)], LRFD);
    expect(ways.length).toBeGreaterThan(0);
    expect(ways.map((x) => x.label).join(' ')).toMatch(/\d\/\d|rows/);
  });
  it('that no engineer would accept does not hold: one bolt, a sliver of plate, a long reach', () => {
    const { input } = first('W18x50', [load(30)]);
    const state = (change: (i: FinPlateInput) => FinPlateInput, c = load(30)) => {
      const r = tryCheckJoint({ kind: 'fin-plate', input: change(input), combinations: [c] }, LRFD);
      return 'refusal' in r ? 'refused' : r.report.state;
    };
    for (const bad of [
      (i: FinPlateInput): FinPlateInput => ({ ...i, bolts: { ...i.bolts, n1: 1, p1: 0 } }),
      (i: FinPlateInput): FinPlateInput => ({ ...i, plate: { ...i.plate, t: 3 } }),
      (i: FinPlateInput): FinPlateInput => ({ ...i, gap: 12 * INCH }),
      (i: FinPlateInput): FinPlateInput => ({ ...i, weld: { s: 3 } }),
    ])
      expect(['gives', 'rule', 'refused', 'not-whole']).toContain(state(bad));
    expect(state((i) => i, load(0))).toBe('none');
    expect(state((i) => i, load(30, 30))).not.toBe('none');
  });
});

describe('pieces of the plate', () => {
  // 9 in deep, 1/2 in thick, holes of 0.875 at 0 and +-3: Z 10.125; the middle one 0.5(0.875^2/4) = 0.0957, the others 2 x 0.5 x 3 x 0.875 = 2.625.
  it('net plastic modulus', () => expect(netModulus(9, 0.5, 0.875, [3, 0, -3])).toBeCloseTo(10.125 - 0.0957 - 2.625, 3));
  it('net plastic modulus of a hole anywhere: what is left of the moments of thin strips about the middle', () => {
    const [L, t, hole] = [200, 10, 22];
    const strips = 20_000;
    for (let y = 0; y <= 30; y += 0.5) {
      let Z = 0;
      for (let i = 0; i < strips; i += 1) {
        const z = -L / 2 + ((i + 0.5) * L) / strips;
        if (Math.abs(z - y) > hole / 2) Z += (Math.abs(z) * t * L) / strips;
      }
      expect(Math.abs(netModulus(L, t, hole, [y]) / Z - 1)).toBeLessThan(1e-4);
      expect(netModulus(L, t, hole, [-y])).toBe(netModulus(L, t, hole, [y]));
    }
  });
  it('changes nothing but how it is shown where the units change', () => {
    const { input } = firstDetail(
      'fin-plate',
      { beam: 'W16x31', beamGrade: 'A992', support: 'W10x49', supportGrade: 'A992', supportType: 'column_flange' },
      [],
      LRFD,
    ) as { input: FinPlateInput };
    const si = basisOf({ basis: { ...usualBasis(aisc360), units: 'SI' }, sections: [], steels: [] });
    const use = (b: typeof si) => [...strengths(input, load(30, 5), b)!.values()].map((x) => x.utilisation);
    expect(use(si)).toEqual(use(LRFD));
  });
  it('step at the settings as the standard says: slots instead of standard holes, a longer reach', () => {
    const { input } = firstDetail(
      'fin-plate',
      { beam: 'W24x76', beamGrade: 'A992', support: 'W14x90', supportGrade: 'A992', supportType: 'column_flange' },
      [load(100)],
      LRFD,
    ) as { input: FinPlateInput };
    const C = (i: FinPlateInput): number => strengths(i, load(60))!.get('sp-bolt-shear')!.resistance;
    const slotted = { ...input, holes: { ...input.holes, plate: 'short_slot_h' as const } };
    // Six rows or more on standard holes take the whole of a; with slots half of it.
    if (input.bolts.n1 >= 6) expect(C(slotted)).toBeGreaterThan(C(input));
    else expect(C(slotted)).toBe(C(input));
    let before = Infinity;
    for (let gap = 12; gap <= 300; gap += 4) {
      const now = C({ ...input, gap });
      expect(now).toBeLessThanOrEqual(before * (1 + 1e-9));
      before = now;
    }
  });
});
