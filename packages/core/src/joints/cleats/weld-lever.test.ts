import { describe, expect, it } from 'vitest';
import { CLEATS, strengthOf } from '../beam-end/samples.testing.ts';

describe('welds of cleats on the support', () => {
  // 290 deep, leg 6, throat 4.2: l = 290 - 8.4 = 281.6. The toe is 90 from the web's face; a single cleat turns about the middle of the web of 8: 94.
  // V = 50 kN: one of two takes 25: f_h = 6 x 25 000 x 90/281.6^2 = 170.24, f_z = 88.78: 192.0 N/mm; a single one 6 x 50 000 x 94/281.6^2 = 355.61, 177.56: 397.5.
  it.each([
    ['double', 25e3, 90],
    ['single', 50e3, 94],
  ] as const)('turn in the plane of the support: %s', (arrangement, V, e) => {
    const l = 290 - 2 * 0.7 * 6;
    const input = { ...CLEATS, arrangement, fixing: 'welded_to_support' as const, weld: { s: 6 } };
    const { demand } = strengthOf('cleats', input, { V_Ed: 50 }, 'weld-support');
    expect(demand).toBeCloseTo(Math.hypot((6 * V * e) / l ** 2, V / l), 6);
    expect(demand).toBeCloseTo(arrangement === 'single' ? 397.5 : 192.0, 1);
  });
});
