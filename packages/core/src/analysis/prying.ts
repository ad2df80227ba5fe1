import { forcesOf } from './forces.ts';
import { placeAt } from './mesh.ts';
import type { Part } from './parts.ts';
import type { State } from './path.ts';
import type { System } from './system.ts';
import { cross, length, plus } from './vector.ts';

type Bolt = Extract<Part, { kind: 'bolt' }>;

/**
 * What of the tension of each bolt is pried, N: what presses between its plies nearer to it than to any other bolt there, at most its own tension. Of a
 * bolt through several faces that of the face that presses most. What presses on a bed is not told from what the column brings.
 */
export function prying(system: System, state: State): ReadonlyMap<Part, number> {
  const { mesh, ties } = system;
  const bolts = ties.parts.filter((p): p is Bolt => p.kind === 'bolt');
  const found = new Map<Part, number>();
  for (const part of ties.parts) {
    if (part.kind !== 'contact') continue;
    const through = bolts.filter(({ bolt }) => [part.a, part.b].every((p) => bolt.plies.includes(p)));
    if (!through.length) continue;
    const pressed = through.map(() => 0);
    part.presses.forEach((link, i) => {
      const press = -forcesOf(system, state, link)[0]!;
      if (press <= 0) return;
      const at = placeAt(mesh, part.places[i]!);
      const far = through.map(({ bolt }) => length(cross(plus(at, bolt.point, -1), bolt.direction)));
      pressed[far.indexOf(Math.min(...far))]! += press;
    });
    through.forEach((p, i) => {
      const own = Math.max(0, forcesOf(system, state, p.axis)[0]!);
      found.set(p, Math.max(found.get(p) ?? 0, Math.min(own, pressed[i]!)));
    });
  }
  return found;
}
