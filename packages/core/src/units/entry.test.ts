import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readLengths, readQuantity } from './entry.ts';

describe('a length as typed', () => {
  it.each([
    ['70', 70],
    [' 72,5 ', 72.5],
    ['70 mm', 70],
    ['7cm', 70],
    ['0.07 m', 70],
    ['−5', -5],
    ['1e2', 100],
    ['3 in', 76.2],
    ['3"', 76.2],
    ['3-1/2 in', 88.9],
    ['3 1/2 in', 88.9],
    ['1/2in', 12.7],
    ['.5 in', 12.7],
    ['1 ft', 304.8],
    ['1 ft 2 in', 355.6],
    ['1\' 2-1/2"', 368.3],
    ['−1 ft 6 in', -457.2],
  ])('%s is %f mm', (text, mm) => expect(readQuantity(text, 'mm')).toBe(mm));
  it.each(['', 'in', 'x', '3 kN', '1/2', '1/2 mm', '3 1/0 in', '1 ft 2', '1 ft -2 in', '1e999', '60 80'])('%s is none', (text) =>
    expect(readQuantity(text, 'mm')).toBeNull(),
  );
  it('may be several, with their unit at the end', () => {
    expect(readLengths('60 80  80')).toEqual([60, 80, 80]);
    expect(readLengths('2-1/2 3 3 in')).toEqual([63.5, 76.2, 76.2]);
    expect(readLengths('3 1/2 in')).toEqual([88.9]);
    expect(readLengths('60 wide')).toBeNull();
    expect(readLengths('')).toBeNull();
  });
  it('is the same length in every unit', () => {
    fc.assert(
      fc.property(fc.integer({ min: -100_000, max: 100_000 }), (n) => {
        const mm = n / 10;
        for (const [unit, size] of [
          ['mm', 1],
          ['cm', 10],
          ['m', 1000],
          ['in', 25.4],
          ['ft', 304.8],
        ] as const)
          expect(readQuantity(`${(mm / size).toFixed(15)} ${unit}`, 'mm')).toBeCloseTo(mm, 9);
      }),
    );
  });
  it('adds fractions of an inch as a rule reads', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 31 }), (whole, part) => {
        expect(readQuantity(`${whole}-${part}/32 in`, 'mm')).toBeCloseTo((whole + part / 32) * 25.4, 9);
      }),
    );
  });
});

describe('forces, moments and stresses as typed', () => {
  // 1 lbf = 4.4482216152605 N: 25 kip = 111.206 kN; 40 kip ft = 40 x 4.44822 x 0.3048 = 54.2327 kNm; 50 ksi = 344.738 MPa; 1.2 kip/ft = 17.5127 kN/m.
  it.each([
    ['25 kip', 'kN', 111.206],
    ['2000 lbf', 'kN', 8.89644],
    ['142', 'kN', 142],
    ['−31,5 kN', 'kN', -31.5],
    ['1.5 MN', 'kN', 1500],
    ['40 kip-ft', 'kNm', 54.2327],
    ['100 kip-in', 'kNm', 11.2985],
    ['50 ksi', 'MPa', 344.738],
    ['355 N/mm2', 'MPa', 355],
    ['1.2 kip/ft', 'kN/m', 17.5127],
  ] as const)('%s is in %s %f', (text, unit, x) => expect(readQuantity(text, unit)).toBeCloseTo(x, 3));
  it('belong to their kind', () => {
    expect(readQuantity('25 kip', 'mm')).toBeNull();
    expect(readQuantity('3 in', 'kN')).toBeNull();
    expect(readQuantity('1/2 kip', 'kN')).toBeNull();
  });
});
