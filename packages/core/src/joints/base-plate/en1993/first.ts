import { ANCHOR_DIAMETERS } from '../../../catalogue/index.ts';
import { headFor, washerFor } from '../fields.ts';
import type { PatternInput } from '../input.ts';
import { up, type Practice } from '../practice.ts';

const PLATES = [12, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80];
/** Reinforced footings of column bases: room for the anchors and their edge distance. */
const DIAMETERS = ANCHOR_DIAMETERS.filter((d) => [16, 20, 24, 30, 36, 42, 48].includes(d));

/** Column bases of European practice (basis 16.2). */
export const europeanBase: Practice = {
  usual: (c, start, fixed) => {
    const s = Math.max(c.h, c.b);
    const d = s <= 160 ? 16 : s <= 260 ? (fixed ? 24 : 20) : s <= 360 ? (fixed ? 30 : 24) : fixed ? 36 : 30;
    const t_min = fixed ? Math.max(1.5 * c.t_f, d, 15) : Math.max(c.t_f, 0.75 * d, 15);
    const t = PLATES.find((x) => x >= t_min) ?? 80;
    const round = c.shape === 'CHS';
    const D = up(c.h + 10 * d, 10);
    const h = up(c.h + 10 * d, 10);
    const b = up(c.shape === 'RHS' ? c.b + 10 * d : c.b + 100, 10);
    const n = c.h <= 200 ? 4 : c.h <= 330 ? 6 : 8;
    const pattern: PatternInput = round
      ? { type: 'circle', n, R: (D - 5 * d) / 2, start: 180 / n }
      : { type: 'rows', n_y: 2, n_z: 2, s_y: b - 5 * d, s_z: h - 5 * d, full: false };
    const { steel } = start.plate;
    return {
      ...start,
      plate: { shape: round ? 'circle' : 'rectangle', ...(round ? { D } : { h, b }), t, steel, y: 0, z: 0 },
      grout: { t: 30, f_ck: Math.max(30, start.concrete.f_ck), C_fd: 0.2 },
      anchors: {
        ...start.anchors,
        pattern,
        d,
        type: 'washer',
        h_ef: up((fixed ? 16 : 12) * d, 10),
        ...washerFor(d),
        hole: d + 6,
        washers_welded: true,
      },
      weld: {
        ...start.weld,
        a_f: up(Math.max(4, (fixed ? 0.55 : 0.4) * c.t_f), 1),
        a_w: up(Math.max(4, 0.4 * (c.shape === 'I' ? c.t_w : c.t_f)), 1),
      },
    };
  },
  plateGrade: 'S275',
  plates: PLATES,
  diameters: DIAMETERS,
  sized: ({ anchors }, d) => ({
    hole: d + 6,
    ...(anchors.type === 'washer' ? washerFor(d) : anchors.type === 'headed' ? headFor(d) : {}),
    h_ef: Math.max(anchors.h_ef, up(8 * d, 10)),
  }),
  edge: (d) => 2.5 * d,
  beside: (d) => 2.5 * d,
  deep: (h) => up(h, 10),
  step: 10,
  out: [0, 20, 50],
  wide: [20, 50, 80],
  throats: [4, 5, 6, 8, 10, 12, 15],
  // Not over what the leg has.
  throat: (leg) => Math.floor((leg / Math.SQRT2) * 10 + 1e-9) / 10,
  laid: 'Its column, its block, what takes the shear and the kind of anchor are as they stand; anchors stand two and a half diameters from the column and from the edge, or further out; the web’s fillets are as strong beside the web as the others beside the flange.',
  keep: 2.5,
  deeper: 50,
  wider: [40, 100],
  weld: { step: 1, most: 15 },
  outwards: [20, 40, 80],
  blocks: [100, 200, 400],
  concretes: [35, 40, 50],
  holes: ({ anchors, grout }, u) =>
    `Holes ${u.size(anchors.hole)} with washers welded after erection, so that the anchors can take shear; grout ${u.size(grout.t)}.`,
};
