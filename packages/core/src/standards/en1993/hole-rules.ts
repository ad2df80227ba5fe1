import type { HoleKind } from '../../catalogue/bolts.ts';
import type { Sheet } from '../../formula/index.ts';
import type { RuleDef } from '../../checks/check.ts';
import { ruleMaker } from './rules.ts';
import type { OfBasis } from './rules.ts';

/** Holes of one part: suffix of their symbols, their kind, and symbols of the distances that exist. */
export interface HolesOf<C> {
  readonly k: string;
  readonly part: string;
  kind(c: C): HoleKind;
  /** Upright and level distance to an edge, upright and level spacing; each with why it does not apply. */
  readonly z?: Distance<C>;
  readonly x?: Distance<C>;
  readonly p_z?: Distance<C>;
  readonly p_x?: Distance<C>;
}

interface Distance<C> {
  readonly size: string | ((c: C) => string);
  readonly sizes?: readonly string[];
  none?(c: C): string | null;
}

const T33 = 'EN 1993-1-8, Table 3.3';
const ROUND = 'The holes are normal round ones: see the rules on their distances.';

/**
 * Table 3.3 for holes that are not normal round ones, from the real hole: oversize 1.2 d_0 and 2.2 or 2.4 d_0 of their own diameter; slots e_3 and
 * e_4, 1.5 d_0 from the axis of the slot and from the centre of its end, and the steel between two holes no less than round ones keep.
 */
export function holeRules<C>(sheet: Sheet, h: HolesOf<C>): RuleDef<C>[] {
  const rule = ruleMaker<C>(sheet);
  const d = `d_0_${h.k}`;
  const make = (
    id: string,
    title: string,
    at: Distance<C> | undefined,
    travel: string,
    factor: string,
    edge: boolean,
  ): RuleDef<C>[] => {
    if (!at) return [];
    const over = `${factor}*${d}`;
    const slot = edge ? `1.5*${d}+(${travel}-${d})/2` : `${factor}*${d}+(${travel}-${d})`;
    const limits = [...new Set([over, slot])];
    return [
      rule(
        `detail-holes-${id}`,
        title,
        edge ? `${T33}, e_3, e_4` : T33,
        {
          actual: at.size,
          ...(at.sizes ? { actuals: at.sizes } : {}),
          limit: (c) => (h.kind(c) === 'oversize' ? over : slot),
          limits,
        },
        { skip: (c) => (h.kind(c) === 'normal' ? ROUND : (at.none?.(c) ?? null)) },
      ),
    ];
  };
  return [
    ...make(`${h.k}-z`, `Holes to the ends, ${h.part}`, h.z, `d_v_${h.k}`, '1.2', true),
    ...make(`${h.k}-x`, `Holes to the side edges, ${h.part}`, h.x, `d_h_${h.k}`, '1.2', true),
    ...make(`${h.k}-pz`, `Upright spacing of the holes, ${h.part}`, h.p_z, `d_v_${h.k}`, '2.2', false),
    ...make(`${h.k}-px`, `Level spacing of the holes, ${h.part}`, h.p_x, `d_h_${h.k}`, '2.4', false),
  ];
}

interface EdgesCase {
  readonly support: { readonly e_top: boolean; readonly e_bottom: boolean; readonly e_side: boolean };
}

/** Edges of a support, where it has some near. */
export function supportHoleEdges<C extends EdgesCase>(): { z: Distance<C>; x: Distance<C> } {
  const ends = ['e_top', 'e_bottom', 'min(e_top, e_bottom)'] as const;
  return {
    z: {
      size: ({ support: s }) => ends[s.e_top && s.e_bottom ? 2 : s.e_top ? 0 : 1],
      sizes: ends,
      none: ({ support: s }) => (s.e_top || s.e_bottom ? null : 'No end of the support is near.'),
    },
    x: { size: 'e_side', none: ({ support: s }) => (s.e_side ? null : 'No side edge is near.') },
  };
}

/** How far a bolt of category A can move along a slot before it bears, in mm. */
const travelOf = (d: number, kind: HoleKind): number =>
  (kind.startsWith('long') ? 1.5 * d : d + (d <= 14 ? 4 : d <= 22 ? 6 : d <= 24 ? 8 : 10)) - d;

/**
 * A slot along a force that bolts of the bearing type carry: the joint moves through the slot before it bears, so it is no support for that
 * force. Preloaded bolts that may not slip at the ultimate limit hold it.
 */
export function slotTravel<C extends OfBasis>(
  at: (c: C) => {
    readonly d: number;
    readonly category: 'A' | 'B' | 'C';
    readonly holes: readonly { readonly part: string; readonly kind: HoleKind; readonly level: 'axial' | 'none' }[];
  },
): RuleDef<C> {
  return {
    id: 'detail-slot-travel',
    title: 'No slot along a force that bolts in bearing carry',
    clause: 'EN 1993-1-8, 3.4.1, Table 3.4',
    must: () => true,
    run: (_r, c, loads) => {
      const { d, category, holes } = at(c);
      if (category === 'C') return { skip: 'The bolts may not slip at the ultimate limit.' };
      const slots = holes.filter(({ kind }) => kind !== 'normal' && kind !== 'oversize');
      if (!slots.length) return { skip: 'There are no slots.' };
      const along = slots.filter(({ kind, level }) => (kind.endsWith('_v') ? loads.shear : loads.axial && level === 'axial'));
      const travel = along.length ? Math.max(...along.map(({ kind }) => travelOf(d, kind))) : 0;
      const words = along
        .map(({ part, kind }) => `${part}: ${kind.endsWith('_v') ? 'the reaction' : 'the axial force'} acts along the slot`)
        .join('; ');
      return {
        actual: travel,
        limit: 0,
        sense: '<=',
        unit: 'mm',
        note: along.length
          ? `${words}; bolts of category ${category} move up to ${c.m.basis.units.size(travel)} before they bear`
          : 'no slot lies along a force that acts',
      };
    },
  };
}
