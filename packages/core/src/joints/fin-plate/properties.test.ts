import fc from 'fast-check';
import { orRefused } from '../refused.testing.ts';
import { describe, expect, it } from 'vitest';
import { Run } from '../../formula/index.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { inNewtons, type Combination } from '../../actions/combination.ts';
import { checkJoint, tryCheckJoint } from '../report.ts';
import { checkCombination, type StrengthResult } from '../../checks/check.ts';
import { anyActions, anyJoint, mm } from '../any-joint.testing.ts';
import type { FinPlateInput } from './input.ts';
import { finPlate } from './index.ts';
import { anyFinPlate } from './any-input.testing.ts';

/** A sound joint to vary one thing at a time. */
const sound: FinPlateInput = {
  beam: { section: 'UB 457x191x67', steel: { grade: 'S275' }, notch: { type: 'none' } },
  support: { type: 'column_web', section: 'UC 305x305x97', steel: { grade: 'S275' } },
  plate: { t: 10, h: 290, e1: 40, e2: 50, steel: { grade: 'S275' }, side: 'near' },
  fixing: 'bolted',
  web: { e2b: 50, top_to_bolt: 90 },
  gap: 10,
  bolts: { d: 20, cls: '8.8', n1: 4, n2: 1, p1: 70, p2: 0, threads_in_plane: true, category: 'A', friction: 'B', packing: 0 },
  weld: { s: 8 },
  holes: { plate: 'normal', web: 'normal' },
};
const strengths = (input: FinPlateInput, c: Combination, basis = DEFAULT_BASIS): Map<string, StrengthResult> =>
  new Map(
    checkJoint({ kind: 'fin-plate', input, combinations: [c] }, basis)
      .combinations[0]!.checks.filter((x): x is StrengthResult => x.type === 'strength')
      .map((x) => [x.id, x]),
  );

describe('any fin plate', () => {
  anyJoint(finPlate, anyFinPlate, 400);

  it('gives the same numbers traced and untraced', () => {
    let compared = 0;
    fc.assert(
      fc.property(anyFinPlate, anyActions, (input, c) => {
        const prepared = orRefused(() => finPlate.build(input, DEFAULT_BASIS).prepared);
        if (!prepared) return;
        compared += 1;
        const traced = new Run(prepared.sheet);
        traced.startTrace();
        expect(checkCombination(prepared, inNewtons(c), traced)).toEqual(
          checkCombination(prepared, inNewtons(c), new Run(prepared.sheet)),
        );
        expect(traced.steps!.length).toBeGreaterThan(5);
      }),
      { numRuns: 400, seed: 417 },
    );
    expect(compared).toBeGreaterThan(100);
  });

  it('halves every multiple when all forces double', () => {
    let compared = 0;
    fc.assert(
      fc.property(anyFinPlate, anyActions, (input, c) => {
        const at = (k: number) =>
          tryCheckJoint(
            { kind: 'fin-plate', input, combinations: [{ ...c, V_Ed: c.V_Ed * k, N_Ed: c.N_Ed * k, N_tie: c.N_tie * k }] },
            DEFAULT_BASIS,
          );
        // A force that does not grow with the others (the beam on the other face) can't be halved with them.
        if (input.support.other_side) return;
        const [one, two] = [at(1), at(2)];
        if ('refusal' in one || 'refusal' in two) return;
        one.report.combinations[0]!.checks.forEach((x, i) => {
          const y = two.report.combinations[0]!.checks[i]!;
          expect(y.type).toBe(x.type);
          if (x.type !== 'strength' || y.type !== 'strength') return;
          compared += 1;
          expect(Math.abs(y.multiple * 2 - x.multiple), x.id).toBeLessThanOrEqual(1e-6 * x.multiple);
        });
      }),
      { numRuns: 1000, seed: 417 },
    );
    expect(compared).toBeGreaterThan(1000);
  });

  it('answers uplift as the joint turned upside down', () => {
    const c = { name: 'C', V_Ed: 120, N_Ed: 0, N_tie: 0 };
    const lopsided = { ...sound, plate: { ...sound.plate, e1: 40, h: 310 } };
    const turned = {
      ...lopsided,
      plate: { ...lopsided.plate, e1: 60 },
      web: { ...lopsided.web, top_to_bolt: 453.4 - lopsided.web.top_to_bolt - 210 },
    };
    const up = strengths(lopsided, { ...c, V_Ed: -120 });
    const down = strengths(turned, c);
    expect(up.size).toBeGreaterThan(8);
    for (const [id, r] of up) expect(r.resistance, id).toBeCloseTo(down.get(id)!.resistance, 6);
    expect(up.get('plate-block-shear')!.resistance).not.toBeCloseTo(
      strengths(lopsided, c).get('plate-block-shear')!.resistance,
      0,
    );
  });
});

describe('more of a thing never lowers the checks that it serves', () => {
  const loads: Combination[] = [
    { name: 'V', V_Ed: 150, N_Ed: 0, N_tie: 120 },
    { name: 'VN', V_Ed: 110, N_Ed: 40, N_tie: 0 },
    { name: 'VC', V_Ed: 110, N_Ed: -40, N_tie: 0 },
  ];
  const grows = (name: string, ids: RegExp, vary: (x: number) => FinPlateInput, from: number, to: number): void =>
    it(name, () => {
      let compared = 0;
      fc.assert(
        fc.property(fc.constantFrom(...loads), mm(from, to), mm(from, to), (c, a, b) => {
          const [low, high] = [strengths(vary(Math.min(a, b)), c), strengths(vary(Math.max(a, b)), c)];
          for (const [id, r] of low) {
            const more = high.get(id);
            if (!ids.test(id) || !more) continue;
            compared += 1;
            expect(more.multiple, id).toBeGreaterThanOrEqual(r.multiple * (1 - 1e-9));
          }
        }),
        { numRuns: 150, seed: 417 },
      );
      expect(compared).toBeGreaterThan(100);
    });
  const long = { ...sound, gap: 80 };
  grows(
    'thicker plate',
    /^(tie-)?plate-|^tie-bearing-plate|^plate-bearing/,
    (t) => ({ ...sound, plate: { ...sound.plate, t } }),
    4,
    30,
  );
  grows('thicker long plate', /^(tie-)?plate-/, (t) => ({ ...long, plate: { ...long.plate, t } }), 4, 30);
  grows(
    'stronger plate steel',
    /^(tie-)?plate-(bearing|shear-net|block|net)|tie-bearing-plate/,
    (f_u) => ({ ...sound, plate: { ...sound.plate, steel: { grade: 'S275', f_u: 300 + f_u } } }),
    0,
    300,
  );
  grows('bigger weld', /^(weld-strength|tie-weld)$/, (s) => ({ ...sound, weld: { s } }), 4, 20);
  grows(
    'wider edge distance of the plate',
    /^plate-(bearing|block)|tie-bearing-plate|tie-plate-block/,
    (e2) => ({ ...sound, plate: { ...sound.plate, e2 } }),
    20,
    120,
  );
});

describe('the multiple of a check that softens under high shear', () => {
  it('is the load at which its utilisation is one', () => {
    const notched: FinPlateInput = {
      ...sound,
      beam: { ...sound.beam, section: 'UB 406x140x39', notch: { type: 'double', l_n: 60, d_nt: 60, d_nb: 60 } },
      web: { e2b: 50, top_to_bolt: 105 },
      plate: { ...sound.plate, h: 220 },
      bolts: { ...sound.bolts, n1: 3 },
    };
    const at = (V: number) => strengths(notched, { name: 'C', V_Ed: V, N_Ed: 0, N_tie: 0 }).get('beam-notch-bending')!;
    const m = at(100).multiple;
    expect(at(100 * m).utilisation).toBeCloseTo(1, 9);
    // It is really softening: plain proportion would put it elsewhere.
    expect(Math.abs(1 / at(100).utilisation! - m)).toBeGreaterThan(0.01);
    expect(at(100 * m * 1.05).multiple).toBeCloseTo(1 / 1.05, 9);
  });
});
