import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Mark } from '../../detail/mark.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { tryCheckJoint } from '../report.ts';
import { anyEndPlate } from './any-input.testing.ts';
import { endPlateModel } from './model.ts';
import { failurePaths } from './paths.ts';

/** Corners of marks without their side, in a fixed order, to 1e-6 mm. */
const corners = (marks: readonly Mark[]): string[] =>
  [
    ...new Set(
      marks.flatMap((m) =>
        m.k === 'line' ? m.points.map(([y, z]) => `${Math.abs(y).toFixed(6)} ${(z + 0).toFixed(6)}`) : ['no line'],
      ),
    ),
  ].sort();
const at = (...list: readonly (readonly [number, number])[]): string[] =>
  [...new Set(list.map(([y, z]) => `${y.toFixed(6)} ${(z + 0).toFixed(6)}`))].sort();

describe('failure paths of a shear end plate', () => {
  // The solid is made apart from the paths: edges and holes of its plate say where they have to run.
  it('run along the edges and the holes of the solid', () => {
    let met = 0;
    fc.assert(
      fc.property(anyEndPlate, (input) => {
        const built = tryCheckJoint({ kind: 'end-plate', input, combinations: [] }, DEFAULT_BASIS);
        if ('refusal' in built) return;
        met += 1;
        const plate = built.built.solid.plates.find((p) => p.id === 'plate')!;
        const [half, top, bottom] = [
          Math.max(...plate.outline.map(([y]) => Math.abs(y))),
          Math.max(...plate.outline.map(([, z]) => z)),
          Math.min(...plate.outline.map(([, z]) => z)),
        ];
        const ys = plate.holes.map((h) => Math.abs(h.x));
        const [near, far] = [Math.min(...ys), Math.max(...ys)];
        const zs = plate.holes.map((h) => h.z);
        const [first, last] = [Math.max(...zs), Math.min(...zs)];
        const paths = failurePaths(endPlateModel(input, DEFAULT_BASIS), false);
        expect(corners(paths['plate-block-shear']!)).toEqual(at([half, last], [near, last], [near, top], [half, top]));
        expect(corners(paths['plate-shear-net']!)).toEqual(at([near, top], [near, bottom]));
        expect(corners(paths['detail-e2']!)).toEqual(at([far, first], [half, first]));
        expect(corners(paths['detail-e1']!)).toEqual(at([near, top], [near, first], [near, bottom], [near, last]));
        expect(corners(paths['detail-p1']!)).toEqual(at([near, first], [near, last]));
      }),
      { numRuns: 200 },
    );
    expect(met).toBeGreaterThan(20);
  });
});
