import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { circle, clip, momentsOf, rectangle, ring, unionArea, unionLength } from '../../geometry/polygon.ts';
import { depthInCone } from './feasible.testing.ts';
import { solveContact } from './contact.ts';
import { beyond } from './contact-search.ts';
import { regionOf, type Bed, type ContactLaw, type Region } from './contact-bed.ts';

const [b, h, k_w, f_jd, N] = [300, 400, 50, 30, 100_000];
const plate = regionOf([rectangle(-b / 2, b / 2, -h / 2, h / 2)]);
const bed = (law: ContactLaw = 'winkler', region: Region = plate, anchors: Bed['anchors'] = [], f = f_jd): Bed => ({
  region,
  law,
  k_w,
  f_jd: f,
  anchors,
});
/** Compression N at the place (y, z). */
const pressed = (x: Bed, y: number, z: number, n = N) => solveContact(x, { N: -n, M_y: n * z, M_z: n * y });

describe('a rectangle without anchors, elastic', () => {
  it('presses linearly while the load is in the kernel: N/(bh)(1 + 6e/h)', () => {
    for (const e of [0, 20, h / 6]) expect(pressed(bed(), 0, e)!.sigma_max).toBeCloseTo((N / (b * h)) * (1 + (6 * e) / h), 9);
  });
  it('opens beyond: 2N/(3b(h/2 - e)) over a depth of 3(h/2 - e)', () => {
    for (const e of [80, 120, 190]) {
      const c = pressed(bed(), 0, e)!;
      expect(c.sigma_max).toBeCloseTo((2 * N) / (3 * b * (h / 2 - e)), 8);
      expect(c.area / b).toBeCloseTo(3 * (h / 2 - e), 6);
    }
  });
  it('has its far corner at zero on the border of the kernel about both axes', () => {
    const c = pressed(bed(), b / 12, h / 12)!;
    expect(c.sigma_max).toBeCloseTo((2 * N) / (b * h), 9);
    expect(c.p_0 - (c.p_y * b) / 2 - (c.p_z * h) / 2).toBeCloseTo(0, 9);
  });
  it("is a triangle a x b' under a load at a/4, b'/4 from a corner: 6N/(a b')", () => {
    const [a, w] = [300, 240];
    const c = pressed(bed(), b / 2 - w / 4, h / 2 - a / 4)!;
    expect(c.sigma_max).toBeCloseTo((6 * N) / (a * w), 8);
    expect(c.area).toBeCloseTo((a * w) / 2, 5);
  });
  it('has no equilibrium where the load is outside, or lifts', () => {
    expect(pressed(bed(), 0, h / 2 + 1)).toBeNull();
    expect(solveContact(bed(), { N: 1, M_y: 0, M_z: 0 })).toBeNull();
  });
});

describe('a circle', () => {
  const R = 250;
  const round = regionOf([circle(0, 0, R, 720)]);
  it('at e = R/4 has twice the mean stress', () =>
    expect(pressed(bed('winkler', round), 0, R / 4)!.sigma_max / ((2 * N) / (Math.PI * R * R))).toBeCloseTo(1, 3));
  // Zero line on the diameter: N = 2/3 sigma R^2, at 3 pi R/16.
  it('at e = 3 pi R/16 is pressed on one half: 3N/(2R^2)', () => {
    const c = pressed(bed('winkler', round), 0, (3 * Math.PI * R) / 16)!;
    expect(c.sigma_max / ((3 * N) / (2 * R * R))).toBeCloseTo(1, 3);
    expect(c.p_0).toBeCloseTo(0, 5);
  });
  it('as a uniform block at 4R/(3 pi) is half a circle', () =>
    expect(pressed(bed('uniform', round), 0, (4 * R) / (3 * Math.PI))!.area / ((Math.PI * R * R) / 2)).toBeCloseTo(1, 3));
});

describe('a uniform block', () => {
  it('is b(h - 2e)', () => expect(pressed(bed('uniform'), 0, 70)!.area).toBeCloseTo(b * (h - 140), 4));
  it('is a triangle of legs 3p, 3q under a load at p, q from the corner sides', () =>
    expect(pressed(bed('uniform'), b / 2 - 60, h / 2 - 80)!.area).toBeCloseTo((180 * 240) / 2, 3));
  it('is carried with anchors where the stress alone would be too high', () => {
    const anchors = [-1, 1].flatMap((s) => [-1, 1].map((q) => ({ y: s * 110, z: q * 160, k: 2e5 })));
    const c = solveContact(bed('uniform', plate, anchors), { N: -N, M_y: N * 260, M_z: 0 })!;
    expect(c.T).toBeGreaterThan(0);
    expect(c.C - c.T).toBeCloseTo(N, 0);
    // All but a thin strip carries f_jd.
    expect(c.C / (c.area * f_jd)).toBeCloseTo(1, 2);
  });
});

describe('a plate that lifts off altogether', () => {
  it.each(['winkler', 'parabola', 'uniform'] as const)('hangs from its anchors alone under the law %s', (law) => {
    const anchors = [-1, 1].flatMap((s) => [-1, 1].map((q) => ({ y: s * 110, z: q * 160, k: 2e5 })));
    const c = solveContact(bed(law, plate, anchors), { N, M_y: 0, M_z: 0 })!;
    expect(c.F.map((f) => f / 1e3)).toEqual(Array.from({ length: 4 }, () => expect.closeTo(25, 6)));
    expect([c.C, c.area]).toEqual([expect.closeTo(0, 3), 0]);
  });
});

describe('a parabola', () => {
  const p_c2 = (2 * f_jd) / k_w;
  // Edge at 1.75 p_c2, depth x: N = 17/21 f b x, centroid at 99/238 x from the edge.
  it.each([
    [1.75, 17 / 21, 99 / 238],
    [1, 2 / 3, 3 / 8],
  ] as const)('with its edge at %f p_c2', (edge, share, centroid) => {
    const x = 240;
    const force = share * f_jd * b * x;
    const c = solveContact(bed('parabola'), { N: -force, M_y: force * (h / 2 - centroid * x), M_z: 0 })!;
    expect(c.p_max / p_c2).toBeCloseTo(edge, 4);
    expect(c.area / b).toBeCloseTo(x, 2);
  });
});

describe('any bed', () => {
  const anchors = fc.array(
    fc.record({
      y: fc.integer({ min: -140, max: 140 }),
      z: fc.integer({ min: -190, max: 190 }),
      k: fc.integer({ min: 20_000, max: 900_000 }),
    }),
    { minLength: 3, maxLength: 12 },
  );
  const load = fc
    .record({
      N: fc.integer({ min: -900, max: 200 }),
      M_y: fc.integer({ min: -120, max: 120 }),
      M_z: fc.integer({ min: -80, max: 80 }),
    })
    .filter((l) => l.N !== 0 || l.M_y !== 0 || l.M_z !== 0)
    .map((l) => ({ N: l.N * 1e3, M_y: l.M_y * 1e6, M_z: l.M_z * 1e6 }));
  const hollow = regionOf([
    rectangle(-150, 150, -200, -120),
    rectangle(-150, 150, 120, 200),
    rectangle(-150, -70, -120, 120),
    rectangle(70, 150, -120, 120),
  ]);
  it('of the uniform law is never lost to rounding where there is one, however small the load', () => {
    const anchors = [-90, 0, 90].flatMap((y) => [-150, 150].map((z) => ({ y, z, k: 2e5 })));
    for (const N of [2e4, 6e3, 666.666, 111.1, 1, 0.01])
      for (const e of [80, 300, 1000, 4000]) {
        const c = solveContact(bed('uniform', plate, anchors), { N: -N, M_y: N * e, M_z: 0 });
        expect(c, `N ${N}, e ${e}`).not.toBeNull();
        expect(Math.abs(c!.C - c!.T - N) / N).toBeLessThan((1e-6 * Math.max(100, e)) / 100);
      }
  });
  it.each([
    ['winkler', 400],
    ['parabola', 150],
  ] as const)(
    'is in equilibrium to a millionth under the law %s, with no tension in contact and no compression in anchors',
    (law, numRuns) => {
      let solved = 0;
      fc.assert(
        fc.property(anchors, load, (list, l) => {
          const c = solveContact(bed(law, hollow, list, 300), l);
          if (!c) return;
          solved += 1;
          const size = Math.max(Math.abs(l.N), Math.abs(l.M_y) / 200, Math.abs(l.M_z) / 200);
          const T = (of: (a: { y: number; z: number }) => number): number => list.reduce((s, a, i) => s + c.F[i]! * of(a), 0);
          expect(Math.abs(c.T - c.C - l.N)).toBeLessThan(1e-6 * size);
          expect(Math.abs(c.C * c.z_C - T((a) => a.z) - l.M_y)).toBeLessThan(1e-4 * size);
          expect(Math.abs(c.C * c.y_C - T((a) => a.y) - l.M_z)).toBeLessThan(1e-4 * size);
          expect(c.F.every((f) => f >= 0) && c.C >= -1e-6 * size && c.sigma_max >= 0).toBe(true);
          expect(c.residual).toBeLessThan(1e-6);
        }),
        { numRuns, seed: 11 },
      );
      expect(solved).toBeGreaterThan(numRuns / 2);
    },
  );
  it('gives the same forces turned by any angle', () => {
    const round = regionOf(ring(90, 160, 360));
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 71 }),
        fc.integer({ min: -300, max: 40 }),
        fc.integer({ min: 5, max: 60 }),
        (turn, n, M) => {
          const t = (turn * 5 * Math.PI) / 180;
          const at = (a: number) => ({ y: 210 * Math.cos(a), z: 210 * Math.sin(a), k: 3e5 });
          const places = Array.from({ length: 8 }, (_, i) => (i * Math.PI) / 4);
          const one = solveContact(bed('winkler', round, places.map(at)), { N: n * 1e3, M_y: 0, M_z: M * 1e6 })!;
          const two = solveContact(
            bed(
              'winkler',
              round,
              places.map((a) => at(a + t)),
            ),
            { N: n * 1e3, M_y: M * 1e6 * Math.sin(t), M_z: M * 1e6 * Math.cos(t) },
          )!;
          one.F.forEach((f, i) => expect(two.F[i]! / 1e3).toBeCloseTo(f / 1e3, 2));
          expect(two.sigma_max).toBeCloseTo(one.sigma_max, 2);
        },
      ),
      { numRuns: 60, seed: 5 },
    );
  });
});

describe('polygons', () => {
  it('have the moments of a rectangle', () => {
    const m = momentsOf([rectangle(10, 40, -20, 60)]);
    expect(m).toMatchObject({ A: 2400, S_y: 60_000, S_z: 48_000 });
    expect(m.I_yy).toBeCloseTo((30 ** 3 * 80) / 12 + 2400 * 25 ** 2, 6);
    expect(m.I_yz).toBeCloseTo(2400 * 25 * 20, 6);
    expect(
      momentsOf([
        rectangle(10, 40, -20, 60)
          .reverse()
          .flatMap((_, i, all) => (i % 2 ? [] : [all[i + 1]!, all[i]!])),
      ]).A,
    ).toBeCloseTo(2400, 9);
  });
  it('are cut by a line, and rings keep the area of their circles', () => {
    expect(momentsOf([clip(rectangle(0, 10, 0, 10), -5, 1, 0)]).A).toBe(50);
    expect(clip(rectangle(0, 10, 0, 10), -50, 1, 0)).toEqual([]);
    expect(momentsOf(ring(80, 150, 96)).A).toBeCloseTo(Math.PI * (150 ** 2 - 80 ** 2), 6);
  });
  it('have unions: two squares that overlap, cut at a face', () => {
    // 2 x 100 x 100 that overlap by 50 x 100, and 20 cut off at the left.
    expect(
      unionArea(
        [
          { y1: 0, y2: 100, z1: 0, z2: 100 },
          { y1: 50, y2: 150, z1: 0, z2: 100 },
        ],
        { y1: 20, y2: 1e9, z1: -1e9, z2: 1e9 },
      ),
    ).toBe(13_000);
    expect(
      unionLength(
        [
          [0, 10],
          [5, 12],
          [20, 30],
        ],
        2,
        25,
      ),
    ).toBe(15);
  });
});

describe('equilibrium, against a linear programme', () => {
  const mm = (from: number, to: number) => fc.integer({ min: from, max: to });
  const region = fc.oneof(
    fc.record({ b: mm(60, 500), h: mm(60, 600) }).map((r) => [rectangle(-r.b / 2, r.b / 2, -r.h / 2, r.h / 2)]),
    fc
      .record({ b: mm(150, 400), h: mm(160, 500), t: mm(20, 60) })
      .map((r) => [
        rectangle(-r.b / 2, r.b / 2, -r.h / 2, -r.h / 2 + r.t),
        rectangle(-r.t / 4, r.t / 4, -r.h / 2 + r.t, r.h / 2 - r.t),
        rectangle(-r.b / 2, r.b / 2, r.h / 2 - r.t, r.h / 2),
      ]),
    fc.record({ R: mm(60, 250), t: mm(10, 50) }).map((r) => ring(r.R - r.t, r.R, 24)),
  );
  const anchors = fc.oneof(
    fc.record({ y: mm(20, 300), k: mm(1, 9) }).map((a) => [-1, 1].map((s) => ({ y: s * a.y, z: 0, k: a.k * 4e4 }))),
    fc
      .record({ y: mm(20, 300), z: mm(20, 300), k: mm(1, 9) })
      .map((a) => [-1, 1].flatMap((s) => [-1, 1].map((q) => ({ y: s * a.y, z: q * a.z, k: a.k * 4e4 })))),
    fc.array(fc.record({ y: mm(-300, 300), z: mm(-300, 300), k: mm(1, 9).map((k) => k * 4e4) }), { maxLength: 5 }),
  );
  const load = fc
    .record({
      N: fc.oneof(mm(-500, 500), mm(1, 200)),
      M_y: fc.oneof(
        fc.constant(0),
        mm(-60_000, 60_000).map((x) => x / 1000),
      ),
      M_z: fc.oneof(
        fc.constant(0),
        mm(-60_000, 60_000).map((x) => x / 1000),
      ),
    })
    .map((l) => ({ N: l.N * 1e3, M_y: l.M_y * 1e6, M_z: l.M_z * 1e6 }));

  it('finds the answer of 10,000 random bases that have one, and none where there is none', () => {
    const seen = { balanced: 0, not: 0, border: 0 };
    fc.assert(
      fc.property(region, anchors, load, (pieces, list, l) => {
        if (l.N === 0 && l.M_y === 0 && l.M_z === 0) return;
        const x = bed('winkler', regionOf(pieces), list);
        const depth = depthInCone(x, l);
        // On the border itself the answer needs pressure on a point: within a ten thousandth of the load, or where a plate smaller by 1 % answers otherwise.
        const smaller = depthInCone(bed('winkler', regionOf(pieces.map((p) => p.map((v) => 0.99 * v))), list), l);
        if (Math.abs(depth) < 1e-4 || Math.sign(smaller) !== Math.sign(depth)) return void (seen.border += 1);
        // That nothing can balance it is seen before anything is solved.
        expect(beyond(x, [-l.N, l.M_z, l.M_y], 200)).toBe(depth < 0);
        const c = solveContact(x, l);
        expect([depth > 0, c !== null], `depth ${depth}`).toEqual([depth > 0, depth > 0]);
        if (!c) return void (seen.not += 1);
        seen.balanced += 1;
        expect(c.residual).toBeLessThan(1e-6);
        expect(c.C - c.T).toBeCloseTo(-l.N, 0);
      }),
      { numRuns: 10_000, seed: 2417 },
    );
    expect(seen.balanced).toBeGreaterThan(4000);
    expect(seen.not).toBeGreaterThan(1000);
    expect(seen.border).toBeLessThan(500);
  });
  // Two anchors in a line and uplift between them: a breath of moment has to be balanced by contact at the edge. C z = M at the far edge nearly: T = N + C.
  it('holds two anchors in a line under uplift and any small moment', () => {
    const round = regionOf(ring(60, 150, 96));
    const two = [-160, 160].map((y) => ({ y, z: 0, k: 2e5 }));
    for (const M of [0, 1e-3, 0.1, 1, 2, 3]) {
      const c = solveContact(bed('winkler', round, two), { N: 80_000, M_y: M * 1e6, M_z: 0 })!;
      expect(c, `M_y ${M}`).not.toBeNull();
      expect(c.T - c.C).toBeCloseTo(80_000, 2);
      expect(c.C * c.z_C).toBeCloseTo(M * 1e6, -1);
      if (M) expect(c.z_C).toBeGreaterThan(100);
    }
  });
});
