import { describe, expect, it } from 'vitest';
import { CLEATS, END, FIN, refusalOf, resultOf, strengthOf } from './samples.testing.ts';

// A beam that pushes on its support: what bends, buckles and is pressed.
const web = { type: 'beam_web' as const, t: 6, d2: 400, steel: { grade: 'S275' } };

describe('a supporting web that is pushed', () => {
  // m_pl = 0.25 x 275 x 36 = 2475 N; pressed: 290 deep, 8 + 2 x 6 + 2 x 10 = 40 wide: eta 0.725, beta 0.1;
  // 8 x 2475/0.9 x (0.725 + 1.5 sqrt 0.9) = 47.257 kN. Pulled by bolts at 100: eta (210 - 44)/400 = 0.415, beta 0.25, gamma 0.055: 44.294 kN.
  it('bends round what an end plate presses on', () => {
    expect(strengthOf('end-plate', { ...END, support: web }, { V_Ed: 50, N_Ed: -300 }, 'support-web')).toMatchObject({
      demand: 300e3,
      resistance: expect.closeTo(47256.5, 0),
      pass: false,
    });
    expect(strengthOf('end-plate', { ...END, support: web }, { V_Ed: 50, N_Ed: 30 }, 'support-web').resistance).toBeCloseTo(
      44294.2,
      0,
    );
  });
  // Heels of a pair: 8 + 2 x 10 = 28 wide: beta 0.07: 8 x 2475/0.93 x (0.725 + 1.5 sqrt 0.93) = 46.233 kN. One cleat: 18 wide, beta 0.045: 45.400 kN.
  it('bends round the heels of cleats', () => {
    expect(strengthOf('cleats', { ...CLEATS, support: web }, { V_Ed: 50, N_Ed: -300 }, 'support-web').resistance).toBeCloseTo(
      46232.9,
      0,
    );
    expect(
      strengthOf('cleats', { ...CLEATS, support: web, arrangement: 'single' }, { V_Ed: 20, N_Ed: -30 }, 'support-web').resistance,
    ).toBeCloseTo(((8 * 2475) / 0.955) * (0.725 + 1.5 * Math.sqrt(0.955)), 6);
  });
  it.each([
    ['end-plate', END],
    ['cleats', CLEATS],
    ['fin-plate', FIN],
  ] as const)('is missing without its clear depth: %s', (kind, input) => {
    const id = kind === 'fin-plate' ? 'support-web-axial' : 'support-web';
    expect(
      resultOf(kind, { ...input, support: { type: 'beam_web', t: 6, steel: { grade: 'S275' } } }, { V_Ed: 50, N_Ed: -30 }, id),
    ).toMatchObject({ type: 'skip', missing: true, reason: expect.stringContaining('clear depth') as string });
  });
});

describe('the web of a supporting column behind its flange', () => {
  // UC 203x203x60: A 7637.3, A_v 2215.75; b_eff = 290 + 5 (14.2 + 10.2) = 412; omega = 1/sqrt(1 + 1.3 (412 x 9.4/2215.75)^2) = 0.448494; d_wc = 160.8;
  // lambda_p = 0.932 sqrt(412 x 160.8 x 275/(210000 x 9.4^2)) = 0.923499; rho = 0.848331; 0.448494 x 0.7 x 0.848331 x 412 x 9.4 x 275 = 283.647 kN.
  // Pulled: 0.448494 x 412 x 9.4 x 275 = 477.656 kN.
  it.each([
    ['fin-plate', FIN],
    ['end-plate', END],
    ['cleats', CLEATS],
  ] as const)('is pressed and pulled: %s', (kind, input) => {
    expect(strengthOf(kind, input, { V_Ed: 20, N_Ed: -100 }, 'column-web-compression').resistance).toBeCloseTo(283646.9, 0);
    expect(strengthOf(kind, input, { V_Ed: 20, N_Ed: 100 }, 'column-web-tension').resistance).toBeCloseTo(477655.6, 0);
    expect(resultOf(kind, input, { V_Ed: 20, N_Ed: 100 }, 'column-web-compression')).toMatchObject({
      type: 'skip',
      reason: 'The axial force is tension.',
    });
  });
  it('is missing where only the thickness of the flange is known', () => {
    expect(
      resultOf(
        'fin-plate',
        { ...FIN, support: { type: 'column_flange', t: 14, steel: { grade: 'S275' } } },
        { V_Ed: 20, N_Ed: -100 },
        'column-web-compression',
      ),
    ).toMatchObject({ type: 'skip', missing: true });
  });
});

describe('a lap on one side of the web, pushed', () => {
  // M24, 4 x 2 at 70: z_p = 60, z = 95. Offset (10 + 8)/2 = 9: half of 300 x 9 on the plate: 1.35 kNm. L_cr = 72, lambda = 0.287296, Phi = 0.562657, chi = 0.955623:
  // N_b = 762.109; N_cr = 9662.08, k = 1.032044; M_Rd = 290 x 100/4 x 275 = 1.99375; V z = 1.9 of 38.5458 kNm:
  // 0.393644 + 0.698814 + 0.049292 = 1.141750.
  const heavy = { ...FIN, plate: { ...FIN.plate, e2: 60 }, bolts: { ...FIN.bolts, d: 24, n2: 2, p2: 70 } };
  it('bends the plate about its weak axis', () => {
    expect(strengthOf('fin-plate', heavy, { V_Ed: 20, N_Ed: -300 }, 'plate-lap-bending').demand).toBeCloseTo(1.14175, 5);
    expect(resultOf('fin-plate', heavy, { V_Ed: 20, N_Ed: 300 }, 'plate-lap-bending').type).toBe('skip');
  });
  // Two hinges, one in plate and one in web, carry at most about 347 kN, which is 1.157 times 300.
  it('gives before any mechanism of two hinges would', () =>
    expect(strengthOf('fin-plate', heavy, { V_Ed: 20, N_Ed: -300 }, 'plate-lap-bending').multiple).toBeLessThan(1.157));
  // Web between the fillets, 356 deep: (300/783.2)^2 + 1.35/1.5664 = 0.146723 + 0.861849 = 1.008571.
  it('bends the web, which the flanges hold', () =>
    expect(strengthOf('fin-plate', heavy, { V_Ed: 20, N_Ed: -300 }, 'web-lap-bending').demand).toBeCloseTo(1.008571, 5));
  // Notched 150 x 40 at both flanges: h_N = 322, L = 150 - 50 = 100, L_cr = 120: lambda = 0.598534, chi = 0.786253, N_b = 556.982; N_cr = 1977.43, k = 1.053264;
  // 100/556.982 + 1.053264 x 0.45/1.4168 = 0.514074.
  it('buckles the web that a notch leaves', () => {
    const notched = { ...FIN, beam: { ...FIN.beam, notch: { type: 'double' as const, l_n: 150, d_nt: 40, d_nb: 40 } } };
    expect(strengthOf('fin-plate', notched, { V_Ed: 20, N_Ed: -100 }, 'web-lap-bending').demand).toBeCloseTo(0.514074, 5);
  });
  // One cleat: offset 9, z_p = z = 60: the same strut of 290 x 10 with all of N; V z = 20 x 60 = 1.2 kNm.
  it('bends the leg of a single cleat, and not those of a pair', () => {
    const single = { ...CLEATS, arrangement: 'single' as const };
    expect(strengthOf('cleats', single, { V_Ed: 20, N_Ed: -300 }, 'web-leg-compression').demand).toBeCloseTo(
      0.3936444 + 0.6988136 + 1.2 / 38.54583,
      5,
    );
    expect(strengthOf('cleats', CLEATS, { V_Ed: 20, N_Ed: -300 }, 'web-leg-compression').demand).toBeCloseTo(
      0.3936444 / 2 + 0.6 / 38.54583,
      5,
    );
    expect(resultOf('cleats', CLEATS, { V_Ed: 20, N_Ed: -300 }, 'web-lap-bending')).toMatchObject({
      type: 'skip',
      reason: expect.stringContaining('in line') as string,
    });
  });
});

describe('bearing beside zero axial force', () => {
  // t 8, e2 41, gap 40, e2b 41: the moment drives bolts towards the edge also when a small push acts. N/n = 0.125 of V beta: the edge still counts.
  const near = {
    ...FIN,
    plate: { ...FIN.plate, t: 8, e2: 41 },
    beam: { ...FIN.beam, tw: 10 },
    web: { ...FIN.web, e2b: 41 },
    gap: 40,
  };
  it('does not lose the end distance at a breath of compression', () => {
    const at = (N: number) => strengthOf('fin-plate', near, { V_Ed: 100, N_Ed: N }, 'plate-bearing').utilisation!;
    expect(at(-0.5)).toBeCloseTo(at(0), 2);
    expect(at(-1e-6)).toBeCloseTo(at(0), 6);
  });
  // z = 81, beta = 81 x 210/(2 x 24500) = 0.347143: 34.714 kN out at N = 0. At N = -60: 15 off each: 19.714 towards the edge with alpha_b = 41/66 = 0.621212, F = 2.5 x 0.621212 x 410 x 20 x 8/1.25 = 81.503;
  // 49.714 away from it, no end there: 2.5 x 410 x 160/1.25 = 131.2. Upright 25: end 40/66 = 0.606061, k1 = 2.5: 79.515. max(sqrt(0.314406^2 + 0.378920^2), sqrt(0.314406^2 + 0.241886^2)) = 0.492380.
  it('takes each bolt by the side that it pushes to', () =>
    expect(strengthOf('fin-plate', near, { V_Ed: 100, N_Ed: -60 }, 'plate-bearing').demand).toBeCloseTo(0.49238, 4));
});

describe('the web leg of cleats', () => {
  // 120 high, gap 40, e_2b 60: z = 100, 2.73 z = 273: W = 10 x 120^2/6 = 24000: 24000 x 275/100 = 66 kN a leg.
  const long = {
    ...CLEATS,
    cleat: { ...CLEATS.cleat, h: 150, leg_web: 150 },
    web: { e2b: 60, top_to_bolt: 100 },
    gap: 40,
    bolts: { ...CLEATS.bolts, n1: 2 },
    support_bolts: { n1: 2, p1: 70, e1: 40 },
  };
  it('bends where it is long', () => {
    expect(strengthOf('cleats', long, { V_Ed: 60 }, 'web-leg-bending')).toMatchObject({
      demand: 30e3,
      resistance: expect.closeTo((((10 * 150 ** 2) / 6) * 275) / 100, 6),
    });
    expect(resultOf('cleats', CLEATS, { V_Ed: 60 }, 'web-leg-bending')).toMatchObject({
      type: 'skip',
      reason: expect.stringContaining('2.73') as string,
    });
  });
});

describe('preloaded bolts', () => {
  const preloaded = { ...END.bolts, category: 'C' as const };
  // F_p,C = 0.7 x 800 x 245 = 137.2; 80 kN on 8 bolts: 0.4 (137.2 - 0.8 x 10)/1.25 = 41.344; 8 x 41.344 = 330.752 kN; without tension 8 x 43.904 = 351.232.
  it('slip sooner where tension unloads them', () => {
    expect(
      strengthOf('end-plate', { ...END, bolts: preloaded }, { V_Ed: 100, N_Ed: 80 }, 'bolt-group-slip').resistance,
    ).toBeCloseTo(330752, 0);
    expect(strengthOf('end-plate', { ...END, bolts: preloaded }, { V_Ed: 100 }, 'bolt-group-slip').resistance).toBeCloseTo(
      351232,
      0,
    );
    expect(
      strengthOf('cleats', { ...CLEATS, bolts: { ...CLEATS.bolts, category: 'C' } }, { V_Ed: 100, N_Ed: 80 }, 'support-bolt-slip')
        .resistance,
    ).toBeCloseTo(330752, 0);
  });
  // V k = 8 x 0.4 (137.2 - 0.08 k N)/1.25: 100 k = 351.232 - 20.48 k: k = 2.915272.
  it('slip at the multiple at which both forces have grown', () =>
    expect(
      strengthOf('end-plate', { ...END, bolts: preloaded }, { V_Ed: 100, N_Ed: 80 }, 'bolt-group-slip').multiple,
    ).toBeCloseTo(351.232 / 120.48, 6));
  it.each([
    ['fin-plate', FIN],
    ['end-plate', END],
    ['cleats', CLEATS],
  ] as const)('are of class 8.8 or 10.9: %s', (kind, input) => {
    expect(refusalOf(kind, { ...input, bolts: { ...input.bolts, cls: '4.6', category: 'B' } })).toMatch(
      /^bolts\.category: B needs preloaded bolts, and class 4\.6 .*accepted are class 8\.8 or 10\.9, or category A\.$/,
    );
    expect(refusalOf(kind, { ...input, bolts: { ...input.bolts, cls: '10.9', category: 'B' } })).toBeNull();
  });
});
