import { describe, expect, it } from 'vitest';
import { CLEATS, END, FIN, judge, refusalOf, ruleOf, strengthOf } from './samples.testing.ts';

const S275 = { grade: 'S275' };
const flange = (b: number) => ({ type: 'column_flange' as const, t: 14, b, tw: 9, r: 10, steel: S275 });

describe('the edge of a column flange', () => {
  // Bolts at 100 on a flange of 127: 13.5 mm of 1.2 x 22 = 26.4; on one of 152.8: 26.4, kept.
  it.each([
    ['end-plate', END],
    ['cleats', { ...CLEATS, bolts: { ...CLEATS.bolts, p3: 100 } }],
  ] as const)('keeps Table 3.3, or is a rule broken: %s', (kind, input) => {
    expect(ruleOf(kind, { ...input, support: flange(127) }, 'detail-support-e-side')).toMatchObject({
      must: true,
      pass: false,
      actual: 13.5,
      limit: expect.closeTo(26.4, 9),
    });
    expect(ruleOf(kind, { ...input, support: flange(152.8) }, 'detail-support-e-side').pass).toBe(true);
    expect(ruleOf(kind, { ...input, support: flange(152.6) }, 'detail-support-e-side').pass).toBe(false);
    expect(judge(kind, { ...input, support: flange(150) }, { V_Ed: 20 }).state).toBe('rule');
    // 2.8 x 13.5/22 - 1.7 = 0.018: next to no bearing.
    expect(judge(kind, { ...input, support: flange(127) }, { V_Ed: 20 }).state).toBe('gives');
  });
  // UC 203x203x60: (205.8 - 100)/2 = 52.9; 2.8 x 52.9/22 - 1.7 = 5.03: k1 2.5. b 154: 27, 2.8 x 27/22 - 1.7 = 1.736364: alpha_b = 70/66 - 0.25 = 0.810606:
  // F = 1.736364 x 0.810606 x 410 x 20 x 14/1.25 = 129.266 kN, over F_v 94.08: 8 x 129.266 = 1034.13 kN.
  it('enters k_1', () => {
    expect(
      strengthOf('end-plate', { ...END, support: flange(154) }, { V_Ed: 20 }, 'support-bearing').resistance / 1e3,
    ).toBeCloseTo((8 * ((2.8 * 27) / 22 - 1.7) * (70 / 66 - 0.25) * 410 * 20 * 14) / 1.25 / 1e3, 6);
    expect(strengthOf('end-plate', END, { V_Ed: 20 }, 'support-bearing').resistance / 1e3).toBeCloseTo(
      (8 * 2.5 * (70 / 66 - 0.25) * 410 * 20 * 14.2) / 1.25 / 1e3,
      6,
    );
  });
  it('counts where it is nearer than the one that was given', () => {
    const given = (e_side: number) =>
      ruleOf('end-plate', { ...END, support: { ...flange(154), e_side } }, 'detail-support-e-side').actual;
    expect([given(60), given(20)]).toEqual([27, 20]);
  });
  // Mode 2 of the plate, t 25 so that it governs: prying at 27 instead of 40: (2 M + n sum F)/(m + n), m = (100 - 8 - 1.6 sqrt2 x 4.2)/2 = 41.248; sum F = 8 x 141.12.
  // A flange far wider leaves the plate's own 40.
  it('brings the prying force of mode 2 nearer', () => {
    const thick = { ...END, plate: { ...END.plate, t: 25 } };
    const a = 4.2;
    const m = (100 - 8 - 1.6 * Math.SQRT2 * a) / 2;
    const l = 2 * Math.min(40, 0.5 * (92 - 2 * Math.SQRT2 * a) + 11) + 3 * 70;
    const M = (0.25 * l * 25 ** 2 * 265) / 1;
    const mode2 = (n: number) => (2 * M + n * 8 * 141120) / (m + n);
    const at = (b: number) =>
      strengthOf('end-plate', { ...thick, support: { ...flange(b), t: 40 } }, { V_Ed: 20, N_Ed: 20 }, 'plate-tstub').resistance;
    expect(at(154)).toBeCloseTo(Math.min(mode2(27), 8 * 141120), 0);
    expect(at(300)).toBeCloseTo(Math.min(mode2(40), 8 * 141120), 0);
  });
  // Flange of 200, T-stub: m = (100 - 9 - 16)/2 = 37.5, e 50: 2m + 0.625e = 106.25; an end of the column 60 over row 1: 60; the other end free: l_nc = 60 + 106.25 + 210 = 376.25.
  it('shortens the yield lines where the column ends near the outer row', () => {
    const t = (e_top?: number) =>
      strengthOf(
        'end-plate',
        { ...END, plate: { ...END.plate, t: 30 }, support: { ...flange(200), ...(e_top ? { e_top } : {}) } },
        { V_Ed: 20, N_Ed: 20 },
        'support-flange',
      ).resistance;
    const [m, n, w, f] = [37.5, 40, 9.25, 275];
    const mode1 = (l: number) => ((8 * n - 2 * w) * 0.25 * l * 14 ** 2 * f) / (2 * m * n - w * (m + n));
    const mode2 = (l: number) => (2 * 0.25 * l * 14 ** 2 * f + n * 8 * 141120) / (m + n);
    const cp = (e: number) => Math.min(Math.PI * m, 2 * e) + Math.PI * m + 2 * 3 * Math.min(Math.PI * m, 70);
    const nc = (e: number) => Math.min(2 * m + 0.625 * 50, e) + 2 * m + 0.625 * 50 + 3 * Math.min(4 * m + 1.25 * 50, 70);
    const F = (e: number) => Math.min(mode1(Math.min(cp(e), nc(e))), mode2(nc(e)), 8 * 141120);
    expect(nc(60)).toBe(376.25);
    expect(t(60)).toBeCloseTo(F(60), 3);
    expect(t()).toBeCloseTo(F(1e6), 3);
    expect(t(1000)).toBeCloseTo(t(), 6);
  });
  // A plate of 180 on a flange of 160 stands 10 past each edge; on one of 159 more.
  it('is not overhung by more than 10 mm', () => {
    expect([160, 159].map((b) => ruleOf('end-plate', { ...END, support: flange(b) }, 'detail-on-flange').pass)).toEqual([
      true,
      false,
    ]);
    expect(ruleOf('cleats', { ...CLEATS, support: flange(150) }, 'detail-on-flange')).toMatchObject({
      actual: 188,
      limit: 170,
      pass: false,
    });
  });
  it.each([
    ['end-plate', END],
    ['cleats', CLEATS],
  ] as const)('is missing where the flange is not known: %s', (kind, input) => {
    const thin = { ...input, support: { type: 'column_flange', t: 14, steel: S275 } };
    const report = judge(kind, thin, { V_Ed: 20 });
    expect(report.state).toBe('not-whole');
    expect(report.missing.map((m) => m.id)).toEqual(['detail-support-e-side', 'detail-on-flange', 'detail-column-fillet']);
  });
});

describe('edges that were given', () => {
  it.each(['e_top', 'e_bottom', 'e_side'] as const)(
    'are refused where they cut a hole, and a rule where they are short: %s',
    (k) => {
      const at = (e: number) => ({
        ...END,
        support: { type: 'column_web' as const, section: 'UC 305x305x97', steel: S275, [k]: e },
      });
      expect(refusalOf('end-plate', at(11))).toMatch(
        new RegExp(
          `^support\\.${k}: 11 mm lets a hole cut the edge of the support; accepted is more than half the hole, 11 mm\\.$`,
        ),
      );
      const id = k === 'e_side' ? 'detail-support-e-side' : 'detail-support-e-end';
      expect(ruleOf('end-plate', at(26), id)).toMatchObject({ must: true, pass: false, actual: 26 });
      expect(ruleOf('end-plate', at(26.4), id).pass).toBe(true);
    },
  );
});

describe('what lies on a web', () => {
  // d2 = 280: a plate of 290 lies on the fillets of a supporting beam; on a column web its width of 180 counts.
  it('stays between the fillets', () => {
    const at = (type: 'beam_web' | 'column_web', d2: number) => ({ ...END, support: { type, t: 8, d2, steel: S275 } });
    expect(ruleOf('end-plate', at('beam_web', 280), 'detail-seat')).toMatchObject({ actual: 290, limit: 280, pass: false });
    expect(ruleOf('end-plate', at('beam_web', 290), 'detail-seat').pass).toBe(true);
    expect(ruleOf('end-plate', at('column_web', 280), 'detail-seat')).toMatchObject({ actual: 180, pass: true });
    expect(ruleOf('fin-plate', { ...FIN, support: { type: 'beam_web', t: 8, d2: 280, steel: S275 } }, 'detail-seat').pass).toBe(
      false,
    );
    expect(
      ruleOf('cleats', { ...CLEATS, support: { type: 'column_web', t: 8, d2: 185, steel: S275 } }, 'detail-seat'),
    ).toMatchObject({ actual: 188, pass: false });
  });
});

describe('rules that leave no gap', () => {
  it('keeps the weld of a fin plate off the beam end and within its plate', () => {
    expect(ruleOf('fin-plate', { ...FIN, gap: 8 }, 'weld-clear-of-beam').pass).toBe(true);
    expect(ruleOf('fin-plate', { ...FIN, gap: 7.5 }, 'weld-clear-of-beam')).toMatchObject({ must: true, pass: false });
    expect([12, 12.5].map((s) => ruleOf('fin-plate', { ...FIN, gap: 20, weld: { s } }, 'weld-leg-max').pass)).toEqual([
      true,
      false,
    ]);
    expect([12, 12.5].map((s) => ruleOf('end-plate', { ...END, weld: { s } }, 'weld-leg-max').pass)).toEqual([true, false]);
  });
  // A notch of 20 leaves the fillet, which ends 12.8 + 10.2 = 23 down: a plate at 22 lies on it.
  it.each([
    ['fin-plate', { ...FIN, web: { ...FIN.web, top_to_bolt: 62 } }],
    ['end-plate', { ...END, plate: { ...END.plate, top: 22 } }],
    ['cleats', { ...CLEATS, web: { ...CLEATS.web, top_to_bolt: 62 } }],
  ] as const)('keeps plates off the fillet beside a shallow notch: %s', (kind, input) => {
    const notched = { ...input, beam: { ...input.beam, notch: { type: 'single' as const, l_n: 100, d_nt: 20 } } };
    expect(ruleOf(kind, notched, 'detail-fit-top')).toMatchObject({ must: true, pass: false, actual: 22, limit: 23 });
  });
  it('calls a part in a flange a rule broken in every kind', () => {
    for (const [kind, input] of [
      ['fin-plate', { ...FIN, web: { ...FIN.web, top_to_bolt: 50 } }],
      ['end-plate', { ...END, plate: { ...END.plate, top: 10 } }],
      ['cleats', { ...CLEATS, web: { ...CLEATS.web, top_to_bolt: 50 } }],
    ] as const) {
      expect([kind, refusalOf(kind, input), ruleOf(kind, input, 'detail-fit-top').pass]).toEqual([kind, null, false]);
    }
  });
  // t_w 8 S275, 410: shear 8 x 275 x 0.85 x 1.25/(2 x 410) = 2.8506; tension 8 x 275 x 0.85 x 1.25/(sqrt2 x 410) = 4.0314 of 0.7 x 6 = 4.2.
  it('asks an end plate for a weld as strong as the web in tension only where it is pulled', () => {
    const id = 'weld-full-strength-tension';
    expect(ruleOf('end-plate', END, id, { V_Ed: 50 }).type).toBe('skip');
    expect(ruleOf('end-plate', END, id, { V_Ed: 50, N_Ed: -10 }).type).toBe('skip');
    for (const c of [{ V_Ed: 50, N_Ed: 10 }, { N_tie: 40 }])
      expect(ruleOf('end-plate', END, id, c)).toMatchObject({
        type: 'rule',
        must: true,
        pass: true,
        limit: expect.closeTo(4.0314, 3),
      });
    expect(ruleOf('end-plate', { ...END, weld: { s: 5 } }, id, { N_tie: 40 }).pass).toBe(false);
    expect(ruleOf('end-plate', { ...END, weld: { s: 5 } }, 'weld-full-strength', { N_tie: 40 }).pass).toBe(true);
  });
});
