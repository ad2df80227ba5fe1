import { describe, expect, it } from 'vitest';
import { inNewtons, NO_ACTIONS, type Combination } from '../../actions/combination.ts';
import type { CheckResult } from '../../checks/check.ts';
import { Run } from '../../formula/index.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { W1, W2, W3, W4 } from './cases.testing.ts';
import { momentPlateToEn1993 } from './en1993/index.ts';
import type { MomentPlateInput } from './input.ts';
import { momentPlateModel } from './model.ts';

// Where the code itself jumps, the workings name it with both values; the tests stand on both sides and compare.
const load = (M_Ed: number, more: Partial<Combination> = {}): Combination => ({ name: 'C', ...NO_ACTIONS, M_Ed, ...more });
const results = (input: MomentPlateInput, c: Combination): readonly CheckResult[] => {
  const p = momentPlateToEn1993(momentPlateModel(input, DEFAULT_BASIS));
  return p.check(inNewtons(c), new Run(p.sheet)).results;
};
const edges = (input: MomentPlateInput, c: Combination): string => {
  const found = results(input, c).find((x) => x.id === 'code-edges');
  return found?.type === 'skip' ? found.reason : '';
};
const resistance = (input: MomentPlateInput, c: Combination, id: string, where?: string): number => {
  const found = results(input, c).find((x) => x.id === id && x.type === 'strength' && (!where || x.where === where));
  return found?.type === 'strength' ? found.resistance : NaN;
};
/** The two numbers that an edge is told with. */
const bothOf = (words: string, edge: RegExp): [number, number] => {
  const found = new RegExp(`${edge.source}.*?(?: is| takes?) ([\\d.]+).*?over it,?.*?(?: is| takes?|) ([\\d.]+)`).exec(words);
  return [Number(found?.[1]), Number(found?.[2])];
};

describe('the code jumps, and the workings say so within 5 %', () => {
  it('at 1.9 F_t,Rd: W4 with prying assumed falls from 269 to 237 kNm at 0.02 mm more of plate', () => {
    const at = (t: number): MomentPlateInput => ({
      ...W4,
      plate: { ...W4.plate, t },
      options: { ...W4.options, prying: 'assume' },
    });
    const c = load(170, { M_other: 110 });
    const M = [24.16, 24.18].map((t) => resistance(at(t), c, 'moment-resistance') / 1e6);
    expect(M[0]).toBeCloseTo(269, 0);
    expect(M[1]).toBeCloseTo(237, 0);
    for (const t of [24.16, 24.18]) expect(bothOf(edges(at(t), c), /335 kN at row 1/)).toEqual([269, 237]);
    // Under 0.95 of it nothing is said of row 1: 0.95 x 335 = 318 kN.
    expect(edges(at(20), c)).not.toContain('at row 1');
  });
  it('at 600 mm: W3 with a haunch of 245 mm falls from 825 to 672 kN', () => {
    const deep = (h: number): MomentPlateInput => ({
      ...W3,
      haunch: { ...W3.haunch!, h },
      rows: [...W3.rows.slice(0, 4), { y: -295 - h, role: 'auto' }],
    });
    const c = load(200, { N_Ed: -50 });
    for (const h of [245, 245.1]) expect(bothOf(edges(deep(h), c), /depth of 600 mm/)).toEqual([825, 672]);
    const F = [245, 245.1].map((h) => resistance(deep(h), c, 'beam-flange-compression') / 1e3);
    expect(F[0]).toBeCloseTo(825, 0);
    expect(F[1]).toBeCloseTo(672, 0);
    expect(edges(deep(200), c)).not.toContain('600 mm');
  });
  it('at 5 % of the axial resistance: the use of the moment without the force and with it', () => {
    // N_pl,Rd = (2 x 190 x 14.6 + 420.8 x 9.4 + (4 - pi) 21^2) mm2 x 355 MPa = 3508 kN, 5 % of it 175.4.
    const uses = bothOf(edges(W2, load(100, { N_Ed: 176 })), /5 % of N_pl,Rd/);
    expect(uses).toEqual([0.33, 0.98]);
    expect(bothOf(edges(W2, load(100, { N_Ed: 170 })), /5 % of N_pl,Rd/)[0]).toBe(0.33);
    const counted = results(W2, load(100, { N_Ed: 176 })).find((x) => x.id === 'moment-axial');
    expect(counted?.type === 'strength' && counted.demand).toBeCloseTo(0.98, 2);
    // Five per cent on either side of 175.4 kN: 166.6 to 184.2.
    for (const N_Ed of [167, 184]) expect(edges(W2, load(100, { N_Ed }))).toContain('5 % of N_pl,Rd');
    for (const N_Ed of [0, 166, 185]) expect(edges(W2, load(100, { N_Ed }))).not.toContain('N_pl');
  });
  it('where a little more moment asks for one row more: the shear of the bolts on both sides', () => {
    const told = bothOf(edges(W3, load(300, { V_Ed: 120 })), /a moment of 310 kNm/);
    const shear = [308, 312].map((M) => resistance(W3, load(M, { V_Ed: 120 }), 'bolt-shear') / 1e3);
    expect(told).toEqual(shear.map(Math.round));
    expect(told[0]! - told[1]!).toBeGreaterThan(100);
    // Without shear, or with every row of the joint in tension, there is no step.
    expect(edges(W3, load(300))).not.toContain('one row more');
    expect(edges({ ...W3, options: { ...W3.options, shear_rows: 'all' } }, load(300, { V_Ed: 120 }))).not.toContain(
      'one row more',
    );
  });
  it('and by each bolt’s own tension where the shear lies between the two', () => {
    expect(edges(W3, load(300, { V_Ed: 800 }))).toMatch(/by Table 3\.4 with the tension of each bolt they take \d+ kN/);
    expect(edges(W3, load(300, { V_Ed: 700 }))).not.toContain('by Table 3.4 with');
  });
  it('at L_b*: the row with prying and without', () => {
    const at = (t: number): MomentPlateInput => ({
      ...W2,
      plate: { ...W2.plate, t },
      options: { ...W2.options, prying: 'check', plastic: 'en' },
    });
    const words = edges(at(28.8), load(170));
    expect(words).toContain('L_b* of the end plate, row 1: its bolts stretch over 98 % of it');
    const [pried] = bothOf(words, /end plate, row 1: .*? of it/);
    expect(pried).toBeCloseTo(resistance(at(28.8), load(170), 'end-plate-bending', 'row 1') / 1e3, 0);
    const [, free] = bothOf(edges(at(29), load(170)), /end plate, row 1: .*? of it/);
    expect(free).toBeCloseTo(resistance(at(29), load(170), 'end-plate-bending', 'row 1') / 1e3, 0);
    // Prying that is assumed has no such edge.
    expect(edges({ ...at(28.8), options: W2.options }, load(170))).not.toContain('L_b*');
  });
  it('between class 2 and class 3: with the plastic modulus and with the elastic one', () => {
    // c/(t epsilon) = (212/2 - 5 sqrt2)/(12 x 0.8136) = 10.13: class 3, by 1.3 %.
    const beam = { h: 400, b: 220, tw: 8, tf: 12, r: 0, a: 5, steel: { grade: 'S355' } };
    const input: MomentPlateInput = { ...W1, beam, plate: { ...W1.plate, b: 230 }, rows: W1.rows.map((r) => ({ ...r })) };
    const words = edges(input, load(60));
    // W_pl = 220 x 12 x 388 + 8 x 376^2/4 = 1307072 mm3; I = (220 x 400^3 - 212 x 376^3)/12, W_el = I/200.
    const W_pl = 220 * 12 * 388 + (8 * 376 ** 2) / 4;
    const W_el = (220 * 400 ** 3 - 212 * 376 ** 3) / 12 / 200;
    const [plastic, elastic] = bothOf(words, /class 2 of the beam, of class 3/);
    expect(plastic).toBeCloseTo((W_pl * 355) / 388 / 1e3, -0.5);
    expect(elastic).toBeCloseTo((W_el * 355) / 388 / 1e3, -0.5);
    expect(edges({ ...input, beam: { ...beam, tf: 14 } }, load(60))).not.toContain('class');
  });
  it('at a step of the strength by thickness', () => {
    const at = (t: number): string => edges({ ...W1, plate: { ...W1.plate, t } }, load(60));
    expect(at(16)).toContain('the 16 mm of the end plate: f_y is 275 MPa under it, 265 MPa over it');
    expect(at(16.5)).toContain('end plate: f_y is 275 MPa under it');
    for (const t of [15, 17]) expect(at(t)).not.toContain('of the end plate: f_y');
    // A strength that is typed has no steps, and the table's end is no step.
    const typed = { f_y: 275, f_u: 410, beta_w: 0.85 };
    expect(edges({ ...W1, plate: { ...W1.plate, t: 16, steel: typed } }, load(60))).not.toContain('of the end plate: f_y');
  });
  it('and nowhere else', () =>
    expect(edges(W1, load(60))).toBe('Nothing at which the code jumps lies within 5 % of this combination.'));
});
