import type { Sheet } from '../../formula/index.ts';
import type { RuleDef } from '../../checks/check.ts';
import type { EndBoltsCase } from './end-bolts.ts';
import { ruleMaker } from './rules.ts';

const T33 = 'EN 1993-1-8, Table 3.3';
export const NO_FLANGE_WIDTH = 'The width of the column flange was not given: give its section, or b, tw and r.';
const NO_FILLET = 'The section of the column was not given, so the place of its fillets is not known.';
const NOT_FLANGE = 'The support is a web, not a flange.';
const NOT_WEB = 'The support is a flange, not a web.';
const WELDED = 'There are no bolts in the support.';

interface SupportCase extends EndBoltsCase {
  readonly m: { readonly support: { readonly type: string } };
}

/** What a joint brings to the rules of its support: width and depth of what lies on it, and whether it is bolted to it. */
export interface OnSupport<C> {
  readonly width: string;
  readonly depth: string;
  bolted(c: C): boolean;
}

/**
 * Edges and fillets of what a joint is fixed to: Table 3.3 of the support's own edges, what lies on a flange not past its edge, washers clear
 * of fillets where the section is not known but its flange is, and what lies on a web between its fillets.
 */
export function supportRules<C extends SupportCase>(sheet: Sheet, o: OnSupport<C>): RuleDef<C>[] {
  const rule = ruleMaker<C>(sheet);
  const flange = (c: C): string | null => (c.support.onFlange ? null : NOT_FLANGE);
  const bolts = (c: C): string | null => (o.bolted(c) ? null : WELDED);
  const ends = ['e_top', 'e_bottom', 'min(e_top, e_bottom)'] as const;
  return [
    rule(
      'detail-support-e-side',
      'Bolts to the side edge of the support',
      T33,
      { actual: 'e_side', limit: '1.2*d_0' },
      {
        skip: (c) => bolts(c) ?? (c.support.e_side || c.support.onFlange ? null : 'No side edge is near.'),
        missing: (c) => (c.support.e_side ? null : NO_FLANGE_WIDTH),
      },
    ),
    rule(
      'detail-support-e-end',
      'Bolts to the ends of the support',
      T33,
      {
        actual: (c) => ends[c.support.e_top && c.support.e_bottom ? 2 : c.support.e_top ? 0 : 1],
        actuals: ends,
        limit: '1.2*d_0',
      },
      { skip: (c) => bolts(c) ?? (c.support.e_top || c.support.e_bottom ? null : 'No end of the support is near.') },
    ),
    rule(
      'detail-on-flange',
      'No more than 10 mm past each edge of the flange',
      'workmanship',
      { actual: o.width, limit: 'b_c+20[mm]', sense: '<=' },
      { skip: flange, missing: (c) => (c.support.column ? null : NO_FLANGE_WIDTH) },
    ),
    rule(
      'detail-column-fillet',
      "Washers clear of the column's fillets, by its flange alone",
      'workmanship',
      { actual: '(p_3-t_wc)/2-r_c', limit: 'd_w/2' },
      {
        skip: (c) =>
          flange(c) ?? bolts(c) ?? (c.support.section ? 'The section is known: it is measured on the solid detail.' : null),
        missing: (c) => (c.support.column ? null : NO_FILLET),
      },
    ),
    seatRule<C>(sheet, o.width, o.depth),
  ];
}

/** What lies on a web stays between its fillets, by the clear depth of the web. */
export function seatRule<C extends { readonly m: { readonly support: { readonly type: string; readonly d2?: number | null } } }>(
  sheet: Sheet,
  width: string,
  depth: string,
): RuleDef<C> {
  return ruleMaker<C>(sheet)(
    'detail-seat',
    'Between the fillets of the supporting web',
    'geometry',
    {
      actual: (c) => (c.m.support.type === 'column_web' ? width : depth),
      actuals: [...new Set([width, depth])],
      limit: 'd_2',
      sense: '<=',
    },
    {
      skip: (c) =>
        c.m.support.type === 'column_flange'
          ? NOT_WEB
          : c.m.support.d2 === null || c.m.support.d2 === undefined
            ? 'The clear depth of the web is not known: see the rule on its fillets.'
            : null,
    },
  );
}
