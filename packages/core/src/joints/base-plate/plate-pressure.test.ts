import { describe, expect, it } from 'vitest';
import { inNewtons, type Combination } from '../../actions/combination.ts';
import { checkRules, type StrengthResult } from '../../checks/check.ts';
import { Run } from '../../formula/index.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { validate } from '../../validate/index.ts';
import { baseToEn1993 } from './en1993/index.ts';
import { baseSchema, type BaseInput } from './input.ts';
import { baseModel } from './model.ts';

/** A hollow column 160 x 160 x 8 in the middle of a plate, all of which presses on the concrete. */
const START = {
  column: { shape: 'RHS', h: 160, b: 160, t: 8, steel: { grade: 'S355' } },
  plate: { h: 400, b: 400, t: 40, steel: { grade: 'S275' } },
  concrete: { f_ck: 30 },
  grout: { t: 30, f_ck: 30 },
  anchors: { pattern: { type: 'none' }, d: 20, cls: '8.8', type: 'straight', h_ef: 300, hole: 26 },
  shear: { path: 'friction' },
  weld: { type: 'fillet', a_f: 6, a_w: 6 },
  options: { contact: 'full', law: 'winkler', method: 'section' },
};
const prepared = (change: object = {}) => {
  const checked = validate<BaseInput>(baseSchema(), { ...START, ...change });
  if ('error' in checked) throw new Error(checked.error.message);
  return baseToEn1993(baseModel(checked.value, DEFAULT_BASIS));
};
/** Moment of the plate under its pressure, Nmm/mm, and where it is. */
function pressed(c: Partial<Combination>, change: object = {}): readonly [number, string | undefined] {
  const p = prepared(change);
  const { results } = p.check(inNewtons({ name: 'C', V_Ed: 0, N_tie: 0, N_Ed: 0, ...c }), new Run(p.sheet));
  const r = results.find((x) => x.id === 'plate-compression-bending') as StrengthResult;
  return [r.demand, r.where];
}

/** From the edge of the plate to the line along which it bends: 0.8 a sqrt(2) of the fillet past the face of the column. */
const beyond = (past: number): number => past - 0.8 * 6 * Math.SQRT2;
const c = beyond(120);

describe('a plate that presses with all of its area', () => {
  it('bends along the fillet at a face of the column: sigma c^2/2', () => {
    // 800 kN over 400 x 400 is 5 MPa; 120 past the column.
    expect(pressed({ N_Ed: -800 })).toEqual([expect.closeTo((5 * c ** 2) / 2, 6), 'outside']);
    // 80 kN more on a plate 480 long, of the same 5 MPa: 160 past the column along z.
    const long = { plate: { ...START.plate, h: 480 } };
    expect(pressed({ N_Ed: -960 }, long)[0]).toBeCloseTo((5 * beyond(160) ** 2) / 2, 6);
  });
  it('bends by a pressure that falls in from its edge: sigma c^2/2 less the slope c^3/6', () => {
    // 800 kN and 40 kNm: 40e6/(400^4/12) = 0.01875 MPa a mm; 8.75 at the edge.
    const slope = 40e6 / (400 ** 4 / 12);
    const edge = 5 + slope * 200;
    expect(edge).toBeCloseTo(8.75, 9);
    const by = (edge * c ** 2) / 2 - (slope * c ** 3) / 6;
    expect(pressed({ N_Ed: -800, M_y: 40 })[0]).toBeCloseTo(by, 4);
    // About the other axis, and the other way, the same.
    for (const M of [{ M_y: -40 }, { M_z: 40 }, { M_z: -40 }]) expect(pressed({ N_Ed: -800, ...M })[0]).toBeCloseTo(by, 4);
  });
  it('bends by two moments along a face as by the one square to it: along the line the other comes to its mean', () => {
    const slope = 20e6 / (400 ** 4 / 12);
    const face = ((5 + slope * 200) * c ** 2) / 2 - (slope * c ** 3) / 6;
    expect(pressed({ N_Ed: -800, M_y: 20, M_z: 20 })[0]).toBeCloseTo(face, 4);
  });
  it('bends within the column where that is wide: sigma s^2/8 of the wall’s clear width', () => {
    const wide = { column: { ...START.column, h: 360, b: 360 }, plate: { ...START.plate, h: 420, b: 420 } };
    // 344 within the walls: 344^2/8 is more than 30^2/2.
    expect(pressed({ N_Ed: -882 }, wide)).toEqual([expect.closeTo((5 * 344 ** 2) / 8, 3), 'inside']);
  });
});

describe('the least throat of a base’s welds, 4.5.2(2)', () => {
  const throat = (weld: object) => {
    const p = prepared({ weld });
    return checkRules(p, new Run(p.sheet)).find((r) => r.id === 'weld-throat')!;
  };
  it('is 3 mm, at the flange and at the web of an I section', () => {
    expect(throat({ type: 'fillet', a_f: 3, a_w: 3 })).toMatchObject({
      type: 'rule',
      must: true,
      actual: 3,
      limit: 3,
      pass: true,
    });
    expect(throat({ type: 'fillet', a_f: 2.9, a_w: 6 })).toMatchObject({ actual: 2.9, pass: false });
    // The walls of a tube have one weld.
    expect(throat({ type: 'fillet', a_f: 6, a_w: 2.5 })).toMatchObject({ actual: 6, pass: true });
    const I = { column: { section: 'UC 203x203x60', steel: { grade: 'S355' } }, options: {} };
    const p = prepared({ ...I, weld: { type: 'fillet', a_f: 6, a_w: 2.5 } });
    expect(checkRules(p, new Run(p.sheet)).find((r) => r.id === 'weld-throat')).toMatchObject({ actual: 2.5, pass: false });
  });
  it('is none of butt welds', () => expect(throat({ type: 'butt', a_f: 6 }).type).toBe('skip'));
});
