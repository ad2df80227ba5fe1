import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { systemOf } from './analyse.ts';
import { placeAt } from './mesh.ts';
import { readFieldModel } from './model.ts';
import { cross, plus, type Vec } from './vector.ts';

/** A plate of 200 x 120 in a slanting plane, held at its lower edge, with one line of force. */
const model = (a: readonly [number, number], b: readonly [number, number], q: Vec) => {
  const [c, s] = [Math.cos(0.4), Math.sin(0.4)];
  const [ex, ey, origin]: Vec[] = [
    [c, s, 0],
    [0, 0, 1],
    [30, -20, 10],
  ];
  const at = ([x, y]: readonly [number, number]): Vec => plus(plus(origin!, ex!, x), ey!, y);
  return readFieldModel({
    plates: [{ name: 'plate', t: 10, fy: null, origin, ex, ey, outline: [[0, 0], [200, 0], [200, 120], [0, 120]], h: 17 }], // prettier-ignore
    holds: [{ plates: ['plate'], point: at([0, 0]), normal: [0, 0, 1], held: ['x', 'y', 'z', 'rx', 'ry'] }],
    lines: [{ plate: 'plate', p0: at(a), p1: at(b), q }],
  });
};
/** Force and moment about the origin of all that acts on the nodes. */
function sum(m: ReturnType<typeof model>): { F: Vec; M: Vec } {
  const { f, mesh, numbering } = systemOf(m);
  let [F, M]: [Vec, Vec] = [
    [0, 0, 0],
    [0, 0, 0],
  ];
  const p = mesh.plates[0]!;
  for (let n = 0; n < mesh.plateOf.length; n += 1) {
    const k = numbering.first[n]!;
    const force = plus(plus(plus([0, 0, 0], p.ex, f[k]!), p.ey, f[k + 1]!), p.ez, f[k + 2]!);
    F = plus(F, force);
    M = plus(plus(plus(M, cross(placeAt(mesh, n), force)), p.ey, f[k + 3]!), p.ex, -f[k + 4]!);
  }
  return { F, M };
}

describe('a line of force', () => {
  it('anywhere on a plate brings its force and its moment, whether it runs along cells or across them', () => {
    const inside = fc.tuple(fc.double({ min: 1, max: 199, noNaN: true }), fc.double({ min: 1, max: 119, noNaN: true }));
    const q = fc.tuple(...[0, 1, 2].map(() => fc.double({ min: -9, max: 9, noNaN: true })));
    fc.assert(
      fc.property(inside, inside, q, (a, b, q) => {
        const m = model(a, b, q as unknown as Vec);
        const [{ p0, p1 }] = m.lines as unknown as [{ p0: Vec; p1: Vec }];
        const L = Math.hypot(...plus(p1, p0, -1));
        fc.pre(L > 5);
        const { F, M } = sum(m);
        const want = (q as unknown as Vec).map((v) => v * L) as unknown as Vec;
        const arm = cross(plus(p0, plus(p1, p0, -1), 0.5), want);
        for (const k of [0, 1, 2] as const) {
          expect(F[k]).toBeCloseTo(want[k], 6);
          expect(M[k]).toBeCloseTo(arm[k], 4);
        }
      }),
      { numRuns: 40 },
    );
  });
  it('along an edge is shared by the nodes of that edge: 5 N/mm on 200', () => {
    const { f, mesh, numbering } = systemOf(model([0, 120], [200, 120], [0, 0, 5]));
    const loaded = [...mesh.plateOf.keys()].filter((n) => f[numbering.first[n]! + 1] !== 0);
    expect(loaded.every((n) => Math.abs(mesh.local[2 * n + 1]! - 120) < 1e-9)).toBe(true);
    expect(loaded.reduce((s, n) => s + f[numbering.first[n]! + 1]!, 0)).toBeCloseTo(1000, 9);
  });
  it('that runs past its plate is refused', () => {
    expect(() => systemOf(model([150, 50], [230, 50], [0, 0, 5]))).toThrow(/lines: a line of force of plate plate runs past it/);
  });
});
