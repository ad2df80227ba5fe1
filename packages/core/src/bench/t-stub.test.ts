import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { calculate, toolOf, type Calculation } from './index.ts';

const run = (change: object = {}): Calculation => {
  const answer = calculate('t-stub', { ...toolOf('t-stub').start, ...change }, DEFAULT_BASIS);
  if ('refusal' in answer) throw new Error(answer.refusal.message);
  return answer.ok;
};
const cell = (c: Calculation, table: string, row: number): string => c.tables.find((t) => t.title === table)!.rows[row]![1]!;
const held = (c: Calculation): number => Number(/hold ([\d.]+) kN/.exec(c.answer)![1]);

describe('a T-stub of the bench', () => {
  // Worked case W1 of the basis, rows 1 and 2 as a group: lengths 291.48; 502.26, 425.21 and 564.48 kN; row 1 is 65 below the top, 52.3 under the flange.
  const W1 = { m: 90 / 2 - 4 - 0.8 * Math.SQRT2 * 4.5, e: 50, rows: 2, p: 75, c_2: 52.3, a_2: 6, t: 15, t_other: 15 };
  it('is the group of a worked case', () => {
    const c = run(W1);
    expect(c.answer).toMatch(
      /^2 rows of two M20-8\.8 hold 425 kN: mode 2, the flange yields with the bolts; prying of a bolt then 34\.8 kN$/,
    );
    expect([0, 1, 2].map((i) => cell(c, 'Modes', i))).toEqual(['502', '425', '564']);
    expect(cell(c, 'Lengths', 1)).toBe('291.5');
    // Q = F_t - F/(2 n_b) = 141.12 - 425.21/4 = 34.82.
  });
  it('is one row of it alone', () => {
    // Row 1 alone: 225.62 circular, 216.48 beside the flange; 373.02, 239.69, 282.24.
    const c = run({ ...W1, rows: 1 });
    expect([cell(c, 'Lengths', 0), cell(c, 'Lengths', 1), ...[0, 1, 2].map((i) => cell(c, 'Modes', i))]).toEqual([
      '225.6',
      '216.5',
      '373',
      '240',
      '282',
    ]);
  });
  it('says where the mode changes: thin yields, thick breaks the bolts, and more thickness never holds less', () => {
    expect(run({ ...W1, t: 8, t_other: 30 }).answer).toContain('mode 1');
    expect(run({ ...W1, t: 40, t_other: 30 }).answer).toContain('mode 3');
    const words = run(W1).picture!.items.flatMap((x) => (x.k === 'text' ? [x.text] : []));
    expect(words.filter((w) => /^mode \d to \d at/.test(w))).toEqual([
      expect.stringMatching(/^mode 1 to 2 at 1\d/),
      expect.stringMatching(/^mode 2 to 3 at 2\d/),
    ]);
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 15 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 4 }),
        (t, more, rows) => {
          expect(held(run({ ...W1, t, rows }))).toBeLessThanOrEqual(held(run({ ...W1, t: Math.min(16, t + more), rows })));
        },
      ),
      { numRuns: 40, seed: 417 },
    );
  });
  it('counts the washer by method 2, and the free length of long bolts', () => {
    expect(Number(cell(run({ ...W1, mode1: 'method2' }), 'Modes', 0))).toBeGreaterThan(502);
    expect(run({ ...W1, t: 20, t_other: 150, prying: 'check' }).answer).toContain('no prying');
  });
  it('is refused where the pitch of several rows is missing', () => {
    const { p: _p, ...start } = toolOf('t-stub').start as { p: number };
    expect(calculate('t-stub', start, DEFAULT_BASIS)).toEqual({
      refusal: { field: 'p', message: 'p: the value is missing; it must be given.' },
    });
  });
});
