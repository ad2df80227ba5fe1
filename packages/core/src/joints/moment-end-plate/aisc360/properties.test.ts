import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { timesLoad, type Combination } from '../../../actions/combination.ts';
import { findSection } from '../../../catalogue/index.ts';
import { firstDetail } from '../../../design/first.ts';
import { basisOf, usualBasis } from '../../../standards/job-basis.ts';
import { aisc360 } from '../../../standards/aisc360/standard.ts';
import { US_CUSTOMARY } from '../../../units/system.ts';
import { validate } from '../../../validate/index.ts';
import { inches as inch, to } from '../../aisc360.testing.ts';
import { tryCheckJoint, type JointReport } from '../../report.ts';
import { anyMomentPlate, anyMoments } from '../any-input.testing.ts';
import { momentEndPlate } from '../index.ts';
import type { MomentPlateInput } from '../input.ts';
import { anyFormed, anyLoad, suited } from './any-joint.testing.ts';
import { D, fillet, isStrength, load } from './cases.testing.ts';

const SEED = { seed: 417 };
const report = (input: MomentPlateInput, c: Combination, basis = to()): JointReport | null => {
  const r = tryCheckJoint({ kind: momentEndPlate.id, input, combinations: [c] }, basis);
  return 'report' in r ? r.report : null;
};
const strengths = (r: JointReport) => new Map(r.combinations[0]!.checks.filter(isStrength).map((x) => [x.id, x]));
const strength = (input: MomentPlateInput, c: Combination, id: string): number =>
  strengths(report(input, c)!).get(id)!.resistance;

describe('any moment end plate to AISC 360', () => {
  it('gives finite numbers or a stated refusal, and holds only what it could check', () => {
    let judged = 0;
    fc.assert(
      fc.property(fc.oneof(anyFormed, anyMomentPlate), fc.oneof(anyLoad, anyMoments), fc.boolean(), (input, any, lrfd) => {
        expect(validate(momentEndPlate.schema(), input)).toHaveProperty('value');
        const r = tryCheckJoint({ kind: momentEndPlate.id, input, combinations: [any] }, to(lrfd ? 'LRFD' : 'ASD'));
        if ('refusal' in r) return void expect(r.refusal.message).toMatch(/^[\w.]+: .*accepted (here )?(is|are) .*\.$/s);
        judged += 1;
        const { checks, missing, state } = r.report.combinations[0]!;
        for (const x of checks) {
          if (x.type === 'skip') expect(x.reason).toMatch(/\.$/);
          if (x.type !== 'strength') continue;
          expect([x.id, ...[x.demand, x.resistance, x.multiple, x.utilisation ?? 0].map(Number.isFinite)]).toEqual([
            x.id,
            true,
            true,
            true,
            true,
          ]);
          expect([x.id, x.pass]).toEqual([x.id, x.multiple >= 1 - 1e-9]);
        }
        if (missing.length) expect(['not-whole', 'gives']).toContain(state);
        for (const x of r.report.rules)
          expect([x.id, Number.isFinite(x.actual), Number.isFinite(x.limit)]).toEqual([x.id, true, true]);
      }),
      { numRuns: 1200, ...SEED },
    );
    expect(judged).toBeGreaterThan(500);
  });
  it('gives at its multiple: every check that has one is at 1 there', () => {
    fc.assert(
      fc.property(anyFormed, anyLoad, (input, any) => {
        const c = suited(input, any);
        const one = report(input, c);
        if (!one) return;
        for (const x of strengths(one).values()) {
          if (x.multiple <= 0 || x.multiple >= 1e5) continue;
          const there = strengths(report(input, timesLoad(c, x.multiple))!).get(x.id)!;
          expect([x.id, there.multiple]).toEqual([x.id, expect.closeTo(1, 6)]);
        }
      }),
      { numRuns: 150, ...SEED },
    );
  });
  it('is the same upside down under the moment turned round', () => {
    fc.assert(
      fc.property(anyFormed, anyLoad, (input, any) => {
        const c = suited(input, any);
        const { top, bottom } = input.stiffeners;
        const { end_above, end_below, ...column } = input.column!;
        const turned: MomentPlateInput = {
          ...input,
          column: {
            ...column,
            ...(end_below === undefined ? {} : { end_above: end_below }),
            ...(end_above === undefined ? {} : { end_below: end_above }),
          },
          plate: { ...input.plate, top: input.plate.bottom, bottom: input.plate.top },
          rows: input.rows.map((r) => ({ ...r, y: -input.beam.h! - r.y })),
          welds: { ...input.welds, top: input.welds.bottom, bottom: input.welds.top },
          stiffeners: { ...(bottom ? { top: bottom } : {}), ...(top ? { bottom: top } : {}) },
        };
        const back: Combination = {
          ...c,
          M_Ed: -c.M_Ed!,
          V_Ed: -c.V_Ed,
          ...(c.M_other === undefined ? {} : { M_other: -c.M_other }),
        };
        const [a, b] = [report(input, c), report(turned, back)];
        expect(a === null).toBe(b === null);
        if (!a || !b || c.M_Ed === 0) return;
        for (const [id, x] of strengths(a)) {
          const y = strengths(b).get(id)!;
          expect([id, y.demand, y.resistance]).toEqual([id, expect.closeTo(x.demand, 3), expect.closeTo(x.resistance, 3)]);
        }
      }),
      { numRuns: 200, ...SEED },
    );
  });
  it('never loses to a thicker plate, a bigger weld, a stronger steel, a doubler or stiffeners', () => {
    const steel = { f_y: 400, f_u: 520 };
    const doubler = { t: inch(0.5), b: inch(10), sides: 1, weld: 'fillet', steel } as const;
    const pair = { b: inch(4), t: inch(0.75), a: fillet(0.5), c: inch(0.5), depth: 'full', fitted: true, steel } as const;
    fc.assert(
      fc.property(anyFormed, anyLoad, (input, any) => {
        const c = suited(input, any);
        const before = report(input, c);
        if (!before) return;
        const more = (next: MomentPlateInput): void => {
          const after = strengths(report(next, c)!);
          for (const [id, x] of strengths(before)) {
            const y = after.get(id);
            if (y && x.resistance > 0) expect([id, y.multiple >= x.multiple * (1 - 1e-9)]).toEqual([id, true]);
          }
        };
        more({ ...input, plate: { ...input.plate, t: input.plate.t * 1.2 } });
        more({ ...input, plate: { ...input.plate, steel } });
        more({ ...input, welds: { ...input.welds, web: input.welds.web * 1.2, web_tension: input.welds.web * 2 } });
        if (!input.web_plate && !input.stiffeners.top && !input.stiffeners.bottom) {
          more({ ...input, web_plate: doubler });
          more({ ...input, stiffeners: { top: pair, bottom: pair } });
        }
      }),
      { numRuns: 200, ...SEED },
    );
  });
  it('has a detail line that parses back to itself, in millimetres and in inches', () => {
    fc.assert(
      fc.property(anyFormed, (input) => {
        const near = (x: unknown): unknown =>
          JSON.parse(JSON.stringify(x), (_k, v: unknown) => (typeof v === 'number' ? Number(v.toFixed(4)) : v));
        expect(near(momentEndPlate.line.parse(momentEndPlate.line.print(input), input))).toEqual(near(input));
        expect(near(momentEndPlate.line.parse(momentEndPlate.line.print(input, US_CUSTOMARY), input))).toEqual(near(input));
      }),
      { numRuns: 300, ...SEED },
    );
  });
});

describe('swept through their ranges', () => {
  /** Largest change of a check between two steps, as a share of the largest value. */
  const jump = (list: readonly (number | undefined)[]): number => {
    const known = list.map((x) => x ?? 0);
    const top = Math.max(...known.map(Math.abs));
    return Math.max(...known.slice(1).map((x, i) => Math.abs(x - known[i]!))) / top;
  };
  const swept = (make: (k: number) => readonly [MomentPlateInput, Combination], of: 'demand' | 'resistance') => {
    const at = Array.from({ length: 401 }, (_, i) => strengths(report(...make(i / 400))!));
    const ids = new Set(at.flatMap((x) => [...x.keys()]));
    return new Map([...ids].map((id) => [id, jump(at.map((x) => x.get(id)?.[of]))]));
  };
  const both: MomentPlateInput = { ...D, column: { ...D.column!, sides: 2, other_checked: true } };
  it('M, V, N and the moment of the other beam through zero: every demand is continuous', () => {
    for (const make of [
      (k: number) => [D, load(-4000 + 8000 * k, 20)] as const,
      (k: number) => [D, load(2500, -80 + 160 * k)] as const,
      (k: number) => [D, load(2500, 20, -300 + 600 * k)] as const,
      (k: number) => [both, load(2500, 20, 0, { M_other: -6000 + 12000 * k })] as const,
      (k: number) => [both, load(2500, 20, 0, { M_other: -500, V_col: -300 + 600 * k })] as const,
    ])
      for (const [id, x] of swept(make, 'demand')) expect([id, x < 0.011]).toEqual([id, true]);
  });
  it('the axial force of the column: the panel falls without a step, with its deformation or without', () => {
    for (const deformed of [false, true]) {
      const list = Array.from({ length: 401 }, (_, i) => {
        const r = report(D, load(2500, 38, 0, { N_col: -3.8 * i }), to('LRFD', { panel_deformation: deformed }))!;
        return strengths(r).get('mep-panel-zone')!.resistance;
      });
      expect(jump(list)).toBeLessThan(0.005);
      expect(list.at(-1)!).toBeLessThan(list[0]!);
      expect(Math.min(...list)).toBeGreaterThanOrEqual(0);
    }
  });
  it('thickness, width and gauge: every strength is continuous', () => {
    for (const make of [
      (k: number) => [{ ...D, plate: { ...D.plate, t: inch(0.5 + k) } }, load(2500, 38)] as const,
      (k: number) => [{ ...D, plate: { ...D.plate, b: inch(7.5 + 3 * k) } }, load(2500, 38)] as const,
      (k: number) => [{ ...D, bolts: { ...D.bolts, w: inch(3.5 + 3 * k) } }, load(2500, 38)] as const,
      (k: number) => [{ ...D, beam: { ...D.beam, tw: inch(0.3 + 0.4 * k) } }, load(2500, 38)] as const,
    ])
      for (const [id, x] of swept(make, 'resistance'))
        // The web of the beam has a step of its factors where it gets slender: phi 0.90 to 1.00 (G1, G2.1).
        expect([id, x < (id === 'mep-beam-web-shear' ? 0.1 : 0.012)]).toEqual([id, true]);
  });
  it('steps where the clause has one, and there alone: half the strength near the end of the column', () => {
    const end = (x: number): MomentPlateInput => ({ ...D, column: { ...D.column!, end_below: inch(x) } });
    const c = load(2500, 38);
    // The middle of the flange is 0.261 in from its face.
    expect(
      strength(end(12.4 - 0.261 + 0.001), c, 'mep-column-web-yield') /
        strength(end(12.4 - 0.261 - 0.001), c, 'mep-column-web-yield'),
    ).toBeCloseTo(2, 6);
    expect(
      strength(end(6.2 - 0.261 + 0.001), c, 'mep-column-web-crippling') /
        strength(end(6.2 - 0.261 - 0.001), c, 'mep-column-web-crippling'),
    ).toBeCloseTo(2, 6);
  });
});

describe('first details to AISC 360', () => {
  const basis = basisOf({ basis: usualBasis(aisc360), sections: [], steels: [] });
  const PAIRS = [
    ['W14x26', 'W10x49'],
    ['W16x36', 'W12x65'],
    ['W18x50', 'W14x90'],
    ['W21x62', 'W14x109'],
    ['W24x76', 'W14x132'],
    ['W30x108', 'W14x193'],
  ] as const;
  it('hold over a grid of members and moments, or say what stops them', () => {
    const held = new Map<number, number>();
    for (const [beam, column] of PAIRS)
      for (const share of [0.3, 0.6]) {
        const section = findSection(beam, 'beam', []);
        if (section.shape !== 'I') throw new Error('no I');
        const Z = section.b * section.tf * (section.h - section.tf) + (section.tw * (section.h - 2 * section.tf) ** 2) / 4;
        const M = (share * 0.9 * 345 * Z) / 1e6;
        const c: Combination = { name: 'C', V_Ed: M / 2, N_Ed: 0, N_tie: 0, M_Ed: M, N_col: -300 };
        const seed = { beam, beamGrade: 'A992', column, columnGrade: 'A992', sides: '1' };
        const { input, why } = firstDetail(momentEndPlate.id, seed, [c], basis);
        const r = report(input as MomentPlateInput, c, basis)!;
        const ok =
          r.combinations[0]!.checks.filter(isStrength).every((x) => x.pass) && !r.brokenRules.length && !r.missing.length;
        if (ok) held.set(share, (held.get(share) ?? 0) + 1);
        else expect(why.at(-1)).toMatch(/No detail of the usual range holds/);
        expect(why.length).toBeGreaterThan(2);
      }
    expect(held.get(0.3)).toBe(6);
    expect(held.get(0.6)).toBe(6);
  });
});
