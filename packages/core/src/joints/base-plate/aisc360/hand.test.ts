import { describe, expect, it } from 'vitest';
import { INCH } from '../../../catalogue/index.ts';
import { inches as inch, ksi, to } from '../../aisc360.testing.ts';
import type { BaseInput } from '../input.ts';
import { base, load, reported, results, us } from './worked.test.ts';

/** Demand and strength of one check, in kips, inches and ksi. */
function of(id: string, input: BaseInput, c: ReturnType<typeof load>, format: 'LRFD' | 'ASD' = 'LRFD'): [number, number] {
  const x = results(input, c, to(format)).get(id);
  if (!x) throw new Error(`${id} has no result`);
  const unit = (v: number): number => (x.unit === '-' ? v : x.unit === 'kNm' ? us(v, 'kN') / INCH : us(v, x.unit));
  return [unit(x.demand), unit(x.resistance)];
}
const near = ([D, R]: [number, number], demand: number, strength: number): void => {
  expect(D).toBeCloseTo(demand, 6);
  expect(R).toBeCloseTo(strength, 6);
};
const root = Math.sqrt(4000); // sqrt of 4000 psi
const A_b = Math.PI / 4;
const A_se = (Math.PI / 4) * (1 - 0.9743 / 8) ** 2;
const byAnchors = base({ shear: { path: 'anchors' } });

describe('bearing and plate, by hand', () => {
  // f_p,max = 0.65 x 0.85 x 4 x 1.5 = 3.315 ksi; ASD 0.85 x 4 x 1.5/2.31
  it('concentric: 200 kips against 3.315 x 18 x 18', () => near(of('bp-bearing', base(), load(200)), 200, 3.315 * 324));
  it('concentric, ASD', () => near(of('bp-bearing', base(), load(200), 'ASD'), 200, (0.85 * 4 * 1.5 * 324) / 2.31));
  it('small moment: 200 kips and 400 kip-in press 18 - 2 x 2 = 14 in', () =>
    near(of('bp-bearing', base(), load(200, 400)), 200 / (18 * 14), 3.315));
  it('large moment the other way round is the same on a plate like both ways', () =>
    near(of('bp-bearing', base(), load(70, -700)), (2 * (700 + 70 * 7)) / (3.315 * 18), 256));
  it('the plate under 200 kips alone: n = 5 in, 0.6173 x 25/2', () =>
    near(of('bp-plate-bending', base(), load(200)), ((200 / 324) * 5 * 5) / 2, (0.9 * 50 * 1.5 ** 2) / 4));
  it('a heavy plate bends between the flanges: lambda n’ where m and n are small', () => {
    // 11 x 11 plate: m = (11 - 9.5)/2 = 0.75, n = (11 - 8)/2 = 1.5; n' = sqrt(100)/4 = 2.5; f_p = 100/121 of 2.21 (alpha 1)
    const small = base({ plate: { h: inch(11), b: inch(11) }, concrete: { alpha: 1 }, anchors: { pattern: { type: 'none' } } });
    const f_p = 100 / 121;
    const X = ((4 * 100) / 400) * Math.min(1, f_p / (0.65 * 0.85 * 4));
    const lambda = (2 * Math.sqrt(X)) / (1 + Math.sqrt(1 - X));
    near(of('bp-plate-bending', small, load(100)), (f_p * (lambda * 2.5) ** 2) / 2, 25.3125);
  });
  it('tension spread at 45 degrees from each of two rods: 2 x 2.28 x 2 of 18 in', () => {
    const x = results(base(), load(70, 700), to('LRFD', { base_spread: '45' })).get('bp-plate-tension-bending')!;
    expect(us(x.demand, x.unit)).toBeCloseTo((7.522404 * 2.28) / (4 * 2.28), 4);
  });
  it('more than the concrete takes is no large moment', () => {
    const r = results(base(), load(1200, 3000));
    expect(us(r.get('bp-bearing')!.demand, 'kN')).toBeCloseTo(1200, 6);
    expect(r.get('bp-bearing')!.pass).toBe(false);
  });
  it('a moment that the plate can’t balance shows bearing alone, above 1', () => {
    const { checks } = reported(base(), load(10, 20000)).combinations[0]!;
    const shown = checks.flatMap((x) => (x.type === 'strength' ? [x.id] : []));
    expect(shown).toEqual(['bp-bearing', 'bp-weld-flange']);
    expect(checks.find((x) => x.id === 'bp-bearing')).toMatchObject({ pass: false });
  });
  it('uplift of 40 kips and 100 kip-in: 10 + 100/28 on each rod of the row at -7', () => {
    // sum x^2 = 4 x 49; T = 40/4 + 100 x 7/196
    const T = 10 + (100 * 7) / 196;
    near(of('bp-rod-tension', base(), load(-40, 100)), T, 0.75 * 0.75 * 75 * A_b);
    // l = 7 - 5 + 0.28 = 2.28; the edge across is 3 in from the rod, the next one 12: b_e = 2 x 2.28
    near(of('bp-plate-uplift-bending', base(), load(-40, 100)), T / 2, 25.3125);
  });
  it('uplift on rods that stand 1 in off the axis: the moment about their middle is M - P x_c', () => {
    // Rods at -6 and +8, x_c = 1: 100 + 40 x 1 = 140 kip-in about it; each 10 + 140 x 7/196 at -6.
    const off = base({ anchors: { z: inch(1) } });
    near(of('bp-rod-tension', off, load(-40, 100)), 10 + (140 * 7) / 196, 0.75 * 0.75 * 75 * A_b);
    // Without a moment the far row, nearer to the axis by 2 in of 14, has more: 10 + 40 x 7/196 at -6.
    near(of('bp-rod-tension', off, load(-40)), 10 + (40 * 7) / 196, 0.75 * 0.75 * 75 * A_b);
  });
  it('just before a block begins to press, the far row has next to nothing left', () => {
    // M + P f = 270 - 280 < 0: 10 - 270 x 7/196 = 0.357 on the rods at +7.
    near(of('bp-rod-tension', base(), load(-40, 270)), 10 + (270 * 7) / 196, 0.75 * 0.75 * 75 * A_b);
    expect(results(base(), load(-40, 290)).has('bp-plate-uplift-bending')).toBe(false);
  });
  it('a rod that would be pressed drops out, and the rest carries all', () => {
    // Rods at -5, 1 and 7: on 30 kip alone, x_c = 1, the couple of -P x_c over 6 x 36 per row leaves none pressed; at M = -190 the row at -5 would be.
    const three = base({
      anchors: { pattern: { type: 'rows', n_y: 2, n_z: 3, s_y: inch(12), s_z: inch(6), full: true }, z: inch(1) },
    });
    const T = (i: number, M: number): number => 5 + ((M + 30) * (1 - [-5, 1, 7][i]!)) / (2 * 72);
    expect(T(0, -190)).toBeLessThan(0);
    // Rows at 1 and 7 are left: x_c = 4, 30/4 each, (M + 30 x 4)(4 - 7)/36 more on the last.
    near(of('bp-rod-tension', three, load(-30, -190)), 7.5 + ((-190 + 120) * -3) / 36, 0.75 * 0.75 * 75 * A_b);
  });
  it('one row of rods in line with the axis cannot balance a moment with uplift: nothing is said to hold', () => {
    const line = base({ anchors: { pattern: { type: 'rows', n_y: 2, n_z: 1, s_y: inch(12), s_z: 0 }, z: 0 } });
    const report = reported(line, load(-40, 10));
    expect(report.combinations[0]!.checks.find((x) => x.id === 'bp-bearing')).toMatchObject({ type: 'strength', pass: true });
    expect(report.state).not.toBe('close');
  });
  it('inside a tube 8 x 8 x 0.5: 7.5 x 7.5 hinged, f_p 7.5^2/24 x (2 - 1)^2', () => {
    const tube = base({
      column: { shape: 'RHS', h: inch(8), b: inch(8), t: inch(0.5), tw: undefined, tf: undefined, r: undefined },
    });
    near(of('bp-plate-inside', tube, load(200)), ((200 / 324) * 7.5 ** 2) / 24, 25.3125);
  });
  it('inside a tube 8 x 6 x 0.5: sides 5.5 and 7.5, f_p 5.5^2/24 x (sqrt(3 + r^2) - r)^2, r = 5.5/7.5', () => {
    const tube = { shape: 'RHS', h: inch(8), b: inch(6), t: inch(0.5), tw: undefined, tf: undefined, r: undefined };
    const r = 5.5 / 7.5;
    near(
      of('bp-plate-inside', base({ column: tube }), load(200)),
      ((200 / 324) * 5.5 ** 2 * (Math.sqrt(3 + r * r) - r) ** 2) / 24,
      25.3125,
    );
  });
  it('uplift of a tube bends the plate from the nearer wall line, along or across', () => {
    const tube = { shape: 'RHS', h: inch(8), b: inch(6), t: inch(0.5), tw: undefined, tf: undefined, r: undefined };
    // Rods at x +-7, y +-6: 7 - 3.8 = 3.2 along, 6 - 2.85 = 3.15 across: along counts; half the way to the next 6, to the edge 3: b_e = 3.2 + 3.
    near(of('bp-plate-uplift-bending', base({ column: tube }), load(-40)), (10 * 3.2) / 6.2, 25.3125);
    // Rods at x +-5: 1.2 along, 3.15 across: across counts, along the length 4 to the edge and 5 to the next: b_e = 3.15 + 3.15.
    const near5 = base({ column: tube, anchors: { pattern: { type: 'rows', n_y: 2, n_z: 2, s_y: inch(12), s_z: inch(10) } } });
    near(of('bp-plate-uplift-bending', near5, load(-40)), 10 / 2, 25.3125);
  });
  it('m and n of a pipe are by 0.80 D, of a tube by 0.95: a long plate bends along N', () => {
    const pipe = base({
      column: { shape: 'CHS', d: inch(8), t: inch(0.5), h: undefined, b: undefined, tw: undefined, tf: undefined, r: undefined },
      plate: { h: inch(24), b: inch(14) },
      anchors: { pattern: { type: 'none' } },
    });
    const tube = base({
      column: { shape: 'RHS', h: inch(8), b: inch(6), t: inch(0.5), tw: undefined, tf: undefined, r: undefined },
      plate: { h: inch(24), b: inch(14) },
      anchors: { pattern: { type: 'none' } },
    });
    const f_p = 100 / (24 * 14);
    near(of('bp-plate-bending', pipe, load(100)), (f_p * ((24 - 6.4) / 2) ** 2) / 2, 25.3125);
    near(of('bp-plate-bending', tube, load(100)), (f_p * ((24 - 7.6) / 2) ** 2) / 2, 25.3125);
    // And across, on a plate that is wide.
    const wide = { plate: { h: inch(14), b: inch(24) } };
    near(
      of('bp-plate-bending', { ...pipe, plate: { ...pipe.plate, ...wide.plate } }, load(100)),
      (f_p * ((24 - 6.4) / 2) ** 2) / 2,
      25.3125,
    );
    near(
      of('bp-plate-bending', { ...tube, plate: { ...tube.plate, ...wide.plate } }, load(100)),
      (f_p * ((24 - 5.7) / 2) ** 2) / 2,
      25.3125,
    );
  });
  it('inside a pipe of 8 in: f_p 7.5^2/24', () => {
    const pipe = base({
      column: { shape: 'CHS', d: inch(8), t: inch(0.5), h: undefined, b: undefined, tw: undefined, tf: undefined, r: undefined },
    });
    near(of('bp-plate-inside', pipe, load(200)), ((200 / 324) * 7.5 ** 2) / 24, 25.3125);
  });
});

describe('shear, by hand', () => {
  it('friction with uplift has no strength, and the multiple is 0', () =>
    expect(results(base(), load(-20, 0, 5)).get('bp-shear-friction')).toMatchObject({ resistance: 0, multiple: 0, pass: false }));
  it('friction is capped at 0.8 ksi and 0.2 f_c', () => {
    // mu P = 0.55 x 900 = 495; 0.2 x 4 x 324 = 259.2 = 0.8 x 324
    near(of('bp-shear-friction', base(), load(900, 0, 30)), 30, 0.75 * 259.2);
    const weak = base({ concrete: { f_ck: ksi(3) } });
    near(of('bp-shear-friction', weak, load(900, 0, 30)), 30, 0.75 * 0.2 * 3 * 324);
  });
  it('rods over grout: 12/4 against 0.8 x 0.45 F_u A_b', () =>
    near(of('bp-rod-shear', byAnchors, load(70, 0, 12)), 3, 0.75 * 0.8 * 0.45 * 75 * A_b));
  it('rods without grout, the front row alone: 12/2', () =>
    near(
      of(
        'bp-rod-shear',
        base({ shear: { path: 'anchors' }, grout: { t: 0 }, anchors: { washers_welded: false } }),
        load(70, 0, 12),
      ),
      6,
      0.75 * 0.45 * 75 * A_b,
    ));
  it.each<['LRFD' | 'ASD', number, number]>([
    ['LRFD', 0.75 * 75, 0.75],
    ['ASD', 0, 2],
  ])('tension of a rod beside its shear, %s', (format) => {
    // f_rv = 40/(4 A_b)/0.8; F_nt' = 1.3 F_nt - F_nt/(0.75 F_nv) f_rv, in ASD 2 F_nt/F_nv
    const f_rv = 40 / (4 * A_b) / 0.8;
    const [F_nt, F_nv] = [0.75 * 75, 0.45 * 75];
    const F = Math.min(F_nt, 1.3 * F_nt - (format === 'LRFD' ? F_nt / (0.75 * F_nv) : (2 * F_nt) / F_nv) * f_rv);
    near(of('bp-rod-combined', byAnchors, load(-40, 0, 40), format), 10, format === 'LRFD' ? 0.75 * F * A_b : (F * A_b) / 2);
  });
  const lug = {
    type: 'plate',
    along: 'z',
    depth: inch(4.5),
    b: inch(8),
    t: inch(1.5),
    steel: { f_y: ksi(36), f_u: ksi(58) },
    a: inch(0.25),
  };
  const withLug = base({ shear: { path: 'key', key: lug }, concrete: { H: inch(30), edge_bars: 'stirrups' } });
  it('concrete before a lug 3 in deep: 0.65 x 1.7 x 4 x 8 x 3 x (1 + 4 x 70/(324 x 4))', () =>
    near(of('bp-lug-bearing', withLug, load(70, 0, 20)), 20, 0.65 * 1.7 * 4 * 24 * (1 + (4 * 70) / (324 * 4))));
  it('compression counts up to 2, uplift takes from it, and ASD counts neither', () => {
    near(of('bp-lug-bearing', withLug, load(900, 0, 20)), 20, 0.65 * 1.7 * 4 * 24 * 2);
    near(of('bp-lug-bearing', withLug, load(-40, 0, 20)), 20, 0.65 * 1.7 * 4 * 24 * (1 - 40 / (4 * A_se * 75)));
    near(of('bp-lug-bearing', withLug, load(70, 0, 20), 'ASD'), 20, (1.7 * 4 * 24) / 2.31);
  });
  it('the lug bends at the middle of what bears: 20 x (1.5 + 1.5)', () =>
    near(of('bp-lug-bending', withLug, load(70, 0, 20)), 60, (0.9 * 36 * 8 * 1.5 ** 2) / 4));
  it('the lug shears', () => near(of('bp-lug-shear', withLug, load(70, 0, 20)), 20, 0.6 * 36 * 12));
  it('two fillets hold the lug: 20/16 along and 60/(1.5 x 8) across', () =>
    near(of('bp-lug-weld', withLug, load(70, 0, 20)), Math.hypot(20 / 16, 60 / 12), 0.75 * 0.6 * 70 * 0.25));
  it('edge before the lug, +x: 24 - 0.75 in away', () => {
    const c = 23.25;
    const A = (8 + 2 * 20) * 30 - 24; // sides 24 - 4 of 1.5 c; deep 30 in of 3 + 1.5 c
    const psi_ed = 0.7 + (0.3 * 20) / (1.5 * c);
    const psi_h = Math.sqrt((1.5 * c) / 30);
    near(
      of('bp-lug-breakout', withLug, load(70, 0, 20)),
      20,
      (0.65 * (A / (4.5 * c * c)) * psi_ed * 1.2 * psi_h * 9 * root * c ** 1.5) / 1000,
    );
  });
  it('the couple of the lug turns the base: 700 + 20 x 3 kip-in', () => {
    near(of('bp-bearing', withLug, load(70, 700, 20)), (2 * (760 + 490)) / (3.315 * 18), 256);
    near(of('bp-weld-flange', withLug, load(70, 700, 20)), 700 / 9.44 - 35, 0.75 * 0.6 * 70 * 0.25 * Math.SQRT1_2 * 19.66 * 1.5);
  });
  it('a lug without an edge that the shear pushes to has no breakout', () =>
    expect(
      results(base({ shear: { path: 'key', key: lug }, concrete: { B_z: undefined, z: 0 } }), load(70, 0, 20)).has(
        'bp-lug-breakout',
      ),
    ).toBe(false));
});

describe('welds, by hand', () => {
  it('a column end that is not finished: the weld of a flange takes half of the compression', () =>
    near(
      of('bp-weld-flange', base({ weld: { bearing: false } }), load(70, 700)),
      700 / 9.44 + 35,
      0.75 * 0.6 * 70 * 0.25 * Math.SQRT1_2 * 19.66 * 1.5,
    ));
  it('round a tube 8 x 6: L = 28, S = 48 + 64/3', () => {
    const tube = base({
      column: { shape: 'RHS', h: inch(8), b: inch(6), t: inch(0.5), tw: undefined, tf: undefined, r: undefined },
    });
    near(
      of('bp-weld-perimeter', tube, load(-28, 120, 16)),
      Math.hypot(120 / (48 + 64 / 3) + 1, 1),
      0.75 * 0.6 * 70 * 0.25 * Math.SQRT1_2,
    );
  });
  it('a complete penetration weld is not checked', () =>
    expect(
      [...results(base({ weld: { type: 'butt' } }), load(70, 700, 12)).keys()].filter((k) => k.startsWith('bp-weld')),
    ).toEqual([]));
});

describe('anchors to ACI 318, by hand', () => {
  // Two anchors at x -7, y +-6, 5 in from the edge: h_ef 12.
  const T = 7.522404;
  it('uncracked, with reinforcement across the cone: 1.25 and 0.75 for 1.0 and 0.70', () =>
    expect(of('an-breakout-tension', base({ concrete: { cracked: false, supplementary: true } }), load(70, 700))[1]).toBeCloseTo(
      0.75 * 1.25 * (1104 / 1296) * (0.7 + (0.3 * 5) / 18) * ((16 * root * 12 ** (5 / 3)) / 1000),
      4,
    ));
  it('a narrow pedestal: three near edges cut the embedment that counts', () => {
    // 24 x 24, anchors 5, 6 and 6 in from edges (the fourth, 19, is beyond 18): h' = max(6/1.5, 12/3) = 4
    const pedestal = base({ concrete: { B_z: inch(24), z: 0, B_y: inch(24) } });
    const [, R] = of('an-breakout-tension', pedestal, load(70, 700));
    // Squares of half side 6 round y +-6 are 24 wide; along x from the edge at -12 to -1.
    const area = 24 * 11;
    expect(R).toBeCloseTo((0.7 * (area / (9 * 16)) * (0.7 + (0.3 * 5) / 6) * 24 * root * 4 ** 1.5) / 1000, 5);
  });
  it('deep anchors near a face burst it: 160 x 4 x sqrt(A_brg) sqrt(f_c) x (1 + 12/24)', () => {
    // -x edge at 11: the row is 4 in from it, 12 > 2.5 x 4
    const near4 = base({ concrete: { B_z: inch(35), z: inch(6.5) } });
    const [D, R] = of('an-side-blowout', near4, load(70, 700));
    expect(D).toBeCloseTo(T, 4);
    expect(R).toBeCloseTo((0.7 * 160 * 4 * Math.sqrt(1.5) * root * (1 + 12 / 24)) / 1000, 5);
  });
  it('brittle steel', () => {
    const brittle = base({ anchors: { brittle: true }, shear: { path: 'anchors' } });
    expect(of('an-steel-tension', brittle, load(70, 700, 12))[1]).toBeCloseTo(0.65 * 75 * A_se, 6);
    near(of('an-steel-shear', brittle, load(70, 700, 12)), 3, 0.6 * 0.8 * 0.6 * 75 * A_se);
  });
  it('high strength counts to 1.9 F_y and 125 ksi', () =>
    expect(of('an-steel-tension', base({ anchors: { cls: 'F1554-36' } }), load(70, 700))[1]).toBeCloseTo(0.75 * 58 * A_se, 6));
  const V_b = (c: number): number => (Math.min(7 * 8 ** 0.2, 9) * root * c ** 1.5) / 1000;
  const row = (c: number, c_2: number): number =>
    ((Math.min(2 * Math.min(c_2, 1.5 * c) + 12, 36 + 3 * c) * 1.5 * c) / (4.5 * c * c)) *
    Math.min(1, 0.7 + (0.3 * c_2) / (1.5 * c)) *
    V_b(c);
  it('shear towards -x: the front row, 5 in from the edge, takes half; the back row, 19 in, all', () => {
    const front = 6 / (0.7 * row(5, 18));
    const back = 12 / (0.7 * row(19, 18));
    const [D, R] = of('an-breakout-shear', byAnchors, load(70, 0, -12));
    expect(D / R).toBeCloseTo(Math.max(front, back), 6);
  });
  it('shear towards +x goes to the far edge', () => {
    const [D, R] = of('an-breakout-shear', byAnchors, load(70, 0, 12));
    expect(D / R).toBeCloseTo(Math.max(6 / (0.7 * row(17, 18)), 12 / (0.7 * row(31, 18))), 6);
  });
  it('the front row alone takes all of it where washers are not welded', () =>
    near(
      of('an-breakout-shear', base({ shear: { path: 'anchors' }, anchors: { washers_welded: false } }), load(70, 0, -12)),
      12,
      0.7 * row(5, 18),
    ));
  it('along the faces beside it: twice, without the corner', () => {
    // Anchors 18 in from y faces: rows of two, 14 apart, 5 and 17 in from the x faces
    const A = (Math.min(5, 27) + Math.min(17, 27) + 14) * 27;
    near(of('an-breakout-shear-side', byAnchors, load(70, 0, 12)), 6, ((0.7 * 2 * A) / (4.5 * 18 * 18)) * V_b(18));
  });
  it('pryout: twice the cone of all four', () => {
    const A = Math.min(36, 5 + 14 + 17) * (12 + 36);
    const N_b = Math.max(24 * root * 12 ** 1.5, 16 * root * 12 ** (5 / 3)) / 1000;
    near(of('an-pryout', byAnchors, load(70, 0, 12)), 12, ((0.7 * 2 * A) / 1296) * (0.7 + (0.3 * 5) / 18) * N_b);
  });
  it('interaction: the sum over 1.2, or the worse alone', () => {
    const r = results(byAnchors, load(70, 700, -12));
    const u = (id: string): number => r.get(id)!.utilisation!;
    const N = Math.max(...['an-steel-tension', 'an-breakout-tension', 'an-pullout'].map(u));
    const V = Math.max(...['an-steel-shear', 'an-breakout-shear', 'an-breakout-shear-side', 'an-pryout'].map(u));
    expect(u('an-interaction')).toBeCloseTo(Math.max(N, V, (N + V) / 1.2), 9);
  });
});

describe('what is refused or not whole', () => {
  const missing = (input: BaseInput, c = load(70, 700, 12), format: 'LRFD' | 'ASD' = 'LRFD'): string[] =>
    reported(input, c, to(format)).combinations[0]!.checks.flatMap((x) => (x.type === 'skip' && x.missing ? [x.id] : []));
  it.each([
    ['M_z', 20],
    ['V_y', 5],
    ['T', 3],
  ])('%s has no path: no number at all, and never "holds"', (name, value) => {
    const report = reported(base(), load(70, 0, 0, { [name]: value }));
    expect(report.state).toBe('not-whole');
    expect(report.combinations[0]!.checks.filter((x) => x.type === 'strength')).toEqual([]);
    expect(report.missing[0]!.reason).toContain(`${name} (`);
  });
  it('ASD leaves the anchors open where they carry anything, and only there', () => {
    expect(missing(base(), load(70, 700), 'ASD')).toEqual([
      'an-steel-tension',
      'an-breakout-tension',
      'an-pullout',
      'an-side-blowout',
    ]);
    expect(missing(base(), load(200, 0, 12), 'ASD')).toEqual([]);
  });
  it('a moment without anchors', () =>
    expect(missing(base({ anchors: { pattern: { type: 'none' } } }), load(10, 700))).toEqual(['bp-bearing']));
  it.each<[string, object, RegExp]>([
    ['a round plate', { plate: { shape: 'circle', D: inch(20), h: undefined, b: undefined } }, /^plate\.shape: /],
    ['a plate off the column', { plate: { y: inch(1) } }, /^plate\.y: /],
    ['anchors off the axis', { anchors: { y: inch(1) } }, /^anchors\.y: /],
    ['hooked anchors', { anchors: { type: 'hooked' } }, /^anchors\.type: "hooked"/],
    ['a plate past the block', { concrete: { B_y: inch(16), z: 0 } }, /^concrete\.B_z: /],
    [
      'a lug of I section',
      { shear: { path: 'key', key: { type: 'I', depth: 150, b: 120, h: 120, tw: 8, tf: 12, steel: { grade: 'A36' }, a: 6 } } },
      /^shear\.key\.type: /,
    ],
    [
      'a lug along y',
      { shear: { path: 'key', key: { type: 'plate', along: 'y', depth: 150, b: 120, t: 30, steel: { grade: 'A36' }, a: 6 } } },
      /^shear\.key\.along: /,
    ],
  ])('refuses %s', (_, change, message) => expect(() => reported(base(change), load(70))).toThrow(message));
  it('says that friction is not added, that the end bears, and what is not covered', () => {
    const { notes } = reported(base({ shear: { path: 'friction+anchors' } }), load(70, 0, 5)).combinations[0]!;
    expect(notes.join('; ')).toMatch(/friction is not added to the anchors.*finished to bear.*not covered: anchor reinforcement/);
  });
});

describe('rules', () => {
  const broken = (change: object, c = load(70, 100, 5)): string[] =>
    reported(base(change), c)
      .rules.filter((x) => x.type === 'rule' && !x.pass)
      .map((x) => x.id);
  const lug = (depth: number, b = 8) => ({
    shear: {
      path: 'key',
      key: { type: 'plate', along: 'z', depth: inch(depth), b: inch(b), t: inch(1.5), steel: { grade: 'A36' }, a: 6 },
    },
  });
  it('keeps all of them in case E', () => expect(broken({})).toEqual([]));
  it.each<[string, object, Parameters<typeof load>?]>([
    ['anchor-count', { anchors: { pattern: { type: 'rows', n_y: 1, n_z: 2, s_y: 0, s_z: inch(14) } } }],
    ['anchor-spacing', { anchors: { pattern: { type: 'rows', n_y: 2, n_z: 2, s_y: inch(3.9), s_z: inch(14) } } }],
    ['anchor-plate-edge', { anchors: { pattern: { type: 'rows', n_y: 2, n_z: 2, s_y: inch(12), s_z: inch(15.6) } } }],
    ['anchor-concrete-edge', { concrete: { B_z: inch(18 + 2.9), z: inch(1.4) } }],
    ['anchor-in-block', { concrete: { H: inch(14.9) } }],
    ['weld-min', { weld: { a_f: inch(0.24) / Math.SQRT2 } }],
    ['weld-min-web', { weld: { a_w: inch(0.18) / Math.SQRT2 } }],
    ['lug-in-block', { ...lug(15), anchors: { h_ef: inch(12) }, concrete: { H: inch(16) } }],
    ['lug-width', lug(4, 49)],
    ['lug-anchor-depth', lug(7), [70, 700, 5]],
  ])('%s', (id, change, c) => expect(broken(change, load(...(c ?? ([70, 100, 5] as const))))).toContain(id));
  it('a plate narrower than the flanges', () =>
    expect(
      broken({
        column: { b: inch(10), h: inch(10) },
        plate: { b: inch(10), h: inch(18) },
        anchors: { pattern: { type: 'rows', n_y: 2, n_z: 2, s_y: inch(6), s_z: inch(14) } },
      }),
    ).toEqual([]));
  it('anchors need to reach below a lug only where one is pulled', () => {
    expect(broken(lug(7), load(300, 0, 5))).not.toContain('lug-anchor-depth');
    expect(broken(lug(4), load(70, 700, 5))).toContain('lug-anchor-depth'); // 2.5 x 7 in of the row over 12
  });
  it('ask for grout no weaker than the concrete, and refuse to count on grout of under half of it', () => {
    const grout = (f_ck: number, t = inch(1.5)) => {
      const r = reported(base({ grout: { t, f_ck } }), load(70, 0, 5)).rules.find((x) => x.id === 'grout-strength')!;
      return [r.type, r.pass, r.must];
    };
    expect(grout(ksi(8))).toEqual(['rule', true, false]);
    expect(grout(ksi(3.9))).toEqual(['rule', false, false]);
    expect(grout(ksi(1.9))).toEqual(['rule', false, true]);
    expect(grout(ksi(1.9), 0)[0]).toBe('skip');
  });
});
