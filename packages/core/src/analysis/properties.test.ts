import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { analyse } from './analyse.ts';
import { oneBolt, tStub, weld } from './bench-models.testing.ts';
import { meshOf } from './mesh.ts';
import { readFieldModel } from './model.ts';
import { tied } from './ties.ts';

type Three = readonly number[];
const PLACES = new Set(['origin', 'p0', 'p1', 'point']);
const WAYS = new Set(['ex', 'ey', 'direction', 'normal', 'F', 'M', 'q']);
/** A model with every place and direction put through a map; holds along axes are left out of what is turned. */
function mapped(raw: object, place: (p: Three) => Three, way: (p: Three) => Three): object {
  const walk = (v: unknown, key = ''): unknown => {
    if (Array.isArray(v)) {
      if (PLACES.has(key)) return place(v as number[]);
      if (WAYS.has(key)) return way(v as number[]);
      return v.map((x) => walk(x));
    }
    if (typeof v === 'object' && v !== null) return Object.fromEntries(Object.entries(v).map(([k, x]) => [k, walk(x, k)]));
    return v;
  };
  const full = raw as { plates: { origin?: Three; ex?: Three; ey?: Three }[] };
  const plates = full.plates.map((p) => ({ origin: [0, 0, 0], ex: [1, 0, 0], ey: [0, 1, 0], ...p }));
  return walk({ ...raw, plates }) as object;
}
/** A turn about an axis through the origin. */
const turned = (axis: Three, angle: number) => {
  const n = Math.hypot(...axis);
  const [x, y, z] = axis.map((v) => v / n) as [number, number, number];
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const R = [
    [c + x * x * (1 - c), x * y * (1 - c) - z * s, x * z * (1 - c) + y * s],
    [y * x * (1 - c) + z * s, c + y * y * (1 - c), y * z * (1 - c) - x * s],
    [z * x * (1 - c) - y * s, z * y * (1 - c) + x * s, c + z * z * (1 - c)],
  ];
  return (p: Three): Three => R.map((row) => row.reduce((t, v, k) => t + v * p[k]!, 0));
};

describe('the analysis of the same joint', () => {
  it('has no force in any link when all of it moves as one', () => {
    for (const raw of [weld([0, 0, 1]), oneBolt(30), tStub(8)]) {
      const model = readFieldModel(raw);
      const { links, grounded } = tied(model, meshOf(model));
      for (const { size } of links.faults((l) => !grounded.has(l))) expect(size).toBeLessThan(1e-12);
    }
  });
  it('turned and moved in space gives the same multiple', () => {
    const pulled = weld([200_000, 0, 400_000]);
    const known = analyse(pulled).multiple;
    fc.assert(
      fc.property(
        fc.tuple(fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true }), fc.constant(1)),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -2000, max: 2000, noNaN: true }),
        (axis, angle, by) => {
          const R = turned(axis, angle);
          const raw = mapped(pulled, (p) => R(p).map((v) => v + by), R);
          expect(Math.abs(analyse(raw).multiple / known - 1)).toBeLessThan(1e-4);
        },
      ),
      { numRuns: 4 },
    );
  });
  it('twice as large under four times the force gives the same multiple', () => {
    const small = tStub(8);
    const twice = {
      plates: small.plates.map((p) => ({
        ...p,
        t: 2 * p.t,
        h: 2 * p.h,
        origin: ((p as { origin?: number[] }).origin ?? [0, 0, 0]).map((v) => 2 * v),
        outline: p.outline.map(([x, y]) => [2 * x!, 2 * y!]),
        holes: ((p as { holes?: { x: number; y: number; d: number }[] }).holes ?? []).map((o) => ({
          x: 2 * o.x,
          y: 2 * o.y,
          d: 2 * o.d,
        })),
      })),
      welds: small.welds.map((w) => ({ ...w, p0: w.p0.map((v) => 2 * v), p1: w.p1.map((v) => 2 * v), throat: 2 * w.throat })),
      bolts: small.bolts.map((b) => ({
        ...b,
        ...{ point: b.point.map((v) => 2 * v), d: 2 * b.d, d0: 2 * b.d0, d_w: 2 * b.d_w, L_b: 2 * b.L_b },
        ...{ k_t: 2 * b.k_t, F_t_Rd: 4 * b.F_t_Rd },
      })),
      beds: small.beds.map((b) => ({ ...b, k: b.k / 2 })),
      sections: small.sections.map((s) => ({ ...s, point: s.point.map((v) => 2 * v) })),
      holds: small.holds.map((s) => ({ ...s, point: s.point.map((v) => 2 * v) })),
      loads: small.loads.map((l) => ({ ...l, F: l.F.map((v) => 4 * v) })),
    };
    const [a, b] = [analyse(small).multiple, analyse(twice).multiple];
    expect(Math.abs(b / a - 1)).toBeLessThan(0.01);
  });
  it('with a stronger bolt, or a stronger plate, never carries less', () => {
    const of = (change: (m: ReturnType<typeof tStub>) => object): number => analyse(change(tStub(8))).multiple;
    const bolt = (F: number): number => of((m) => ({ ...m, bolts: m.bolts.map((b) => ({ ...b, F_t_Rd: F })) }));
    const [weak, usual, strong] = [bolt(90_000), bolt(160_000), bolt(300_000)];
    expect(usual).toBeGreaterThan(weak);
    expect(strong).toBeGreaterThanOrEqual(usual * 0.999);
    const soft = of((m) => ({ ...m, plates: m.plates.map((p) => (p.name === 'flange' ? { ...p, fy: 235 } : p)) }));
    expect(soft).toBeLessThan(usual);
  });
  it('is the same to the last digit when it is done again', () => {
    const one = analyse(tStub(8));
    expect(one.compiled).toBe(true);
    expect(JSON.stringify(analyse(tStub(8)))).toBe(JSON.stringify(one));
  });
});

describe('a model that is wrong', () => {
  const base = () => weld([0, 0, 400_000]);
  it.each([
    [
      'a weld off the face',
      { welds: base().welds.map((w) => ({ ...w, p0: [0, -100, 26], p1: [0, 100, 26] })) },
      /weld.*seam does not meet plate base \(gap 6\.0 mm\)/,
    ],
    ['a weld past the edge', { welds: base().welds.map((w) => ({ ...w, p1: [0, 160, 20] })) }, /seam does not meet plate/],
    ['nothing that holds it', { sections: base().sections.map((s) => ({ ...s, fixed: false })) }, /nothing holds the model/],
    ['no weld', { welds: [] }, /is not held/],
    ['no load', { loads: [] }, /there is no load/],
    ['a load on what is fixed', { loads: [{ section: 'left', F: [0, 0, 1], M: [0, 0, 0] }] }, /section left is fixed/],
    ['a plate that is not there', { welds: [{ ...base().welds[0]!, b: 'bass' }] }, /no plate "bass"; accepted are base, web/],
    ['axes that are not square', { plates: base().plates.map((p) => ({ ...p, ex: [1, 0.2, 0] })) }, /unit length and square/],
    [
      'a section beside its plates',
      { sections: [...base().sections, { name: 'x', plates: ['web'], point: [0, 0, 900], normal: [0, 0, 1] }] },
      /section x meets no edge of plate web/,
    ],
    ['a word in place of a number', { plates: [{ ...base().plates[0]!, t: 'thick' }] }, /plates.*t/],
  ])('is refused in a sentence: %s', (_, change, said) => {
    expect(() => analyse({ ...base(), ...change })).toThrow(said);
  });
  it('names a bolt that misses its hole, is not square to its plate, or goes through air', () => {
    const one = oneBolt(0);
    const moved = (point: number[], direction = [0, 0, 1]) => ({
      ...one,
      bolts: one.bolts.map((b) => ({ ...b, point, direction })),
    });
    expect(() => analyse(moved([5, 0, 0]))).toThrow(/bolt misses its hole in plate lower by 5\.0 mm/);
    expect(() => analyse(moved([0, 0, 0], [0, 1, 1]))).toThrow(/bolt is not square to plate lower/);
    const apart = { ...one, plates: one.plates.map((p) => (p.name === 'upper' ? { ...p, origin: [0, 0, 18] } : p)) };
    expect(() => analyse(apart)).toThrow(/plates lower and upper do not touch at bolt \(gap 3\.0 mm\)/);
    const turned = { ...one, bolts: one.bolts.map((b) => ({ ...b, plies: ['upper', 'lower'] })) };
    expect(() => analyse(turned)).toThrow(/do not touch at bolt \(gap -60\.0 mm\)/);
    expect(() => analyse(moved([0, 90, 0]))).toThrow(/bolt does not pass through plate lower/);
  });
  it('that no engineer would accept does not hold', () => {
    // Two fillets of 1 mm for half a meganewton.
    const r = analyse({ ...base(), welds: base().welds.map((w) => ({ ...w, throat: 1 })) });
    expect(r.multiple).toBeLessThan(0.35);
    expect(r.words).toMatch(/^Stops at 0\.\d+ of the load: slip of seam/);
    expect(r.design).toBeNull();
  });
});
