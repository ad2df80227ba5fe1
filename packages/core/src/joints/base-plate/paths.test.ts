import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inNewtons } from '../../actions/combination.ts';
import type { Mark } from '../../detail/mark.ts';
import type { Point } from '../../detail/solid.ts';
import { orRefused } from '../refused.testing.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { anyBase, anyBaseActions } from './any-input.testing.ts';
import { baseToEn1993 } from './en1993/index.ts';
import { baseModel } from './model.ts';

const lineOf = (m: Mark): readonly Point[] => (m.k === 'line' ? m.points : []);
const cross = ([x1, y1]: Point, [x2, y2]: Point): number => x1 * y2 - y1 * x2;
const from = ([x1, y1]: Point, [x2, y2]: Point): Point => [x2 - x1, y2 - y1];

describe('the line about which pulled anchors bend a base plate', () => {
  // Where the anchors stand is told by the model; the feet of their levers must lie on the line, square to it.
  it('has the lever of each anchor beyond it, square to it', () => {
    let [bases, levers] = [0, 0];
    fc.assert(
      fc.property(anyBase, anyBaseActions, (input, combination) => {
        const m = orRefused(() => baseModel(input, DEFAULT_BASIS));
        const base = m && orRefused(() => baseToEn1993(m));
        const drawn = base && orRefused(() => base.drawn(inNewtons(combination)));
        const [bend, ...feet] = drawn?.paths['plate-line-bending'] ?? [];
        if (!m || !bend) return;
        bases += 1;
        const [a, b] = lineOf(bend) as [Point, Point];
        const along = from(a, b);
        const length = Math.hypot(...along);
        const beyond = (p: Point): number => cross(along, from(a, p)) / length;
        const drawnAt = new Set<string>();
        for (const [anchor, foot] of feet.map((f) => lineOf(f) as [Point, Point])) {
          levers += 1;
          drawnAt.add(anchor.map((x) => x.toFixed(6)).join());
          expect(Math.abs(beyond(foot))).toBeLessThan(1e-6);
          const [u, v] = from(anchor, foot);
          expect(Math.abs(u * along[0] + v * along[1]) / length).toBeLessThan(1e-6);
        }
        // All that are drawn stand on one side of the line, and every anchor of that side is drawn.
        const sides = m.anchors.map((q): readonly [string, number] => [
          [q.z, q.y].map((x) => x.toFixed(6)).join(),
          beyond([q.z, q.y]),
        ]);
        const side = Math.sign(sides.find(([key]) => drawnAt.has(key))?.[1] ?? 0);
        for (const [key, d] of sides)
          if (Math.abs(d) > 1e-6) expect([key, drawnAt.has(key)]).toEqual([key, Math.sign(d) === side]);
      }),
      { numRuns: 150 },
    );
    expect(bases).toBeGreaterThan(20);
    expect(levers).toBeGreaterThan(40);
  });
});
