import { describe, expect, it } from 'vitest';
import { analyse, type FieldResult } from './analyse.ts';
import { finPlate } from './bench-models.testing.ts';

describe('the state at the design load, told while the path goes on', () => {
  const told: FieldResult[] = [];
  // Three bolts carry 148.9 kN at last: 60 kN are met on the way.
  const whole = analyse(finPlate(12), { reached: (r) => told.push(r) });
  it('is told once, as if the path ended there', () => {
    expect(told).toHaveLength(1);
    const [early] = told;
    expect(early).toMatchObject({ end: 'design', multiple: 1, stop: null, limit: null, words: 'Carries the design load.' });
    expect(early!.steps).toBeLessThan(whole.steps);
    for (const e of early!.events) expect(e.at).toBeLessThanOrEqual(1);
  });
  it('has the numbers that the whole has for it, and changes none of its', () => {
    expect(told[0]!.design).toEqual(whole.design);
    expect(whole).toEqual(analyse(finPlate(12)));
  });
  it('is not told where the design load is not carried, nor where the path ends with it', () => {
    const none: FieldResult[] = [];
    const over = analyse(finPlate(12, 200_000), { reached: (r) => none.push(r) });
    expect(over.multiple).toBeLessThan(1);
    const short = analyse(finPlate(12), { until: 'design', reached: (r) => none.push(r) });
    expect([short.end, none]).toEqual(['design', []]);
  });
});
