import { describe, expect, it } from 'vitest';
import type { Combination } from '../../../actions/combination.ts';
import { inches as inch, to } from '../../aisc360.testing.ts';
import { tryCheckJoint } from '../../report.ts';
import { momentEndPlate } from '../index.ts';
import type { MomentPlateInput } from '../input.ts';
import { D, isStrength, load, reportOf, strengthOf } from './cases.testing.ts';
import { clearOf, ribFor, rowsOf } from './first.ts';
import { endOf } from './form.ts';
import { momentPlateModel } from '../model.ts';

const judge =
  (list: readonly Combination[]) =>
  (input: MomentPlateInput): number => {
    const r = tryCheckJoint({ kind: momentEndPlate.id, input, combinations: list }, to());
    if ('refusal' in r || r.report.brokenRules.some((x) => x.must)) return 0;
    return Math.min(...r.report.combinations.flatMap((c) => c.checks.filter(isStrength).map((x) => x.multiple)));
  };
const first = (beam: string, column: string, c: Combination) =>
  momentEndPlate.first({ beam, beamGrade: 'A992', column, columnGrade: 'A992', sides: '1' }, [c], to(), judge([c]));
/** Inches without floating-point dust. */
const inches = (x: number): number => Math.round((x / 25.4) * 1e6) / 1e6;
const legOf = (a: number): number => Math.round((a * Math.SQRT2 * 16) / 25.4);

describe('the first detail of practice', () => {
  it('has the smallest bolts, the thinnest plate and the fillets that hold, without what the column does not need', () => {
    const c = load(2100, 40, 0, { N_col: -200 });
    const { input, why } = first('W18x50', 'W14x90', c);
    expect(judge([c])(input)).toBeGreaterThanOrEqual(1);
    // F = 2100/17.43 = 120.5; 0.75 x 42 x 0.70711 x 1.5 (15 - 0.355) = 489.3 a leg of 1 in: 0.246, so 1/4.
    expect([legOf(input.welds.top), input.welds.flanges]).toEqual([4, undefined]);
    expect([inches(input.bolts.d), input.bolts.cls, inches(input.bolts.w)]).toEqual([0.75, '150', 5.5]);
    expect([input.stiffeners, input.web_plate, input.rib]).toEqual([{}, undefined, undefined]);
    // A plate an eighth thinner gives.
    expect(judge([c])({ ...input, plate: { ...input.plate, t: input.plate.t - inch(0.125) } })).toBeLessThan(1);
    expect(why).toEqual([
      'Four bolts at each flange, on a plate extended at both ends, 3/4 in group 150 at a gauge of 5 1/2 in: the smallest of the usual bolts that hold.',
      expect.stringMatching(/^Plate 5\/8 in A572-50, near the diameter of the bolts/),
      'Fillets of 1/4 in carry the forces of the flanges.',
    ]);
  });
  it('goes on to ribs, to eight bolts, to complete penetration, stiffeners and a doubler as the moment asks for them', () => {
    const formOf = (M: number): string => {
      const { input } = first('W24x76', 'W14x132', load(M, 60));
      const model = momentPlateModel(input, to());
      return `${endOf(model, 'top').form}${input.welds.flanges ? ' butt' : ''}${input.stiffeners.top ? ' stiffened' : ''}${input.web_plate ? ' doubler' : ''}`;
    };
    const seen = [2000, 4000, 6000, 8000, 10000].map(formOf);
    expect(seen[0]).toBe('4E');
    expect(seen[4]).toMatch(/^8ES butt/);
    expect(seen.some((x) => x.includes('stiffened') || x.includes('doubler'))).toBe(true);
    for (const M of [2000, 6000]) {
      const c = load(M, 60);
      expect(judge([c])(first('W24x76', 'W14x132', c).input)).toBeGreaterThanOrEqual(1);
    }
  });
  it('keeps its gauge off the fillets of a heavy column, and says where there is no room', () => {
    const c = load(2500, 40);
    const { input } = first('W21x62', 'W14x398', c);
    expect(reportOf(input, [c]).brokenRules).toEqual([]);
    expect(() => first('W14x22', 'W14x398', c)).toThrow(
      /leave no room for two bolt lines of a usual gauge; accepted are wider flanges\.$/,
    );
    // Its web and fillet, 1.415 + 0.6 + 0.75, reach past half of 5-1/2.
    expect(() => first('W21x62', 'W14x665', c)).toThrow(/leave no room/);
    expect(() => momentEndPlate.first({ form: 'splice', beam: 'W18x50', beamGrade: 'A992' }, [c], to(), judge([c]))).toThrow(
      /^form: a beam splice has no form/,
    );
  });
  it('says so where nothing of the usual range holds', () =>
    expect(first('W18x50', 'W14x90', load(20000, 40)).why.at(-1)).toBe(
      'No detail of the usual range holds these forces; this is the strongest of them.',
    ));
  it('asks for no splice and no haunch', () =>
    expect(momentEndPlate.seeds(to().standard).map((s) => s.id)).toEqual([
      'beam',
      'beamGrade',
      'column',
      'columnGrade',
      'sides',
    ]));
});

describe('what it is made from', () => {
  it('rows clear of the flange by the room of their size, in sixteenths from the top of the beam', () => {
    expect([clearOf(inch(0.75)), clearOf(inch(1)), clearOf(inch(1.125))].map(inches)).toEqual([1.25, 1.5, 2]);
    const four = rowsOf('4E', inch(0.75), { h: inch(18), tf: inch(0.57) });
    // 1-1/4 outside; 0.57 + 1.25 up to 1-7/8; 18 - 1.82 = 16.18 down to 16-1/8; 19-1/4.
    expect(four.rows.map((r) => inches(r.y))).toEqual([1.25, -1.875, -16.125, -19.25]);
    // Edge of 1 in for 3/4 in bolts.
    expect([inches(four.top), inches(four.bottom)]).toEqual([2.25, 2.25]);
    const eight = rowsOf('8ES', inch(1), { h: inch(24), tf: inch(0.75) }).rows.map((r) => inches(r.y));
    expect(eight).toEqual([4.5, 1.5, -2.25, -5.25, -18.75, -21.75, -25.5, -28.5]);
  });
  it('ribs as thick as the web asks by their steel, as long as their slope asks', () => {
    // 0.4 x 50 of web in 36 ksi: 0.5556, 5/8 in; 4 in high: 6.93, 7 in.
    const rib = ribFor(inch(4), inch(0.4) * 50, 36);
    expect([inches(rib.t), inches(rib.l)]).toEqual([0.625, 7]);
    expect(inches(ribFor(inch(3), inch(0.2) * 50, 50).t)).toBe(0.375);
  });
});

describe('moves to AISC 360', () => {
  const moves = (input: MomentPlateInput) => momentEndPlate.build(input, to()).moves();
  it('go from form to form, to bigger bolts with their rows, to complete penetration and a stronger column', () => {
    const labels = moves(D).map((m) => m.label);
    expect(labels).toEqual(
      expect.arrayContaining([
        'ribs on the extensions of the plate',
        'bolts 7/8 in → 1 in',
        'column stiffeners at both flanges',
        'column stiffeners at the top flange',
        'a doubler on the web of the column',
        'plate 7/8 → 1',
      ]),
    );
    expect(labels.some((l) => l.includes('complete penetration'))).toBe(false);
    const next = (input: MomentPlateInput, label: string): MomentPlateInput => moves(input).find((m) => m.label === label)!.input;
    const ribbed = next(D, 'ribs on the extensions of the plate');
    expect(endOf(momentPlateModel(ribbed, to()), 'top').form).toBe('4ES');
    const eight = next(ribbed, 'eight bolts at each flange, in pairs of rows');
    expect(endOf(momentPlateModel(eight, to()), 'bottom').form).toBe('8ES');
    expect(moves(eight).some((m) => m.label.includes('rows') || m.label.startsWith('ribs'))).toBe(false);
    const bigger = next(D, 'bolts 7/8 in → 1 in');
    expect(reportOf(bigger, [load(2500, 38)]).rules.find((r) => r.id === 'mep-pf-inner')!.pass).toBe(true);
    const { flanges: _butt, ...welds } = D.welds;
    expect(next({ ...D, welds }, 'complete penetration at the flanges').welds.flanges).toBe('butt');
    // Each can be built.
    for (const m of moves(ribbed)) expect(() => reportOf(m.input, [load(2500, 38)])).not.toThrow();
  });
});

describe('the width that counts', () => {
  // b_f + 1 = 9.22 of a plate of 11: s = 0.5 sqrt(9.22 x 5) = 3.3948; Y_p = 4.61 (18.517 (1/1.5 + 1/3.3948) + 22.039/1.5 - 0.5) + 0.4 x 18.517 x 4.8948 = 183.73.
  it('is an inch over the flange at most', () => {
    const wide = { ...D, plate: { ...D.plate, b: inch(11) } };
    const s = 0.5 * Math.sqrt(9.22 * 5);
    const Y = 4.61 * (18.517 * (1 / 1.5 + 1 / s) + 22.039 / 1.5 - 0.5) + 0.4 * 18.517 * (1.5 + s);
    expect(Y).toBeCloseTo(183.74, 1);
    expect(strengthOf(wide, load(2500), 'mep-plate-yield').strength / ((0.9 * 50 * 0.765625 * Y) / 1.11)).toBeCloseTo(1, 4);
    expect(strengthOf(wide, load(2500), 'mep-plate-shear-yield').strength).toBeCloseTo(0.6 * 50 * 9.22 * 0.875, 2);
  });
});
