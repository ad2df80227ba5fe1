import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { elasticWeld, weldCentre, type WeldLine } from './weld-group.ts';

const DOWN = [0, -1] as const;
/** 0.60 x 70 ksi x the throat of a leg of 1/16 in: 1.8562 kip for each inch. */
const UNIT = 0.6 * 70 * Math.SQRT1_2 * (1 / 16);
const line: WeldLine[] = [{ from: [0, -5], to: [0, 5] }];
/** 10 in high, two legs of 4 in to the right. */
const C: WeldLine[] = [
  { from: [0, -5], to: [0, 5] },
  { from: [0, 5], to: [4, 5] },
  { from: [0, -5], to: [4, -5] },
];

describe('a group of fillets about its instantaneous centre', () => {
  // Check figures of the basis: one line of 10 in, 5 in away: 11.47 kip; a C-shape, 6 in right of its centroid: 21.94 kip.
  it('gives the check figures of the basis', () => {
    expect(weldCentre(line, DOWN, [5, 0])!.C * UNIT).toBeCloseTo(11.47, 2);
    // Its centroid: 2 x 4 x 2/18 = 0.8889 from the upright.
    expect(weldCentre(C, DOWN, [8 * (2 / 18) + 6, 0])!.C * UNIT).toBeCloseTo(21.94, 1);
  });
  it('does not drift with the pieces that it is cut into', () => {
    const at = (pieces: number) => weldCentre(C, DOWN, [7, 0], pieces)!.C;
    expect(at(60) / at(400)).toBeCloseTo(1, 3);
  });
  // Through the centroid: along the line its length; across it 1.5 times; along and across together the larger rule: 0.85 x 10 + 1.5 x 8 = 20.5.
  it('takes a load through its centroid by the rules of J2.4', () => {
    expect(weldCentre(line, DOWN, [0, 3])!.C).toBe(10);
    expect(weldCentre(line, [1, 0], [3, 0])!.C).toBe(15);
    expect(weldCentre(C, DOWN, [16 / 18, 0])!.C).toBeCloseTo(20.5, 9);
  });
  // One line of 10 in, load 5 in away: 0.1 along, 5 x 5/(1000/12) = 0.3 across at the ends: 1/0.31623 = 3.1623.
  it('is never weaker than by the elastic method', () => {
    expect(elasticWeld(line, DOWN, [5, 0]).C).toBeCloseTo(3.16228, 5);
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        fc.double({ min: -1.5, max: 1.5, noNaN: true }),
        fc.double({ min: 1, max: 8, noNaN: true }),
        (reach, turn, leg) => {
          const lines: WeldLine[] = [C[0]!, { from: [0, 5], to: [leg, 5] }, { from: [0, -5], to: [leg, -5] }];
          const u = [Math.sin(turn), -Math.cos(turn)] as const;
          const at = [reach + leg, 0] as const;
          const found = weldCentre(lines, u, at, 80);
          expect(found).not.toBeNull();
          expect(found!.C).toBeGreaterThan(elasticWeld(lines, u, at).C);
        },
      ),
      { numRuns: 120, seed: 5 },
    );
  });
  it('gives the same for a group that is turned with its load', () => {
    const turned = (a: number) => {
      const t = ([x, y]: readonly [number, number]) =>
        [x * Math.cos(a) - y * Math.sin(a), x * Math.sin(a) + y * Math.cos(a)] as const;
      return weldCentre(
        C.map((l) => ({ from: t(l.from), to: t(l.to) })),
        t([0.3, -Math.sqrt(0.91)]),
        t([7, 1]),
      )!.C;
    };
    for (const a of [0.4, 1.3, -2]) expect(turned(a) / turned(0)).toBeCloseTo(1, 7);
  });
});
