import { describe, expect, it } from 'vitest';
import { inches as inch, ksi, to } from '../../aisc360.testing.ts';
import type { BaseInput } from '../input.ts';
import { base, load, reported, results } from './worked.testing.ts';
import { of, near, root, A_se, byAnchors } from './hand.testing.ts';

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
