import { describe, expect, it } from 'vitest';
import { inNewtons } from '../../../actions/combination.ts';
import { Run } from '../../../formula/index.ts';
import { to } from '../../aisc360.testing.ts';
import { buildJoint } from '../../report.ts';
import { D, checksOf, inKips, isStrength, load, reportOf } from './cases.testing.ts';

/** Case D of the basis, every check and its intermediate values. */
describe('case D of the basis, LRFD', () => {
  const c = load(2500, 38);
  it.each<[string, number, number, number]>([
    ['mep-bolt-tension', 2500, 4133.6, 0.6048],
    ['mep-bolt-shear', 38, 122.67, 0.3098],
    ['mep-bolt-bearing', 38, 122.67, 0.3098],
    ['mep-plate-yield', 2500, 5593.7, 0.4469],
    ['mep-plate-shear-yield', 61.643, 236.25, 0.2609],
    ['mep-plate-shear-rupture', 61.643, 179.16, 0.3441],
    ['mep-web-weld-shear', 38, 110.01, 0.3454],
    ['mep-beam-web-shear', 38, 234, 0.1624],
    ['mep-column-flange', 2500, 3614.2, 0.6917],
    ['mep-column-web-yield', 123.29, 243.74, 0.5058],
    ['mep-column-web-crippling', 123.29, 214.24, 0.5755],
    ['mep-panel-zone', 123.29, 157.36, 0.7835],
  ])('%s: %f against %f', (id, demand, strength, ratio) => {
    const found = inKips(checksOf(D, c).get(id));
    expect(found.demand / demand).toBeCloseTo(1, 3);
    expect(found.strength / strength).toBeCloseTo(1, 3);
    expect(found.demand / found.strength).toBeCloseTo(ratio, 3);
    expect(found.multiple * ratio).toBeCloseTo(1, 3);
  });
  it('has no other check, breaks no rule and gives first in its panel', () => {
    const report = reportOf(D, [c]);
    expect(report.combinations[0]!.checks.filter(isStrength).length).toBe(12);
    expect(report.brokenRules.map((x) => x.id)).toEqual([]);
    expect(report.missing.map((x) => x.id)).toEqual([]);
    expect(report.state).toBe('holds');
    const worst = report.combinations[0]!.checks.filter(isStrength).reduce((a, b) => (b.multiple < a.multiple ? b : a));
    expect(worst.id).toBe('mep-panel-zone');
  });
  it('has both thicknesses of the plate in the workings of its yielding, whichever is asked', () => {
    // By hand: sqrt(1.11 M/(0.9 F_y Y_p)) with Y_p = 180.21: M = 2500 gives 0.5850 in, the bolts' 4133.6 give 0.7522 in.
    const { prepared } = buildJoint({ kind: 'moment-end-plate', input: D }, to());
    const run = new Run(prepared.sheet);
    run.startTrace();
    prepared.check(inNewtons(c), run);
    const inch = (symbol: string): number => run.steps!.find((x) => x.def.slot.symbol === symbol)!.value / 25.4;
    expect(inch('t_M')).toBeCloseTo(0.585, 3);
    expect(inch('t_b')).toBeCloseTo(0.7522, 3);
  });
});
