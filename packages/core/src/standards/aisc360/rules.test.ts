import { describe, expect, it } from 'vitest';
import { edgeIncrement, leastEdge, leastFillet } from './rules.ts';

const IN = 25.4;
describe('tables of AISC 360-22, in inches', () => {
  it.each([
    [1 / 2, 3 / 4],
    [5 / 8, 7 / 8],
    [3 / 4, 1],
    [7 / 8, 1.125],
    [1, 1.25],
    [1.125, 1.5],
    [1.25, 1.625],
    // Over 1-1/4 in: 1.25 d.
    [1.5, 1.875],
  ])('least edge distance of a bolt %f: %f (Table J3.4)', (d, edge) => expect(leastEdge(d * IN) / IN).toBeCloseTo(edge, 9));
  it('a size between two takes the distance of the next size up', () => expect(leastEdge(0.8 * IN) / IN).toBeCloseTo(1.125, 9));
  it.each([
    [1 / 4, 1 / 8],
    [3 / 8, 3 / 16],
    [1 / 2, 3 / 16],
    [3 / 4, 1 / 4],
    [1, 5 / 16],
  ])('least fillet on a part %f thick: %f (Table J2.4)', (t, leg) => expect(leastFillet(t * IN) / IN).toBeCloseTo(leg, 9));
  it('what larger holes add to an edge (Table J3.5)', () => {
    expect(edgeIncrement(IN, 'normal', 'horizontal edge')).toBe(0);
    expect([0.875, 1].map((d) => Number((edgeIncrement(d * IN, 'oversize', 'vertical edge') / IN).toFixed(9)))).toEqual([
      1 / 16,
      1 / 8,
    ]);
    expect([1, 1.125].map((d) => Number((edgeIncrement(d * IN, 'short_slot_v', 'horizontal edge') / IN).toFixed(9)))).toEqual([
      1 / 8,
      3 / 16,
    ]);
    expect(edgeIncrement(IN, 'long_slot_v', 'horizontal edge') / IN).toBeCloseTo(0.75, 9);
    // A slot along an edge adds nothing.
    expect(edgeIncrement(IN, 'short_slot_v', 'vertical edge')).toBe(0);
  });
});
