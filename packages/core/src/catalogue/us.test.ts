import { describe, expect, it } from 'vitest';
import { boltLength } from './bolts.ts';
import { angleArea } from './angles.ts';
import {
  boltGroup,
  INCH,
  KIP,
  KSI,
  pretension,
  US_STEELS,
  usBolt,
  usAnchor,
  usAnchorSize,
  usHole,
  usSteel,
  US_ANGLES,
} from './us.ts';

const inches = (h: { d_0: number; d_v: number; d_h: number }): number[] =>
  [h.d_v, h.d_h].map((x) => Number((x / INCH).toFixed(6)));

it('angles in inches weigh what their legs do, within 1.5 %', () => {
  expect(US_ANGLES.length).toBeGreaterThan(110);
  // L4x4x1/2: 0.5 x 7.5 = 3.75 in2, 12.76 lb/ft against 12.8 listed.
  expect(US_ANGLES.filter((s) => Math.abs((angleArea(s) * 7850e-6) / s.mass - 1) > 0.015)).toEqual([]);
  expect(US_ANGLES.find((s) => s.a === 101.6 && s.b === 101.6 && s.t === 12.7)!.mass).toBeCloseTo(19.05, 2);
});

describe('bolts in inches', () => {
  // AISC 360-22, Table J3.2, ksi: group 120 90, 54, 68; any threaded part 0.75, 0.450, 0.563 of F_u.
  it('have the stresses of their group, or shares of their strength', () => {
    const of = (name: string): number[] => {
      const g = boltGroup(name)!;
      return [g.F_nt, g.F_nv_N, g.F_nv_X].map((x) => Number((x / KSI).toFixed(3)));
    };
    expect(of('120')).toEqual([90, 54, 68]);
    expect(of('150')).toEqual([113, 68, 84]);
    expect(boltGroup('8.8')).toMatchObject({ F_nt: 600, F_nv_N: 360, named: false });
    expect(boltGroup('125')).toBeUndefined();
    expect(boltGroup('toString')).toBeUndefined();
  });
  // Table J3.1; group 144, 3/4 in: 0.70 x 144 x 0.334 = 33.7: 34 kip by its rule.
  it('have their pretension, by the table or by its rule', () => {
    expect([0.75, 1].map((d) => pretension(d * INCH, '120')!.T_b / KIP)).toEqual([28, 51]);
    expect(pretension(0.875 * INCH, '150')).toMatchObject({ fromTable: true, T_b: 49 * KIP });
    expect(pretension(0.75 * INCH, '144')).toMatchObject({ fromTable: false });
    expect(pretension(0.75 * INCH, '144')!.T_b / KIP).toBeCloseTo(34, 9);
    // M20 8.8: 0.70 x 800 x 245 = 137.2 kN = 30.8: 31 kip.
    expect(pretension(20, '8.8')!.T_b / KIP).toBeCloseTo(31, 9);
    expect([pretension(20, '4.6'), pretension(18.5, '120'), pretension(20, 'x')]).toEqual([null, null, null]);
    for (const [name, list] of Object.entries({
      120: [12, 19, 28, 39, 51, 64, 81, 97, 118],
      150: [15, 24, 35, 49, 64, 80, 102, 121, 148],
    }))
      [0.5, 0.625, 0.75, 0.875, 1, 1.125, 1.25, 1.375, 1.5].forEach((d, i) => {
        const n = [13, 11, 10, 9, 8, 7, 7, 6, 6][i]!;
        const A = Math.round((Math.PI / 4) * (d - 0.9743 / n) ** 2 * 1000) / 1000;
        expect([name, d, Math.round(0.7 * Number(name) * A)]).toEqual([name, d, list[i]]);
        expect(pretension(d * INCH, name)!.T_b / KIP).toBeCloseTo(list[i]!, 9);
      });
  });
  // Heavy hex of 3/4 in: 1-1/4 across flats; nut 47/64.
  it('have heads, nuts and lengths by the quarter inch', () => {
    const b = usBolt(0.75 * INCH);
    expect([b.s / INCH, b.nut / INCH]).toEqual([expect.closeTo(1.25, 9), expect.closeTo(47 / 64, 9)]);
    expect(b.A_s / INCH ** 2).toBeCloseTo(0.334, 3);
    expect((boltLength(b, 0.625 * INCH) / INCH) % 0.25).toBeCloseTo(0, 9);
    expect(usBolt(20)).toMatchObject({ d: 20, A_s: 245 });
    expect(usBolt(18.5).A_s).toBeCloseTo(0.75 * (Math.PI / 4) * 18.5 ** 2, 6);
  });
});

describe('holes of Table J3.3', () => {
  it.each<[number, Parameters<typeof usHole>[1], number, number]>([
    [0.75, 'normal', 13 / 16, 13 / 16],
    [1, 'normal', 1.125, 1.125],
    [0.5, 'oversize', 0.625, 0.625],
    [0.875, 'oversize', 1.0625, 1.0625],
    [1.125, 'oversize', 1.4375, 1.4375],
    [0.75, 'short_slot_h', 13 / 16, 1],
    [1, 'short_slot_v', 1.3125, 1.125],
    [0.75, 'long_slot_h', 13 / 16, 1.875],
  ])('%f in, %s', (d, kind, v, h) => expect(inches(usHole(d * INCH, kind))).toEqual([v, h].map((x) => Number(x.toFixed(6)))));
});

describe('steels', () => {
  it('have their strengths in ksi', () => {
    expect(
      [usSteel('A992')!.f_y / KSI, usSteel('A36')!.f_u / KSI, usSteel('F1554-105')!.f_u / KSI].map((x) => Math.round(x)),
    ).toEqual([50, 58, 125]);
    expect(usSteel('S275')).toBeUndefined();
    for (const g of US_STEELS) expect(usSteel(g)!.f_u).toBeGreaterThan(usSteel(g)!.f_y);
  });
});

// F1554: 36/58, 55/75, 105/125 ksi. A_se: 3/4 in 10 threads 0.334, 1 in 0.606, 1-1/2 in 1.41, 2 in 2.50 in2.
it('anchor rods have the strength of their grade and the tensile area of their threads', () => {
  expect(usAnchor('F1554-55')!.f_yb / KSI).toBeCloseTo(55, 9);
  expect(usAnchor('F1554-105')!.f_ub / KSI).toBeCloseTo(125, 9);
  expect([usAnchor('8.8')!.f_ub, usAnchor('A36')]).toEqual([800, undefined]);
  for (const [d, A] of [
    [0.75, 0.334],
    [1, 0.606],
    [1.5, 1.41],
    [2, 2.5],
  ] as const)
    expect(usAnchorSize(d * INCH, undefined)!.A_s / INCH ** 2).toBeCloseTo(A, 2);
  expect(usAnchorSize(24, undefined)!.A_s).toBe(353);
  expect([usAnchorSize(23, undefined), usAnchorSize(23, 300)!.A_s]).toEqual([null, 300]);
});
