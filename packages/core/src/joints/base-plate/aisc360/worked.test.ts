import { describe, expect, it } from 'vitest';
import { base, load, reported, results, us } from './worked.testing.ts';

describe('case E of the basis: a moment base, LRFD', () => {
  const r = results(base(), load(70, 700, 12));
  it.each<[string, number, number]>([
    ['bp-bearing', 39.886, 256],
    ['bp-plate-bending', 41.438, 25.312],
    ['bp-plate-tension-bending', 0.95283, 25.312],
    ['bp-shear-friction', 12, 28.875],
    ['bp-rod-tension', 3.7612, 33.134],
    ['an-steel-tension', 3.7612, 34.073],
    ['an-breakout-tension', 7.5224, 29.73],
    ['an-pullout', 3.7612, 33.6],
    ['bp-weld-flange', 39.153, 164.21],
    ['bp-weld-web', 12, 87.759],
  ])('%s: %f against %f', (id, demand, strength) => {
    const x = r.get(id)!;
    expect(us(x.demand, x.unit) / demand).toBeCloseTo(1, 4);
    expect(us(x.resistance, x.unit) / strength).toBeCloseTo(1, 4);
  });
  it('shows no other check', () => expect([...r.keys()]).toHaveLength(10));
  it('is governed by its plate in bending, at 1.637, and breaks no rule', () => {
    const report = reported(base(), load(70, 700, 12));
    expect(report.combinations[0]!.governs).toBe('bp-plate-bending');
    expect(r.get('bp-plate-bending')!.utilisation).toBeCloseTo(1.637, 3);
    expect(report.rules.filter((x) => !x.pass && x.type === 'rule').map((x) => x.id)).toEqual([]);
  });
});
