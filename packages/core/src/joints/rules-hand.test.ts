import { describe, expect, it } from 'vitest';
import { checkRules } from '../checks/check.ts';
import { jobs } from '../design/search.testing.ts';
import { Run } from '../formula/index.ts';
import { basisOf } from '../standards/job-basis.ts';
import { kindOf } from './registry.ts';

/** Rules of a joint of the demo job, in steel that stands in the weather: what is, and its limit, in mm. */
function rulesOf(mark: string, change: (input: never) => object = (i) => i) {
  const joint = jobs.tern.joints.find((j) => j.mark === mark)!;
  const usual = basisOf(jobs.tern, joint.settings);
  const basis = { ...usual, settings: { ...usual.settings, exposed: true } };
  const { prepared } = kindOf(joint.kind).build(change(joint.input as never), basis);
  const all = checkRules(prepared, new Run(prepared.sheet), joint.combinations);
  return new Map(all.map((r) => [r.id, r]));
}
type Expected = Readonly<Record<string, readonly [actual: number, sense: '>=' | '<=', limit: number]>>;
function expectRules(mark: string, expected: Expected, change?: Parameters<typeof rulesOf>[1]): void {
  const rules = rulesOf(mark, change);
  for (const [id, [actual, sense, limit]] of Object.entries(expected)) {
    const r = rules.get(id)!;
    expect([id, r.type, r.sense]).toEqual([id, 'rule', sense]);
    expect(
      [r.actual, r.limit].map((x) => x.toFixed(4)),
      id,
    ).toEqual([actual, limit].map((x) => x.toFixed(4)));
    expect(r.pass, id).toBe(sense === '>=' ? actual >= limit : actual <= limit);
  }
}

describe('rules of joints to EN 1993-1-8, by hand', () => {
  // UB 406x178x60: 406.4 deep, web 7.9, flange 12.8, root 10.2. M20 in holes of 22. S275: 275 and 410, beta_w 0.85.
  it('of an end plate 290 x 200 x 10 with four rows of M20 at 70, gauge 140, on UC 254x254x89', () =>
    expectRules('E1-01', {
      'detail-depth': [290, '>=', 0.6 * 406.4],
      'detail-fit-top': [90 - 40, '>=', 12.8 + 10.2],
      'detail-fit-bottom': [90 + 3 * 70 + 40, '<=', 406.4 - 12.8 - 10.2],
      'detail-rotation-thickness': [10, '<=', 0.36 * 20 * Math.sqrt(800 / 275)],
      'detail-rows': [4, '>=', 2],
      'detail-e1': [40, '>=', 1.2 * 22],
      'detail-e2': [(200 - 140) / 2, '>=', 1.2 * 22],
      'detail-p1': [70, '>=', 2.2 * 22],
      'detail-p1-max': [70, '<=', 14 * 10],
      'detail-p3': [140, '>=', 2.4 * 22],
      'detail-e1-max': [40, '<=', 4 * 10 + 40],
      'detail-e2-max': [30, '<=', 4 * 10 + 40],
      'weld-full-strength': [0.7 * 6, '>=', (7.9 * 275 * 0.85 * 1.25) / (2 * 410 * 1)],
      'weld-full-strength-tension': [0.7 * 6, '>=', (7.9 * 275 * 0.85 * 1.25) / (Math.SQRT2 * 410 * 1)],
      'weld-throat-min': [0.7 * 6, '>=', 3],
      'weld-leg-max': [6, '<=', 1.2 * 10],
      'detail-support-e-side': [(256.3 - 140) / 2, '>=', 1.2 * 22],
    }));
  it('of an end plate with ends of its own, a thick plate and small pitches', () =>
    expectRules(
      'E1-01',
      {
        // The larger end against the most, the smaller against the least: 290 - 3 x 70 - 28 = 52.
        'detail-e1': [28, '>=', 26.4],
        'detail-e1-max': [52, '<=', 4 * 16 + 40],
        // 14 x 16 = 224 is more than 200.
        'detail-p1-max': [70, '<=', 200],
        'detail-rotation-thickness': [16, '<=', 0.36 * 20 * Math.sqrt(800 / 275)],
        'weld-leg-max': [6, '<=', 1.2 * 16],
      },
      (i: { plate: object }) => ({ ...i, plate: { ...i.plate, t: 16, e1: 28 } }),
    ));
  // UB 406x140x39: 398.0 deep, web 6.4, flange 8.6, root 10.2.
  it('of a fin plate 290 x 100 x 10 with four M20 at 70, 10 mm from its support', () =>
    expectRules('B2-14', {
      'detail-depth': [290, '>=', 0.6 * 398],
      'detail-fit-top': [50, '>=', 8.6 + 10.2],
      'detail-fit-bottom': [340, '<=', 398 - 8.6 - 10.2],
      // Either the plate or the web, to half the diameter in S275.
      'detail-rotation-thickness': [10, '<=', 0.5 * 20],
      'detail-edge-2d-plate': [50, '>=', 2 * 20],
      'detail-edge-2d-web': [40, '>=', 2 * 20],
      'detail-e1': [40, '>=', 1.2 * 22],
      'detail-e2': [50, '>=', 1.2 * 22],
      'detail-e2b': [40, '>=', 1.2 * 22],
      'detail-p1': [70, '>=', 2.2 * 22],
      // The thinner of plate and web counts for what is largest.
      'detail-p1-max': [70, '<=', 14 * 6.4],
      'detail-e1-max': [40, '<=', 4 * 6.4 + 40],
      'detail-e2-max': [50, '<=', 4 * 6.4 + 40],
      'detail-e2b-max': [40, '<=', 4 * 6.4 + 40],
      'weld-full-strength': [0.7 * 8, '>=', (10 * 275 * 0.85 * 1.25) / (Math.SQRT2 * 410 * 1)],
      'weld-throat-min': [0.7 * 8, '>=', 3],
      'weld-leg-max': [8, '<=', 1.2 * 10],
      'weld-clear-of-beam': [8, '<=', 10],
      'weld-length-min': [290 - 2 * 0.7 * 8, '>=', 6 * 0.7 * 8],
    }));
  it('of a fin plate on the web of UB 533x210x92 in S355: a plate thin enough for it, between its fillets', () =>
    expectRules('M1-04', {
      'detail-depth': [220, '>=', 0.6 * 300],
      'detail-p1-max': [70, '<=', 14 * 7.1],
      'detail-e1-max': [40, '<=', 4 * 7.1 + 40],
      // The web gives before the plate shears through it: 10.1 x 470/(275 x 1.25).
      'support-punching': [10, '<=', (10.1 * 470) / (275 * 1.25)],
      'detail-seat': [220, '<=', 533.1 - 2 * (15.6 + 12.7)],
    }));
  // UB 406x178x54: 402.6 deep, web 7.7, flange 10.9, root 10.2; on UB 610x229x113: 607.6 deep, web 11.1, flange 17.3, root 12.7.
  it('of two cleats 100 x 100 x 10 on a notched beam and the web of another', () =>
    expectRules('A1-03', {
      'detail-depth': [290, '>=', 0.6 * 402.6],
      'detail-fit-top': [100 - 40, '>=', 50],
      'detail-fit-bottom': [350, '<=', 402.6 - 10.9 - 10.2],
      'detail-e1': [40, '>=', 1.2 * 22],
      // 100 less 10 of gap and 40 of the web.
      'detail-e2-web-leg': [100 - 10 - 40, '>=', 1.2 * 22],
      'detail-e2b': [40, '>=', 1.2 * 22],
      'detail-e1b': [100 - 50, '>=', 1.2 * 22],
      'detail-p1': [70, '>=', 2.2 * 22],
      'detail-p1-max': [70, '<=', 14 * 10],
      'detail-e2-web-leg-max': [50, '<=', 4 * 10 + 40],
      // 100 less half of what the gauge has outside of the web: (140 - 7.7)/2.
      'detail-e2-support-leg': [100 - (140 - 7.7) / 2, '>=', 1.2 * 22],
      'detail-e2-support-leg-max': [100 - (140 - 7.7) / 2, '<=', 4 * 10 + 40],
      'detail-p1-support-max': [70, '<=', 14 * 10],
      'detail-e1-max': [40, '<=', 4 * 10 + 40],
      // A beam notched on one side: as long as it is deep, where the web is no more slender than 54.3 in S275.
      'beam-notch-stability': [120, '<=', 402.6],
      'detail-seat': [290, '<=', 607.6 - 2 * (17.3 + 12.7)],
    }));
  it('indoors say nothing of what is largest at ends and edges', () => {
    const joint = jobs.tern.joints.find((j) => j.mark === 'E1-01')!;
    const { prepared } = kindOf(joint.kind).build(joint.input, basisOf(jobs.tern, joint.settings));
    const rules = checkRules(prepared, new Run(prepared.sheet), joint.combinations);
    for (const id of ['detail-e1-max', 'detail-e2-max'])
      expect(rules.find((r) => r.id === id)).toMatchObject({ type: 'skip', reason: 'The steel is not exposed to weather.' });
  });
});
