import { INCH, type HoleKind } from '../../../catalogue/index.ts';
import type { RuleDef } from '../../../checks/check.ts';
import { edgeIncrement, leastEdge, leastFillet, leastSpacing } from '../../../standards/aisc360/rules.ts';
import { aiscSettings } from '../../../standards/aisc360/standard.ts';
import type { AiscModel } from './lay-out.ts';
import { columnFillet, columnSizes, THICKEST_FILLERS } from './lay-out.ts';

interface Sizes {
  readonly actual: number;
  readonly limit: number;
  readonly sense?: '>=' | '<=';
  readonly note?: string;
}
/** A size against its limit, mm; a reason where it does not apply, or what is missing. */
export const sizeRule = <C>(
  id: string,
  title: string,
  clause: string,
  run: (c: C) => Sizes | { readonly skip: string } | { readonly missing: string },
  must = true,
): RuleDef<C> => ({
  id,
  title,
  clause,
  must: () => must,
  run: (_r, c) => {
    const found = run(c);
    return 'actual' in found ? { sense: '>=', unit: 'mm', ...found } : found;
  },
});

export const MANUAL = 'Manual, part 10';
const EDGE = 'AISC 360-22, J3.5';
const NO_ROWS = { skip: 'There is one bolt row only.' };

/** Least distance from a bolt to an edge of a part, by its hole. */
export const edgeRule = <C>(
  id: string,
  title: string,
  edge: 'horizontal edge' | 'vertical edge',
  of: (
    c: C,
  ) =>
    | { readonly actual: number; readonly d: number; readonly hole: HoleKind }
    | { readonly skip: string }
    | { readonly missing: string },
): RuleDef<C> =>
  sizeRule(id, title, EDGE, (c) => {
    const x = of(c);
    return 'actual' in x ? { actual: x.actual, limit: leastEdge(x.d) + edgeIncrement(x.d, x.hole, edge) } : x;
  });

/** Rows of bolts through parts: depth of each below the first, diameter, the larger of their holes, the thinner of the parts. */
export interface Rows {
  readonly at: readonly number[];
  readonly d: number;
  readonly hole: number;
  readonly t: number;
  readonly exposed: boolean;
}
export function spacingRules<C>(suffix: string, words: string, of: (c: C) => Rows | { readonly skip: string }): RuleDef<C>[] {
  const rule = (id: string, title: string, run: (x: Rows, gaps: readonly number[]) => Sizes, must = true): RuleDef<C> =>
    sizeRule(
      id + suffix,
      title + words,
      'AISC 360-22, J3.4',
      (c) => {
        const x = of(c);
        if ('skip' in x) return x;
        const gaps = x.at.slice(1).map((z, i) => z - x.at[i]!);
        return gaps.length ? run(x, gaps) : NO_ROWS;
      },
      must,
    );
  return [
    rule('spacing-min', 'Spacing of rows', ({ d }, gaps) => ({ actual: Math.min(...gaps), limit: leastSpacing(d) })),
    rule('spacing-usual', 'Spacing of rows of 3 d', ({ d }, gaps) => ({ actual: Math.min(...gaps), limit: 3 * d }), false),
    rule('clear-min', 'Clear distance between holes', ({ d, hole }, gaps) => ({ actual: Math.min(...gaps) - hole, limit: d })),
    {
      ...rule(
        'spacing-max',
        'Largest spacing',
        ({ t, exposed }, gaps) => ({
          actual: Math.max(...gaps),
          limit: exposed ? Math.min(14 * t, 7 * INCH) : Math.min(24 * t, 12 * INCH),
          sense: '<=',
        }),
        false,
      ),
      clause: 'AISC 360-22, J3.6',
    },
  ];
}

/** Largest distance from a bolt to the nearest edge of a part. */
export const edgeMax = <C>(
  id: string,
  words: string,
  of: (c: C) => { readonly most: number; readonly t: number } | { readonly skip: string },
): RuleDef<C> =>
  sizeRule(id, `Largest edge distance${words}`, 'AISC 360-22, J3.6', (c) => {
    const x = of(c);
    return 'skip' in x ? x : { actual: x.most, limit: Math.min(12 * x.t, 6 * INCH), sense: '<=' };
  });

interface WithModel {
  readonly m: AiscModel;
  readonly copedTop: boolean;
  readonly copedBottom: boolean;
}
const k = (m: AiscModel): number => m.beam.tf + m.beam.r;

/** Edges of the web at its bolts, and its flat; `of` gives its hole and first bolt line, or why there are none. */
export const webRules = <C extends WithModel>(
  of: (c: C) => { readonly e2b: number; readonly hole: HoleKind } | { readonly skip: string },
): RuleDef<C>[] => [
  edgeRule('edge-v-web', 'End distance, coped web', 'horizontal edge', (c) => {
    const x = of(c);
    if ('skip' in x) return x;
    const { m } = c;
    if (!c.copedTop && !c.copedBottom) return { skip: 'The beam is not coped.' };
    const up = c.copedTop ? m.top_to_bolt - m.d_nt : Infinity;
    const down = c.copedBottom ? m.beam.h - m.d_nb - m.top_to_bolt - m.L1 : Infinity;
    return { actual: Math.min(up, down), d: m.input.bolts.d, hole: x.hole };
  }),
  edgeRule('edge-h-web', 'Edge distance, web', 'vertical edge', (c) => {
    const x = of(c);
    return 'skip' in x ? x : { actual: x.e2b, d: c.m.input.bolts.d, hole: x.hole };
  }),
  sizeRule('bolts-on-web-flat', 'Rows clear of the fillets of the web', 'house rule', (c) => {
    const x = of(c);
    if ('skip' in x) return x;
    const { m } = c;
    const up = c.copedTop ? Infinity : m.top_to_bolt - k(m);
    const down = c.copedBottom ? Infinity : m.beam.h - m.top_to_bolt - m.L1 - k(m);
    const actual = Math.min(up, down);
    return Number.isFinite(actual) ? { actual, limit: m.input.bolts.d } : { skip: 'The web is coped at both edges.' };
  }),
];

/** Depth of a plate or an angle on the web: half of the clear web, and no more than it. `clear` says where it need not keep between the flanges. */
export const depthRules = <C extends WithModel>(
  what: string,
  of: (c: C) => number,
  free?: (c: C) => string | null,
): RuleDef<C>[] => [
  sizeRule('plate-half-T', `${what} of half the clear web`, MANUAL, (c) => ({
    actual: of(c),
    limit: (c.m.beam.h - 2 * k(c.m)) / 2,
  })),
  sizeRule('plate-fits', `${what} between the fillets`, MANUAL, (c) => {
    const skip = free?.(c);
    if (skip) return { skip };
    const limit = c.m.beam.h - (c.copedTop ? c.m.d_nt : k(c.m)) - (c.copedBottom ? c.m.d_nb : k(c.m));
    return { actual: of(c), limit, sense: '<=' };
  }),
];

/** Least fillet by the thinner part joined. */
export const leastWeld = <C extends WithModel>(thinner: (c: C) => number | { readonly skip: string }): RuleDef<C> =>
  sizeRule('weld-min', 'Least size of the weld', 'AISC 360-22, Table J2.4', (c) => {
    const t = thinner(c);
    return typeof t === 'number' ? { actual: c.m.input.weld!.s, limit: leastFillet(t) } : t;
  });

/** Oversize holes, and long slots along the reaction, need bolts that do not slip. */
export const holesRule = <C extends WithModel>(holes: (c: C) => readonly HoleKind[]): RuleDef<C> => ({
  id: 'hole-slip-critical',
  title: 'Oversize and long slots are slip-critical',
  clause: 'AISC 360-22, J3.3',
  must: () => true,
  run: (_r, c) => {
    if (!holes(c).some((h) => h === 'oversize' || h === 'long_slot_v'))
      return { skip: 'No oversize holes, and no long slots along the reaction.' };
    const critical = c.m.input.bolts.category !== 'A';
    return {
      actual: critical ? 1 : 0,
      limit: 1,
      sense: '>=',
      unit: '-',
      note: critical ? 'the bolts are slip-critical' : 'the bolts bear: they would move before they do',
    };
  },
});

/** Fillers that the bolts go through, by the factor that their shear is reduced by. */
export const fillerRule = <C extends WithModel>(): RuleDef<C> =>
  sizeRule('filler-thickness', 'Fillers thin enough for their bolts', 'AISC 360-22, J5.2', (c) => {
    const { packing } = c.m.input.bolts;
    return packing > 0 ? { actual: packing, limit: THICKEST_FILLERS, sense: '<=' } : { skip: 'There are no fillers.' };
  });

/** Bolts through the support, two lines at the gauge `g`: on the flange of a column they keep to its edge and off its fillet (basis 9a). */
export function gaugeRules<C extends WithModel>(
  of: (c: C) => { readonly g: number; readonly hole: HoleKind } | { readonly skip: string },
): RuleDef<C>[] {
  const onFlange = (c: C): { readonly skip: string } | null => {
    const x = of(c);
    if ('skip' in x) return x;
    return c.m.support.type === 'column_flange' ? null : { skip: 'The bolts are not in the flange of a column.' };
  };
  const g = (c: C): number => (of(c) as { readonly g: number }).g;
  return [
    edgeRule('gauge-fits-flange', 'Edge distance in the flange of the column', 'vertical edge', (c) => {
      const none = onFlange(c);
      if (none) return none;
      const { b } = columnSizes(c.m);
      if (b === undefined) return { missing: 'The flange width of the column is not known: give its section, or b.' };
      return { actual: (b - g(c)) / 2, d: c.m.input.bolts.d, hole: (of(c) as { readonly hole: HoleKind }).hole };
    }),
    sizeRule('gauge-clears-fillet', 'Washers clear of the fillets of the column', 'house rule', (c) => {
      const none = onFlange(c);
      if (none) return none;
      const fillet = columnFillet(c.m);
      if (!fillet) return { missing: 'The fillet of the column is not known: give its section, or tw and r.' };
      return { actual: g(c) / 2, limit: fillet.k_1 + c.m.input.bolts.d };
    }),
  ];
}

/** Room that a wrench needs beside a bolt line. */
export const wrenchRoom = (d: number): number => 1.25 * d + (3 / 8) * INCH;
/** Room for the wrench between a bolt line and what stands beside it. */
export const wrenchRule = <C extends { readonly m: { readonly input: { readonly bolts: { readonly d: number } } } }>(
  id: string,
  title: string,
  room: (c: C) => number | { readonly skip: string },
): RuleDef<C> =>
  sizeRule(id, title, 'house rule', (c) => {
    const actual = room(c);
    return typeof actual === 'number' ? { actual, limit: wrenchRoom(c.m.input.bolts.d) } : actual;
  });

export const exposedOf = (m: AiscModel): boolean => aiscSettings(m.basis).exposed;
