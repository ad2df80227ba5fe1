import { INCH, KSI } from '../../../catalogue/index.ts';
import { leastEdge, leastFillet } from '../../../standards/aisc360/rules.ts';
import { inch, upTo } from '../../beam-end/aisc360/first.ts';
import type { Practice } from '../practice.ts';
import { headOf } from './heads.ts';

/** Recommended holes for rods of this size, in (Manual, Table 14-2); between its sizes that of the next. */
const HOLES: readonly (readonly [d: number, hole: number])[] = [
  [3 / 4, 1 + 5 / 16],
  [7 / 8, 1 + 9 / 16],
  [1, 1 + 13 / 16],
  [1 + 1 / 4, 2 + 1 / 16],
  [1 + 1 / 2, 2 + 5 / 16],
  [1 + 3 / 4, 2 + 3 / 4],
  [2, 3 + 1 / 4],
];
const holeOf = (d: number): number => inch((HOLES.find(([size]) => d <= inch(size) + 1e-6) ?? HOLES.at(-1)!)[1]);
const edgeOf = (d: number): number => upTo(Math.max(leastEdge(d), holeOf(d) / 2 + INCH / 2), 1 / 4);
const legs = (leg: number): number => leg / Math.SQRT2;

/** Column bases of United States practice (Manual, part 14; Design Guide 1). */
export const americanBase: Practice = {
  usual: (c, start, fixed) => {
    const s = Math.max(c.h, c.b) / INCH;
    const d = inch(fixed ? (s <= 9 ? 1 : s <= 15 ? 1.25 : 1.5) : s <= 11 ? 0.75 : 1);
    const edge = edgeOf(d);
    // The rods stand clear of the column by room for nut and washer.
    const beside = 2 * (edge + upTo(1.5 * d, 1 / 4));
    const h = upTo(c.h + Math.max(beside, inch(4)), 1);
    const b = upTo(c.b + (c.shape === 'I' ? inch(4) : Math.max(beside, inch(4))), 1);
    const t = upTo(Math.max(fixed ? 1.5 * c.t_f : c.t_f, inch(fixed ? 1 : 0.75)), 1 / 4);
    const thinner = Math.min(c.t_f, t);
    const leg = Math.max(leastFillet(thinner), upTo((fixed ? 0.75 : 0.5) * c.t_f, 1 / 16));
    const web = Math.max(leastFillet(Math.min(c.t_w, t)), upTo(0.5 * c.t_w, 1 / 16));
    return {
      ...start,
      plate: { ...start.plate, shape: 'rectangle', h, b, t },
      grout: { t: inch(1.5), f_ck: 2 * start.concrete.f_ck },
      anchors: {
        ...start.anchors,
        pattern: { type: 'rows', n_y: 2, n_z: 2, s_y: b - 2 * edge, s_z: h - 2 * edge, full: false },
        d,
        cls: fixed ? 'F1554-55' : 'F1554-36',
        type: 'headed',
        h_ef: upTo((fixed ? 16 : 12) * d, 1),
        ...headOf(d),
        hole: holeOf(d),
        washers_welded: true,
        washer_t: inch(0.375),
      },
      shear: { ...start.shear, path: 'anchors' },
      weld: { ...start.weld, a_f: legs(leg), a_w: legs(c.shape === 'I' ? web : leg) },
    };
  },
  plateGrade: 'A572-50',
  plates: [0.75, 1, 1.25, 1.5, 1.75, 2, 2.25, 2.5, 2.75, 3, 3.25, 3.5].map(inch),
  diameters: [0.75, 1, 1.25, 1.5, 1.75, 2].map(inch),
  sized: ({ anchors }, d) => ({
    hole: holeOf(d),
    ...(anchors.type === 'headed' ? headOf(d) : {}),
    h_ef: Math.max(anchors.h_ef, upTo(8 * d, 1)),
  }),
  edge: edgeOf,
  beside: (d) => upTo(1.5 * d, 1 / 4),
  deep: (h) => upTo(h, 1),
  step: INCH,
  out: [0, 1, 2].map(inch),
  wide: [1, 2, 3].map(inch),
  throats: [3 / 16, 1 / 4, 5 / 16, 3 / 8, 1 / 2, 5 / 8].map(inch).map(legs),
  throat: legs,
  laid: 'Its column, its block, what takes the shear and the kind of rod are as they stand; rods stand clear of the column by room for nut and washer and have the least edge of their holes, or stand further out; the web’s fillets are as strong beside the web as the others beside the flange.',
  keep: 2,
  deeper: inch(2),
  wider: [2, 4].map(inch),
  weld: { step: legs(inch(1 / 16)), most: legs(inch(5 / 8)) },
  outwards: [1, 2, 4].map(inch),
  blocks: [4, 8, 16].map(inch),
  concretes: [4, 5, 6].map((f) => f * KSI),
  holes: ({ anchors, grout }, u) =>
    `Holes ${u.size(anchors.hole)} with plate washers welded after erection, so that all rods take shear; grout ${u.size(grout.t)}.`,
};
