import { describe, expect, it } from 'vitest';
import { Run, Sheet } from '../../../formula/index.ts';
import { distribute, type Cap } from './distribution.ts';
import { panelShearFactor, stiffenedWeb, webCompression } from './web.ts';

const cap = (id: string, from: number, to: number, F: number): Cap => ({ id, from, to, F });

describe('the filling of rows', () => {
  const alone = [[cap('a', 0, 0, 300)], [cap('a', 1, 1, 300)], [cap('a', 2, 2, 300)]];
  const none = { h: [300, 200, 100], alone, groups: [[], [], []], compression: null, panel: null, plastic: null };
  const forces = (f: object): number[] => distribute({ ...none, ...f }).map((r) => r.F);
  it('gives each row its own where nothing holds it', () => expect(forces({})).toEqual([300, 300, 300]));
  it('takes groups off less the rows above', () => {
    // 450 for rows 1-2 leaves 150; 700 for rows 1-3 leaves 250, 380 for rows 2-3 leaves 230.
    const groups = [[], [cap('g', 0, 1, 450)], [cap('g', 1, 2, 380), cap('g', 0, 2, 700)]];
    const rows = distribute({ ...none, groups });
    expect(rows.map((r) => r.F)).toEqual([300, 150, 230]);
    expect(rows[2]!.by).toEqual({ type: 'cap', cap: groups[2]![0] });
  });
  it('takes compression and panel from the bottom', () => {
    expect(forces({ compression: 650 })).toEqual([300, 300, 50]);
    expect(forces({ panel: 400 })).toEqual([300, 100, 0]);
    expect(distribute({ ...none, panel: 400 })[1]!.by).toEqual({ type: 'panel' });
  });
  it('draws a straight line below a row that does not yield: 300 x 200/300 and 300 x 100/300', () => {
    expect(forces({ plastic: 290 })).toEqual([300, 200, 100]);
    expect(forces({ plastic: 310 })).toEqual([300, 300, 300]);
  });
});

/** A section of its own with these values. */
function section(values: Readonly<Record<string, number>>) {
  const sheet = new Sheet();
  for (const name of Object.keys(values))
    sheet.given(
      name,
      name.startsWith('f_y') || name === 'E'
        ? 'MPa'
        : /gamma|omega|beta|k_wc/.test(name)
          ? '-'
          : name === 'A_vc'
            ? 'mm2'
            : name.startsWith('F')
              ? 'kN'
              : 'mm',
      name,
    );
  const s = sheet.section('x');
  return {
    s,
    run: (): Run => {
      const r = new Run(sheet);
      Object.values(values).forEach((v, i) => (r.v[i] = v));
      return r;
    },
  };
}

describe('a column web', () => {
  // q = (200 x 10/4000)^2 = 0.25: omega_1 = 1/sqrt(1.325) = 0.868744, omega_2 = 1/sqrt(2.3) = 0.659380.
  it.each([
    [0, 1],
    [0.5, 1],
    [0.75, 0.934372],
    [1, 0.868744],
    [1.5, 0.764062],
    [2, 0.65938],
  ])('beside panel shear of beta %s', (beta, omega) => {
    const { s, run } = section({ b_eff: 200, t: 10, A_vc: 4000, beta });
    const work = panelShearFactor(s, 't');
    expect(work(run())).toBeCloseTo(omega, 5);
  });
  it('crushes where it is stocky and buckles where it is slender', () => {
    // 0.932 sqrt(200 x 200 x 275/(210000 x 100)) = 0.67453: crushing, 0.9 x 200 x 10 x 275 = 495 kN; half the thickness: 1.34906, rho = 1.14906/1.81996 = 0.63137.
    const of = (t: number) => {
      const { s, run } = section({ b_eff: 200, t, d: 200, f_y: 275, E: 210000, gamma_M0: 1, gamma_M1: 1, omega: 0.9 });
      return webCompression(s, { t: 't', d: 'd', f: 'f_y', k_wc: false })(run());
    };
    expect(of(10)).toMatchObject({ rho: 1 });
    expect(of(10).F).toBeCloseTo(495e3, 6);
    expect(of(5).rho).toBeCloseTo(0.63137, 4);
    expect(of(5).F / of(5).crushing).toBeCloseTo(0.63137, 4);
  });
  it('acts with its stiffeners, cut by the end of the column', () => {
    // epsilon = 0.92442, 15 epsilon t_w + t_s/2 = 138.66 + 6 = 144.66; to an end at 130: A = 2 x 90 x 12 + 10 (144.66 + 130) = 4906.6, without 5053.2.
    const values = {
      f_y_s: 275,
      f_y_c: 275,
      t_wc: 10,
      t_s: 12,
      b_s: 90,
      c_s: 15,
      l_end: 130,
      h_c: 400,
      t_fc: 16,
      E: 210000,
      gamma_M0: 1,
      gamma_M1: 1,
      F_crush: 400e3,
      F_web: 350e3,
    };
    const { s, run } = section(values);
    const work = stiffenedWeb(s);
    expect(work(run(), false).section).toBeCloseTo(5053.27 * 275, -2);
    expect(work(run(), true).section).toBeCloseTo(4906.63 * 275, -2);
    // Contact: 2 x 75 x 12 x 275 + 400 000 = 895 kN, the least.
    expect(work(run(), true).F).toBeCloseTo(895e3, 6);
  });
});
