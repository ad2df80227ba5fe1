import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KIP } from '../../../catalogue/index.ts';
import { to } from '../../aisc360.testing.ts';
import { momentEndPlate } from '../index.ts';
import type { MomentPlateInput } from '../input.ts';
import { anyFormed } from './any-joint.testing.ts';
import { D, fillet, load, rowsAt, strengthOf } from './cases.testing.ts';

const built = (input: MomentPlateInput) => momentEndPlate.build(input, to());
const TITLE = { job: '', number: '', revision: 'A', mark: 'M1', kind: '', verdict: 'holds', checked: '', basis: '' };

describe('rows of a moment end plate to AISC 360', () => {
  // 2500/40.556 = 61.64 each; bolts 0.75 x 2 x 67.949 = 101.92, plate 5593.7/40.556 = 137.9, column flange 3614.2/40.556 = 89.12, web: crippling 214.24 x 20.278/40.556 = 107.1, panel
  // 157.36 x 20.278/40.556 = 78.68.
  it('pull alike at the tension flange; what takes from them stands in order', () => {
    const flow = built(D).rows(load(2500, 38))!;
    expect(flow.takers).toEqual(['the plate', 'the flange of the column', 'the web of the column', 'the panel', 'the weld']);
    const [outer, inner, ...rest] = flow.rows;
    for (const row of [outer!, inner!]) {
      expect(row.F / KIP).toBeCloseTo(61.643, 2);
      expect(row.steps.map((x) => x / KIP)).toEqual(
        [101.92, 101.92, 89.12, 89.12, 78.68, 78.68].map((x) => expect.closeTo(x, 1)),
      );
      expect(row.F_Rd / KIP).toBeCloseTo(78.68, 1);
      expect([row.by, row.mode, row.Q]).toEqual(['the panel', 'no prying', 0]);
    }
    expect(rest.map((r) => [r.F, r.F_Rd, r.by])).toEqual([
      [0, 0, 'carries the shear'],
      [0, 0, 'carries the shear'],
    ]);
    // The moment of the joint is that of its panel, and its compression acts at the other flange.
    expect(flow.M_Rd / KIP / 25.4).toBeCloseTo(157.356 * 20.278, 0);
    expect([flow.C / KIP, flow.y_C / 25.4]).toEqual([expect.closeTo(123.287, 2), expect.closeTo(-20.8 + 0.261, 6)]);
  });
  it('turn with the moment, and pull nothing where the procedure has no form', () => {
    const back = built(D).rows(load(-2500))!;
    expect(back.rows.map((r) => r.F > 0)).toEqual([false, false, true, true]);
    expect(back.y_C / 25.4).toBeCloseTo(-0.261, 6);
    const top: MomentPlateInput = { ...D, rows: rowsAt(20.8, 0.522, [1.5], [1.5]).filter((r) => r.y > -500) };
    const none = built(top).rows(load(-2500))!;
    expect([none.M_Rd, ...none.rows.map((r) => r.by)]).toEqual([0, ...none.rows.map(() => 'no form of this procedure')]);
    // Without a combination they stand at their resistance.
    expect(built(D).rows(null)!.rows[0]!.F_Rd / KIP).toBeCloseTo(78.68, 1);
  });
  it('count the bare column with its stiffeners', () => {
    const pair = { b: 100, t: 12, a: fillet(0.5), c: 12, depth: 'full', fitted: true, steel: D.plate.steel } as const;
    const flow = built({ ...D, stiffeners: { top: pair, bottom: pair } }).rows(load(2500))!;
    // The bolts, 101.92, come before what web and stiffeners take together.
    expect(flow.rows[0]!.steps[3]! / KIP).toBeCloseTo(101.92, 1);
  });
  it('never keep more than the step before, and what they keep times their arms is the moment', () => {
    fc.assert(
      fc.property(anyFormed, (input) => {
        let flow;
        try {
          flow = built(input).rows(load(1000))!;
        } catch {
          return; // refused in words: see the properties
        }
        for (const row of flow.rows) {
          row.steps.slice(1).forEach((x, i) => expect(x).toBeLessThanOrEqual(row.steps[i]!));
          if (row.steps.length) expect(row.F_Rd).toBe(row.steps.at(-1));
        }
        const bolts = strengthOf(input, load(1000), 'mep-bolt-tension').strength;
        expect(flow.M_Rd / KIP / 25.4).toBeLessThanOrEqual(bolts * (1 + 1e-9));
      }),
      { numRuns: 150, seed: 417 },
    );
  });
});

describe('patterns to AISC 360', () => {
  it('give what plate and flange take of all four bolts, and name what ends the rows', () => {
    // Case D by hand, arms 22.039 + 18.517 = 40.556 in, two rows: 2 x 3614.2/40.556 = 178.23 kip and 2 x 5593.7/40.556 = 275.85 kip.
    const { rows, patterns } = built(D).rows(load(2500, 38))!;
    expect(patterns.map((p) => [p.path, p.rows, Number((p.F / KIP).toFixed(0))])).toEqual([
      ['mep-column-flange', [1, 2], 178],
      ['mep-plate-yield', [1, 2], 276],
    ]);
    expect(rows.map((r) => r.path)).toEqual(['mep-panel-zone', 'mep-panel-zone', null, null]);
  });
});

describe('failure paths to AISC 360', () => {
  it('stand for every strength and lie on the joint', () => {
    const eight = {
      ...D,
      rib: { t: 12.7, l: 260, steel: D.plate.steel },
      rows: rowsAt(20.8, 0.522, [4.5, 1.5], [1.5, 4.5]),
      plate: { ...D.plate, top: 150, bottom: 150 },
    };
    const pair = { b: 100, t: 12, a: 6, c: 12, depth: 'full', fitted: false, steel: D.plate.steel } as const;
    for (const input of [D, { ...D, rib: eight.rib }, eight, { ...eight, stiffeners: { top: pair, bottom: pair } }])
      for (const c of [load(2500, 38), load(-2500, -38)]) {
        const joint = built(input as MomentPlateInput);
        const { paths } = joint.drawing(TITLE, c);
        const run = joint.rows(c)!;
        expect(run.rows.some((r) => r.F > 0)).toBe(true);
        for (const id of [
          'mep-plate-yield',
          'mep-column-flange',
          'mep-panel-zone',
          'mep-bolt-tension',
          'mep-bolt-shear',
          'mep-column-web-yield',
          'mep-beam-web-shear',
          'mep-web-weld-shear',
        ])
          expect([id, (paths[id] ?? []).length > 0]).toEqual([id, true]);
        for (const mark of Object.values(paths).flat())
          for (const p of mark.k === 'line' ? mark.points : [mark.centre]) expect(p.every(Number.isFinite)).toBe(true);
      }
  });
  it('the pattern of the plate reaches s past the innermost row, on the side that is pulled', () => {
    const lowest = (c: ReturnType<typeof load>): number =>
      Math.min(
        ...built(D)
          .drawing(TITLE, c)
          .paths['mep-plate-yield']!.flatMap((m) => (m.k === 'line' ? m.points.map((p) => p[1]) : [])),
      );
    // -0.522 - 1.5 - 3.3541 in; upside down from the bottom row outside, -20.8 - 1.5.
    expect(lowest(load(2500)) / 25.4).toBeCloseTo(-0.522 - 1.5 - 3.3541, 3);
    expect(lowest(load(-2500)) / 25.4).toBeCloseTo(-22.3, 3);
  });
});
