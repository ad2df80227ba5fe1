import type { Run } from '../../../formula/index.ts';
import { tightHole } from '../../../catalogue/index.ts';
import type { RuleDef, RuleOutcome } from '../../../checks/check.ts';
import { exact } from '../../../units/format.ts';
import type { BarsInput } from '../input.ts';
import type { BaseModel } from '../model.ts';
import { groutConditions } from './bearing.ts';
import { leastEdge, leastSpacing } from './plate.ts';
import { anchor, SAND_CEMENT } from './sheet.ts';
import { edgeDistance, EDGES } from '../../../standards/anchorage.ts';
import { factorsOf } from '../../../standards/en1993/standard.ts';

type M = BaseModel;
const bare = (m: M): string | null => (m.anchors.length ? null : 'There are no anchors.');

function rule(
  id: string,
  title: string,
  clause: string,
  must: boolean,
  run: (m: M, r: Run) => RuleOutcome,
  anchors = true,
): RuleDef<M> {
  return {
    id,
    title,
    clause,
    must: () => must,
    run: (r, m) => {
      const reason = anchors ? bare(m) : null;
      return reason === null ? run(m, r) : { skip: reason };
    },
  };
}
const least = (actual: number, limit: number, note?: string): RuleOutcome => ({
  actual,
  limit,
  sense: '>=',
  unit: 'mm',
  ...(note ? { note } : {}),
});
const most = (actual: number, limit: number): RuleOutcome => ({ actual, limit, sense: '<=', unit: 'mm' });

/** Anchor axis to the nearest steel of the column. */
export function wallDistance(m: M): number {
  const { shape, h, b, t_f, t_w } = m.column;
  return Math.min(
    ...m.anchors.map(({ y, z }) => {
      if (shape === 'CHS') return Math.hypot(y, z) - h / 2;
      const outside = Math.hypot(Math.max(0, Math.abs(y) - b / 2), Math.max(0, Math.abs(z) - h / 2));
      if (shape === 'RHS' || outside > 0) return outside;
      return Math.min(Math.abs(y) - t_w / 2, h / 2 - t_f - Math.abs(z));
    }),
  );
}

/** Limits of bars beside the anchors: diameter, distance, anchorage beyond the body, and two of them at least for each row. */
function barRules(
  id: string,
  title: string,
  clause: string,
  of: (m: M) => BarsInput | undefined,
  reach: (m: M) => number,
  body: string,
): RuleDef<M>[] {
  const none = `There are no ${title.toLowerCase()}.`;
  return [
    rule(`${id}-d`, `${title}: diameter`, clause, true, (m) => (of(m) ? most(of(m)!.d, 16) : { skip: none })),
    rule(`${id}-distance`, `${title}: distance from the anchors`, clause, true, (m) => {
      const bars = of(m);
      return !bars
        ? { skip: none }
        : bars.distance === undefined
          ? { missing: 'How far the bars are from the anchors was not given.' }
          : Number.isFinite(reach(m))
            ? most(bars.distance, reach(m))
            : { skip: 'The block has no edge.' };
    }),
    rule(`${id}-l2`, `${title}: anchorage beyond the ${body}`, 'EN 1992-1-1, 8.4.4', true, (m, r) => {
      const bars = of(m);
      if (!bars) return { skip: none };
      if (bars.l_2 === undefined) return { missing: `The anchorage of the bars beyond the ${body} was not given.` };
      return least(bars.l_2, anchorageOf(r, m, bars));
    }),
    rule(`${id}-n`, `${title}: two at least for each row of anchors`, clause, true, (m) =>
      of(m) ? { actual: of(m)!.n, limit: 2 * rowsOf(m), sense: '>=', unit: '-' } : { skip: none },
    ),
  ];
}

/** l_bd of a bar at its yield strength, EN 1992-1-1, 8.4.4: alpha_1 0.7 for a hook, least max(0.3 l_b,rqd, 10 d, 100 mm). */
function anchorageOf(r: Run, m: M, bars: BarsInput): number {
  const f_bd = 2.25 * (bars.good_bond ? 1 : 0.7) * r.v[anchor.f_ctd_b.def.slot.index]!;
  const l_b_rqd = (bars.d * bars.f_yk) / factorsOf(m.basis).gamma_S / (4 * f_bd);
  return Math.max((bars.hooked ? 0.7 : 1) * l_b_rqd, 0.3 * l_b_rqd, 10 * bars.d, 100);
}

/** Rows of anchors along z; each anchor of a circle is one. */
const rowsOf = (m: M): number =>
  m.input.anchors.pattern.type === 'circle' ? m.anchors.length : new Set(m.anchors.map((q) => Math.round(q.z * 1e3))).size;

/** Detailing rules of a column base (basis 16.1). */
export const baseRules: readonly RuleDef<M>[] = [
  rule('anchor-edge-plate', 'Edge distance in the plate', 'EN 1993-1-8, Table 3.3', true, (m) =>
    least(leastEdge(m), 1.2 * m.input.anchors.hole),
  ),
  rule('anchor-spacing', 'Spacing of the anchors', 'EN 1993-1-8, Table 3.3, and practice', true, (m) =>
    m.anchors.length < 2
      ? { skip: 'There is one anchor.' }
      : least(leastSpacing(m), Math.max(2.4 * m.input.anchors.hole, 4 * m.input.anchors.d)),
  ),
  rule('anchor-clear-wall', 'Anchor clear of the column', 'room for nut, washer and spanner', true, (m) =>
    least(wallDistance(m), 1.5 * m.input.anchors.d),
  ),
  rule('anchor-edge-concrete', 'Edge distance in the concrete', 'practice', true, (m) => {
    const c = Math.min(...m.anchors.flatMap((q) => EDGES.map((e) => edgeDistance(m, e, q))));
    return Number.isFinite(c) ? least(c, Math.max(5 * m.input.anchors.d, 100)) : { skip: 'The block has no edge.' };
  }),
  rule('block-depth', 'Depth of the block', 'practice', true, (m) =>
    Number.isFinite(m.H) ? least(m.H, m.input.anchors.h_ef + 100) : { skip: 'The block is very deep.' },
  ),
  rule(
    'plate-on-block',
    'Plate on the block',
    'EN 1993-1-8, 6.2.5',
    true,
    (m) =>
      Number.isFinite(m.overhang)
        ? {
            actual: Math.max(0, m.overhang),
            limit: 0,
            sense: '<=',
            unit: 'mm',
            ...(m.overhang > 0
              ? { note: `the plate reaches ${m.basis.units.size(Math.ceil(m.overhang * 10) / 10)} past the block` }
              : {}),
          }
        : { skip: 'The block has no edge.' },
    false,
  ),
  rule('anchor-depth-min', 'Least embedment', 'practice', true, (m) =>
    least(m.input.anchors.h_ef, Math.max(4 * m.input.anchors.d, 60)),
  ),
  rule('anchor-edge-product', 'Edge distance of the product', 'approval document of the anchor', true, (m) => {
    const { c_min } = m.input.anchors.product;
    const c = Math.min(...m.anchors.flatMap((q) => EDGES.map((e) => edgeDistance(m, e, q))));
    return c_min === undefined
      ? { skip: 'No least edge distance of a product was given.' }
      : Number.isFinite(c)
        ? least(c, c_min)
        : { skip: 'The block has no edge.' };
  }),
  rule('anchor-spacing-product', 'Spacing of the product', 'approval document of the anchor', true, (m) => {
    const { s_min } = m.input.anchors.product;
    return s_min === undefined
      ? { skip: 'No least spacing of a product was given.' }
      : m.anchors.length < 2
        ? { skip: 'There is one anchor.' }
        : least(leastSpacing(m), s_min);
  }),
  rule('washer-over-hole', 'Nut and washer over the hole', 'workmanship', true, (m) => {
    const { hole, d, washer_t } = m.input.anchors;
    return hole <= m.size.flats
      ? most(hole, m.size.flats)
      : least(
          washer_t,
          0.4 * d,
          `the hole of ${m.basis.units.size(hole)} is wider than the nut, ${m.basis.units.size(m.size.flats)}: the washer of ${m.basis.units.size(washer_t)} spans it, needed ${m.basis.units.size(0.4 * d)}`,
        );
  }),
  rule(
    'friction-source',
    'Coefficient of friction',
    'EN 1993-1-8, 6.2.2(6)',
    true,
    (m) => {
      const { C_fd = SAND_CEMENT, source } = m.input.grout;
      if (!m.input.shear.path.startsWith('friction')) return { skip: 'Friction is not counted on.' };
      return {
        actual: C_fd,
        limit: SAND_CEMENT,
        sense: '<=',
        unit: '-',
        ...(C_fd > SAND_CEMENT
          ? {
              pass: Boolean(source),
              note: source
                ? `${exact(C_fd)}, from: ${source}`
                : `${exact(C_fd)} is over 0.2, the value for sand and cement: say from which tests it comes (grout.source)`,
            }
          : {}),
      };
    },
    false,
  ),
  rule('anchor-head-depth', 'Embedment', 'practice', false, (m) => least(m.input.anchors.h_ef, 8 * m.input.anchors.d)),
  rule('hook-yield', 'Yield strength of a hooked anchor', 'EN 1993-1-8, 6.2.6.12(5)', true, (m) =>
    m.input.anchors.type === 'hooked'
      ? { actual: m.f_yb, limit: 300, sense: '<=', unit: 'MPa' }
      : { skip: 'The anchors are not hooked.' },
  ),
  rule('anchor-hole-for-shear', 'Holes that let anchors take shear', 'EN 1992-4, Table 6.1', false, (m) => {
    const { anchors: a, shear } = m.input;
    if (!shear.path.endsWith('anchors')) return { skip: 'The anchors take no shear.' };
    return a.washers_welded ? { skip: 'The washers are welded to the plate.' } : most(a.hole, tightHole(a.d));
  }),
  rule('anchor-count-range', 'Anchors on a circle', 'EN 1992-4, 7.2.1.4: tested groups', false, (m) =>
    m.input.anchors.pattern.type === 'circle'
      ? { actual: m.anchors.length, limit: 9, sense: '<=', unit: '-' }
      : { skip: 'The anchors stand in rows.' },
  ),
  rule(
    'weld-throat',
    'Throat of the weld',
    'EN 1993-1-8, 4.5.2(2)',
    true,
    (m) =>
      m.input.weld.type === 'butt'
        ? { skip: 'The weld is a butt weld.' }
        : least(Math.min(m.input.weld.a_f, m.column.shape === 'I' ? m.input.weld.a_w : Infinity), 3),
    false,
  ),
  rule(
    'plate-vs-flange',
    'Plate no thinner than the flange',
    'practice',
    false,
    (m) => least(m.input.plate.t, m.column.t_f),
    false,
  ),
  ...['grout-strength', 'grout-thickness', 'grout-thick-strength'].map((id, i): RuleDef<M> => ({
    id,
    title: ['Strength of the grout', 'Thickness of the grout', 'Strength of a thick grout'][i]!,
    clause: 'EN 1993-1-8, 6.2.5(7)',
    must: () => false,
    run: (_r, m) => {
      const x = groutConditions(m)[i]!;
      return i === 2 && m.input.grout.t <= 50
        ? { skip: `The grout is not thicker than ${m.basis.units.size(50)}.` }
        : { actual: x.actual, limit: x.limit, sense: x.sense, unit: x.unit };
    },
  })),
  rule(
    'key-depth',
    'Depth of the shear key',
    'practice',
    true,
    (m) =>
      m.input.shear.key && m.input.shear.path.endsWith('key')
        ? least(m.input.shear.key.depth - m.input.grout.t, 60)
        : { skip: 'There is no shear key.' },
    false,
  ),
  rule(
    'key-in-block',
    'Shear key within the block',
    'geometry',
    true,
    (m) => {
      const { key, path } = m.input.shear;
      if (!key || !path.endsWith('key')) return { skip: 'There is no shear key.' };
      return Number.isFinite(m.H) ? most(key.depth - m.input.grout.t, m.H - 50) : { skip: 'The block is very deep.' };
    },
    false,
  ),
  rule(
    'key-slender',
    'Slender shear key',
    'practice',
    false,
    (m) => {
      const { key, path } = m.input.shear;
      return key?.type === 'I' && path.endsWith('key')
        ? most(key.depth, 1.5 * key.h!)
        : { skip: 'There is no shear key of I section.' };
    },
    false,
  ),
  rule('reinforcement-l1', 'Hanger bars in the cone', 'EN 1992-4, 7.2.1.10', true, (m) => {
    const { bars } = m.input.anchors;
    return bars ? least(bars.l_1, (bars.hooked ? 4 : 10) * bars.d) : { skip: 'There are no hanger bars.' };
  }),
  ...barRules(
    'reinforcement',
    'Hanger bars',
    'EN 1992-4, 7.2.1.9 and 7.2.1.10',
    (m) => m.input.anchors.bars,
    (m) => 0.75 * m.input.anchors.h_ef,
    'cone',
  ),
  rule('loops-l1', 'Loops in the edge body', 'EN 1992-4, 7.2.2.6(2)', true, (m) => {
    const { loops } = m.input.anchors;
    return loops ? least(loops.l_1, (loops.hooked ? 4 : 10) * loops.d) : { skip: 'There are no loops.' };
  }),
  ...barRules(
    'loops',
    'Loops',
    'EN 1992-4, 7.2.2.6',
    (m) => m.input.anchors.loops,
    (m) => 0.75 * Math.min(...m.anchors.flatMap((q) => EDGES.map((e) => edgeDistance(m, e, q)))),
    'edge body',
  ),
  rule(
    'block-splitting',
    'Bars against splitting under the concentrated load',
    'EN 1992-1-1, 6.7(4)',
    false,
    (m) => {
      const concentrated = m.input.concrete.alpha ?? 0;
      return {
        actual: m.input.concrete.splitting_bars ? 1 : 0,
        limit: 1,
        sense: '>=',
        unit: '-',
        note: m.input.concrete.splitting_bars
          ? 'bars against splitting are said to be there'
          : `the load is concentrated${concentrated ? ` (alpha ${exact(concentrated)})` : ''}: its splitting forces need bars in the block`,
      };
    },
    false,
  ),
];
