import { ANCHOR_SIZES, anchorSize, tightHole } from './anchors.ts';
import { describe, expect, it } from 'vitest';
import { angleArea, ANGLES } from './angles.ts';
import { BOLT_SIZES, boltLength, boltSize, holeSize } from './bolts.ts';
import { properties } from './properties.ts';
import { familyOf, findSection, SECTIONS } from './sections.ts';
import { steelStrength } from './steels.ts';

describe('sections', () => {
  it('proves every row: mass from geometry within 1.5 % of the nominal mass', () => {
    expect(SECTIONS.length).toBeGreaterThan(1080);
    // Hollow sections of the United States count 0.93 of their wall; they weigh the whole of it, with corners of twice the wall outside.
    const weighed = (s: (typeof SECTIONS)[number]): number => {
      if (s.system !== 'US' || !('t' in s)) return properties(s).mass;
      const t = s.t / 0.93;
      const A = s.shape === 'CHS' ? Math.PI * (s.d - t) * t : 2 * t * (s.h + s.b - 2 * t) - 3 * (4 - Math.PI) * t ** 2;
      return A * 7850e-6;
    };
    const wrong = SECTIONS.filter((s) => Math.abs(weighed(s) / s.mass! - 1) > 0.015).map((s) => s.name);
    expect(wrong).toEqual([]);
  });
  it('holds each family and no name twice', () => {
    const families = new Set(SECTIONS.map(familyOf));
    for (const f of [
      ...['W', 'HP', 'M', 'S', 'C', 'MC', 'WT'],
      'HSS',
      'Pipe',
      'UB',
      'UC',
      'PFC',
      'IPE',
      'IPE A',
      'IPE O',
      'HEA',
      'HEB',
      'HEM',
      'SHS',
      'RHS',
      'CHS',
    ])
      expect(families).toContain(f);
    expect(new Set(SECTIONS.map((s) => s.name)).size).toBe(SECTIONS.length);
  });
  it('has the designation mass of UB, UC in its name', () => {
    for (const s of SECTIONS.filter((x) => /^U[BC] /.test(x.name))) expect(s.name.endsWith(`x${s.mass}`)).toBe(true);
  });
  it('has the weight of W shapes in their name, and 270 of them', () => {
    const shapes = SECTIONS.filter((x) => /^(W|HP)\d/.test(x.name));
    expect(shapes.length).toBeGreaterThan(280);
    expect(SECTIONS.filter((x) => x.system === 'US').length).toBeGreaterThan(890);
    // W16x31: 31 lb/ft = 46.13 kg/m, 15.9 in deep; k 0.842 in.
    expect(findSection('w16X31', 'x')).toMatchObject({ h: 403.86, tw: 6.985, mass: expect.closeTo(46.133, 3) as number });
    for (const s of shapes) expect(s.name.split('x')[1]).toBe(String(Number(((s.mass! * 0.3048) / 0.45359237).toFixed(6))));
  });
  it('has M, S, C and MC shapes, whose flanges taper, and a tee of half of every W', () => {
    const named = (p: RegExp) => SECTIONS.filter((x) => p.test(x.name));
    expect([/^M\d/, /^S\d/, /^C\d/, /^MC\d/, /^WT\d/].map((p) => named(p).length)).toEqual([10, 23, 28, 34, 273]);
    // S12x31.8: 12 in deep, flanges 5.00 x 0.544 in, web 0.350 in, k 1-3/16 in.
    expect(findSection('s12x31.8', 'x')).toMatchObject({
      ...{ shape: 'I', tapered: true, h: 304.8, b: 127, tf: expect.closeTo(13.8176, 6) as number },
      r: expect.closeTo((1.1875 - 0.544) * 25.4, 6) as number,
    });
    expect(findSection('MC18x58', 'x').shape).toBe('C');
    // W18x65 is 18.4 in deep; 32.5 lb/ft = 48.37 kg/m.
    expect(findSection('WT9x32.5', 'x')).toMatchObject({
      shape: 'T',
      h: expect.closeTo(9.2 * 25.4, 6) as number,
      mass: expect.closeTo(48.366, 2) as number,
    });
    for (const s of SECTIONS.filter((x) => x.shape === 'T')) {
      const half = findSection(
        `W${s.name
          .slice(2)
          .split('x')
          .map((n) => Number(n) * 2)
          .join('x')}`,
        'x',
      );
      expect(properties(s).A / properties(half).A).toBeCloseTo(0.5, 9);
    }
  });
  it('has hollow sections of the United States by the wall that counts', () => {
    // HSS8x8x1/2: 0.93 x 1/2 = 0.465 in; 48.85 lb/ft. Pipe 6 STD: 0.93 x 0.280 = 0.2604 in.
    expect(findSection('hss8X8x1/2', 'x')).toMatchObject({ h: 203.2, t: 11.811, mass: expect.closeTo(72.698, 2) as number });
    expect(findSection('pipe 6 std', 'x')).toMatchObject({ d: 168.275, t: expect.closeTo(6.61416, 5) as number });
  });
  it('finds a section whatever the spelling, and says what is near when it does not', () => {
    expect(findSection('ub 406×140×39', 'beam.section').name).toBe('UB 406x140x39');
    expect(() => findSection('UB 406x140x40', 'beam.section')).toThrow(
      /beam.section: there is no section "UB 406x140x40".*Near it: UB 406x/,
    );
  });
});

describe('angles', () => {
  it('proves every row: mass from geometry within 1.5 % of the nominal mass', () => {
    expect(ANGLES.length).toBeGreaterThan(30);
    expect(ANGLES.filter((s) => Math.abs((angleArea(s) * 7850e-6) / s.mass - 1) > 0.015)).toEqual([]);
    // 150x90x10: 10 x 230 = 2300, less nothing but (1 - pi/4)(144 - 72) = 15.4: 2315 mm2, 18.2 kg/m.
    expect(angleArea({ a: 150, b: 90, t: 10, r: 12 })).toBeCloseTo(2315.45, 1);
  });
});

describe('section properties', () => {
  // Inches, from tables of the rolled range: A, I_x, S_x, Z_x, I_y, Z_y. The slope of their flanges varies a little.
  it.each([
    ['S12x31.8', [9.31, 217, 36.2, 41.8, 9.33, 6.44], 0.02],
    ['S24x121', [35.5, 3160, 258, 306, 83.0, 36.3], 0.02],
    ['C12x20.7', [6.08, 129, 21.5, 25.6, 3.86, 3.47], 0.02],
    ['C15x50', [14.7, 404, 53.8, 68.5, 11.0, 8.14], 0.02],
    ['WT9x32.5', [9.55, 70.7, 10.1, 18.0, 27.4, 11.2], 0.012],
  ])('gives the tabulated values of %s', (name, table, tolerance) => {
    const p = properties(findSection(name, 'x'));
    const inches = [
      p.A / 25.4 ** 2,
      p.I_y / 25.4 ** 4,
      p.W_el_y / 25.4 ** 3,
      p.W_pl_y / 25.4 ** 3,
      p.I_z / 25.4 ** 4,
      p.W_pl_z / 25.4 ** 3,
    ];
    inches.forEach((x, i) => expect(Math.abs(x / table[i]! - 1), `${name}, ${i}`).toBeLessThan(tolerance));
  });
  it('has a plastic modulus over the elastic one about both axes, whatever the section', () => {
    const wrong = SECTIONS.filter((s) => {
      const p = properties(s);
      return !(p.W_pl_y > p.W_el_y && p.W_pl_z > p.W_el_z && p.I_z > 0 && p.A_v > 0 && p.A_v < p.A);
    });
    expect(wrong.map((s) => s.name)).toEqual([]);
  });
  it('of a tee agree with thin strips summed', () => {
    const s = findSection('WT6x25', 'x');
    if (s.shape !== 'T') throw new Error('no tee');
    const N = 20000;
    const step = s.h / N;
    const width = (z: number): number => {
      if (z < s.tf) return s.b;
      const u = z - s.tf;
      return s.tw + (u < s.r ? 2 * (s.r - Math.sqrt(s.r ** 2 - (s.r - u) ** 2)) : 0);
    };
    const strips = Array.from({ length: N }, (_, i) => [(i + 0.5) * step, width((i + 0.5) * step) * step] as const);
    const sum = (f: (z: number) => number): number => strips.reduce((t, [z, a]) => t + f(z) * a, 0);
    const A = sum(() => 1);
    const c = sum((z) => z) / A;
    const I = sum((z) => (z - c) ** 2);
    let p = 0;
    for (let over = 0; over < A / 2; p += 1) over += strips[p]![1];
    const Z = sum((z) => Math.abs(z - p * step));
    const found = properties(s);
    for (const [x, y] of [
      [found.A, A],
      [found.I_y, I],
      [found.W_el_y, I / (s.h - c)],
      [found.W_pl_y, Z],
    ] as const)
      expect(x / y).toBeCloseTo(1, 2);
  });
  // IPE 300: tabulated A 53.8 cm2, I_y 8356 cm4, W_el 557 cm3, W_pl 628 cm3, I_z 604 cm4, A_v 25.7 cm2, I_t 20.1 cm4.
  it('gives the tabulated values of IPE 300', () => {
    const p = properties(findSection('IPE 300', 'x'));
    expect(p.A / 1e2).toBeCloseTo(53.81, 1);
    expect(p.I_y / 1e4).toBeCloseTo(8356, -1);
    expect(p.W_el_y / 1e3).toBeCloseTo(557, 0);
    expect(p.W_pl_y / 1e3).toBeCloseTo(628.4, 0);
    expect(p.I_z / 1e4).toBeCloseTo(603.8, 0);
    expect(p.W_pl_z / 1e3).toBeCloseTo(125.2, 0);
    expect(p.A_v / 1e2).toBeCloseTo(25.68, 1);
    expect(p.I_t / 1e4).toBeCloseTo(20.1, 0);
  });
  // HEB 300: A 149 cm2, I_y 25170 cm4, W_pl 1869 cm3, I_t 185 cm4.
  it('gives the tabulated values of HEB 300', () => {
    const p = properties(findSection('HEB 300', 'x'));
    expect(p.A / 1e2).toBeCloseTo(149.1, 0);
    expect(p.I_y / 1e4 / 25170).toBeCloseTo(1, 3);
    expect(p.W_pl_y / 1e3 / 1869).toBeCloseTo(1, 3);
    expect(p.I_t / 1e4 / 185).toBeCloseTo(1, 1);
  });
  // SHS 200x10: A 74.9 cm2, I 4471 cm4, W_pl 531 cm3, I_t 7031 cm4. CHS 219.1x8: A 53.1 cm2, I 2960 cm4.
  it('gives the tabulated values of hollow sections', () => {
    const s = properties(findSection('SHS 200x200x10', 'x'));
    expect(s.A / 1e2).toBeCloseTo(74.9, 1);
    expect(s.I_y / 1e4 / 4471).toBeCloseTo(1, 3);
    expect(s.W_pl_y / 1e3 / 531).toBeCloseTo(1, 3);
    expect(s.I_t / 1e4 / 7031).toBeCloseTo(1, 2);
    const c = properties(findSection('CHS 219.1x8', 'x'));
    expect(c.A / 1e2).toBeCloseTo(53.1, 1);
    expect(c.I_y / 1e4 / 2960).toBeCloseTo(1, 2);
  });
  // PFC 200x90x30: A 37.9 cm2, I_y 2523 cm4, W_pl_y 291 cm3, I_z 314 cm4, W_el_z 53.4 cm3, W_pl_z 94.5 cm3.
  it('gives the tabulated values of a channel', () => {
    const p = properties(findSection('PFC 200x90x30', 'x'));
    expect(p.A / 1e2).toBeCloseTo(37.9, 0);
    expect(p.I_y / 1e4 / 2523).toBeCloseTo(1, 2);
    expect(p.W_pl_y / 1e3 / 291).toBeCloseTo(1, 2);
    expect(p.I_z / 1e4 / 314).toBeCloseTo(1, 2);
    expect(p.W_el_z / 1e3 / 53.4).toBeCloseTo(1, 2);
    expect(p.W_pl_z / 1e3 / 94.5).toBeCloseTo(1, 1);
  });
});

describe('bolts', () => {
  it('proves the stress area of each size: pi/4 (d - 0.9382 p)^2 within 1 %', () => {
    for (const b of BOLT_SIZES) expect(((Math.PI / 4) * (b.d - 0.9382 * b.pitch) ** 2) / b.A_s, `M${b.d}`).toBeCloseTo(1, 1.9);
  });
  it('makes holes by EN 1090-2', () => {
    expect(holeSize(12, 'normal').d_0).toBe(13);
    expect(holeSize(20, 'normal').d_0).toBe(22);
    expect(holeSize(27, 'normal').d_0).toBe(30);
    expect(holeSize(24, 'oversize').d_0).toBe(30);
    expect(holeSize(22, 'short_slot_h')).toEqual({ d_0: 24, d_v: 24, d_h: 28 });
    expect(holeSize(20, 'long_slot_v')).toEqual({ d_0: 22, d_v: 30, d_h: 22 });
  });
  // M20, grip 10 + 7.4 = 17.4: 17.4 + 3 + 18 + 1.5 x 2.5 = 42.15 -> 45.
  it('picks the standard length', () => expect(boltLength(boltSize(20), 17.4)).toBe(45));
  it('refuses a size that does not exist', () => expect(() => boltSize(19)).toThrow(/there is no bolt M19; accepted are M12/));
});

describe('steel', () => {
  it('falls with thickness', () => {
    const f = (t: number) => steelStrength({ grade: 'S275' }, t, 'UK', 'plate.steel').f_y;
    expect([16, 16.1, 40, 63, 80, 100].map(f)).toEqual([275, 265, 265, 255, 245, 235]);
    expect(() => f(101)).toThrow(/stops at 100 mm/);
  });
  it('uses the values of EN 1993-1-1 with the recommended set', () =>
    expect(steelStrength({ grade: 'S355' }, 20, 'recommended', 'x')).toEqual({ f_y: 355, f_u: 510, beta_w: 0.9 }));
  it('lets a value be overridden, and refuses f_u under f_y', () => {
    expect(steelStrength({ grade: 'S355', f_y: 320 }, 20, 'UK', 'x')).toEqual({ f_y: 320, f_u: 470, beta_w: 0.9 });
    expect(() => steelStrength({ f_y: 500, f_u: 400, beta_w: 0.9 }, 20, 'UK', 'x')).toThrow(/accepted is f_u of at least f_y/);
  });
  it('names the grades when one is unknown', () =>
    expect(() => steelStrength({ grade: 'S999' }, 10, 'UK', 'plate.steel')).toThrow(/no steel grade "S999"; accepted are S235/));
});

describe('anchors', () => {
  // ISO 898-1: A_s = pi/4 (d - 0.9382 p)^2, coarse thread.
  it.each(ANCHOR_SIZES.map((a) => [a.d, a] as const))('M%i has the stress area of its pitch', (d, a) => {
    expect(Math.abs(a.A_s / ((Math.PI / 4) * (d - 0.9382 * a.pitch) ** 2) - 1)).toBeLessThan(0.01);
    expect(a.flats).toBeGreaterThan(1.35 * d);
    expect(a.nut).toBeGreaterThan(0.6 * d);
  });
  // EN 1992-4, Table 6.1, and as the basis continues it.
  it('take shear without slip in holes up to the table', () => {
    expect([12, 16, 20, 24, 27, 30, 36, 42].map(tightHole)).toEqual([14, 18, 22, 26, 30, 33, 39, 45]);
  });
  it('outside the table need their stress area', () => {
    expect(anchorSize(26, undefined)).toBeNull();
    expect(anchorSize(26, 400)).toMatchObject({ d: 26, A_s: 400 });
    expect(anchorSize(24, 340)).toMatchObject({ d: 24, A_s: 340, pitch: 3 });
  });
});
