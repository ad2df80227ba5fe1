import { describe, expect, it } from 'vitest';
import { marksOf } from '../../drawing/index.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { checkJoint, tryCheckJoint } from '../report.ts';
import { boltsOfTwoJoints } from '../../detail/clearance.ts';
import { cleats } from '../cleats/index.ts';
import { endPlate } from '../end-plate/index.ts';
import type { EndPlateInput } from '../end-plate/input.ts';
import { farBolts, type FarBoltsInput } from './far-beam.ts';
import { workingsOf } from '../../job/workings.ts';
import { SAMPLES } from './samples.testing.ts';
import { validate } from '../../validate/index.ts';

/** W4 without its notch: 4 rows at 70 and a gauge of 106 through a supporting web of 8.4 in S275, a beam of 142 kN on its far face. */
const base: EndPlateInput = {
  beam: { h: 448, b: 151, tw: 8.1, tf: 13.1, r: 10.5, steel: { grade: 'S355' }, notch: { type: 'none' } },
  support: { type: 'beam_web', t: 8.4, t_ref: 12.2, d2: 430, steel: { grade: 'S275' }, other_side: { V_Ed: 142 } },
  plate: { t: 10, h: 286, b: 196, e1: 38, top: 54, full_depth: false, steel: { grade: 'S275' } },
  bolts: { d: 20, cls: '8.8', n1: 4, p1: 70, p3: 106, threads_in_plane: true, category: 'A', friction: 'B', packing: 0 },
  weld: { s: 8 },
  holes: { plate: 'normal', support: 'normal' },
};
const withFar = (bolts: FarBoltsInput | undefined): EndPlateInput => ({
  ...base,
  support: { ...base.support, other_side: { V_Ed: 142, ...(bolts ? { bolts } : {}) } },
});
const C = { name: 'C', V_Ed: 188, N_Ed: 0, N_tie: 84 };
const report = (i: EndPlateInput) => checkJoint({ kind: 'end-plate', input: i, combinations: [C] }, DEFAULT_BASIS);
const bearing = (i: EndPlateInput) => {
  const found = report(i).combinations[0]!.checks.find((c) => c.id === 'support-bearing')!;
  if (found.type !== 'strength') throw new Error('support-bearing was skipped');
  return { demand: found.demand / 1e3, resistance: found.resistance / 1e3 };
};
const rule = (i: EndPlateInput) => report(i).rules.find((r) => r.id === 'clear-far-bolts')!;

describe('the reaction of a beam on the far face', () => {
  const demand = (c: object): number => {
    const found = checkJoint({ kind: 'end-plate', input: base, combinations: [{ ...C, ...c }] }, DEFAULT_BASIS);
    const check = found.combinations[0]!.checks.find((x) => x.id === 'support-bearing')!;
    return check.type === 'strength' ? check.demand / 1e3 : NaN;
  };
  // All eight bolts hold both: 188 + 142, 188 + 60, 188 + 0; uplift is relieved by it: the far beam alone.
  it('is that of the joint where a combination leaves it open, and its own where it is given', () => {
    expect(demand({})).toBeCloseTo(330, 9);
    expect(demand({ V_far: 60 })).toBeCloseTo(248, 9);
    expect(demand({ V_far: 0 })).toBeCloseTo(188, 9);
    expect(demand({ V_Ed: -20, V_far: 75 })).toBeCloseTo(75, 9);
  });
  it('is shown with where it came from', () => {
    const origin = (c: object) => {
      const joint = { kind: 'end-plate', input: base, combinations: [{ ...C, ...c }] };
      const section = workingsOf(joint, DEFAULT_BASIS, 0).sections.find((s) => s.id === 'support-bearing')!;
      return section.steps.flatMap((s) => s.uses).find((u) => u.name === 'V_Ed_2')!.source;
    };
    expect(origin({})).toEqual({ kind: 'input', ref: 'support.other_side.V_Ed' });
    expect(origin({ V_far: 60 })).toEqual({ kind: 'action', ref: 'combination C' });
  });
  it.each(SAMPLES)('counts for nothing without such a beam, and says so: %s', (kind, input) => {
    const { other_side: _far, ...support } = input.support as { other_side?: unknown };
    const report = (c: object) =>
      checkJoint({ kind, input: { ...input, support }, combinations: [{ ...C, N_tie: 0, ...c }] }, DEFAULT_BASIS)
        .combinations[0]!;
    expect(report({ V_far: 60 }).checks).toEqual(report({}).checks);
    expect(report({}).notes).toEqual([]);
    expect(report({ V_far: 60 }).notes).toEqual(['V_far counts for nothing: there is no beam on the far face of the support']);
  });
});

describe('bolts of a beam on the far face', () => {
  it('that are those of this joint are checked as one pattern, whether said or left out', () => {
    expect(bearing(withFar({ n1: 4, p1: 70, p3: 106, drop: 0 }))).toEqual(bearing(withFar(undefined)));
    expect(rule(withFar(undefined)).type).toBe('skip');
    expect(rule(withFar({ n1: 4, p1: 70, p3: 106, drop: 0 }))).toMatchObject({ type: 'rule', pass: true });
  });
  // Three rows of the far beam in the lower three: a bolt that holds both takes 188/8 + 142/6 = 47.167 kN; times 8: 377.33 kN.
  it('that share some of the holes load those the more', () => {
    const i = withFar({ n1: 3, p1: 70, p3: 106, drop: 70 });
    expect(bearing(i).demand).toBeCloseTo(188 + (142 * 8) / 6, 9);
    // k1 2.5, alpha_b 70/66 - 0.25 = 0.810606, f_u 410, t 8.4: 111.669 kN over one plane of 94.08: 8 x 111.669 = 893.35 kN (all rows alike).
    expect(bearing(i).resistance).toBeCloseTo(893.35, 1);
    // The far plate begins 38 above its first row, 32 below the first row of this joint: a washer needs 18.5.
    expect(rule(i)).toMatchObject({ actual: 32, limit: 18.5, pass: true });
    const lengths = endPlate.build(i, DEFAULT_BASIS).solid.bolts.map((b) => b.grip);
    expect(lengths).toEqual([18.4, 18.4, 28.4, 28.4, 28.4, 28.4, 28.4, 28.4]);
    // Grip 18.4 + washer 3 + nut 18 + 3.75 = 43.15: 45 long; 28.4 + 24.75 = 53.15: 55. The callout names both.
    const items = endPlate
      .build(i, DEFAULT_BASIS)
      .drawing(
        {
          job: 'Tern Quay ferry hall',
          number: '2417',
          revision: 'A',
          mark: 'B1',
          kind: 'Shear end plate',
          verdict: '',
          checked: '',
          basis: '',
        },
        null,
      ).items;
    expect(JSON.stringify(items)).toContain('2 M20-8.8 × 45, 6 × 55, holes 22');
  });
  // Half a pitch lower: nothing shared, holes 35 apart in one line: alpha_b = 35/66 - 0.25 = 0.280303; F_b = 2.5 x 0.280303 x 410 x 20 x 8.4/1.25 = 38.614 kN; eight 308.9 kN.
  it('that stand between those of this joint clash, and the distance missing is said', () => {
    const i = withFar({ n1: 3, p1: 70, p3: 106, drop: 35 });
    expect(bearing(i)).toEqual({ demand: 188, resistance: expect.closeTo(308.9, 0) });
    // Row 2 lies 45 inside the far plate (from its side at 53 + 45): 45 + 18.5 = 63.5 missing.
    expect(rule(i)).toMatchObject({ actual: -45, limit: 18.5, pass: false, note: '63.5 mm missing' });
    expect(report(i).brokenRules.map((r) => r.id)).toContain('clear-far-bolts');
    const drawing = endPlate
      .build(i, DEFAULT_BASIS)
      .drawing(
        {
          job: 'Tern Quay ferry hall',
          number: '2417',
          revision: 'A',
          mark: 'B1',
          kind: 'Shear end plate',
          verdict: '',
          checked: '',
          basis: '',
        },
        null,
      );
    expect(JSON.stringify(drawing.items)).toContain('63.5 mm missing');
    expect(marksOf(drawing, 'clear-far-bolts')).toHaveLength(1);
  });
  // Well below: the far plate starts 350 - 38 = 312 under row 1, row 4 at 210: 102 clear.
  it("that stand clear of this joint are nobody's concern but the web's", () => {
    const i = withFar({ n1: 2, p1: 70, p3: 106, drop: 350 });
    expect(bearing(i).demand).toBe(188);
    expect(rule(i)).toMatchObject({ actual: 102, pass: true });
    const local = report(i).combinations[0]!.checks.find((c) => c.id === 'support-local-shear') as { demand: number };
    expect(local.demand / 1e3).toBeCloseTo((188 + 142) / 2, 9);
  });
  // Two rows more below the four that are shared, at 280 and 350: the first lies within 5 x 20 of the last row at 210. e_t = 100, e_b = 53:
  // A_v = 8.4 (100 + 210 + 53) = 3049.2; net 3049.2 - 5 x 22 x 8.4 = 2125.2: 2125.2 x 410/(sqrt3 x 1.25) = 402.45 kN under the gross 265 x 3049.2/sqrt3 = 484.1 (t_ref 12.2: f_y 275).
  it('take their holes off the web beside this joint', () => {
    const local = report(withFar({ n1: 6, p1: 70, p3: 106, drop: 0 })).combinations[0]!.checks.find(
      (c) => c.id === 'support-local-shear',
    ) as { resistance: number };
    expect(local.resistance / 1e3).toBeCloseTo(402.45, 1);
  });
  it('find the smallest spacings of both patterns, each in its line', () => {
    // Own 2 x 2 at 70/100; far one row at a gauge of 150, 35 lower: no two in one upright line are closer than 70, level ones 100.
    const M20 = { d: 20, d_0: 22 };
    const own = [
      [-50, 0],
      [50, 0],
      [-50, 70],
      [50, 70],
    ] as const;
    expect(farBolts(own, { n1: 1, p1: 0, p3: 150, drop: 35 }, M20)).toMatchObject({
      p_v: 70,
      p_h: 100,
      shared: [false, false, false, false],
    });
    expect(farBolts(own, { n1: 1, p1: 0, p3: 150, drop: 70 }, M20)).toMatchObject({ p_v: 70, p_h: 25 });
    expect(farBolts(own, { n1: 1, p1: 0, p3: 100, drop: 100 }, M20)).toMatchObject({ p_v: 30, p_h: 100 });
    expect(
      farBolts(
        [
          [-50, 0],
          [50, 0],
        ],
        { n1: 1, p1: 0, p3: 200, drop: 100 },
        M20,
      ).p_v,
    ).toBe(null);
  });
  it('come with cleats too, but not with a single one', () => {
    const input = (arrangement: string) => {
      const checked = validate<never>(cleats.schema(), {
        beam: base.beam,
        support: withFar({ n1: 4, p1: 70, p3: 106, drop: 35 }).support,
        cleat: { t: 10, h: 286, e1: 38, leg_web: 100, leg_support: 100, r: 12, steel: { grade: 'S275' } },
        web: { e2b: 45, top_to_bolt: 92 },
        gap: 10,
        arrangement,
        bolts: { d: 20, cls: '8.8', n1: 4, p1: 70, p3: 106 },
      });
      if ('error' in checked) throw new Error(checked.error.message);
      return checked.value;
    };
    const solid = cleats.build(input('double'), DEFAULT_BASIS).solid;
    expect(solid.other!.plates).toHaveLength(2);
    expect(solid.other!.bolts).toHaveLength(8);
    expect(boltsOfTwoJoints(solid)!.actual).toBeLessThan(0);
    const single = tryCheckJoint({ kind: 'cleats', input: input('single'), combinations: [C] }, DEFAULT_BASIS);
    expect('refusal' in single && single.refusal.message).toMatch(/^support\.other_side\.bolts: .* accepted is none/);
  });
  it('can be told apart and put back by their fields', () => {
    const field = (id: string) => endPlate.fields.find((f) => f.id === id)!;
    const own = field('support.other.bolts').set(base, 'own');
    expect(own.support.other_side!.bolts).toEqual({ n1: 4, p1: 70, p3: 106, drop: 0 });
    const less = field('support.other.drop').set(field('support.other.n1').set(own, 3), 70);
    expect(less.support.other_side).toEqual({ V_Ed: 142, bolts: { n1: 3, p1: 70, p3: 106, drop: 70 } });
    expect(field('support.other.V').set(less, 90).support.other_side).toEqual({
      V_Ed: 90,
      bolts: { n1: 3, p1: 70, p3: 106, drop: 70 },
    });
    expect(field('support.other.bolts').set(less, 'same').support.other_side).toEqual({ V_Ed: 142 });
    expect(field('support.other.drop').applies!(base)).toBe(false);
  });
});
