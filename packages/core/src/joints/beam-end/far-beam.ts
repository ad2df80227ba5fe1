import type { Combination } from '../../actions/combination.ts';
import type { Units } from '../../units/system.ts';
import type { BoltSize } from '../../catalogue/index.ts';
import { sameHole, type Hole, type OtherJoint, type Point, type Solid } from '../../detail/solid.ts';
import { rowDepths, type Pitch } from '../pitches.ts';
import { boltPart } from './solid-parts.ts';

/** Bolts of a beam on the far face of the same web with rows of its own; lengths in mm. */
export interface FarBoltsInput {
  readonly n1: number;
  readonly p1: Pitch;
  readonly p3: number;
  /** Its first row below that of this joint. */
  readonly drop: number;
}

/** Both patterns of holes in the web that two joints are bolted through. Places are across, and down from this joint's first row. */
export interface FarBolts {
  readonly at: readonly Point[];
  /** For each bolt of this joint: whether it holds the far beam too. */
  readonly shared: readonly boolean[];
  /** Smallest upright and level spacing of holes in one line; null where no two stand in one. */
  readonly p_v: number | null;
  readonly p_h: number | null;
  /** Holes of the far beam alone in the outermost bolt line of this joint, as far as the web counts there: 5 d beyond its rows. */
  readonly inLine: number;
}

/** `own`: bolts `d` of this joint. Holes stand in one line when they are less than a hole `d_0` apart across it. */
export function farBolts(
  own: readonly Point[],
  far: FarBoltsInput,
  { d, d_0 }: { readonly d: number; readonly d_0: number },
): FarBolts {
  const at = rowDepths(far).flatMap((z): Point[] => [
    [-far.p3 / 2, far.drop + z],
    [far.p3 / 2, far.drop + z],
  ]);
  const holes = [...own, ...at.filter((p) => !own.some((q) => sameHole(p, q)))];
  const spacing = (along: 0 | 1): number | null => {
    const found = holes.flatMap((a, i) =>
      holes
        .slice(i + 1)
        .filter((b) => Math.abs(a[1 - along]! - b[1 - along]!) < d_0)
        .map((b) => Math.abs(a[along] - b[along])),
    );
    return found.length ? Math.min(...found) : null;
  };
  const outermost = Math.max(...own.map(([y]) => y));
  const last = Math.max(...own.map(([, z]) => z));
  const inLine = at.filter(
    (p) => Math.abs(p[0] - outermost) < d_0 && p[1] >= -5 * d && p[1] <= last + 5 * d && !own.some((q) => sameHole(p, q)),
  ).length;
  return { inLine, at, shared: own.map((p) => at.some((q) => sameHole(p, q))), p_v: spacing(1), p_h: spacing(0) };
}

interface FarParts {
  readonly far: FarBolts;
  /** Its reaction, kN. */
  readonly V_Ed: number;
  /** Height of this joint's first row. */
  readonly top: number;
  /** Thickness of the far plate or legs, of the web, and the distances from its bolts to its ends and sides: as in this joint. */
  readonly t: number;
  readonly t_2: number;
  readonly end: number;
  readonly edge: number;
  /** Half the width that stays free between two legs; 0 for one plate. */
  readonly inner: number;
  readonly hole: Pick<Hole, 'd_h' | 'd_v'>;
  readonly bolt: BoltSize;
  readonly cls: string;
  readonly grade: string;
}

/** The far beam's plate or legs on the solid, with the bolts that are its own. */
export function farJoint(u: Units, o: FarParts, own: readonly Point[]): OtherJoint {
  const zs = o.far.at.map(([, z]) => o.top - z);
  const outer = Math.max(...o.far.at.map(([y]) => Math.abs(y))) + o.edge;
  const [up, down] = [Math.max(...zs) + o.end, Math.min(...zs) - o.end];
  const sides: readonly (readonly [number, number])[] =
    o.inner > 0
      ? [
          [-outer, -o.inner],
          [o.inner, outer],
        ]
      : [[-outer, outer]];
  const holes = o.far.at.map(([y, z]) => ({ x: y, z: o.top - z, ...o.hole }));
  const { bolt, t, t_2 } = o;
  const grip = t + t_2;
  return {
    label: 'Far beam: plate and bolts',
    V_Ed: o.V_Ed,
    plates: sides.map(([a, b]) => ({
      type: 'plate',
      id: 'far beam',
      parts: [],
      plane: 'yz',
      label: `${u.length(t)} thick`,
      grade: o.grade,
      outline: [
        [a, up],
        [b, up],
        [b, down],
        [a, down],
      ],
      y: [-t_2 - t, -t_2],
      holes: holes.filter((h) => h.x > a && h.x < b),
    })),
    bolts: o.far.at
      .filter((p) => !own.some((q) => sameHole(p, q)))
      .map(([y, z], i) =>
        boltPart(bolt, o.cls, 'x', { x: y, z: o.top - z, row: i, line: y < 0 ? 0 : 1 }, [-grip, 0], grip, [
          'far beam',
          'support',
        ]),
      ),
  };
}

/** What a user is told where a combination has an action of a beam that is not there. */
export const farNotes =
  (support: { readonly other_side?: unknown }) =>
  (c: Combination): readonly string[] =>
    support.other_side === undefined && c.V_far
      ? ['V_far counts for nothing: there is no beam on the far face of the support']
      : [];

/** A beam on the far face that is given by its reaction alone: no part of the solid stands for it. */
export const absentFar = (
  u: Units,
  { other_side }: { readonly other_side?: { readonly V_Ed: number } },
  far: FarBolts | null = null,
): Pick<Solid, 'absent'> =>
  other_side?.V_Ed && !far
    ? { absent: [`the beam on the far face of the support and its reaction of ${u.quantity(1e3 * other_side.V_Ed, 'kN')}`] }
    : {};
