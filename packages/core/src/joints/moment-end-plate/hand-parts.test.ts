import { describe, expect, it } from 'vitest';
import type { StrengthResult } from '../../checks/check.ts';
import { W1, W2 } from './cases.testing.ts';
import { actions, onColumn, results, strength } from './hand.testing.ts';
import type { MomentPlateInput } from './input.ts';

describe('a thin plate', () => {
  // W1 with 8 mm, row 1: l_eff 216.48, m 35.909, n 44.886: M_pl = 216.48 x 64/4 x 275 = 0.95251 kNm; 4 M/m = 106.10 kN. Method 2, washer of 37 mm, e_w 9.25:
  // (8 x 44.886 - 18.5) M/(2 x 35.909 x 44.886 - 9.25 x 80.795) = 340.588 x 0.95251e3/2476.25 = 131.01 kN.
  it.each([
    ['method1', 106.1],
    ['method2', 131.01],
  ] as const)('yields by %s', (mode1, kN) => {
    const thin: MomentPlateInput = { ...W1, plate: { ...W1.plate, t: 8 }, options: { ...W1.options, mode1 } };
    const row = results(thin, actions(20)).find(
      (x) => x.type === 'strength' && x.id === 'end-plate-bending' && x.where === 'row 1',
    );
    expect((row as StrengthResult).resistance / 1e3).toBeCloseTo(kN, 1);
  });
});

describe('a plate on the web of the column', () => {
  const plated = (change: object = {}, steel = W2.column!.steel): MomentPlateInput => ({
    ...onColumn({ steel }),
    web_plate: { t: 10.5, b: 190, l: 700, sides: 1, weld: 'fillet', steel: { grade: 'S355' }, ...change },
  });
  // A_vc = 13136.4 - 2 x 280 x 18 + (10.5 + 48) x 18 = 4109.4; with 190 x 10.5 it is 6104.4. f_y 345.
  it('lifts the panel once, however many there are: 0.9 x 345 x 6104.4/sqrt3 = 1094.32 kN', () => {
    const panel = (input: MomentPlateInput): number => strength(input, actions(100), 'column-panel-shear').resistance / 1e3;
    expect([panel(W2), panel(plated()), panel(plated({ sides: 2 }))]).toEqual([
      expect.closeTo(736.69, 1),
      expect.closeTo(1094.32, 1),
      expect.closeTo(1094.32, 1),
    ]);
  });
  // b_eff = 14.6 + 2 sqrt2 x 7 + 5 x 42 + 20 + (20 - 7 sqrt2) = 274.5. One: t 15.75, omega = 1/sqrt(1 + 1.3 (274.5 x 15.75/6104.4)^2) = 0.77803, lambda_p 0.556: rho 1:
  // 0.77803 x 274.5 x 15.75 x 345 = 1160.47. Two: t 21, omega 0.68050: 1353.34.
  it('makes the web half as thick again in compression, or twice', () => {
    const pressed = (input: MomentPlateInput): number => strength(input, actions(100), 'column-web-compression').resistance / 1e3;
    expect(pressed(plated())).toBeCloseTo(1160.5, 0);
    expect(pressed(plated({ sides: 2 }))).toBeCloseTo(1353.3, 0);
  });
  // F = omega b t f_y of the bare web says b t; with t times k and A_vc 6104.4 the web of the same row has:
  it('makes it 1.5 or 2 times as thick in tension by butt welds, 1.4 by fillets, 1.3 of a steel stronger than S355', () => {
    const pulled = (input: MomentPlateInput): number => strength(input, actions(100), 'column-web-tension').resistance;
    const lifted = (bare: number, f_y: number, k: number): number => {
      const q = bare / f_y;
      const bt = k * (q / Math.sqrt(1 - 1.3 * (q / 4109.4) ** 2));
      return (bt / Math.sqrt(1 + 1.3 * (bt / 6104.4) ** 2)) * f_y;
    };
    const bare = pulled(W2);
    for (const [change, k] of [
      [{}, 1.4],
      [{ sides: 2 }, 1.4],
      [{ weld: 'butt' }, 1.5],
      [{ weld: 'butt', sides: 2 }, 2],
    ] as const)
      expect(pulled(plated(change)) / lifted(bare, 345, k), JSON.stringify(change)).toBeCloseTo(1, 4);
    for (const [steel, f_y, k] of [
      [{ grade: 'S460' }, 440, 1.3],
      [{ f_y: 400, f_u: 520, beta_w: 1 }, 400, 1.3],
      [{ f_y: 355, f_u: 490, beta_w: 0.9 }, 355, 1.4],
    ] as const)
      expect(pulled(plated({}, steel)) / lifted(pulled(onColumn({ steel })), f_y, k), JSON.stringify(steel)).toBeCloseTo(1, 4);
  });
});

describe('the weld of a compression flange that is not sawn', () => {
  // W1 at 100 of 121.501 kNm: the rows sum to 641.36 kN at the resistance, 0.82304 of it, 527.87, under this load; the flange is 170 x 12.7 x 275 = 593.73 kN.
  // 170 + 170 - 8 - 36 = 296 mm of 6 mm: 6 x 296 x 385.88/sqrt2 = 484.60 kN, 0.918 of 527.87.
  const weld = (design: 'resistance' | 'force', change: object = {}): StrengthResult =>
    strength({ ...W1, welds: { ...W1.welds, sawn: false, design, ...change } }, actions(100, 0, 45), 'weld-compression-flange');
  it('takes what the joint has, as far as the flange goes', () =>
    expect(weld('resistance')).toMatchObject({
      demand: expect.closeTo(593725, 0),
      resistance: expect.closeTo(484599, -1),
      multiple: expect.closeTo(0.918, 3),
      pass: false,
    }));
  it('takes what this load brings where it is made for that', () =>
    expect(weld('force')).toMatchObject({ demand: expect.closeTo(527870, -2), multiple: expect.closeTo(0.918, 3) }));
  // 7 mm: 565.37 kN holds this load 1.071 times, and is less than the joint: a rule, not a failure.
  it('holds a load that it holds, weaker than its joint', () =>
    expect(weld('resistance', { bottom: 7 })).toMatchObject({ pass: true, multiple: expect.closeTo(1.071, 3) }));
});

describe('bearing of a single row', () => {
  // e_1 = 45 + 15 = 60: alpha_d = 60/66 = 0.9091; k_1 2.5 (2.8 x 50/22 - 1.7, 1.4 x 90/22 - 1.7 are more): two bolts 2 x 2.5 x 0.9091 x 410 x 20 x 15/1.25 = 447.27 kN.
  it('goes by its end alone', () => {
    const one = { ...W1, rows: [{ y: -45, role: 'auto' as const }] };
    expect(strength(one, actions(20, 0, 50), 'bolt-bearing-plate').resistance / 1e3).toBeCloseTo(447.27, 2);
  });
});
