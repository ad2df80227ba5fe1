import {
  boltsOfTwoJoints,
  seatOnWeb,
  socketRoom,
  washerToColumnFillet,
  washerToFillet,
  washerToWasher,
  type Clearance,
} from '../../detail/clearance.ts';
import { projected, text, type Item, type View } from '../../drawing/index.ts';
import type { Mark, Paths } from '../../detail/mark.ts';
import type { Solid } from '../../detail/solid.ts';
import type { Prepared, RuleDef } from '../../checks/check.ts';
import { onWeb, type SupportModel } from '../members.ts';
import type { Combination } from '../../actions/combination.ts';
import type { LoadedGroup } from './group-marks.ts';
import type { Basis } from '../../basis/basis.ts';
import type { Units } from '../../units/system.ts';

/** Clearances that are measured on the solid detail of any joint: rule, what it says, must or advice. */
const CLEARANCES: readonly {
  readonly id: string;
  readonly title: string;
  readonly must: boolean;
  readonly none: string;
  measure(solid: Solid): Clearance | null;
  /** What is missing, or another word than `none`, where nothing was measured on a support of no known open section. */
  unknown?(support: SupportModel): { readonly missing: string } | { readonly skip: string } | null;
}[] = [
  {
    id: 'clear-flange',
    title: 'Washers clear of the flange fillets',
    must: true,
    none: 'There are no bolts in the beam web.',
    measure: washerToFillet,
  },
  {
    id: 'clear-column-fillet',
    title: "Washers clear of the column's fillets",
    must: true,
    none: 'There are no bolts through a column flange of known section.',
    measure: washerToColumnFillet,
  },
  { id: 'clear-bolts', title: 'Washers clear of each other', must: true, none: 'There are no bolts.', measure: washerToWasher },
  {
    id: 'clear-far-bolts',
    title: 'Bolts clear of the far beam',
    must: true,
    none: 'No other joint with bolts of its own is on the far face.',
    measure: boltsOfTwoJoints,
  },
  {
    id: 'clear-seat',
    title: 'Clear of the fillets of the support',
    must: true,
    none: 'The joint is on a flange, or the clear depth of the web is all that is known: see the rule on the space between the fillets.',
    measure: seatOnWeb,
    unknown: ({ type, d2, hollow }) =>
      hollow
        ? { skip: 'A round section has no corners beside the joint.' }
        : onWeb(type) && d2 === null
          ? {
              missing:
                'Neither the section of the support nor the clear depth of its web was given, so the place of its fillets is not known.',
            }
          : null,
  },
  { id: 'clear-spanner', title: 'Room for a socket', must: false, none: 'There are no bolts.', measure: socketRoom },
];

interface Measured extends Pick<(typeof CLEARANCES)[number], 'id' | 'title' | 'must'> {
  readonly found: Clearance;
}
/** The clearances of a solid, each measured when it is first asked for: what breaks a rule before is asked for few. */
export class Clearances {
  private readonly found: (Clearance | null)[] = [];
  constructor(private readonly solid: () => Solid) {}
  /** The one with this number; null where there is nothing to measure. */
  at(i: number): Clearance | null {
    let found = this.found[i];
    if (found === undefined) this.found[i] = found = CLEARANCES[i]!.measure(this.solid());
    return found;
  }
  /** Those that are not kept. */
  missed(): Measured[] {
    return CLEARANCES.flatMap(({ id, title, must }, i): Measured[] => {
      const found = this.at(i);
      return found && isShort(found) ? [{ id, title, must, found }] : [];
    });
  }
}

const isShort = (c: Clearance): boolean => c.needed - c.actual > 1e-9;
/** What is missing, rounded up to a tenth: what to add is then enough. */
const missing = (u: Units, c: Clearance): string => `${u.size(Math.ceil((c.needed - c.actual) * 10) / 10)} missing`;

/** What the rules of clearance ask of a case. */
export interface Clear {
  readonly m: { readonly support: SupportModel; readonly basis: Basis };
  /** The clearances of the joint as it stands. */
  readonly clearances: Clearances;
}

/** Rules of clearance, alike for every kind. */
export const clearanceRules = <C extends Clear>(): RuleDef<C>[] =>
  CLEARANCES.map(({ id, title, must, none, unknown }, i) => ({
    id,
    title,
    clause: 'workmanship',
    must: () => must,
    run: (_r, c) => {
      const found = c.clearances.at(i);
      if (!found) {
        return (c.m.support.dims === null ? unknown?.(c.m.support) : null) ?? { skip: none };
      }
      return {
        actual: found.actual,
        limit: found.needed,
        sense: '>=',
        unit: 'mm',
        ...(isShort(found) ? { note: missing(c.m.basis.units, found) } : {}),
      };
    },
  }));

/** A beam's joint laid out for checking under any standard: what its drawing asks of that. */
export interface MeasuredChecks extends Prepared {
  readonly upright: { readonly c: Clear };
  /** Paths that its checks share with those of other names; its own are named as they are. */
  readonly paths?: Readonly<Record<string, string>>;
  /** Eccentric groups of bolts as they carry a combination. */
  groups?(combination: Combination): readonly LoadedGroup[];
}

/** Clearances of what lies along the support; the others lie along the beam. */
const ACROSS = new Set(['clear-column-fillet', 'clear-far-bolts', 'clear-seat']);

/** A ring where a clearance is measured that is not kept; thin where it is advice. */
function ringOf({ id, must, found }: Measured, solid: Solid): Mark {
  const [x, y, z] = found.at;
  const across = ACROSS.has(id) || !solid.bolts.some((b) => b.axis === 'y');
  const ring = { k: 'ring', r: 20, line: must ? 'failure' : 'failure-thin' } as const;
  return across ? { ...ring, plane: 'yz', at: x, centre: [y, z] } : { ...ring, plane: 'xz', at: y, centre: [x, z] };
}

/**
 * Clearances that are missed, on the drawing: `paths`, where each is measured, by rule; `items`, always drawn: the rings, and at the head of the
 * sheet what is missing. Musts come first.
 */
export function clashes(
  u: Units,
  all: Clearances,
  solid: Solid,
  views: readonly View[],
): { readonly paths: Paths; readonly items: readonly Item[] } {
  const found = all.missed().map((m) => ({ m, ring: ringOf(m, solid) }));
  return {
    paths: Object.fromEntries(found.map(({ m, ring }) => [m.id, [ring]])),
    items: [...found]
      .sort((a, b) => Number(b.m.must) - Number(a.m.must))
      .flatMap(({ m, ring }, i): Item[] => [
        ...projected(views, ring),
        text([70, 10 + i * 4.4], `${m.title}: ${missing(u, m.found)}${m.must ? '' : ' (advice)'}`, {
          style: 'failure',
          size: 3,
          bold: m.must,
        }),
      ]),
  };
}
