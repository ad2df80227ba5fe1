import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { finPlate, tStub } from './bench-models.testing.ts';
import { apart, evenly, gridOf, linesAlong } from './grid.ts';
import { isSolid, locate, meshOf, toeOf } from './mesh.ts';
import { readFieldModel } from './model.ts';
import { boxOf, contains, distance } from './outline.ts';
import { cross, dot, length, square, unit, type Vec } from './vector.ts';

const SQUARE = [
  [0, 0],
  [100, 0],
  [100, 60],
  [0, 60],
] as const;
/** An L: the square without its upper right quarter. */
const ELL = [
  [0, 0],
  [100, 0],
  [100, 30],
  [50, 30],
  [50, 60],
  [0, 60],
] as const;

describe('an outline', () => {
  it('has its inside, its distance and its box', () => {
    expect([contains(ELL, 25, 45), contains(ELL, 75, 45), contains(ELL, 75, 15)]).toEqual([true, false, true]);
    expect(distance(SQUARE, 50, 10)).toBe(10);
    expect(distance(SQUARE, 110, 70)).toBeCloseTo(Math.hypot(10, 10), 12);
    expect(distance(ELL, 60, 40)).toBe(10);
    expect(boxOf(ELL)).toEqual([0, 0, 100, 60]);
  });
});

describe('lines of a grid', () => {
  it('go from end to end, through each wanted place, and grow away from it', () => {
    const size = fc.double({ min: 4, max: 15, noNaN: true });
    fc.assert(
      fc.property(
        size,
        fc.double({ min: 60, max: 500, noNaN: true }),
        fc.double({ min: 0.2, max: 0.8, noNaN: true }),
        (h, long, share) => {
          const at = share * long;
          const lines = linesAlong([0, long], [{ at, size: 0.4 * h, line: true }], h, 0.4 * h);
          expect([lines[0], lines.at(-1)]).toEqual([0, long]);
          expect(Math.min(...[...lines].map((x) => Math.abs(x - at)))).toBeLessThan(1e-9);
          for (let i = 1; i < lines.length; i += 1) {
            const d = lines[i]! - lines[i - 1]!;
            expect(d).toBeGreaterThan(0);
            expect(d).toBeLessThanOrEqual(Math.max(2.5 * h, 20) + 1e-9);
            // No cell is larger than what the place asks of it, but for the growth within it.
            const near = Math.min(Math.abs(lines[i]! - at), Math.abs(lines[i - 1]! - at));
            expect(d).toBeLessThanOrEqual(1.6 * (0.4 * h + 0.45 * (near + d)));
          }
        },
      ),
    );
  });
  it('merge where two are nearer than a third of the least cell', () => {
    const lines = linesAlong(
      [0, 100],
      [
        { at: 40, size: 4, line: true },
        { at: 40.5, size: 4, line: true },
      ],
      10,
      4,
    );
    expect([...lines].filter((x) => Math.abs(x - 40) < 1)).toHaveLength(1);
  });
  it('keep the area of a plate with holes by parts of cells, to a hundredth', () => {
    const holes = [
      { x: 30, y: 30, d: 22 },
      { x: 70, y: 30, d: 22 },
    ];
    const { solid } = gridOf({ outline: SQUARE, holes }, evenly(0, 100, 25), evenly(0, 60, 15));
    const area = solid.reduce((s, f) => s + f * 4 * 4, 0);
    const known = 6000 - 2 * Math.PI * 121;
    expect(Math.abs(area / known - 1)).toBeLessThan(0.01);
    // A cell in the middle of a hole is not there.
    expect(solid[7 * 15 + 7]).toBe(0);
  });
});

describe('a mesh', () => {
  const mesh = meshOf(readFieldModel(finPlate()));
  it('finds the cell of every point, and its place in it', () => {
    for (const p of mesh.plates) {
      for (const c of p.cellIds) {
        const ids = [0, 1, 2, 3].map((k) => mesh.corners[4 * c + k]!);
        const [x, y] = [0, 1].map((k) => ids.reduce((s, n) => s + mesh.local[2 * n + k]! / 4, 0)) as [number, number];
        const at = locate(p, x, y);
        expect([at.cell, Math.abs(at.r) < 1e-9, Math.abs(at.s) < 1e-9]).toEqual([c, true, true]);
      }
    }
  });
  it('takes the nearest cell for a point in a hole, extrapolated and not clamped', () => {
    const fin = mesh.plates.find((p) => p.name === 'fin')!;
    const at = locate(fin, 60, 0);
    expect(at.cell).toBeGreaterThanOrEqual(0);
    expect(Math.max(Math.abs(at.r), Math.abs(at.s))).toBeGreaterThan(1);
    expect([isSolid(fin, 60, 0), isSolid(fin, 60, 20), isSolid(fin, 200, 0)]).toEqual([false, true, false]);
  });
  it('has the area of each plate, and as much at its nodes', () => {
    for (const p of mesh.plates) {
      const cells = p.cellIds.reduce((s, c) => s + [0, 1, 2, 3].reduce((t, k) => t + mesh.areas[4 * c + k]!, 0), 0);
      const nodes = p.nodes.reduce((s, n) => s + mesh.tributary[n]!, 0);
      expect(nodes).toBeCloseTo(cells, 6);
      const [x0, y0, x1, y1] = boxOf(p.outline);
      const known = (x1 - x0) * (y1 - y0) - p.holes.reduce((s, o) => s + (Math.PI * o.d ** 2) / 4, 0);
      expect(Math.abs(cells / known - 1)).toBeLessThan(0.01);
    }
  });
  it('has a line under each toe of a weld: 6 + 0.8 sqrt2 5 = 11.657 from the middle of the web', () => {
    const model = readFieldModel(tStub(8));
    const flange = meshOf(model).plates.find((p) => p.name === 'flange')!;
    const toe = toeOf(model.welds[0]!, { t: 12 });
    expect(toe).toBeCloseTo(11.657, 3);
    for (const x of [-toe, toe]) expect(Math.min(...[...flange.grid!.xs].map((l) => Math.abs(l - x)))).toBeLessThan(1e-9);
  });
  it('refuses a plate without steel', () => {
    const raw = {
      ...tStub(8),
      plates: tStub(8).plates.map((p) => (p.name === 'web' ? { ...p, holes: [{ x: 0, y: 40, d: 400 }] } : p)),
    };
    expect(() => meshOf(readFieldModel(raw))).toThrow(/plate web has no steel within its outline/);
  });
});

describe('vectors', () => {
  it('have two ways square to any', () => {
    const part = fc.double({ min: -1, max: 1, noNaN: true });
    fc.assert(
      fc.property(part, part, part, (x, y, z) => {
        fc.pre(Math.hypot(x, y, z) > 0.1);
        const n = unit([x, y, z]);
        const [a, b] = square(n);
        for (const [p, q] of [
          [a, b],
          [a, n],
          [b, n],
        ] as readonly (readonly [Vec, Vec])[])
          expect(Math.abs(dot(p, q))).toBeLessThan(1e-12);
        expect(length(cross(a, b))).toBeCloseTo(1, 12);
      }),
    );
  });
});

describe('lines of a plate that are too near to each other', () => {
  it('leave the one farther out, from both ends alike', () => {
    expect(apart([0, 10, 11, 50, 89, 90, 100], 2)).toEqual([0, 10, 50, 90, 100]);
    // The ends stand whatever is near them.
    expect(apart([0, 1, 99.5, 100], 2)).toEqual([0, 100]);
    expect(apart([0, 1], 2)).toEqual([0, 1]);
  });
  it('leave one in the middle, or none where both neighbours are near', () => {
    expect(apart([0, 49.8, 50.2, 100], 2)).toEqual([0, 50, 100]);
    expect(apart([0, 48.5, 50, 51.5, 100], 2)).toEqual([0, 48.5, 51.5, 100]);
  });
  it('are the mirror image of those of the mirror image, and never nearer than asked', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { maxLength: 12 }), (inner) => {
        const wanted = [0, ...inner.filter((x) => x > 0 && x < 200), 200].sort((a, b) => a - b);
        const made = apart(wanted, 3);
        const back = apart(wanted.map((x) => 200 - x).reverse(), 3)
          .map((x) => 200 - x)
          .reverse();
        made.forEach((x, i) => expect(back[i]).toBeCloseTo(x, 9));
        expect(back).toHaveLength(made.length);
        expect([made[0], made.at(-1)]).toEqual([0, 200]);
        for (let i = 1; i < made.length; i += 1) expect(made[i]! - made[i - 1]!).toBeGreaterThan(3 - 1e-9);
      }),
    );
  });
});
