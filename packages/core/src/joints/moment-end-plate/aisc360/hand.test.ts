import { describe, expect, it } from 'vitest';
import { inches as inch, to } from '../../aisc360.testing.ts';
import type { MomentPlateInput } from '../input.ts';
import {
  C,
  D,
  EIGHT,
  checksOf,
  column,
  fillet,
  inKips,
  load,
  pair,
  reportOf,
  ribbed,
  rowsAt,
  ruleOf,
  steel,
  strengthOf,
} from './cases.testing.ts';

const stiffened: MomentPlateInput = { ...D, stiffeners: { top: pair, bottom: pair } };
const skipped = (input: MomentPlateInput, c = C): string[] =>
  [...checksOf(input, c)].flatMap(([id, x]) => (x.type === 'skip' && id !== 'action-path' ? [id] : []));
const missing = (input: MomentPlateInput, c = C): string[] => reportOf(input, [c]).missing.map((x) => x.id);

/*
 * Case D with what else the procedure has. Of the case: z = 20.278, h_0 = 22.039, h_1 = 18.517, s = 0.5 sqrt(9 x 5) = 3.3541; on the column s = 0.5 sqrt(12.1 x 5)
 * = 3.8891 and c = 3.522; F_t = 2500/20.278 = 123.29.
 */
describe('forms with ribs', () => {
  // d_e = 1.5 within s: Y_p = 4.5 (18.517 (1/1.5 + 1/3.3541) + 22.039 (1/1.5 + 1/6.7082)) + 0.4 (18.517 (1.5 + 3.3541) + 22.039 (1.5 + 1.5)) = 223.696; 0.9 x 50 x 0.76563 x 223.696/1.11 = 6943.3.
  it('4ES, the end of the plate near', () => expect(strengthOf(ribbed(), C, 'mep-plate-yield').strength).toBeCloseTo(6943.3, 1));
  // d_e = 4: 4.5 (... + 22.039 (1/3.3541 + 1/1.5)) + 0.4 (... + 22.039 (3.3541 + 1.5)) = 254.825: 7909.5.
  it('4ES, the end of the plate far', () => expect(strengthOf(ribbed(4), C, 'mep-plate-yield').strength).toBeCloseTo(7909.5, 1));
  it('needs no shear of the extension across the rib', () =>
    expect(skipped(ribbed())).toEqual(expect.arrayContaining(['mep-plate-shear-yield', 'mep-plate-shear-rupture'])));
  // h = 25.039, 22.039, 18.517, 15.517: sum 81.112; 0.75 x 2 x 113 x 0.60132 x 81.112 = 8267.2. Y_p = 4.5 (25.039/3 + 22.039/1.5 + 18.517/1.5 + 15.517/3.3541) + 0.4 (25.039 x 2.25 +
  // 22.039 x 3.75 + 18.517 x 2.25 + 15.517 x 5.6041 + 9) + 5 = 295.687: 9177.8. Column flange: Y_c = 6.05 (25.039 + 15.517)/3.8891 + 0.4 (25.039 x 8.6501 + 22.039 x 2.3805 + 18.517 x 3.261 +
  // 15.517 x 3.8891) + 2.5 = 221.504: 0.9 x 50 x 0.5625 x 221.504/1.11 = 5051.2.
  it.each<[string, number]>([
    ['mep-bolt-tension', 8267.2],
    ['mep-plate-yield', 9177.8],
    ['mep-column-flange', 5051.2],
    ['mep-bolt-shear', 245.34],
  ])('8ES: %s', (id, strength) => expect(strengthOf(EIGHT, C, id).strength / strength).toBeCloseTo(1, 4));
  // p_s = (3.522 - 0.5)/2 = 1.511: Y_c = 6.05 (25.039/3.8891 + 22.039/1.511 + 18.517/1.511 + 15.517/3.8891) + 0.4 (25.039 x 4.6391 + 22.039 x 3.761 + 18.517 x 2.261 + 15.517 x 6.1391 + 9) + 5 = 368.545: 8404.3.
  it('8ES beside stiffeners', () =>
    expect(strengthOf({ ...EIGHT, stiffeners: { top: pair } }, C, 'mep-column-flange').strength).toBeCloseTo(8404.3, 1));
  it('leaves the weld of the web less length: 20.8 - 1.044 - 1.5 - 3 - 1.75 = 13.5 over 9.878 by half the depth', () => {
    expect(strengthOf(EIGHT, C, 'mep-web-weld-shear').strength).toBeCloseTo(110.01, 1);
    const four = { ...D, beam: { ...D.beam, h: inch(7), r: 0 }, rows: rowsAt(7, 0.522, [1.5], [1.5]) };
    // 7 - 1.044 - 1.5 - 1.75 = 2.706 is less than 7/2 - 0.522 = 2.978.
    expect(strengthOf(four, C, 'mep-web-weld-shear').strength / 110.01).toBeCloseTo(2.706 / 9.878, 4);
    // A shallow beam: 14 - 1.044 - 1.5 - 3 - 1.75 = 6.706 over 14/2 - 0.522 = 6.478; pitch 3.5 leaves 6.206.
    const shallow = { ...EIGHT, beam: { ...D.beam, h: inch(14) }, rows: rowsAt(14, 0.522, [5, 1.5], [1.5, 5]) };
    expect(
      strengthOf(shallow, C, 'mep-web-weld-shear').strength / strengthOf(EIGHT, C, 'mep-web-weld-shear').strength,
    ).toBeCloseTo(6.206 / 9.878, 5);
  });
});

describe('allowable strength', () => {
  // 5511.5/2, 5511.5 = 2 x 113 x 0.60132 x 40.556; 6215.2/1.67; 315 x .75/1.5 of 236.25; the panel 174.84/1.67.
  it.each<[string, number]>([
    ['mep-bolt-tension', 4133.6 / 0.75 / 2],
    ['mep-plate-yield', 5593.7 / 0.9 / 1.67],
    ['mep-plate-shear-yield', 236.25 / 1.5],
    ['mep-plate-shear-rupture', 179.16 / 0.75 / 2],
    ['mep-panel-zone', 157.36 / 0.9 / 1.67],
    ['mep-column-web-crippling', 214.24 / 0.75 / 2],
    ['mep-beam-web-shear', 234 / 1.5],
  ])('%s', (id, strength) => expect(strengthOf(D, C, id, to('ASD')).strength / strength).toBeCloseTo(1, 4));
  it('counts 1.6 of the axial force of the column', () => {
    // 1.6 x 450/(50 x 23.2) = 0.6207: 1.4 - 0.6207 of 174.84/1.67.
    expect(strengthOf(D, load(2500, 38, 0, { N_col: -450 }), 'mep-panel-zone', to('ASD')).strength).toBeCloseTo(
      (174.84 / 1.67) * (1.4 - 0.62069),
      2,
    );
  });
});

describe('the column', () => {
  // p_s = 1.511: Y_c = 6.05 x 40.556 (1/3.8891 + 1/1.511) + 0.4 x 40.556 (3.8891 + 1.511) = 313.078: 7139.4.
  it('has a stronger flange beside stiffeners', () =>
    expect(strengthOf(stiffened, C, 'mep-column-flange').strength).toBeCloseTo(7139.4, 1));
  // At the tension flange min(3614.2/20.278 = 178.23, 243.74), at the other min(243.74, 214.24): at 4000 kip-in F = 197.26, 19.03 over the flange's. 0.9 x 50 x 2 (4 - 0.6) 0.5 = 153.
  it('gives its stiffeners what it can not take itself', () => {
    const found = strengthOf(stiffened, load(4000), 'mep-column-stiffener');
    expect(found.demand).toBeCloseTo(4000 / 20.278 - 178.232, 2);
    expect(found.strength).toBeCloseTo(153, 6);
    // It gives where F = 178.232 + 153.
    expect(found.multiple).toBeCloseTo(331.232 / (4000 / 20.278), 5);
  });
  it('says at which load its stiffeners give where it needs none yet', () => {
    const found = strengthOf(stiffened, load(1000), 'mep-column-stiffener');
    expect(found.demand).toBe(0);
    expect(found.multiple).toBeCloseTo(331.232 / (1000 / 20.278), 5);
  });
  it('has its web carried with them at both flanges', () => {
    expect(skipped(stiffened)).toEqual(expect.arrayContaining(['mep-column-web-yield', 'mep-column-web-crippling']));
    expect(skipped({ ...D, stiffeners: { top: pair } })).not.toContain('mep-column-web-crippling');
  });
  // Four fillets 1/4 in, 3.4 in each, across: 0.75 x 4 x 42 x 0.70711 x 0.25 x 3.4 x 1.5 = 113.6; along the web 12.4 - 1.5 - 1.2 = 9.7: 0.75 x 4 x 42 x 0.70711 x 0.25 x 9.7 = 216.06.
  it('holds its stiffeners by their welds', () => {
    expect(strengthOf(stiffened, load(4000), 'mep-stiffener-flange-weld').strength).toBeCloseTo(113.6, 1);
    expect(strengthOf(stiffened, load(4000), 'mep-stiffener-web-weld').strength).toBeCloseTo(216.06, 1);
    // Fitted and pressed: only the pull is left to the weld of the flange.
    const below: MomentPlateInput = { ...D, stiffeners: { bottom: pair } };
    expect(skipped(below, load(6000))).toContain('mep-stiffener-flange-weld');
    const unfitted: MomentPlateInput = { ...D, stiffeners: { bottom: { ...pair, fitted: false } } };
    expect(strengthOf(unfitted, load(6000), 'mep-stiffener-flange-weld').demand).toBeCloseTo(6000 / 20.278 - 214.24, 1);
    expect(strengthOf(unfitted, load(6000), 'mep-stiffener-web-weld').demand).toBeCloseTo(6000 / 20.278 - 214.24, 1);
  });
  // The compression flange 10 in from the end: under d_c = 12.4, over half of it; 5 in: under both. 243.74/2; 214.24/2 with l_b/d_c = 0.042.
  it('counts how near its end is', () => {
    expect(strengthOf(column({ end_below: inch(10) }), C, 'mep-column-web-yield').strength).toBeCloseTo(121.87, 1);
    expect(strengthOf(column({ end_below: inch(10) }), C, 'mep-column-web-crippling').strength).toBeCloseTo(214.24, 1);
    expect(strengthOf(column({ end_below: inch(5) }), C, 'mep-column-web-crippling').strength).toBeCloseTo(107.12, 1);
    expect(strengthOf(column({ end_above: inch(5) }), C, 'mep-column-web-crippling').strength).toBeCloseTo(214.24, 1);
  });
  // A long bearing at the end: t_f = 3 in, l_b/d_c = 0.2419: [1 + (0.9677 - 0.2) 0.49608] = 1.38087; 0.75 x 0.4 x 0.2209 x 1.38087 x 1521.1 = 139.2.
  it('takes the other form of crippling under a long bearing at its end', () => {
    const thick = {
      ...column({ end_below: inch(4) }),
      beam: { ...D.beam, tf: inch(3), r: 0 },
      rows: rowsAt(20.8, 3, [1.5], [1.5]),
    };
    expect(strengthOf(thick, C, 'mep-column-web-crippling').strength).toBeCloseTo(139.19, 1);
  });
  // h = 12.4 - 2.7 = 9.7: 0.9 x 24 x 0.47^3 sqrt(29000 x 50)/9.7 = 278.39.
  it('buckles under beams on both sides alone', () => {
    const both = column({ sides: 2, other_checked: true });
    const c = load(2500, 38, 0, { M_other: 2000 });
    expect(strengthOf(both, c, 'mep-column-web-buckling').strength).toBeCloseTo(278.39, 1);
    expect(
      strengthOf(column({ sides: 2, other_checked: true, end_below: inch(5) }), c, 'mep-column-web-buckling').strength,
    ).toBeCloseTo(278.39 / 2, 1);
    expect(skipped(D)).toContain('mep-column-web-buckling');
  });
  // t_w = 0.3, beams on both sides: crippling 106.10, buckling 0.9 x 24 x 0.027 x 1204.16/9.7 = 72.40, yielding 155.58: 72.40 of the push is the web's.
  it('leaves its stiffeners what buckling does not take, with beams on both sides', () => {
    const thin = (sides: 1 | 2): MomentPlateInput => ({
      ...stiffened,
      stiffeners: { bottom: pair },
      column: { ...D.column!, tw: inch(0.3), sides, other_checked: true },
    });
    const F = 4000 / 20.278;
    expect(strengthOf(thin(2), load(4000, 0, 0, { M_other: 4000 }), 'mep-column-stiffener').demand).toBeCloseTo(F - 72.4, 1);
    expect(strengthOf(thin(1), load(4000), 'mep-column-stiffener').demand).toBeCloseTo(F - 106.1, 1);
  });
  // Rows 5 in from the flange: c = 10.522, (c - 0.5)/2 = 5.011 over s = 3.8891: h = 25.539, 15.017; Y_c = 6.05 x 40.556 x 2/3.8891 + 0.4 x 40.556 x 7.7782 = 252.36: 5754.9.
  it('counts a stiffener as if it stood no farther than s', () =>
    expect(
      strengthOf(
        { ...stiffened, rows: rowsAt(20.8, 0.522, [5], [5]), plate: { ...D.plate, top: inch(7), bottom: inch(7) } },
        C,
        'mep-column-flange',
      ).strength,
    ).toBeCloseTo(5754.9, 0));
  // A doubler of 3/8: t = 0.845: 0.9 x 0.6 x 50 x 12.4 x 0.845 = 282.91; of 36 ksi steel 0.27 counts: 247.75.
  it('counts doublers by their steel', () => {
    const plate = { t: inch(0.375), b: inch(9.7), sides: 1, weld: 'fillet', steel: steel(50, 65) } as const;
    expect(strengthOf({ ...D, web_plate: plate }, C, 'mep-panel-zone').strength).toBeCloseTo(282.91, 1);
    expect(strengthOf({ ...D, web_plate: { ...plate, steel: steel(36, 58) } }, C, 'mep-panel-zone').strength).toBeCloseTo(
      0.9 * 0.6 * 50 * 12.4 * 0.74,
      2,
    );
    expect(strengthOf({ ...D, web_plate: { ...plate, sides: 2 } }, C, 'mep-panel-zone').strength).toBeCloseTo(
      0.9 * 0.6 * 50 * 12.4 * 1.22,
      2,
    );
  });
});

describe('the panel', () => {
  // 700/1160 = 0.60345: 1.4 - 0.60345 of 157.36 = 125.35; as the load grows k D = 157.36 (1.4 - 0.60345 k).
  it('loses to the axial force of the column, more as the load grows', () => {
    const found = strengthOf(D, load(2500, 38, 0, { N_col: -700 }), 'mep-panel-zone');
    expect(found.strength).toBeCloseTo(125.35, 1);
    expect(found.multiple).toBeCloseTo((157.356 * 1.4) / (123.287 + 157.356 * 0.60345), 4);
    expect(strengthOf(D, load(2500, 38, 0, { N_col: 400 }), 'mep-panel-zone').strength).toBeCloseTo(157.36, 1);
  });
  // 1 + 3 x 12.1 x 0.5625/(20.8 x 12.4 x 0.47) = 1.16844: 183.86; at 950 kip 0.819: 1.9 - 1.2 x 0.81897 = 0.91724 of it.
  it('counts the flanges of the column where the frame counts its deformation', () => {
    const counted = to('LRFD', { panel_deformation: true });
    expect(strengthOf(D, C, 'mep-panel-zone', counted).strength).toBeCloseTo(183.86, 1);
    const pressed = load(2500, 38, 0, { N_col: -950 });
    expect(strengthOf(D, pressed, 'mep-panel-zone', counted).strength).toBeCloseTo(183.86 * 0.91724, 1);
  });
  it('has the difference of the moments on both sides, less the shear of the column', () => {
    const both = column({ sides: 2, other_checked: true });
    const demand = (far: number, V_col?: number): number =>
      strengthOf(both, load(2500, 38, 0, { M_other: far, ...(V_col === undefined ? {} : { V_col }) }), 'mep-panel-zone').demand;
    expect(demand(1000)).toBeCloseTo(1500 / 20.278, 4);
    expect(demand(-1000)).toBeCloseTo(3500 / 20.278, 4);
    expect(demand(4000)).toBeCloseTo(1500 / 20.278, 4);
    expect(demand(-1000, 20)).toBeCloseTo(3500 / 20.278 - 20, 4);
    expect(skipped(both, load(2500, 38, 0, { M_other: 2500 }))).toContain('mep-panel-zone');
    // Upside down the same: both moments turned.
    expect(strengthOf(both, load(-2500, 38, 0, { M_other: -1000 }), 'mep-panel-zone').demand).toBeCloseTo(1500 / 20.278, 4);
  });
});

describe('forces', () => {
  // N = 60 pulls: M_t = 2500 + 60 x 10.139 = 3108.3; F_c stays. Pressed: F_c = 123.29 + 30.
  it('an axial force goes to the flanges by halves', () => {
    expect(strengthOf(D, load(2500, 38, 60), 'mep-bolt-tension').demand).toBeCloseTo(2500 + 60 * 10.139, 3);
    expect(strengthOf(D, load(2500, 38, 60), 'mep-column-web-crippling').demand).toBeCloseTo(123.287, 2);
    expect(strengthOf(D, load(2500, 38, -60), 'mep-column-web-crippling').demand).toBeCloseTo(153.287, 2);
    expect(strengthOf(D, load(2500, 38, -60), 'mep-bolt-tension').demand).toBeCloseTo(2500, 6);
  });
  it('is outside the method where it pulls or presses both flanges', () => {
    expect(ruleOf(D, 'mep-axial-limit', [load(2500, 38, 246)]).pass).toBe(true);
    expect(ruleOf(D, 'mep-axial-limit', [load(2500, 38, 247)]).pass).toBe(false);
    expect(ruleOf(D, 'mep-axial-limit', [load(2500, 38, -247), load(2500)]).pass).toBe(false);
    expect(reportOf(D, [load(10, 5, 40)]).state).not.toBe('holds');
    // The worst of several is the one that is farthest outside, not the one with the largest force.
    const worst = ruleOf(D, 'mep-axial-limit', [load(2500, 38, 246), load(100, 5, 30)]);
    expect([worst.pass, worst.limit / 112985]).toEqual([false, expect.closeTo(100, 1)]);
  });
  // Fillets of the flanges 3/8: 0.75 x 42 x 0.70711 x 0.375 x 1.5 (16.44 - 0.375) = 201.28; l_b = 0.522 + 0.75: (8.1 + 1.272 + 1.75) 50 x 0.47 = 261.37, crippling 232.39.
  it('fillets of the flanges carry them, and lengthen what bears on the column', () => {
    const welded = { ...D, welds: { ...D.welds, top: fillet(0.375), bottom: fillet(0.375) } };
    const { flanges: _butt, ...welds } = welded.welds;
    const f = { ...welded, welds };
    expect(strengthOf(f, C, 'mep-flange-weld').strength).toBeCloseTo(201.28, 1);
    expect(strengthOf(f, C, 'mep-flange-weld', to('LRFD', { directional: false })).strength).toBeCloseTo(201.28 / 1.5, 1);
    expect(strengthOf(f, C, 'mep-column-web-yield').strength).toBeCloseTo(261.37, 1);
    expect(strengthOf(f, C, 'mep-column-web-crippling').strength).toBeCloseTo(232.39, 1);
    expect(skipped(D)).toContain('mep-flange-weld');
    const above = { ...f, welds: { ...welds, top: fillet(0.25) } };
    expect(strengthOf(above, C, 'mep-flange-weld').strength).toBeCloseTo(201.28 / 1.5, 1);
    // The thinner fillet of the flange that is pressed gives.
    const thin = { ...f, welds: { ...welds, bottom: fillet(0.25) } };
    expect(strengthOf(thin, load(2500, 38, -60), 'mep-flange-weld').demand).toBeCloseTo(153.287, 2);
    expect(strengthOf(thin, load(2500, 38, -60), 'mep-flange-weld').strength).toBeCloseTo(201.28 / 1.5, 1);
  });
  // A plate of 1/2 in whose outer row is 0.9 in from its end: under uplift, hogging, the bolts at the bottom press down on 0.9 - 0.46875 of the plate: 1.2 x 0.43125 x 0.5 x 65 = 16.82 each, the
  // others their shear 40.89 or 2.4 x 0.875 x 0.5 x 65 = 68.25: 0.75 x 2 (16.82 + 40.89) = 86.56.
  it('bears on the end of the plate where the shear goes that way', () => {
    const thin = { ...D, plate: { ...D.plate, t: inch(0.5), bottom: inch(2.4) } };
    expect(strengthOf(thin, load(2500, 38), 'mep-bolt-bearing').strength).toBeCloseTo(122.67, 1);
    expect(strengthOf(thin, load(2500, -38), 'mep-bolt-bearing').strength).toBeCloseTo(86.56, 1);
  });
  // A column flange of 3/8 in that ends 2.4 in under the foot of the beam: pressed down, its lowest bolts have 0.9 - 0.46875 of it: 1.2 x 0.43125 x 0.375 x 65 = 12.61 each; under uplift the next hole is far off:
  // their shear 40.89. The rows above them their shear too.
  it('bears on the end of the column where the shear goes that way', () => {
    const end = { ...column({ tf: inch(0.375), r: inch(0.9), end_below: inch(2.4) }) };
    expect(strengthOf(end, load(2500, 38), 'mep-bolt-bearing').strength).toBeCloseTo(0.75 * 2 * (12.614 + 40.889), 1);
    expect(strengthOf(end, load(2500, -38), 'mep-bolt-bearing').strength).toBeCloseTo(122.67, 1);
  });
  // p_fi = 4 over s = 3.3541, which counts in its place: h_1 = 16.017; Y_p = 4.5 (16.017 x 2/3.3541 + 22.039/1.5 - 0.5) + 0.4 x 16.017 x 6.7082 = 149.82.
  it('counts a row far inside as if it stood at s', () => {
    const far = { ...D, rows: rowsAt(20.8, 0.522, [1.5], [4]) };
    expect(strengthOf(far, C, 'mep-plate-yield').strength / ((0.9 * 50 * 0.765625 * 149.824) / 1.11)).toBeCloseTo(1, 4);
  });
  // h/t_w = (20.8 - 2.04)/0.3 = 62.5 over 2.24 sqrt(29000/50) = 53.95: 0.9, C_v1 = 1.1 sqrt(5.34 x 580)/62.53 = 0.979: 0.9 x 0.6 x 50 x 20.8 x 0.3 x 0.979 = 164.9.
  it('a slender web of the beam has the other factor', () => {
    const slender = { ...D, beam: { ...D.beam, tw: inch(0.3) } };
    expect(strengthOf(slender, C, 'mep-beam-web-shear').strength).toBeCloseTo(164.9, 1);
  });
});

describe('what the procedure has no form for', () => {
  it.each<[string, MomentPlateInput, RegExp]>([
    ['a splice', { ...D, form: 'splice' } as MomentPlateInput, /^form: a beam splice has no form/],
    [
      'a haunch',
      {
        ...D,
        haunch: { h: 250, l: 700, b: 200, tf: 14, tw: 10, steel: steel(50, 65), tip: false },
        rows: [
          { y: 38, role: 'auto' },
          { y: -60, role: 'auto' },
        ],
      },
      /^haunch: a haunch has no form/,
    ],
    [
      'a flush plate',
      { ...D, rows: rowsAt(20.8, 0.522, [], [1.5]) },
      /^rows: at the top flange no row stands outside the flange: this procedure has no flush form; accepted are/,
    ],
    ['eight bolts without a rib', { ...EIGHT, rib: undefined } as unknown as MomentPlateInput, /eight bolts need a rib/],
    ['three rows', { ...D, rows: rowsAt(20.8, 0.522, [1.5], [1.5, 4.5]) }, /1 rows outside and 2 inside are no form/],
    [
      'a row at mid-depth',
      { ...D, rows: [...D.rows, { y: -inch(10.4), role: 'auto' }] },
      /^rows\.4\.y: a row at mid-depth belongs to neither flange/,
    ],
    ['two pitches', { ...EIGHT, rows: rowsAt(20.8, 0.522, [4.5, 1.5], [1.5, 5]) }, /its pairs of rows have two pitches/],
  ])('%s is refused in words', (_, input, words) => {
    const { column: own, ...bare } = input;
    expect(() => reportOf(input.form === 'splice' ? (bare as MomentPlateInput) : { ...bare, column: own! }, [C])).toThrow(words);
  });
  it('one end extended takes one sense of the moment alone', () => {
    const top: MomentPlateInput = { ...D, rows: D.rows.filter((r) => r.y > -D.beam.h!), plate: { ...D.plate, bottom: inch(1) } };
    expect(missing(top)).toEqual([]);
    expect(missing(top, load(-2500, 38))).toEqual(['action-path']);
    // Two bolts are left at the compression flange.
    expect(strengthOf(top, C, 'mep-bolt-shear').strength).toBeCloseTo(122.67 / 2, 1);
    expect(reportOf(top, [C, load(-100, 5)]).state).toBe('not-whole');
    // The other way round it hangs by its lower end.
    const foot: MomentPlateInput = { ...D, rows: D.rows.filter((r) => r.y < 0), plate: { ...D.plate, top: inch(1) } };
    expect(missing(foot)).toEqual(['action-path']);
    expect(missing(foot, load(-2500, 38))).toEqual([]);
    expect(missing(foot, load(0, 38))).toEqual([]);
    // Without a moment the end that has a form is the one that is pulled; a push needs none.
    expect(missing(foot, load(0, 5, 10))).toEqual([]);
    expect(missing(top, load(-10, 5, 10))).toEqual(['action-path']);
    expect(missing({ ...top, bolts: { ...top.bolts } }, load(0, 5, -10))).toEqual([]);
  });
  it('asks for what it does not know of the other face', () => {
    const both = column({ sides: 2 });
    expect(missing(both)).toEqual(['mep-panel-zone', 'mep-other-side']);
    expect(missing(column({ sides: 2, other_checked: true }), load(2500, 38, 0, { M_other: 0 }))).toEqual([]);
    expect(missing(D, load(2500, 38, 0, { M_other: 100 }))).toEqual(['action-path']);
    expect(missing(D, { ...C, M_col: 20 })).toEqual(['action-path']);
  });
  it('a row for shear alone is none of a form, and counts at the compression flange', () => {
    const shear: MomentPlateInput = { ...D, rows: D.rows.map((r, i) => (i === 3 ? { ...r, role: 'shear' } : r)) };
    expect(strengthOf(shear, C, 'mep-bolt-shear').strength).toBeCloseTo(122.67, 1);
    expect(missing(shear, load(-2500, 38))).toEqual(['action-path']);
  });
});

describe('what is told beside', () => {
  const notes = (input: MomentPlateInput, c = C): string => reportOf(input, [c]).combinations[0]!.notes.join('; ');
  it('says how bolts and parts are made that no check sees', () => {
    expect(notes(D)).toContain('all bolts are pretensioned');
    expect(notes(D)).toContain('the axial force of the column is not given');
    expect(notes(D, load(2500, 38, 0, { N_col: -1 }))).not.toContain('the axial force of the column');
    expect(notes(ribbed())).toContain('the rib is welded');
    expect(notes({ ...D, web_plate: { t: 10, b: 240, sides: 1, weld: 'fillet', steel: steel(50, 65) } })).toContain(
      'the doubler is welded',
    );
    const { flanges: _butt, ...fillets } = D.welds;
    expect(notes({ ...D, welds: { ...fillets, top: fillet(0.6) } })).toContain('a fillet is larger than the flange is thick');
    expect(notes({ ...D, welds: fillets })).not.toContain('a fillet is larger');
  });
  it('reads a strength in kips', () => expect(() => inKips(undefined)).toThrow('no strength'));
});
