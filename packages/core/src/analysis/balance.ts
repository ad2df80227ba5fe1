import { forcesOf } from './forces.ts';
import type { Link } from './link.ts';
import { inSpace, placeAt } from './mesh.ts';
import type { State } from './path.ts';
import type { System } from './system.ts';
import { cross, length, plus, times, type Vec } from './vector.ts';

/** Force and moment about the origin. */
export interface Wrench {
  readonly F: Vec;
  readonly M: Vec;
}
export const NO_WRENCH: Wrench = { F: [0, 0, 0], M: [0, 0, 0] };
/** With a force at a point more. */
export const withForce = ({ F, M }: Wrench, X: Vec, q: Vec): Wrench => ({ F: plus(F, q), M: plus(M, cross(X, q)) });
/** Two together; the second k times. */
export const together = (a: Wrench, b: Wrench, k = 1): Wrench => ({ F: plus(a.F, b.F, k), M: plus(a.M, b.M, k) });

export interface Loaded {
  /** On each plate, and on all with the loads of sections. */
  readonly plates: readonly Wrench[];
  readonly all: Wrench;
  /** Sum of the forces, moments over the reach of the model among them, and that reach. */
  readonly size: number;
  readonly reach: number;
}
/** Loads at a multiple. */
export function loadsOf({ mesh, model, numbering, f }: System, lam: number): Loaded {
  const plates = mesh.plates.map(() => NO_WRENCH);
  let [size, reach] = [0, 1];
  for (let n = 0; n < mesh.plateOf.length; n += 1) {
    const plate = mesh.plateOf[n]!;
    const X = placeAt(mesh, n);
    const at = numbering.first[n]!;
    const q = times(inSpace(mesh.plates[plate]!, f[at]!, f[at + 1]!, f[at + 2]!), lam);
    reach = Math.max(reach, length(X));
    size += length(q);
    plates[plate] = withForce(plates[plate]!, X, q);
  }
  let all = plates.reduce((a, b) => together(a, b), NO_WRENCH);
  for (const { section, F, M } of model.loads) {
    const { point } = model.sections.find((x) => x.name === section)!;
    const q = times(F, lam);
    all = together(withForce(all, point, q), { F: NO_WRENCH.F, M: times(M, lam) });
    size += length(q) + (length(M) * lam) / reach;
  }
  return { plates, all, size, reach };
}

/** What links put on each plate, and after them what they put on unknowns of their own, as an anchor in shear does. */
export function pulls(system: System, state: State, links: Iterable<Link>): Wrench[] {
  const { mesh } = system;
  const { extras } = system.ties.links;
  const out = [...mesh.plates.map(() => NO_WRENCH), NO_WRENCH];
  const last = mesh.plates.length;
  for (const l of links) {
    const q = forcesOf(system, state, l);
    const width = l.offsets[l.vertices.length]!;
    l.vertices.forEach((v, i) => {
      const on = (k: number): number => {
        let s = 0;
        for (let j = 0; j < l.n; j += 1) s += l.rows[j * width + l.offsets[i]! + k]! * q[j]!;
        return s;
      };
      const extra = extras[v - mesh.plateOf.length];
      if (extra) {
        extra.directions.forEach((d, k) => {
          const at = out[last]!;
          // Those of a section turn too.
          out[last] = extra.turns && k >= 3 ? { F: at.F, M: plus(at.M, d, on(k)) } : withForce(at, extra.place, times(d, on(k)));
        });
        return;
      }
      const plate = mesh.plateOf[v]!;
      const p = mesh.plates[plate]!;
      const c = [0, 1, 2, 3, 4].map(on) as [number, number, number, number, number];
      const { F, M } = withForce(out[plate]!, placeAt(mesh, v), inSpace(p, c[0], c[1], c[2]));
      out[plate] = { F, M: plus(plus(M, p.ey, c[3]), p.ex, -c[4]) };
    });
  }
  return out;
}
