import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { StrengthResult } from '../../../checks/check.ts';
import { en1993 } from '../../../standards/en1993/standard.ts';
import { aisc360 } from '../../../standards/aisc360/standard.ts';
import { DEFAULT_BASIS } from '../../../standards/job-basis.ts';
import { validate } from '../../../validate/index.ts';
import { inches as inch, kips, ksi, to } from '../../aisc360.testing.ts';
import { fieldApplies } from '../../kind.ts';
import { checkJoint } from '../../report.ts';
import { finPlateField } from '../fields.ts';
import { finPlate } from '../index.ts';
import type { FinPlateInput } from '../input.ts';

const steel = (f_y: number, f_u: number) => ({ f_y: ksi(f_y), f_u: ksi(f_u) });
/** An extended plate of A36, 3/8 by 8-1/2 in, on the web of a beam 0.275 in thick with flanges 5.53 in wide. */
const extended = (span?: number, t = 0.375): FinPlateInput =>
  ({
    beam: {
      ...{ h: inch(15.9), b: inch(5.53), tw: inch(0.275), tf: inch(0.44), r: inch(0.4) },
      steel: steel(50, 65),
      notch: { type: 'none' },
    },
    support: { type: 'column_web', t: inch(0.4), d2: inch(10), steel: steel(50, 65) },
    plate: { t: inch(t), h: inch(8.5), e1: inch(1.25), e2: inch(1.5), steel: steel(36, 58), side: 'near' },
    fixing: 'bolted',
    web: { e2b: inch(1.75), top_to_bolt: inch(4) },
    gap: inch(6),
    bolts: {
      ...{ d: inch(0.75), cls: '120', n1: 3, n2: 1, p1: inch(3), p2: 0 },
      ...{ threads_in_plane: true, category: 'A', friction: 'A', packing: 0 },
    },
    weld: { s: inch(0.25) },
    ...(span === undefined ? {} : { slab: { span: inch(span) } }),
    holes: { plate: 'normal', web: 'normal' },
  }) as FinPlateInput;
const torsion = (input: FinPlateInput, V: number, format: 'LRFD' | 'ASD' = 'LRFD'): StrengthResult =>
  checkJoint(
    { kind: 'fin-plate', input, combinations: [{ name: 'C', V_Ed: kips(V), N_Ed: 0, N_tie: 0 }] },
    to(format),
  ).combinations[0]!.checks.find((x): x is StrengthResult => x.id === 'sp-plate-torsion' && x.type === 'strength')!;
const kipIn = (x: number): number => x / (4448.2216152605 * 25.4);

describe('a plate that is pushed', () => {
  const pushed = (gap: number): StrengthResult =>
    checkJoint(
      {
        kind: 'fin-plate',
        input: { ...extended(), gap: inch(gap) },
        combinations: [{ name: 'C', V_Ed: 0, N_Ed: kips(-20), N_tie: 0 }],
      },
      to(),
    ).combinations[0]!.checks.find((x): x is StrengthResult => x.id === 'sp-plate-compression' && x.type === 'strength')!;
  const kip = (x: number): number => x / 4448.2216152605;
  // lambda = 1.2 (gap + 1.75) sqrt12/0.375: 24.94 at a gap of 0.5 in, 85.9 at 6 in.
  it('yields where it is squat: 0.9 x 36 x 8.5 x 0.375 = 103.275 kip', () =>
    expect(kip(pushed(0.5).resistance)).toBeCloseTo(103.275, 6));
  it('buckles where it is slender, F_cr = 0.658^(F_y/F_e) F_y with F_e = pi^2 E/lambda^2', () => {
    const lambda = (1.2 * 7.75 * Math.sqrt(12)) / 0.375;
    const F_e = (Math.PI ** 2 * 29000) / lambda ** 2;
    expect(kip(pushed(6).resistance)).toBeCloseTo(0.9 * 0.658 ** (36 / F_e) * 36 * 8.5 * 0.375, 6);
  });
});

describe('the slab term of the torsion of a single plate (Manual, 10-7)', () => {
  // The plate at V: (v - V/(8.5 x 0.375)) x 8.5 x 0.375^2/2; twist V (0.375 + 0.275)/2.
  const plate = (v: number, V: number): number => (v - V / (8.5 * 0.375)) * 8.5 * (0.375 ** 2 / 2);
  it('in LRFD: 2 V^2 (t_w + t_p) b_f/(0.90 F_yb L_s t_w^2)', () => {
    // 2 x 30^2 x 0.65 x 5.53/(0.9 x 50 x 240 x 0.075625) = 6470.1/816.75 = 7.9218 kip-in.
    const x = torsion(extended(240), 30);
    expect(kipIn(x.demand)).toBeCloseTo(30 * 0.325, 9);
    expect(kipIn(x.resistance)).toBeCloseTo(plate(0.6 * 36, 30) + 7.92176, 4);
  });
  it('in ASD: over F_yb/1.67, beside a plate of 0.6 F_y/1.50', () => {
    const slab = (2 * 20 ** 2 * 0.65 * 5.53 * 1.67) / (50 * 240 * 0.275 ** 2);
    expect(kipIn(torsion(extended(240), 20, 'ASD').resistance)).toBeCloseTo(plate((0.6 * 36) / 1.5, 20) + slab, 6);
  });
  it('counts only with a slab, whose span is given', () =>
    expect(kipIn(torsion(extended(), 30).resistance)).toBeCloseTo(plate(0.6 * 36, 30), 6));
  it('gives the first load at which plate and slab fall short', () => {
    // A = 21.6 x 8.5 x 0.0703125 = 12.909375, B = 30 x 0.1875 + 9.75 = 15.375, S = 7.92176: B^2 < 4 A S, so that the twist is always
    // held until the shear uses the plate up, at 21.6 x 8.5 x 0.375/30.
    expect(torsion(extended(240), 30).multiple).toBeCloseTo((21.6 * 8.5 * 0.375) / 30, 6);
    // A span of 1,200 in: S = 1.584352; 2 A/(B + sqrt(B^2 - 4 A S)).
    const root = Math.sqrt(15.375 ** 2 - 4 * 12.909375 * 1.584352);
    expect(torsion(extended(1200), 30).multiple).toBeCloseTo((2 * 12.909375) / (15.375 + root), 5);
  });
  it('holds just under its multiple and gives just over, whatever the joint', () => {
    let found = 0;
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 1500, noNaN: true }),
        fc.double({ min: 0.25, max: 0.75, noNaN: true }),
        fc.double({ min: 5, max: 90, noNaN: true }),
        fc.constantFrom('LRFD' as const, 'ASD' as const),
        (span, t, V, format) => {
          const input = extended(span, t);
          const x = torsion(input, V, format);
          expect(x.pass).toBe(x.multiple >= 1);
          const [under, over] = [0.999, 1.001].map((k) => torsion(input, V * x.multiple * k, format));
          expect(under!.pass).toBe(true);
          expect(over!.pass).toBe(false);
          expect(under!.multiple * 0.999).toBeCloseTo(1, 6);
          // Under its multiple at every load, for the slab takes the square of it.
          for (const k of [0.2, 0.5, 0.8]) expect(torsion(input, V * x.multiple * k, format).pass).toBe(true);
          // A slab is never worse than none, and a longer one does less.
          const [longer, bare] = [span * 1.05, undefined].map((s) => torsion(extended(s, t), V, format).multiple);
          expect(longer!).toBeGreaterThanOrEqual(bare! * (1 - 1e-9));
          expect(x.multiple).toBeGreaterThanOrEqual(longer! * (1 - 1e-9));
          found += 1;
        },
      ),
      { numRuns: 150, seed: 1213 },
    );
    expect(found).toBe(150);
  });
  it('is a field of jobs to this standard alone, 0 for none', () => {
    const field = finPlateField('slab.span');
    expect([fieldApplies(field, extended(), aisc360), fieldApplies(field, extended(), en1993)]).toEqual([true, false]);
    expect(field.get(extended())).toBe(0);
    expect(field.set(extended(240), 0)).not.toHaveProperty('slab');
    expect(field.set(extended(), 6096).slab).toEqual({ span: 6096 });
    const r = validate(finPlate.schema(), { ...extended(), slab: { span: 100 } });
    expect('error' in r ? r.error.message : '').toMatch(/^slab\.span: 100 is too small; accepted is 500 or more/);
  });
  it('changes nothing to EN 1993', () => {
    const S355 = { grade: 'S355' };
    const metric = (i: FinPlateInput): FinPlateInput => ({
      ...i,
      beam: { ...i.beam, steel: S355 },
      support: { ...i.support, steel: S355 },
      plate: { ...i.plate, steel: S355 },
      bolts: { ...i.bolts, d: 20, cls: '8.8' },
    });
    const report = (i: FinPlateInput) =>
      checkJoint(
        { kind: 'fin-plate', input: metric(i), combinations: [{ name: 'C', V_Ed: 90, N_Ed: 0, N_tie: 0 }] },
        DEFAULT_BASIS,
      );
    expect(report(extended(240)).combinations).toEqual(report(extended()).combinations);
  });
});
