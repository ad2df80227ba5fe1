import { describe, expect, it } from 'vitest';
import { inches as inch, ksi, to } from '../../aisc360.testing.ts';
import { base, load, reported, results, us } from './worked.testing.ts';
import { of, near, root, A_b, A_se, byAnchors } from './hand.testing.ts';

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
