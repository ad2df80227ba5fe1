import { describe, expect, it } from 'vitest';
import { elasticGroup, instantaneousCentre } from './bolt-group.ts';
import type { Place } from './centre.ts';
import { eccentricBolts, eccentricFillets } from './eccentric.ts';
import { elasticWeld, weldCentre } from './weld-group.ts';

const four: Place[] = [0, 3, 6, 9].map((y) => [0, y]);
const down: Place = [0, -1];

describe('an eccentric group by two methods', () => {
  it.each([
    ['instantaneous', instantaneousCentre, elasticGroup],
    ['elastic', elasticGroup, instantaneousCentre],
  ] as const)('of bolts counts by the %s one, and tells the other', (method, counts, other) => {
    const found = eccentricBolts(method, four, down, -3);
    expect([found.counts!.C, found.other()!.C]).toEqual([counts(four, down, -3)!.C, other(four, down, -3)!.C]);
    // By the elastic method less: 4 bolts, 3 from the load.
    const [elastic, centre] = method === 'elastic' ? [found.counts, found.other()] : [found.other(), found.counts];
    expect(elastic!.C).toBeLessThan(centre!.C);
    // 1/4 down and 3 x 4.5/45 along: I = 2 (1.5^2 + 4.5^2) = 45.
    expect(elastic!.C).toBeCloseTo(1 / Math.hypot(1 / 4, (3 * 4.5) / 45), 9);
  });
  it.each([
    ['instantaneous', weldCentre, elasticWeld],
    ['elastic', elasticWeld, weldCentre],
  ] as const)('of fillets counts by the %s one, and tells the other', (method, counts, other) => {
    const lines = [-2, 2].map((x) => ({ from: [x, 0] as const, to: [x, 10] as const }));
    const at: Place = [6, 5];
    const found = eccentricFillets(method, lines, down, at);
    expect(found.counts).toEqual(counts(lines, down, at));
    expect(found.other()).toEqual(other(lines, down, at));
    expect(found.counts!.C).not.toBeCloseTo(found.other()!.C, 3);
  });
});
