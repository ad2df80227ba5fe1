import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PlatePart, Point, Solid } from '../detail/solid.ts';
import { polygonArea } from '../detail/solid.ts';
import { readJob } from '../job/document.ts';
import { kindOf } from '../joints/registry.ts';
import { basisOf } from '../standards/job-basis.ts';
import { piecesOf } from './pieces.ts';

const rectangle = (w: number, h: number): Point[] => [
  [0, 0],
  [w, 0],
  [w, h],
  [0, h],
];
const plate = (id: string, outline: Point[], holes: Point[] = [], more: Partial<PlatePart> = {}): PlatePart => ({
  type: 'plate',
  id,
  label: 'PL',
  grade: 'S355',
  parts: [],
  plane: 'xz',
  outline,
  y: [0, 10],
  holes: holes.map(([x, z]) => ({ x, z, d_h: 22, d_v: 22 })),
  ...more,
});
const solid = (...plates: PlatePart[]): Solid => ({ plates, members: [], bolts: [], welds: [] });

describe('the pieces of a joint', () => {
  it('lie flat with their longer side along x, from their lower left corner', () => {
    const [p] = piecesOf(solid(plate('a', rectangle(100, 290), [[50, 40]])));
    expect(p).toMatchObject({ mark: 'p1', count: 1, shape: 'plate', t: 10, length: 290, width: 100 });
    expect(p!.faces[0]!.contour).toEqual([
      [0, 0],
      [290, 0],
      [290, 100],
      [0, 100],
    ]);
    // 100 x 290 x 10 x 7850e-9 = 2.2765 kg; 2 x 29000 + 2 x 390 x 10 = 65 800 mm2.
    expect(p!.mass).toBeCloseTo(2.2765, 4);
    expect(p!.surface).toBeCloseTo(65800, 6);
    expect(p!.faces[0]!.holes).toEqual([{ at: [40, 50], d: 22, slot: null }]);
  });
  it('are one piece where one is the other turned or turned over, and two where no turn makes them alike', () => {
    const hand: Point[] = [
      [0, 0],
      [200, 0],
      [200, 80],
      [60, 80],
    ];
    const over = hand.map(([x, y]): Point => [500 - x, y]);
    const upright = hand.map(([x, y]): Point => [-y, x]);
    const list = piecesOf(solid(plate('a', hand, [[180, 20]]), plate('b', over, [[320, 20]]), plate('c', upright, [[-20, 180]])));
    expect(list.map((p) => [p.mark, p.count])).toEqual([['p1', 3]]);
    expect(piecesOf(solid(plate('a', hand, [[180, 20]]), plate('b', over, [[321, 20]]))).map((p) => p.count)).toEqual([1, 1]);
    expect(piecesOf(solid(plate('a', hand), plate('b', hand, [], { grade: 'S275' }))).length).toBe(2);
    expect(piecesOf(solid(plate('a', hand), plate('b', hand, [], { y: [0, 12] }))).length).toBe(2);
  });
  it('have slots that turn with them', () => {
    const slotted = plate('a', rectangle(100, 290), [], { holes: [{ x: 50, z: 40, d_h: 50, d_v: 22 }] });
    expect(piecesOf(solid(slotted))[0]!.faces[0]!.holes).toEqual([{ at: [40, 50], d: 22, slot: { along: 'y', long: 50 } }]);
  });
  // Legs 150 (along the web) and 90 (along the support), 10 thick, 230 long; heel at the origin, the second one on the other side of the web.
  it('are angles of two legs; the two hands are one piece only where their holes are the same from both ends', () => {
    const legs = (id: string, side: 1 | -1, z: number): PlatePart[] => [
      plate(`${id} web`, rectangle(150, 230), [[55, z]], { leg: { of: id, width: 150, heel: 0 } }),
      plate(
        `${id} support`,
        rectangle(side * 80, 230).map(([y, zz]): Point => [side * 14 + y, zz]),
        [[side * 54, 60]],
        { plane: 'yz', leg: { of: id, width: 90, heel: side * 4 } },
      ),
    ];
    const [p] = piecesOf(solid(...legs('near', -1, 115)));
    expect(p).toMatchObject({ shape: 'angle', length: 230, width: 150, ids: ['near web', 'near support'] });
    // Both faces from the heel: the support's hole is 54 - 4 from it.
    expect(p!.faces.map((f) => [f.width, f.holes[0]!.at[1]])).toEqual([
      [150, 55],
      [90, 50],
    ]);
    // 150 x 10 and 80 x 10, 230 long: 4.15265 kg.
    expect(p!.mass).toBeCloseTo((150 + 80) * 10 * 230 * 7850e-9, 6);
    expect(piecesOf(solid(...legs('near', -1, 115), ...legs('far', 1, 115))).map((x) => x.count)).toEqual([1, 1]);
    const even = (id: string, side: 1 | -1): PlatePart[] =>
      legs(id, side, 115).map((x) => ({ ...x, holes: x.holes.map((h) => ({ ...h, z: 115 })) }));
    expect(piecesOf(solid(...even('near', -1), ...even('far', 1))).map((x) => x.count)).toEqual([2]);
  });
  // Turned a quarter about the upright: the longer leg goes from along the beam to across it, the shorter from +y to -x.
  it('are one angle however it stands, its longer leg along the beam or across it', () => {
    const holes = (u: number, z: number): Point[] => [[u, z]];
    const along = [
      plate('a long', rectangle(150, 230), holes(55, 60), { leg: { of: 'a', width: 150, heel: 0 } }),
      plate(
        'a short',
        rectangle(80, 230).map(([y, z]): Point => [10 + y, z]),
        holes(50, 100),
        { plane: 'yz', leg: { of: 'a', width: 90, heel: 0 } },
      ),
    ];
    const across = [
      plate('b long', rectangle(150, 230), holes(55, 60), { plane: 'yz', leg: { of: 'b', width: 150, heel: 0 } }),
      plate(
        'b short',
        rectangle(80, 230).map(([y, z]): Point => [-10 - y, z]),
        holes(-50, 100),
        { leg: { of: 'b', width: 90, heel: 0 } },
      ),
    ];
    expect(piecesOf(solid(...along, ...across)).map((p) => p.count)).toEqual([2]);
  });
  it('are the same from any place and however they lie', () => {
    const place = fc.double({ min: -900, max: 900, noNaN: true });
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 400 }),
        fc.integer({ min: 30, max: 400 }),
        fc.integer({ min: 0, max: 14 }),
        fc.integer({ min: 0, max: 3 }),
        place,
        place,
        (w, h, c, quarter, dx, dy) => {
          const cut: Point[] = [
            [0, 0],
            [w, 0],
            [w, h],
            [c, h],
            [0, h - c],
          ];
          const turn = ([x, y]: Point): Point =>
            quarter === 0 ? [x, y] : quarter === 1 ? [-y, x] : quarter === 2 ? [-x, -y] : [-x, y];
          const moved = (p: Point): Point => [turn(p)[0] + dx, turn(p)[1] + dy];
          const [a] = piecesOf(solid(plate('a', cut, [[w - 12, 13]]), plate('b', cut.map(moved), [moved([w - 12, 13])])));
          expect(a!.count).toBe(2);
          expect(polygonArea(a!.faces[0]!.contour)).toBeCloseTo(polygonArea(cut), 2);
          expect(a!.length).toBeGreaterThanOrEqual(a!.width);
        },
      ),
      { numRuns: 300, seed: 15 },
    );
  });
});

describe.each(['tern-quay', 'heron-street'])('the pieces of the demo job %s', (file) => {
  const job = readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${file}.json`, import.meta.url), 'utf8')));
  it('are all plates of each joint, weigh what they weigh, and keep every hole inside their contour', () => {
    for (const joint of job.joints) {
      const { solid: s, quantities } = kindOf(joint.kind).build(joint.input, basisOf(job, joint.settings));
      const pieces = piecesOf(s);
      const keys = new Set(s.plates.map((p) => p.leg?.of ?? p.id));
      expect([joint.mark, pieces.reduce((n, p) => n + p.count, 0)]).toEqual([joint.mark, keys.size]);
      const mass = pieces.reduce((n, p) => n + p.count * p.mass, 0);
      // A base's shear key is no plate of it.
      if (!s.prisms?.some((x) => x.id === 'key')) expect(mass).toBeCloseTo(quantities.plateMass, 6);
      for (const f of pieces.flatMap((p) => p.faces))
        for (const { at, d } of f.holes) {
          expect(at[0] - d / 2).toBeGreaterThan(0);
          expect(at[0] + d / 2).toBeLessThan(f.length);
          expect(at[1] - d / 2).toBeGreaterThan(0);
          expect(at[1] + d / 2).toBeLessThan(f.width);
        }
    }
  });
});
