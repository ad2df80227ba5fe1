import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJob } from '../../job/document.ts';
import { jointModel } from '../../job/field.ts';
import { fieldStrengths } from './field-strengths.ts';

const KSI = 6.894757;
const heron = readJob(JSON.parse(readFileSync(new URL('../../../../../demo/heron-street.json', import.meta.url), 'utf8')));
const settings = { electrode: '70', deformation: true };
const LRFD = { factors: {}, set: 'LRFD', settings };
const ASD = { factors: {}, set: 'ASD', settings };

describe('strengths of a plate analysis to AISC 360', () => {
  it('of D1-01: 3/4 in bolts of Group 120 in a plate of 1/4 in A36, E70', () => {
    const joint = heron.joints.find((j) => j.mark === 'D1-01')!;
    const { model } = jointModel(joint, heron);
    const [bolt] = model.bolts;
    // A_b = pi 0.75^2/4 = 0.4418 in2: 0.75 x 90 x 0.4418 = 29.82 kip, 0.75 x 54 x 0.4418 = 17.89 kip.
    expect(bolt!.F_t_Rd / 4448.222).toBeCloseTo(29.82, 2);
    expect(bolt!.F_v_Rd! / 4448.222).toBeCloseTo(17.89, 2);
    // Plate: 1.25 in to its end less half a hole of 13/16: 0.84375 in; 0.75 x 1.2 x 0.84375 x 0.25 x 58 = 11.01 kip towards it.
    const [along, down] = bolt!.F_b_Rd![0] as readonly [number, number];
    expect(down / 4448.222).toBeCloseTo(11.01, 1);
    // Along the beam 1.5 in: 1.5 - 0.40625 = 1.09375 in; 0.75 x 1.2 x 1.09375 x 0.25 x 58 = 14.27 kip.
    expect(along / 4448.222).toBeCloseTo(14.27, 1);
    const plate = model.plates.find((p) => p.name === 'plate')!;
    expect(plate.fy! / KSI).toBeCloseTo(0.9 * 36, 3);
    const weld = model.welds.find((w) => w.type === 'fillet')!;
    // Along the line 0.75 x 0.6 x 70 = 31.5 ksi on the throat: R = a l f_w is reached at sqrt(3) L.
    expect(weld.fu! / (weld.beta_w! * weld.gamma_M2) / Math.sqrt(3) / KSI).toBeCloseTo(31.5, 2);
    expect(weld.throat).toBeCloseTo((3 / 16) * 25.4 * Math.SQRT1_2, 6);
  });
  it('are two thirds of them in allowable strength design, of plates 0.665', () => {
    const part = { d: 20, d0: 22, t: 10, f_u: 400, f_ub: 830, end: 40, pitch: 60, edge: 40, gauge: null };
    expect(fieldStrengths.yield(248, ASD) / fieldStrengths.yield(248, LRFD)).toBeCloseTo(1 / 1.67 / 0.9, 9);
    expect(fieldStrengths.bearing(part, ASD).F_b_Rd / fieldStrengths.bearing(part, LRFD).F_b_Rd).toBeCloseTo(2 / 3, 9);
    const weld = (under: typeof LRFD) => fieldStrengths.weld({ f_u: 400, beta_w: 1 }, under);
    expect(weld(LRFD).gamma_M2 / weld(ASD).gamma_M2).toBeCloseTo(2 / 3, 9);
  });
  it('of a hole: the bearing of 2.4 d t F_u where edges are far, 3.0 where its deformation is no concern; none torn past its edge', () => {
    const part = { d: 20, d0: 22, t: 10, f_u: 400, f_ub: 830, end: 400, pitch: null, edge: 40, gauge: null };
    expect(fieldStrengths.bearing(part, LRFD).F_b_Rd).toBeCloseTo(0.75 * 2.4 * 20 * 10 * 400, 6);
    const free = { ...LRFD, settings: { ...settings, deformation: false } };
    expect(fieldStrengths.bearing(part, free).F_b_Rd).toBeCloseTo(0.75 * 3 * 20 * 10 * 400, 6);
    expect(fieldStrengths.bearing({ ...part, end: 11 }, LRFD).F_b_Rd).toBe(0);
    expect(fieldStrengths.punching({ d_m: 30, t: 6, f_u: 400 }, LRFD)).toBe(Infinity);
  });
});
