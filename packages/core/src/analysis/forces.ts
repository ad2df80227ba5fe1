import { answer, force, type Link } from './link.ts';
import type { State } from './path.ts';
import type { System } from './system.ts';

/** Displacements of the link that was asked last. */
export const d5 = new Float64Array(5);
let spare = new Float64Array(64);
/** Forces of a link in a state. */
export function forcesOf(system: System, state: State, l: Link): Float64Array {
  system.displacements(l, state.u, d5);
  if (spare.length < l.state + 5) spare = new Float64Array(2 * l.state + 10);
  // From its own plastic state the answer is the same force.
  answer(l.law, d5, state.memory.links, spare, l.state);
  return force.slice(0, l.n);
}
