import { INCH } from '../../../catalogue/index.ts';
import type { RuleDef, RuleOutcome } from '../../../checks/check.ts';
import { leastEdge as leastEdgeOfSteel, leastFillet } from '../../../standards/aisc360/rules.ts';
import { leastEdgeOf } from '../../../standards/anchorage.ts';
import type { BaseModel } from '../model.ts';
import { leastEdge, leastSpacing } from '../en1993/plate.ts';
import { lugDepth } from './lug.ts';

/** A base as its rules look at it: how far the pulled rows stand from the axis of the column, over all combinations. */
export interface Ruled {
  readonly m: BaseModel;
  readonly pulledAt: number | null;
}

const least = (actual: number, limit: number): RuleOutcome => ({ actual, limit, sense: '>=', unit: 'mm' });
const most = (actual: number, limit: number): RuleOutcome => ({ actual, limit, sense: '<=', unit: 'mm' });
const rule = (id: string, title: string, clause: string, run: (x: Ruled) => RuleOutcome): RuleDef<Ruled> => ({
  id,
  title,
  clause,
  must: () => true,
  run: (_r, x) => run(x),
});
const anchored = (run: (x: Ruled) => RuleOutcome) => (x: Ruled) =>
  x.m.anchors.length ? run(x) : { skip: 'There are no anchors.' };
const withLug = (run: (x: Ruled) => RuleOutcome) => (x: Ruled) =>
  x.m.input.shear.path.endsWith('key') ? run(x) : { skip: 'There is no shear lug.' };
const VERY_DEEP: RuleOutcome = { skip: 'The block is very deep.' };

/** A fillet against the least of Table J2.4 by the thinner part. */
const fillet = (leg: number, thinner: number): RuleOutcome => least(leg, leastFillet(thinner));

/** Detailing of a column base to AISC 360, ACI 318 and the guards of practice. */
export const baseRules: readonly RuleDef<Ruled>[] = [
  rule('anchor-count', 'Anchors of a column', 'OSHA 1926.755(a)', ({ m }) => ({
    actual: m.anchors.length,
    limit: 4,
    sense: '>=',
    unit: '-',
  })),
  rule(
    'anchor-spacing',
    'Spacing of the anchors',
    'ACI 318-19, 17.9.2',
    anchored(({ m }) =>
      m.anchors.length < 2 ? { skip: 'There is one anchor.' } : least(leastSpacing(m), 4 * m.input.anchors.d),
    ),
  ),
  rule(
    'anchor-plate-edge',
    'Edge distance in the plate',
    'AISC 360-22, Table J3.4',
    anchored(({ m }) => least(leastEdge(m), leastEdgeOfSteel(m.input.anchors.d))),
  ),
  rule(
    'anchor-concrete-edge',
    'Cover of the anchors',
    'ACI 318-19, 17.9.2',
    anchored(({ m }) => {
      const c = leastEdgeOf(m, [...m.anchors.keys()]);
      return Number.isFinite(c) ? least(c - m.input.anchors.d / 2, 3 * INCH) : { skip: 'The block has no edge.' };
    }),
  ),
  rule(
    'anchor-in-block',
    'Depth of the block under the anchors',
    'head and cover',
    anchored(({ m }) => (Number.isFinite(m.H) ? least(m.H, m.input.anchors.h_ef + 3 * INCH) : VERY_DEEP)),
  ),
  rule('plate-covers-column', 'Plate under all of the column', 'geometry', ({ m }) =>
    least(Math.min(m.input.plate.h! - m.column.h, m.input.plate.b! - m.column.b), 0),
  ),
  {
    ...rule('grout-strength', 'Grout as strong as the concrete under it', 'Design Guide 1', ({ m: { input } }) =>
      input.grout.t > 0
        ? { actual: input.grout.f_ck, limit: input.concrete.f_ck, sense: '>=', unit: 'MPa' }
        : { skip: 'There is no grout.' },
    ),
    // Twice the concrete is usual; under half of it the bearing that is counted can not be there.
    must: ({ m: { input } }) => 2 * input.grout.f_ck < input.concrete.f_ck,
  },
  rule('weld-min', 'Fillet of flanges, walls or ring', 'AISC 360-22, Table J2.4', ({ m }) =>
    m.input.weld.type === 'butt'
      ? { skip: 'The weld is a complete penetration weld.' }
      : fillet(m.input.weld.a_f * Math.SQRT2, Math.min(m.column.t_f, m.input.plate.t)),
  ),
  rule('weld-min-web', 'Fillet of the web', 'AISC 360-22, Table J2.4', ({ m }) =>
    m.input.weld.type === 'butt'
      ? { skip: 'The weld is a complete penetration weld.' }
      : m.column.shape !== 'I'
        ? { skip: 'The column has no web.' }
        : fillet(m.input.weld.a_w * Math.SQRT2, Math.min(m.column.t_w, m.input.plate.t)),
  ),
  rule(
    'lug-in-block',
    'Shear lug within the depth of the block',
    'cover',
    withLug(({ m }) => (Number.isFinite(m.H) ? least(m.H, lugDepth(m) + 3 * INCH) : VERY_DEEP)),
  ),
  rule(
    'lug-width',
    'Shear lug within the width of the block',
    'geometry',
    withLug(({ m }) => {
      const wide = 2 * Math.min(m.block.y2, -m.block.y1);
      return Number.isFinite(wide) ? most(m.input.shear.key!.b, wide) : { skip: 'The block has no edge beside it.' };
    }),
  ),
  rule(
    'lug-anchor-depth',
    'Anchors reach below the shear lug',
    'ACI 318-19, 17.11.1.1',
    withLug(({ m, pulledAt }) =>
      pulledAt === null ? { skip: 'No anchor is pulled.' } : least(m.input.anchors.h_ef, 2.5 * Math.max(lugDepth(m), pulledAt)),
    ),
  ),
];
