import { INCH } from '../../../catalogue/index.ts';
import type { Combination } from '../../../actions/combination.ts';
import type { Loads, RuleDef } from '../../../checks/check.ts';
import { leastFillet, leastSpacing } from '../../../standards/aisc360/rules.ts';
import { developingLeg } from '../../../standards/aisc360/fillets.ts';
import { aiscSettings, ELASTICITY } from '../../../standards/aisc360/standard.ts';
import { edgeMax, edgeRule, sizeRule, spacingRules, wrenchRule } from '../../beam-end/aisc360/rules.ts';
import { columnEndDistance, endDistance, type MomentPlateModel, type Stiffener } from '../model.ts';
import { webPlateSpan } from '../solid.ts';
import { patternReach, roomFor, type End } from './form.ts';
import { leg } from './sheet.ts';

/** A joint as its rules look at it: both ends of the plate, and the thickness at which the bolts break before it yields, by the sense of the moment. */
export interface Ruled {
  readonly m: MomentPlateModel;
  readonly ends: readonly End[];
  thick(): number;
}
type Rule = RuleDef<Ruled>;
type Size = Exclude<ReturnType<Parameters<typeof sizeRule<Ruled>>[3]>, { readonly skip: string } | { readonly missing: string }>;

const DG = 'AISC Design Guide 16';
const J108 = 'AISC 360-22, J10.8';
const HOUSE = 'house rule';
const d = ({ m }: Ruled): number => m.input.bolts.d;
/** Ends that have a form in tension. */
const formed = (x: Ruled): readonly End[] => x.ends.filter((e) => e.form !== null);

/** The worst of several sizes against their limits. */
const worst = (list: readonly Size[]): Size =>
  list.reduce((a, b) => {
    const left = (x: Size): number => (x.sense === '<=' ? x.limit - x.actual : x.actual - x.limit);
    return left(b) < left(a) ? b : a;
  });

const ofStiffeners = (run: (s: Stiffener, x: Ruled, at: 'top' | 'bottom') => Size) => (x: Ruled) => {
  const list = (['top', 'bottom'] as const).flatMap((at) => (x.m.stiffeners[at] ? [run(x.m.stiffeners[at], x, at)] : []));
  return list.length ? worst(list) : { skip: 'The column has no stiffeners.' };
};
const ofRib =
  (run: (x: Ruled, rib: NonNullable<MomentPlateModel['input']['rib']>, F_y: number, h: number) => Size) => (x: Ruled) => {
    const { rib, plate } = x.m.input;
    if (!rib) return { skip: 'There is no rib.' };
    const h = Math.max(...formed(x).map((e) => plate[e.at]));
    return run(x, rib, x.m.ribSteel!.f_y, h);
  };
const ofDoubler = (run: (x: Ruled, p: NonNullable<MomentPlateModel['webPlate']>) => Size) => (x: Ruled) =>
  x.m.webPlate ? run(x, x.m.webPlate) : { skip: 'There is no doubler.' };

/** Leg of the web's weld that develops the web near the bolts in tension, mm. */
const developing = ({ m }: Ruled): number => developingLeg(m.basis, m.beam.steel.f_y, m.beam.dims.tw);

/** Both flanges pulled or pressed: outside the method. */
function axial(m: MomentPlateModel, combinations: readonly Combination[]): { readonly N: number; readonly M: number } {
  const half = (m.beam.dims.h - m.beam.dims.tf) / 2;
  const list = combinations.map((c) => ({ N: Math.abs(c.N_Ed) * half, M: Math.abs(c.M_Ed ?? 0) }));
  return list.reduce((a, b) => (b.N - b.M > a.N - a.M ? b : a), { N: 0, M: 0 });
}

const boltRules: readonly Rule[] = [
  sizeRule('mep-pf-inner', 'Room beside the row inside the flange', DG, (x) => ({
    actual: Math.min(...formed(x).map((e) => e.p_fi)),
    limit: roomFor(d(x)),
  })),
  sizeRule('mep-pf-outer', 'Room beside the row outside the flange', DG, (x) => ({
    actual: Math.min(...formed(x).map((e) => e.p_fo)),
    limit: roomFor(d(x)),
  })),
  ...spacingRules<Ruled>('', '', ({ m }) => ({
    at: m.rows.map((r) => -r.y),
    d: m.input.bolts.d,
    hole: m.d_0,
    t: Math.min(m.input.plate.t, m.column!.dims.tf),
    exposed: aiscSettings(m.basis).exposed,
  })).filter((r) => r.id === 'spacing-min' || r.id === 'clear-min'),
  sizeRule('mep-gauge', 'Gauge within the flange of the beam', DG, ({ m }) => ({
    actual: m.input.bolts.w,
    limit: m.beam.dims.b,
    sense: '<=',
  })),
  sizeRule('gauge-min', 'Gauge', 'AISC 360-22, J3.4', ({ m }) => ({
    actual: m.input.bolts.w,
    limit: leastSpacing(m.input.bolts.d),
  })),
  sizeRule('gauge-clears-fillet', 'Washers clear of the fillets of the column', HOUSE, ({ m }) => ({
    actual: m.input.bolts.w / 2,
    limit: m.column!.dims.tw / 2 + m.column!.s + m.input.bolts.d,
  })),
  wrenchRule<Ruled>(
    'wrench-clear',
    'Room for the wrench beside the web',
    ({ m }) => (m.input.bolts.w - Math.max(m.beam.dims.tw, m.column!.dims.tw)) / 2,
  ),
  edgeRule('edge-v-plate', 'End distance, plate', 'horizontal edge', ({ m }) => ({
    actual: endDistance(m),
    d: m.input.bolts.d,
    hole: 'normal',
  })),
  edgeRule('edge-h-plate', 'Edge distance, plate', 'vertical edge', ({ m }) => ({
    actual: (m.input.plate.b - m.input.bolts.w) / 2,
    d: m.input.bolts.d,
    hole: 'normal',
  })),
  edgeRule('edge-h-column', 'Edge distance, flange of the column', 'vertical edge', ({ m }) => ({
    actual: (m.column!.dims.b - m.input.bolts.w) / 2,
    d: m.input.bolts.d,
    hole: 'normal',
  })),
  edgeRule('edge-v-column', 'End distance, flange of the column', 'horizontal edge', ({ m }) => {
    const actual = columnEndDistance(m);
    return actual === Infinity ? { skip: 'The column runs on past the joint.' } : { actual, d: m.input.bolts.d, hole: 'normal' };
  }),
  edgeMax('edge-max', '', ({ m }) => ({ most: (m.input.plate.b - m.input.bolts.w) / 2, t: m.input.plate.t })),
];

const plateRules: readonly Rule[] = [
  sizeRule('mep-plate-width', 'Plate as wide as the flange', DG, ({ m }) => ({ actual: m.input.plate.b, limit: m.beam.dims.b })),
  sizeRule('mep-plate-thick', 'Plate thicker than the full bolts need', DG, (x) =>
    aiscSettings(x.m.basis).plate_basis === 'bolt'
      ? { actual: x.m.input.plate.t, limit: x.thick() }
      : { skip: 'The plate is made for the moment that acts (setting).' },
  ),
  sizeRule(
    'mep-rib-thickness',
    'Thickness of the rib',
    DG,
    ofRib(({ m }, rib, F_y) => ({ actual: rib.t, limit: (m.beam.dims.tw * m.beam.steel.f_y) / F_y })),
  ),
  sizeRule(
    'mep-rib-slenderness',
    'Slenderness of the rib',
    DG,
    ofRib((_x, rib, F_y, h) => ({ actual: rib.t, limit: h / (0.56 * Math.sqrt(ELASTICITY / F_y)) })),
  ),
  sizeRule(
    'mep-rib-length',
    'Length of the rib',
    DG,
    ofRib((_x, rib, _F, h) => ({ actual: rib.l, limit: h / Math.tan(Math.PI / 6) })),
  ),
];

const weldRules: readonly Rule[] = [
  sizeRule('weld-min', 'Least fillet of the flanges', 'AISC 360-22, Table J2.4', ({ m }) => {
    const { welds, plate } = m.input;
    if (welds.flanges === 'butt') return { skip: 'The flanges have complete penetration welds.' };
    return { actual: leg(Math.min(welds.top, welds.bottom)), limit: leastFillet(Math.min(m.beam.dims.tf, plate.t)) };
  }),
  sizeRule('weld-min-web', 'Least fillet of the web', 'AISC 360-22, Table J2.4', ({ m }) => ({
    actual: leg(m.input.welds.web),
    limit: leastFillet(Math.min(m.beam.dims.tw, m.input.plate.t)),
  })),
  sizeRule('mep-web-weld-tension-zone', 'Weld of the web near the bolts in tension', DG, (x) => ({
    actual: leg(x.m.input.welds.web_tension ?? x.m.input.welds.web),
    limit: developing(x),
  })),
];

const columnRules: readonly Rule[] = [
  sizeRule(
    'mep-col-stiff-width',
    'Width of the stiffeners',
    J108,
    ofStiffeners((s, { m }) => ({ actual: s.b + m.column!.dims.tw / 2, limit: m.beam.dims.b / 3 })),
  ),
  sizeRule(
    'mep-col-stiff-thickness',
    'Thickness of the stiffeners',
    J108,
    ofStiffeners((s, { m }) => ({ actual: s.t, limit: m.beam.dims.tf / 2 })),
  ),
  sizeRule(
    'mep-col-stiff-slender',
    'Slenderness of the stiffeners',
    J108,
    ofStiffeners((s) => ({ actual: s.t, limit: s.b / 16 })),
  ),
  sizeRule(
    'mep-col-stiff-fits',
    'Stiffeners within the column',
    'geometry',
    ofStiffeners((s, { m }) => ({ actual: 2 * s.b + m.column!.dims.tw, limit: m.column!.dims.b, sense: '<=' })),
  ),
  {
    id: 'mep-col-stiff-depth',
    title: 'Depth of the stiffeners',
    clause: 'AISC 360-22, J10.3, J10.8',
    must: () => true,
    run: (_r, { m }, { combinations }: Loads) => {
      const half = (['top', 'bottom'] as const).filter((at) => m.stiffeners[at]?.depth === 'half');
      if (!half.length) return { skip: 'No stiffener is of half the depth.' };
      const presses = (at: 'top' | 'bottom', c: Combination): boolean =>
        at === 'top' ? (c.M_Ed ?? 0) < 0 || c.N_Ed < 0 : (c.M_Ed ?? 0) > 0 || c.N_Ed < 0;
      const pressed = m.input.column!.sides === 2 || half.some((at) => combinations.some((c) => presses(at, c)));
      return {
        actual: 0.5,
        limit: pressed ? 0.75 : 0.5,
        sense: '>=',
        unit: '-',
        note: pressed
          ? 'stiffeners that are pressed, or with beams on both faces, pass three quarters of the web'
          : 'they are pulled alone',
      };
    },
  },
  sizeRule(
    'mep-doubler-width',
    'Doubler across the web',
    'AISC 360-22, J10.9',
    ofDoubler(({ m }, p) => ({ actual: p.b, limit: m.column!.dims.h - 2 * (m.column!.dims.tf + m.column!.s) - INCH / 8 })),
  ),
  sizeRule(
    'mep-doubler-length',
    'Doubler past both flanges',
    'AISC 360-22, J10.9',
    ofDoubler(({ m }) => {
      const [low, high] = webPlateSpan(m);
      const k = m.column!.dims.tf + m.column!.s;
      return { actual: Math.min(high, -m.H - low), limit: 2.5 * k };
    }),
  ),
  sizeRule(
    'mep-doubler-slender',
    'Slenderness of the doubler',
    'AISC 360-22, G2.1',
    ofDoubler((_x, p) => ({ actual: p.t, limit: p.b / (2.24 * Math.sqrt(ELASTICITY / p.strength.f_y)) })),
  ),
  sizeRule(
    'mep-column-end',
    'Column runs on past the pattern of its flange',
    'AISC Design Guide 4',
    (x) => {
      const { end_above, end_below } = x.m.input.column!;
      const free = formed(x).flatMap((e) => {
        const end = e.at === 'top' ? end_above : end_below;
        return end === undefined ? [] : [end - e.p_fo - (e.outside.length > 1 ? e.p_b : 0)];
      });
      if (!free.length) return { skip: 'The column runs on past the joint.' };
      return {
        actual: Math.min(...free),
        limit: patternReach(x.m.column!.dims.b, x.m.input.bolts.w),
        note: 'where it does not, the pattern of the column’s flange does not fit at its end',
      };
    },
    false,
  ),
];

/** Both flanges would pull or push, and bolts that count for the shear would be in tension. */
const axialLimit: Rule = {
  id: 'mep-axial-limit',
  title: 'Axial force small beside the moment',
  clause: 'limits of the method',
  must: () => true,
  run: (_r, { m }, { combinations }) => {
    const { N, M } = axial(m, combinations);
    return N === 0
      ? { skip: 'There is no axial force.' }
      : { actual: N, limit: M, sense: '<=', unit: 'kNm', note: 'over it the joint is outside the method' };
  },
};

export const momentRules: readonly Rule[] = [...boltRules, ...plateRules, ...weldRules, ...columnRules, axialLimit];
