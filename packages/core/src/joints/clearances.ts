import { seatOnWeb, socketRoom, washerToColumnFillet, washerToFillet, washerToWasher, type Clearance } from '../detail/clearance.ts';
import { project, type Frame, type Item } from '../detail/drawing.ts';
import type { Solid } from '../detail/solid.ts';
import { exact } from '../units/format.ts';
import type { RuleDef } from './check.ts';

/** Clearances that are measured on the solid detail of any joint: rule, what it says, must or advice. */
const CLEARANCES: readonly { readonly id: string; readonly title: string; readonly must: boolean; readonly none: string; measure(solid: Solid): Clearance | null }[] = [
  { id: 'clear-flange', title: 'Washers clear of the flange fillets', must: true, none: 'There are no bolts in the beam web.', measure: washerToFillet },
  { id: 'clear-column-fillet', title: "Washers clear of the column's fillets", must: true, none: 'There are no bolts through a column flange.', measure: washerToColumnFillet },
  { id: 'clear-bolts', title: 'Washers clear of each other', must: true, none: 'There are no bolts.', measure: washerToWasher },
  { id: 'clear-seat', title: 'Clear of the fillets of the support', must: true, none: 'The joint is on a flange, or only the thickness of the support is known.', measure: seatOnWeb },
  { id: 'clear-spanner', title: 'Room for a socket', must: false, none: 'There are no bolts.', measure: socketRoom },
];

/** Rules of clearance for one kind; its solid is made once a joint. */
export function clearanceRules<C extends object>(make: (c: C) => Solid): RuleDef<C>[] {
  const made = new WeakMap<C, Solid>();
  const solidOf = (c: C): Solid => {
    const solid = made.get(c) ?? make(c);
    made.set(c, solid);
    return solid;
  };
  return CLEARANCES.map(({ id, title, must, none, measure }) => ({
    id, title, clause: 'workmanship', must: () => must,
    run: (_r, c) => {
      const found = measure(solidOf(c));
      if (!found) return { skip: none };
      const short = found.needed - found.actual;
      return { actual: found.actual, limit: found.needed, sense: '>=', unit: 'mm', ...(short > 1e-9 ? { note: `${exact(Math.ceil(short * 10) / 10)} mm missing` } : {}) };
    },
  }));
}

/** Where the clearances are measured, as rings on the views that show the place. */
export function clearanceMarks(solid: Solid, frames: { readonly xz: Frame; readonly yz: Frame }): Record<string, Item[]> {
  const marks: Record<string, Item[]> = {};
  for (const { id, measure } of CLEARANCES) {
    const found = measure(solid);
    if (!found || found.actual >= found.needed) continue;
    const [x, y, z] = found.at;
    const web = solid.bolts.some((b) => b.axis === 'y');
    const ring = (frame: Frame, u: number): Item => ({ k: 'circle', at: project(frame, [u, z]), r: 20 / frame.scale, line: 'failure' });
    marks[id] = id === 'clear-column-fillet' || (id === 'clear-seat') ? [ring(frames.yz, y)] : web ? [ring(frames.xz, x)] : [ring(frames.yz, y)];
  }
  return marks;
}
