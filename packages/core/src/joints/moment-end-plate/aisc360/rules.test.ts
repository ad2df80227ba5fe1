import { describe, expect, it } from 'vitest';
import { inches as inch, to } from '../../aisc360.testing.ts';
import type { MomentPlateInput } from '../input.ts';
import { C, D, EIGHT, column, fillet, load, pair, rib, ribbed, ruleOf, steel } from './cases.testing.ts';

describe('rules', () => {
  const kept = (input: MomentPlateInput, id: string, ...more: [Parameters<typeof ruleOf>[2]?, Parameters<typeof ruleOf>[3]?]) => {
    const r = ruleOf(input, id, ...more);
    return r.type === 'skip' ? 'left out' : r.pass;
  };
  const limit = (
    input: MomentPlateInput,
    id: string,
    ...more: [Parameters<typeof ruleOf>[2]?, Parameters<typeof ruleOf>[3]?]
  ): number => ruleOf(input, id, ...more).limit / 25.4;
  const bolts = (d: number): MomentPlateInput => ({ ...D, bolts: { ...D.bolts, d: inch(d) } });
  it('keep bolts clear of the flange: d + 1/2, over 1 in d + 3/4', () => {
    expect(limit(D, 'mep-pf-inner')).toBeCloseTo(1.375, 6);
    expect(limit(bolts(1), 'mep-pf-outer')).toBeCloseTo(1.5, 6);
    expect(limit(bolts(1.125), 'mep-pf-outer')).toBeCloseTo(1.875, 6);
    expect(kept(bolts(1), 'mep-pf-outer')).toBe(true);
    expect(kept(bolts(1.125), 'mep-pf-inner')).toBe(false);
  });
  it('keep the gauge within the flange, off fillets and webs', () => {
    const gauge = (g: number, b = 11): MomentPlateInput => ({
      ...D,
      plate: { ...D.plate, b: inch(b) },
      bolts: { ...D.bolts, w: inch(g) },
    });
    expect(kept(gauge(8.2), 'mep-gauge')).toBe(true);
    expect(kept(gauge(8.25), 'mep-gauge')).toBe(false);
    // k_1 + d = 0.235 + 0.6 + 0.875 = 1.71; 1.25 x 0.875 + 0.375 = 1.46875 beside the thicker web, 0.47.
    expect(limit(D, 'gauge-clears-fillet')).toBeCloseTo(1.71, 6);
    expect(limit(D, 'wrench-clear')).toBeCloseTo(1.46875, 6);
    expect(ruleOf(D, 'wrench-clear').actual / 25.4).toBeCloseTo((5 - 0.47) / 2, 6);
    expect(limit(D, 'gauge-min')).toBeCloseTo((8 / 3) * 0.875, 6);
    expect(kept(gauge(6.8, 9), 'edge-h-plate')).toBe(false);
    expect(limit(D, 'edge-h-column')).toBeCloseTo(1.125, 6);
    // Half of what the flange and the plate have past the gauge.
    expect(ruleOf(D, 'edge-h-column').actual).toBeCloseTo((D.column!.b! - D.bolts.w) / 2, 9);
    expect(ruleOf(D, 'edge-h-plate').actual).toBeCloseTo((D.plate.b - D.bolts.w) / 2, 9);
    const narrow = { ...D, column: { ...D.column!, b: D.bolts.w + 2 * inch(1.1) } };
    expect(kept(narrow, 'edge-h-column')).toBe(false);
  });
  it('keep the ends of plate and column from the bolts', () => {
    expect(ruleOf(D, 'edge-v-plate').actual / 25.4).toBeCloseTo(1.5, 6);
    expect(kept(column({ end_above: inch(2.5) }), 'edge-v-column')).toBe(false);
    expect(kept(column({ end_above: inch(2.7) }), 'edge-v-column')).toBe(true);
    expect(kept(D, 'edge-v-column')).toBe('left out');
    // s = 3.8891 past the outer row; a note, not a fault.
    const end = ruleOf(column({ end_above: inch(5.3) }), 'mep-column-end');
    expect([end.pass, end.must]).toEqual([false, false]);
    expect(kept(column({ end_above: inch(5.4) }), 'mep-column-end')).toBe(true);
    expect(kept(column({ end_below: inch(9) }), 'mep-column-end')).toBe(true);
    expect(kept({ ...EIGHT, column: { ...D.column!, end_below: inch(8.3) } }, 'mep-column-end')).toBe(false);
    expect(kept(D, 'mep-column-end')).toBe('left out');
  });
  it('make the plate wide, and thick enough for its bolts where that is set', () => {
    expect(kept({ ...D, plate: { ...D.plate, b: inch(8.2) } }, 'mep-plate-width')).toBe(false);
    expect(kept(D, 'mep-plate-thick')).toBe('left out');
    // sqrt(1.11 x 4133.6/(0.9 x 50 x 180.21)) = 0.7522; ASD sqrt(1.11 x 1.67 x 2755.7/(50 x 180.21)) = 0.75294.
    expect(limit(D, 'mep-plate-thick', [C], to('LRFD', { plate_basis: 'bolt' }))).toBeCloseTo(0.7522, 4);
    expect(limit(D, 'mep-plate-thick', [C], to('ASD', { plate_basis: 'bolt' }))).toBeCloseTo(0.75294, 4);
  });
  it('make ribs thick and long enough', () => {
    expect(limit(ribbed(), 'mep-rib-thickness')).toBeCloseTo(0.375, 6);
    expect(limit({ ...ribbed(), rib: { ...rib, steel: steel(36, 58) } }, 'mep-rib-thickness')).toBeCloseTo((0.375 * 50) / 36, 6);
    // h = 3: 3/(0.56 sqrt(580)) = 0.22244; 3/tan 30 = 5.1962.
    expect(limit(ribbed(), 'mep-rib-slenderness')).toBeCloseTo(0.222443, 5);
    expect(limit(ribbed(), 'mep-rib-length')).toBeCloseTo(5.19615, 4);
    expect(kept({ ...ribbed(), rib: { ...rib, l: inch(5) } }, 'mep-rib-length')).toBe(false);
    expect(kept(D, 'mep-rib-thickness')).toBe('left out');
  });
  it('make welds large enough', () => {
    // 0.9 x 50 x 0.375/(0.75 x 2 x 42 x 0.70711 x 1.5) = 0.25254; ASD (18.75/1.67)/(89.095/2) = 0.25204.
    expect(limit(D, 'mep-web-weld-tension-zone')).toBeCloseTo(0.25254, 4);
    expect(limit(D, 'mep-web-weld-tension-zone', [C], to('ASD'))).toBeCloseTo(0.25204, 4);
    expect(limit(D, 'mep-web-weld-tension-zone', [C], to('LRFD', { directional: false }))).toBeCloseTo(1.5 * 0.25254, 4);
    const { web_tension: _more, ...welds } = D.welds;
    expect(kept({ ...D, welds }, 'mep-web-weld-tension-zone')).toBe(false);
    expect(kept(D, 'weld-min')).toBe('left out');
    const { flanges: _butt, ...fillets } = D.welds;
    expect(kept({ ...D, welds: { ...fillets, top: fillet(0.2) } }, 'weld-min')).toBe(false);
    expect(kept({ ...D, welds: fillets }, 'weld-min')).toBe(true);
    expect(kept({ ...D, welds: { ...D.welds, web: fillet(0.18) } }, 'weld-min-web')).toBe(false);
  });
  it('make stiffeners wide, thick and deep enough', () => {
    const s = (change: object): MomentPlateInput => ({ ...D, stiffeners: { top: { ...pair, ...change }, bottom: pair } });
    // b_s + 0.235 >= 2.74; t_s >= 0.261, b_s/16.
    expect(kept(s({ b: inch(2.5) }), 'mep-col-stiff-width')).toBe(false);
    expect(kept(s({ b: inch(2.51) }), 'mep-col-stiff-width')).toBe(true);
    expect(kept(s({ t: inch(0.26) }), 'mep-col-stiff-thickness')).toBe(false);
    expect(kept(s({ t: inch(0.24) }), 'mep-col-stiff-slender')).toBe(false);
    expect(kept(s({ b: inch(6) }), 'mep-col-stiff-fits')).toBe(false);
    expect(kept(s({}), 'mep-col-stiff-depth')).toBe('left out');
    // Half the depth: where it is pulled alone, with a beam on one face.
    expect(kept(s({ depth: 'half' }), 'mep-col-stiff-depth')).toBe(true);
    expect(kept(s({ depth: 'half' }), 'mep-col-stiff-depth', [load(-100)])).toBe(false);
    expect(kept(s({ depth: 'half' }), 'mep-col-stiff-depth', [load(2500, 0, -10)])).toBe(false);
    expect(kept({ ...s({ depth: 'half' }), column: { ...D.column!, sides: 2 } }, 'mep-col-stiff-depth')).toBe(false);
    expect(kept(D, 'mep-col-stiff-width')).toBe('left out');
  });
  it('make doublers cover the panel', () => {
    const p = (change: object): MomentPlateInput => ({
      ...D,
      web_plate: { t: inch(0.375), b: inch(9.7), sides: 1, weld: 'fillet', steel: steel(50, 65), ...change },
    });
    expect(kept(p({}), 'mep-doubler-width')).toBe(true);
    expect(kept(p({ b: inch(9.5) }), 'mep-doubler-width')).toBe(false);
    // 2.5 x 1.35 past both flanges: 20.8 + 6.75.
    expect(kept(p({ l: inch(27.5) }), 'mep-doubler-length')).toBe(false);
    expect(kept(p({ l: inch(27.6) }), 'mep-doubler-length')).toBe(true);
    expect(kept(p({ l: inch(27.6), level: inch(10) }), 'mep-doubler-length')).toBe(false);
    // 9.7/53.946 = 0.1798.
    expect(limit(p({}), 'mep-doubler-slender')).toBeCloseTo(0.1798, 4);
    expect(kept(D, 'mep-doubler-width')).toBe('left out');
  });
});
