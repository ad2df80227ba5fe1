import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { costParts } from '../design/cost.ts';
import { jobs } from '../design/search.testing.ts';
import { kindOf } from '../joints/registry.ts';
import { RATES } from '../rules/index.ts';
import { basisOf } from '../standards/job-basis.ts';
import type { WeldPart } from './solid.ts';
import { weldPosition } from './weld-position.ts';

const jointOf = (mark: string) => {
  const joint = jobs.tern.joints.find((j) => j.mark === mark)!;
  return kindOf(joint.kind).build(joint.input, basisOf(jobs.tern, joint.settings));
};
const positions = (mark: string): string[] => {
  const { solid } = jointOf(mark);
  return solid.welds.map((w) => weldPosition(w, solid));
};
const count = (list: readonly string[]) => ['level', 'upright', 'overhead'].map((p) => list.filter((x) => x === p).length);

describe('position of a fillet while its member lies in the shop', () => {
  it('is level on both sides of a fin plate that stands up from the face of its support, column or beam', () => {
    expect([positions('B1-01'), positions('B1-07'), positions('M1-04')]).toEqual(Array(3).fill(['level', 'level']));
  });
  it('is upright along the web of a beam that lies on its flange, at its end plate', () => {
    expect(positions('E1-01')).toEqual(['upright', 'upright']);
  });
  it('is all three round the foot of a column that lies on its flange', () => {
    // Over the upper flange and over both halves of the lower one inside; both sides of the web; under the others.
    expect(count(positions('P1-01'))).toEqual([3, 2, 3]);
    // A spliced beam lies as the other: over and under each of two flanges, and two at the web, on both sides of the splice.
    expect(count(positions('R3-01'))).toEqual([4, 4, 4]);
  });
  it('turns level into overhead with its legs, and asks nothing of a joint between loose plates', () => {
    const { solid } = jointOf('R1-01');
    const [weld] = solid.welds.filter((w) => weldPosition(w, solid) === 'level');
    const flipped = { ...weld!, legs: weld!.legs.map((l) => l.map((x) => -x)) } as unknown as WeldPart;
    expect(weldPosition(flipped, solid)).toBe('overhead');
    expect(weldPosition({ ...flipped, joins: ['plate', 'rib'] }, solid)).toBe('level');
  });
  it('turns upright between 45 degrees', () => {
    const { solid } = jointOf('E1-01');
    const at = (angle: number): string =>
      weldPosition({ ...solid.welds[0]!, from: [0, 0, 0], to: [100 * Math.cos(angle), 0, 100 * Math.sin(angle)] }, solid);
    fc.assert(
      fc.property(fc.integer({ min: -90, max: 90 }), (degrees) => {
        fc.pre(Math.abs(degrees) !== 45);
        expect(at((degrees * Math.PI) / 180) === 'upright').toBe(Math.abs(degrees) > 45);
      }),
    );
  });
});

describe('what a weld costs by its position', () => {
  const welds = (mark: string, more: Partial<typeof RATES>): number =>
    costParts(jointOf(mark), { ...RATES, ...more }).find((p) => p.id === 'welds')!.cost;
  it('is nothing more until the house says so', () => {
    expect([RATES.weld_upright, RATES.weld_overhead]).toEqual([0, 0]);
  });
  it('is a share more of all of it where all of it runs upright, and nothing where none does', () => {
    expect(welds('E1-01', { weld_upright: 0.5 })).toBeCloseTo(1.5 * welds('E1-01', {}), 9);
    expect(welds('E1-01', { weld_overhead: 0.5 })).toBe(welds('E1-01', {}));
    expect(welds('B1-01', { weld_upright: 3, weld_overhead: 3 })).toBe(welds('B1-01', {}));
  });
  it('is by hand at the foot of UC 203x203x60 with throats of 6 and 4', () => {
    // Overhead: one flange outside, 205.8 long, and both halves inside; leg 8.485, half its square 36 mm2.
    const { solid } = jointOf('P1-01');
    const over = solid.welds.filter((w) => weldPosition(w, solid) === 'overhead');
    const length = over.reduce((sum, w) => sum + w.length, 0);
    expect(over[0]!.leg).toBeCloseTo(8.485, 3);
    expect(length).toBeGreaterThan(205.8);
    const more = 0.25 * ((length / 1000) * 0.4 + ((36 * length) / 1000) * 0.3);
    expect(welds('P1-01', { weld_overhead: 0.25 }) - welds('P1-01', {})).toBeCloseTo(more, 9);
  });
});
