import { describe, expect, it } from 'vitest';
import { shearFaces } from '../../standards/en1992-4/edge.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { demoBase } from './demo.testing.ts';
import type { BaseInput } from './input.ts';
import { baseModel } from './model.ts';

const P1 = demoBase('P1-01');

/** Faces of the block that count in shear: four anchors at s_y 210 and s_z 310 in the middle of a block so wide, `edge` from its faces across y, far from those across z. */
const facesAt = (edge: number, anchors: { d: number; h_ef: number }): string[] => {
  const input: BaseInput = {
    ...P1,
    anchors: { ...P1.anchors, ...anchors },
    concrete: { ...P1.concrete, B_y: 210 + 2 * edge, B_z: 9000, H: 3000 },
  };
  return shearFaces(baseModel(input, DEFAULT_BASIS)).map((f) => f.edge);
};

// EN 1992-4, 7.2.2.5(1): a concrete edge at more than 10 h_ef and 60 d needs no check.
describe('faces of a block that anchors in shear may break out', () => {
  it.each<[string, number, { d: number; h_ef: number }, readonly string[]]>([
    // 60 d = 1200 is more than 10 h_ef = 1000.
    ['under 60 d', 1199, { d: 20, h_ef: 100 }, ['y-', 'y+']],
    ['at 60 d', 1200, { d: 20, h_ef: 100 }, ['y-', 'y+']],
    ['over 60 d', 1201, { d: 20, h_ef: 100 }, []],
    // 10 h_ef = 1600 is more than 60 d = 1200.
    ['under 10 h_ef', 1599, { d: 20, h_ef: 160 }, ['y-', 'y+']],
    ['over 10 h_ef', 1601, { d: 20, h_ef: 160 }, []],
  ])('%s', (_where, edge, anchors, faces) => expect(facesAt(edge, anchors)).toEqual(faces));
  it('are none without a block that is known', () => {
    const { B_y: _y, B_z: _z, H: _h, ...unknown } = P1.concrete;
    expect(shearFaces(baseModel({ ...P1, concrete: unknown as BaseInput['concrete'] }, DEFAULT_BASIS))).toEqual([]);
  });
});
