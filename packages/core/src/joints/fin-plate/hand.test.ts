import { describe, expect, it } from 'vitest';
import { type Basis } from '../../basis/basis.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { checkJoint, tryCheckJoint } from '../report.ts';
import type { StrengthResult } from '../../checks/check.ts';
import { validate } from '../../validate/index.ts';
import { LineError } from '../kind.ts';
import { finPlate } from './index.ts';
import type { FinPlateInput } from './input.ts';

/** W1 of the worked cases as a base: 10x110x220 S275, 3 M20 8.8 at 70, e 40/50, gap 12, beam 352 deep with a web of 7.4. */
const base: FinPlateInput = {
  beam: { h: 352, b: 171, tw: 7.4, tf: 11.5, r: 10, steel: { grade: 'S275' }, notch: { type: 'none' } },
  support: { type: 'column_web', t: 10, steel: { grade: 'S275' }, d2: 200 },
  plate: { t: 10, h: 220, e1: 40, e2: 50, steel: { grade: 'S275' }, side: 'near' },
  fixing: 'bolted',
  web: { e2b: 45, top_to_bolt: 85 },
  gap: 12,
  bolts: { d: 20, cls: '8.8', n1: 3, n2: 1, p1: 70, p2: 0, threads_in_plane: true, category: 'A', friction: 'B', packing: 0 },
  weld: { s: 8 },
  holes: { plate: 'normal', web: 'normal' },
};
const check = (
  id: string,
  input: FinPlateInput,
  V_Ed: number,
  N_Ed = 0,
  N_tie = 0,
  basis: Basis = DEFAULT_BASIS,
  V_ser?: number,
) => {
  const found = checkJoint(
    { kind: 'fin-plate', input, combinations: [{ name: 'C', V_Ed, N_Ed, N_tie, ...(V_ser === undefined ? {} : { V_ser }) }] },
    basis,
  ).combinations[0]!.checks.find((c) => c.id === id)!;
  if (found.type === 'skip') throw new Error(`${id}: ${found.reason}`);
  return found as StrengthResult;
};

describe('axial force with shear (basis 2.11)', () => {
  // Worst bolt: vertical 100/3 = 33.333, horizontal 100 x 0.407143 + 30/3 = 50.714; resultant sqrt(33.333^2 + 50.714^2) = 60.689 kN of 94.08.
  it('adds N/n to the worst bolt', () => {
    const r = check('bolt-group-shear', base, 100, 30);
    expect(r.demand / 1e3).toBeCloseTo(60.689, 2);
    expect(r.resistance / 1e3).toBeCloseTo(94.08, 2);
  });
  // Web, tension: F_b,ver 98.3752 and F_b,hor 82.7455 of W1; sqrt((33.333/98.3752)^2 + (50.714/82.7455)^2) = 0.70032.
  it('adds N/n to bearing', () => expect(check('beam-web-bearing', base, 100, 30).demand).toBeCloseTo(0.70032, 4));
  // Compression: the end distance e_2b is left out, one line: alpha_b = 1, F_b,hor = 2.5 x 1 x 410 x 20 x 7.4/1.25 = 121.36 kN.
  // sqrt((33.333/98.3752)^2 + (50.714/121.36)^2) = 0.53804.
  it('leaves the end distance out of bearing in compression', () =>
    expect(check('beam-web-bearing', base, 100, -30).demand).toBeCloseTo(0.53804, 4));
  // N/(220 x 10 x 275) + V z/(10 x 220^2/6 x 275) = 30/605 + 100 x 57/(80666.7 x 0.275) = 0.049587 + 0.256949 = 0.306536 (V under half of 349.3).
  it('adds axial force and bending in the plate', () =>
    expect(check('plate-axial-bending', base, 100, 30).demand).toBeCloseTo(0.306536, 5));
  // N_u = 0.9 x 10 x (220 - 66) x 410/1.25 = 454.608; V_net = 291.631 (W1); sqrt((30/454.608)^2 + (100/291.631)^2) = 0.349199.
  it('combines tension and shear in the net plate', () =>
    expect(check('plate-net-interaction', base, 100, 30).demand).toBeCloseTo(0.349199, 4));
  // Block, N: case 1 A_nt = 10 (140 - 44) = 960, A_nv = 2 x 10 x (50 - 11) = 780: 410 x 960/1.25 + 275 x 780/sqrt3 = 314.88 + 123.84 = 438.72;
  // case 2 A_nt = 10 (40 + 140 - 55) = 1250, A_nv = 390: 410 + 61.92 = 471.92. Lower 438.72; V_block 262.424; sqrt((30/438.72)^2 + (100/262.424)^2) = 0.387145.
  it('combines tension and shear on a block of the plate', () =>
    expect(check('plate-block-interaction', base, 100, 30).demand).toBeCloseTo(0.387145, 4));
  // Strut: L_cr = 68.4, i = 2.88675, lambda = 23.6945/86.8147 = 0.272932; Phi = 0.5 (1 + 0.49 x 0.072932 + 0.0744919) = 0.555114;
  // chi = 1/(0.555114 + sqrt(0.308152 - 0.0744919)) = 0.963019; N_b = 582.63; u = 30/582.63 + 5700/(80666.7 x 0.275) = 0.0514905 + 0.256949 = 0.308440.
  it('buckles the plate in compression', () =>
    expect(check('plate-axial-buckling', base, 100, -30).demand).toBeCloseTo(0.30844, 4));
  // n = 30000/(2 x 208.8) + 3 x 100000 x 57/208.8^2 = 71.839 + 392.223 = 464.062; v = 239.464; sigma_perp = 464.062/(1.41421 x 5.6) = 58.597;
  // tau_par = 42.761; sigma_eq = sqrt(58.597^2 + 3 (58.597^2 + 42.761^2)) = 138.634; /385.882 = 0.359265.
  it('adds N to the weld', () => expect(check('weld-strength', base, 100, 30).demand).toBeCloseTo(0.359265, 4));
  // m_pl = 0.25 x 275 x 100 = 6875; eta = 1.1; beta = 26/200 = 0.13; N = 8 x 6875/0.87 x (1.1 + 1.5 sqrt(0.87)) = 157.990 kN.
  it('pulls yield lines in the supporting web', () =>
    expect(check('support-web-axial', base, 100, 30).resistance / 1e3).toBeCloseTo(157.99, 1));
  // h_w = h_p: N = 220 x 7.4 x 275 = 447.7; V = 450.203 (W1): sqrt((30/447.7)^2 + (100/450.203)^2) = 0.232006.
  it('combines N and V in the gross web', () =>
    expect(check('web-gross-interaction', base, 100, 30).demand).toBeCloseTo(0.232006, 4));
  it('skips what is not pulled in compression', () =>
    expect(() => check('plate-net-interaction', base, 100, -30)).toThrow(/compression/));
});

describe('bolts', () => {
  // Shank: 0.6 x 800 x 314.159/1.25 = 120.637; V_Rd = 120.637/sqrt((1/3)^2 + 0.407143^2) = 229.268.
  it('takes the shank when it lies in the plane', () =>
    expect(
      check('bolt-group-shear', { ...base, bolts: { ...base.bolts, threads_in_plane: false } }, 100).resistance / 1e3,
    ).toBeCloseTo(229.268, 2));
  // 10.9: alpha_v 0.5 with threads: 0.5 x 1000 x 245/1.25 = 98.0; x 1.900468 = 186.246.
  it('uses 0.5 for class 10.9', () =>
    expect(check('bolt-group-shear', { ...base, bolts: { ...base.bolts, cls: '10.9' } }, 100).resistance / 1e3).toBeCloseTo(
      186.246,
      2,
    ));
  // Packing 10 > 20/3: 9 x 20/(160 + 30) = 0.947368; 178.795 x 0.947368 = 169.385.
  it('reduces for packing', () =>
    expect(check('bolt-group-shear', { ...base, bolts: { ...base.bolts, packing: 10 } }, 100).resistance / 1e3).toBeCloseTo(
      169.385,
      2,
    ));
  // Slip, C, friction B, normal holes: F_p,C = 0.7 x 800 x 245 = 137.2; F_s = 1 x 1 x 0.4 x 137.2/1.25 = 43.904; x 1.900468 = 83.438.
  it('slips at ultimate in category C', () =>
    expect(check('bolt-group-slip', { ...base, bolts: { ...base.bolts, category: 'C' } }, 100).resistance / 1e3).toBeCloseTo(
      83.438,
      2,
    ));
  // B: 0.4 x 137.2/1.1 = 49.891; x 1.900468 = 94.816, against V_ser.
  it('slips in service in category B, against V_ser', () => {
    const r = check('bolt-group-slip', { ...base, bolts: { ...base.bolts, category: 'B' } }, 100, 0, 0, DEFAULT_BASIS, 70);
    expect(r.resistance / 1e3).toBeCloseTo(94.816, 2);
    expect(r.demand / 1e3).toBe(70);
  });
  // With N both ways of the group count: C as above 60.689 of 43.904; B under V_ser 70: vertical 70/3 = 23.333,
  // horizontal 70 x 0.407143 + 30/3 = 38.5; sqrt(23.333^2 + 38.5^2) = 45.019 of 49.891.
  it('slips under the axial force too', () => {
    const c = check('bolt-group-slip', { ...base, bolts: { ...base.bolts, category: 'C' } }, 100, 30);
    expect([c.demand / 1e3, c.resistance / 1e3]).toEqual([expect.closeTo(60.689, 2), expect.closeTo(43.904, 2)]);
    const b = check('bolt-group-slip', { ...base, bolts: { ...base.bolts, category: 'B' } }, 100, 30, 0, DEFAULT_BASIS, 70);
    expect([b.demand / 1e3, b.resistance / 1e3]).toEqual([expect.closeTo(45.019, 2), expect.closeTo(49.891, 2)]);
  });
});

describe('a channel as beam', () => {
  // PFC 260x90x35: A = 2 x 90 x 14 + 232 x 8 + (2 - pi/2) 144 = 4437.8; A_v = 4437.8 - 2520 + (8 + 12) 14 = 2197.8 (one fillet a flange);
  // 2197.8 x 275/sqrt3 = 348.95 kN.
  it('has one root fillet at each flange', () => {
    const channel: FinPlateInput = {
      ...base,
      beam: { section: 'PFC 260x90x35', steel: { grade: 'S275' }, notch: { type: 'none' } },
      plate: { ...base.plate, h: 170 },
      web: { e2b: 45, top_to_bolt: 90 },
      bolts: { ...base.bolts, n1: 2 },
    };
    expect(check('beam-web-shear-gross', channel, 50).resistance / 1e3).toBeCloseTo(348.95, 1);
  });
  it('can not be the flange that the plate is welded to', () => {
    const r = tryCheckJoint(
      {
        kind: 'fin-plate',
        input: { ...base, support: { type: 'column_flange', section: 'PFC 260x90x35', steel: { grade: 'S275' } } },
        combinations: [],
      },
      DEFAULT_BASIS,
    );
    expect('refusal' in r && r.refusal.message).toMatch(/does not lie on the line of its web/);
  });
});

describe('settings', () => {
  // n = 3 x 142000 x 57/208.8^2 = 556.959, v = 340.038 (W1): sqrt = 652.553 N/mm; F_w,Rd = 5.6 x 410/(sqrt3 x 0.85 x 1.25) = 1247.62 N/mm.
  it('checks the weld by the simplified method', () => {
    const r = check('weld-strength', base, 142, 0, 0, {
      ...DEFAULT_BASIS,
      settings: { ...DEFAULT_BASIS.settings, weld_method: 'simplified' },
    });
    expect([r.demand, r.resistance, r.unit]).toEqual([expect.closeTo(652.553, 1), expect.closeTo(1247.62, 1), 'kN/mm']);
  });
  it('limits end distances when the steel is exposed', () => {
    const rules = checkJoint(
      { kind: 'fin-plate', input: base, combinations: [] },
      { ...DEFAULT_BASIS, settings: { ...DEFAULT_BASIS.settings, exposed: true } },
    ).rules;
    // 4 x 7.4 + 40 = 69.6
    expect(rules.find((r) => r.id === 'detail-e1-max')).toMatchObject({
      type: 'rule',
      actual: 40,
      pass: true,
      limit: expect.closeTo(69.6, 9),
    });
  });
});

describe('what can not be built is refused in one sentence', () => {
  const refusal = (input: unknown): string => {
    const r = tryCheckJoint({ kind: 'fin-plate', input, combinations: [] }, DEFAULT_BASIS);
    return 'refusal' in r ? r.refusal.message : 'accepted';
  };
  it.each<[string, FinPlateInput, RegExp]>([
    [
      'plate deeper than the web',
      { ...base, plate: { ...base.plate, h: 340 } },
      /^plate\.h: 340 mm is deeper than the beam's clear web; accepted is at most 329 mm\.$/,
    ],
    ['bolts below the plate', { ...base, plate: { ...base.plate, h: 170 } }, /^plate\.h: 170 mm is too short for its bolts/],
    [
      'bolts in the flange',
      { ...base, web: { ...base.web, top_to_bolt: 18 } },
      /^web\.top_to_bolt: 18 mm puts the first row into the top flange/,
    ],
    [
      'rows run into each other',
      { ...base, bolts: { ...base.bolts, p1: 21 }, plate: { ...base.plate, h: 122 } },
      /^bolts\.p1: 21 mm lets the holes of two rows/,
    ],
    [
      'unknown section',
      { ...base, beam: { section: 'UB 1x1x1', steel: { grade: 'S275' }, notch: { type: 'none' } } },
      /^beam\.section: there is no section "UB 1x1x1"/,
    ],
    [
      'unknown grade',
      { ...base, plate: { ...base.plate, steel: { grade: 'S276' } } },
      /^plate\.steel: there is no steel grade "S276"/,
    ],
  ])('%s', (_name, input, message) => expect(refusal(input)).toMatch(message));
});

describe('the detail line', () => {
  const text = 'FP | 10x107x220 S275 | 3xM20-8.8 @70 | e 40/50 | gap 12 | top 45 | fw 8';
  it('prints and parses', () => {
    expect(finPlate.line.print(base)).toBe(text);
    expect(finPlate.line.parse(text, base)).toEqual(base);
  });
  it.each([
    ['FP | 10x107x220 | 3xM20-8.8 @70 | e 40/50 | gap 12 | top 45 | fw 8', 'a steel such as S275'],
    [text.replace('M20', 'M19'), 'a bolt of M12, M14, M16'],
    [text.replace('@70', '70'), 'a pitch, as in @70'],
    [text.replace('gap 12', 'gap wide'), 'a length in mm, as in gap 10'],
    [text.replace(' | fw 8', ''), 'fw 8 before the end of the line'],
    [`${text} | glue`, 'one of e, gap, top, fw'],
    [`${text} | gap 3`, 'stands twice'],
    [text.replace('10x107x220', '10x60x220'), 'leaves nothing between beam end and bolts'],
    ['XX | 1', 'FP, the code of a fin plate'],
  ])('points at the token: %s', (line, expected) => {
    try {
      finPlate.line.parse(line, base);
    } catch (e) {
      expect(e).toBeInstanceOf(LineError);
      const error = e as LineError;
      expect(error.message).toContain(expected);
      expect(error.start).toBeLessThanOrEqual(line.length);
      expect(error.end).toBeLessThanOrEqual(line.length);
      return;
    }
    throw new Error('the line was accepted');
  });
});

describe('a plate welded to the beam web', () => {
  const welded: FinPlateInput = { ...base, fixing: 'welded', beam_weld: { s: 6 } };
  // a = 4.2; l_h = 107 - 12 - 4.2 = 90.8; L = 220 + 181.6 = 401.6; x_w = 90.8^2/401.6 = 20.530; z = 86.470; I = 220^3/12 + 181.6 x 110^2 + 90.8^3/6 +
  // 181.6 (45.4 - 20.530)^2 + 220 x 20.530^2 = 3.41441e6; T = 8.6470 kNm: f_x = 278.58, f_z = 249.00 + 177.97 = 426.97; 509.81 N/mm.
  it('holds the reaction and its moment in three fillets', () => {
    expect(check('weld-beam', welded, 100).demand).toBeCloseTo(509.81, 1);
    expect(check('weld-beam', welded, 100).resistance).toBeCloseTo(935.71, 1);
  });
  // 2.73 x 86.47 = 236.1 > 220: W = 80666.7, 80666.7 x 275/86.47 = 256.55 kN.
  it('bends the plate over the reach to those fillets', () =>
    expect(check('plate-bending', welded, 100).resistance / 1e3).toBeCloseTo(256.55, 1));
  // n = 3 x 100000 x 86.470/208.8^2 = 595.0, v = 239.5 N/mm: sigma_perp = 595.0/(1.41421 x 5.6) = 75.13; eq = sqrt(4 x 75.13^2 + 3 x 42.76^2) = 167.5; /385.88 = 0.434.
  it('turns the weld on the support by the same lever', () =>
    expect(check('weld-strength', welded, 100).demand).toBeCloseTo(0.434, 3));
  it('has no bolts to check and says so', () => {
    const report = checkJoint(
      { kind: 'fin-plate', input: welded, combinations: [{ name: 'C', V_Ed: 100, N_Ed: 0, N_tie: 50 }] },
      DEFAULT_BASIS,
    );
    const reasons = report.combinations[0]!.checks.filter(
      (c) => c.type === 'skip' && c.reason === 'The plate is welded to the beam web: there are no bolts.',
    ).map((c) => c.id);
    expect(reasons).toEqual(
      expect.arrayContaining(['bolt-group-shear', 'plate-shear-net', 'beam-web-shear-net', 'tie-web-block']),
    );
    expect(report.rules.find((r) => r.id === 'detail-rotation-welded')).toMatchObject({ must: false, pass: false });
  });
});

describe('what the method does not cover', () => {
  it('refuses a sloping and a skew beam in words', () => {
    const refused = (beam: object) => {
      const r = tryCheckJoint(
        { kind: 'fin-plate', input: { ...base, beam: { ...base.beam, ...beam } }, combinations: [] },
        DEFAULT_BASIS,
      );
      return 'refusal' in r ? r.refusal.message : '';
    };
    expect(refused({ slope: 12 })).toBe(
      'beam.slope: 12° makes a sloping beam, and the method checks beams square to their support; accepted is 0.',
    );
    expect(refused({ skew: -5 })).toContain('beam.skew: -5° makes a skew beam');
    expect(refused({ skew: 0 })).toBe('');
  });
});

describe('unequal pitches', () => {
  const uneven: FinPlateInput = { ...base, plate: { ...base.plate, h: 230 }, bolts: { ...base.bolts, p1: [60, 90] } };
  // Rows at 0, 60, 150: mean 70; squares 4900 + 100 + 6400 = 11400; farthest 80. z = 57: beta = 57 x 80/11400 = 0.4; V = 94.08/sqrt((1/3)^2 + 0.4^2) = 180.69 kN.
  it('take the farthest row of the group', () =>
    expect(check('bolt-group-shear', uneven, 100).resistance / 1e3).toBeCloseTo(180.69, 2));
  // The smallest pitch bears: alpha_b of the web 60/66 - 0.25 = 0.65909, k1 = 2.5: 2.5 x 0.65909 x 410 x 20 x 7.4/1.25 = 79.99 kN.
  it('bear on the smallest pitch', () => {
    const found = checkJoint(
      { kind: 'fin-plate', input: uneven, combinations: [{ name: 'C', V_Ed: 100, N_Ed: 0, N_tie: 0 }] },
      DEFAULT_BASIS,
    );
    expect(found.rules.find((r) => r.id === 'detail-p1')!.actual).toBe(60);
    expect(found.rules.find((r) => r.id === 'detail-p1-max')!.actual).toBe(90);
  });
  it('are one number where they are equal, and need one for each gap', () => {
    const checked = validate<FinPlateInput>(finPlate.schema(), { ...base, bolts: { ...base.bolts, p1: [70, 70] } });
    expect('value' in checked && checked.value.bolts.p1).toBe(70);
    expect(validate(finPlate.schema(), { ...base, bolts: { ...base.bolts, p1: [70] } })).toEqual({
      error: {
        field: 'bolts.p1',
        message: 'bolts.p1: 1 spacings are given; accepted are 2, one between each pair of rows, or one number.',
      },
    });
  });
  it('are read from the line and written back', () =>
    expect(finPlate.line.parse(finPlate.line.print(uneven), base).bolts.p1).toEqual([60, 90]));
});
