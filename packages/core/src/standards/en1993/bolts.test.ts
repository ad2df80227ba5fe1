import { describe, expect, it } from 'vitest';
import { Run, Sheet } from '../../formula/index.ts';
import { boltShear, groupFactors, holeFactors, slipHoleFactor } from './bolts.ts';

/** A sheet with these given values (in units of the core), the formulas of `make` on it, and a run that holds the values. */
function on<T>(
  values: Record<string, number>,
  make: (sheet: Sheet) => T,
): { made: T; run: Run; value: (section: string, symbol: string) => number } {
  const sheet = new Sheet();
  const slots = Object.keys(values).map((k) => sheet.given(k, '-', k));
  const made = make(sheet);
  const run = new Run(sheet);
  slots.forEach((s, i) => (run.v[s.index] = Object.values(values)[i]!));
  return {
    made,
    run,
    value: (section, symbol) => run.v[sheet.slots.find((s) => s.section === section && s.symbol === symbol)!.index]!,
  };
}

describe('a long joint (3.8)', () => {
  const beta = (L_j: number): number => {
    const { made, run, value } = on(
      { L_j, d: 20, A_s: 245, alpha_v: 0.6, f_ub: 800, gamma_M2: 1.25, t_pk: 0, planes: 1 },
      (sheet) => boltShear(sheet.section('shear'), 'L_j'),
    );
    made(run, { threads: true, longJoint: true });
    return value('shear', 'beta_Lf');
  };
  // From 15 d = 300 the bolts lose 1/200 for each d; never more than a quarter: 1 - 0.25 at 65 d = 1300.
  it.each([
    [300, 1],
    [500, 0.95],
    [1300, 0.75],
    [1500, 0.75],
    [3000, 0.75],
  ])('%s mm of M20: %s', (L_j, expected) => expect(beta(L_j)).toBeCloseTo(expected, 12));
});

describe('holes that are not normal', () => {
  // Table 3.4, note 1: 0.8 in oversize holes, 0.6 across a slot; Table 3.6: 0.85, 0.76 in short slots, 0.63 in long ones.
  it('take less bearing and less slip', () => {
    expect(holeFactors('normal')).toEqual({ vertical: 1, horizontal: 1 });
    expect(holeFactors('oversize')).toEqual({ vertical: 0.8, horizontal: 0.8 });
    expect(holeFactors('short_slot_h')).toEqual({ vertical: 0.6, horizontal: 1 });
    expect(holeFactors('long_slot_v')).toEqual({ vertical: 1, horizontal: 0.6 });
    expect(
      (['normal', 'oversize', 'short_slot_h', 'short_slot_v', 'long_slot_h', 'long_slot_v'] as const).map(slipHoleFactor),
    ).toEqual([1, 0.85, 0.76, 0.76, 0.63, 0.63]);
  });
});

describe('an elastic group with unequal pitches in two lines', () => {
  // Rows at 0, 60, 140, 220, the mean at 105: squares 105^2 + 45^2 + 35^2 + 115^2 = 27 500 a line. Two lines 70 apart:
  // I = 4 x 70^2/2 + 2 x 27 500 = 64 800; with z = 85: alpha = 85 x 70/(2 I), beta = 85 x 115/I.
  it('has the moments of both lines', () => {
    const { made, run, value } = on({ n1: 4, n2: 2, p1: 60, p2: 70, z: 85, S_z: 27_500, z_far: 115 }, (sheet) =>
      groupFactors(sheet.section('group')),
    );
    made(run, 4, 2, false);
    expect(value('group', 'I')).toBe(64_800);
    expect(value('group', 'alpha')).toBeCloseTo((85 * 70) / 129_600, 12);
    expect(value('group', 'beta')).toBeCloseTo((85 * 115) / 64_800, 12);
    made(run, 4, 1, false);
    expect(value('group', 'I')).toBe(27_500);
  });
});
