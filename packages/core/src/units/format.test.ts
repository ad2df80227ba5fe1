import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { exact, MINUS } from './format.ts';

describe('a number as it was typed', () => {
  it.each<[number, string]>([
    [70, '70'],
    [-70, `${MINUS}70`],
    [0, '0'],
    [-0, '0'],
    [12.5, '12.5'],
    // 0.1 + 0.2 is 0.30000000000000004 in the machine.
    [0.1 + 0.2, '0.3'],
    [999_999_999_999, '999999999999'],
    // Twelve figures are kept of a larger one.
    [1_234_567_890_123, '1234567890120'],
  ])('%f is %s', (x, text) => expect(exact(x)).toBe(text));
  it('is the same by the short way for whole numbers as by its figures', () => {
    const byFigures = (x: number): string => String(Number(x.toPrecision(12))).replace('-', MINUS);
    const any = fc.oneof(
      fc.integer(),
      fc.maxSafeInteger(),
      fc.double({ noNaN: true, noDefaultInfinity: true }),
      fc.integer().map((x) => x / 100),
    );
    fc.assert(
      fc.property(any, (x) => {
        expect(exact(x)).toBe(byFigures(x));
      }),
      { numRuns: 2000 },
    );
  });
});
