import { describe, expect, it } from 'vitest';
import { findSection, properties } from '../catalogue/index.ts';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { inches, ksi, to } from './aisc360.testing.ts';
import { FIN, refusalOf } from './beam-end/samples.testing.ts';
import { memberDimensions, memberFacts, memberProperties } from './members.ts';
import { checkJoint } from './report.ts';
import { finPlate } from './fin-plate/index.ts';
import type { FinPlateInput } from './fin-plate/input.ts';

describe('members whose flanges taper', () => {
  const dims = (section: string) => memberDimensions({ section }, DEFAULT_BASIS, 'beam')!;
  it('have the area of their rectangles, and their fillets where they lie', () => {
    // S12x31.8: 2 x 5.00 x 0.544 + (12 - 1.088) x 0.350 = 9.2592 in2; k = 1-3/16 in.
    const s = dims('S12x31.8');
    expect(s.A / 25.4 ** 2).toBeCloseTo(9.2592, 4);
    expect((s.tf + s.r) / 25.4).toBeCloseTo(1.1875, 9);
    expect(s.fillet).toBe(0);
    // A W shape counts its fillets: those of W16x31 are 0.842 - 0.440 in.
    const w = dims('W16x31');
    expect(w.fillet).toBe(w.r);
    expect(w.A - (2 * w.b * w.tf + (w.h - 2 * w.tf) * w.tw)).toBeCloseTo((4 - Math.PI) * w.r ** 2, 6);
  });
  it('have the properties of their section', () => {
    const [s, c] = [dims('S12x31.8'), dims('C12x20.7')];
    expect(memberProperties(s).W_pl_y).toBeCloseTo(properties(findSection('S12x31.8', 'x')).W_pl_y, 6);
    expect(memberProperties(c).A).toBeCloseTo(properties(findSection('C12x20.7', 'x')).A, 6);
    const facts = memberFacts({ section: 'C12x20.7', steel: { grade: 'A36' } }, to(), 'beam')!;
    expect(facts.title).toBe('C12×20.7 A36');
  });
  it('hold to both standards, their shear area in EN 1993 without the fillets', () => {
    const input = (steel: object): FinPlateInput => ({
      ...FIN,
      beam: { section: 'S15x50', steel, notch: { type: 'none' } },
      plate: { ...FIN.plate, h: 220, e1: 40 },
      bolts: { ...FIN.bolts, n1: 3, p1: 70 },
      web: { ...FIN.web, top_to_bolt: 120 },
    });
    const combinations = [{ name: 'C', V_Ed: 50, N_Ed: 0, N_tie: 0 }];
    const en = checkJoint({ kind: 'fin-plate', input: input({ grade: 'S275' }), combinations }, DEFAULT_BASIS);
    const gross = en.combinations[0]!.checks.find((x) => x.id === 'beam-web-shear-gross')!;
    const b = dims('S15x50');
    const A_v = Math.max(b.A - 2 * b.b * b.tf + b.tw * b.tf, (b.h - 2 * b.tf) * b.tw);
    expect(gross.type === 'strength' && gross.resistance).toBeCloseTo((A_v * 275) / Math.sqrt(3), 3);
    const us = checkJoint(
      { kind: 'fin-plate', input: input({ f_y: ksi(36), f_u: ksi(58) }), combinations },
      to(),
    ).combinations[0]!.checks.find((x) => x.id === 'web-shear-yield')!;
    // 1.00 x 0.6 x 36 x 15 x 0.55 kip.
    expect(us.type === 'strength' && us.resistance / 4448.2216152605).toBeCloseTo(0.6 * 36 * 15 * 0.55, 6);
  });
});

it('a tee is no member of these joints, and is refused by its name', () => {
  for (const part of ['beam', 'support'] as const)
    expect(refusalOf('fin-plate', { ...FIN, [part]: { ...FIN[part], section: 'WT9x32.5' } })).toMatch(
      new RegExp(`^${part}\\.section: WT9x32\\.5 is a tee; accepted here are I and H sections and channels\\.$`),
    );
});

it('a channel of the United States supports a plate on its web', () => {
  const input: FinPlateInput = { ...FIN, support: { type: 'column_web', section: 'MC18x58', steel: { grade: 'S275' } } };
  const support = finPlate.build(input, DEFAULT_BASIS).solid.members.find((m) => m.id === 'support')!;
  expect(support).toMatchObject({ shape: 'C', h: inches(18) });
});

describe('the web and the fillet of a column whose flange is the support', () => {
  const on = (support: object): FinPlateInput => ({
    ...FIN,
    support: { type: 'column_flange', t: inches(0.56), steel: { f_y: ksi(50), f_u: ksi(65) }, ...support },
  });
  const yielding = (support: object) =>
    checkJoint(
      { kind: 'fin-plate', input: on(support), combinations: [{ name: 'C', V_Ed: 50, N_Ed: 20, N_tie: 0 }] },
      to(),
    ).combinations[0]!.checks.find((x) => x.id === 'sp-support-web-yield')!;
  it('may be given alone: k = t + r', () => {
    // 50 x 0.34 x (5 x 1.06 + L) kip, L = 290 mm.
    const x = yielding({ tw: inches(0.34), r: inches(0.5) });
    expect(x.type === 'strength' && x.resistance / 4448.2216152605).toBeCloseTo(50 * 0.34 * (5 * 1.06 + 290 / 25.4), 6);
  });
  it('are asked for where one of them is missing', () => {
    for (const support of [{}, { tw: 8 }, { r: 10 }]) expect(yielding(support)).toMatchObject({ type: 'skip', missing: true });
  });
});
