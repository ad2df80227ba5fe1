import type { AddedPlate } from '../../detail/added.ts';
import type { MemberPart, PlatePart, Solid } from '../../detail/solid.ts';
import { up5 } from '../field-makers.ts';

/** A plate before its thickness, steel and weld are chosen. */
type Placed = Omit<AddedPlate, 't' | 'steel' | 'leg'>;
const down5 = (x: number): number => -up5(-x);

/** Plates that are usual at the members of a joint, in the order in which they are added: ribs at a column's foot, stiffeners behind the flanges of a beam. */
export function proposals(solid: Solid): Placed[] {
  const column = solid.members.find((m) => m.id === 'column');
  const support = solid.members.find((m) => m.place);
  const beam = solid.members.find((m) => m.id === 'beam');
  return [
    ...(column && column.shape !== 'CHS' ? ribs(column, solid.plates) : []),
    ...(support?.place && beam && support.shape === 'I' ? stiffeners(support, support.place, beam) : []),
  ];
}

/** Ribs from the flanges of a column to the edges of the plate that it stands on, then from its sides; a triangle but for 25 mm. */
function ribs(column: MemberPart, plates: readonly PlatePart[]): Placed[] {
  const foot = Math.min(...column.outline.flat());
  const base = plates.find((p) => p.plane === 'xy');
  if (!base) return [];
  const reach = (axis: 0 | 1, side: 1 | -1): number => {
    const ends = base.outline.map((p) => side * p[axis]);
    return down5(Math.max(...ends) - 10);
  };
  const rib = (plane: 'xz' | 'yz', side: 1 | -1, face: number): Placed[] => {
    const out = reach(plane === 'xz' ? 0 : 1, side);
    const [wide, high] = [out - face, Math.min(300, Math.max(80, up5(1.2 * (out - face))))];
    if (wide < 40) return [];
    const [u1, u2] = side > 0 ? [face, out] : [-out, -face];
    return [
      {
        ...{ plane, at: 0, u1, u2, v1: foot, v2: foot + high },
        ...{ corner: side > 0 ? 'ur' : 'ul', cut_u: Math.max(5, wide - 25), cut_v: Math.max(5, high - 25) },
      },
    ];
  };
  const sideFace = column.shape === 'I' ? column.tw / 2 : column.b / 2;
  return [...rib('xz', 1, column.h / 2), ...rib('xz', -1, column.h / 2), ...rib('yz', 1, sideFace), ...rib('yz', -1, sideFace)];
}

/** Of a support: level between the flanges of a column at both flanges of the beam, or upright on the far side of a beam's web. */
function stiffeners(support: MemberPart, { type, top }: NonNullable<MemberPart['place']>, beam: MemberPart): Placed[] {
  const { h, b, tw, tf } = support;
  const whole = { corner: 'none' } as const;
  if (type === 'beam_web')
    return [{ plane: 'xz', at: 0, u1: -tw - down5((b - tw) / 2 - 5), u2: -tw, v1: top - h + tf, v2: top - tf, ...whole }];
  const levels = [-beam.tf / 2, -beam.h + beam.tf / 2];
  if (type === 'column_web')
    return levels.map((at) => ({
      plane: 'xy',
      at,
      u1: -tw - down5((b - tw) / 2 - 5),
      u2: -tw,
      v1: -h / 2 + tf,
      v2: h / 2 - tf,
      ...whole,
    }));
  if (type !== 'column_flange') return [];
  const out = tw / 2 + down5((b - tw) / 2 - 5);
  return levels.flatMap((at) =>
    [
      [tw / 2, out],
      [-out, -tw / 2],
    ].map(([v1, v2]): Placed => ({ plane: 'xy', at, u1: -h + tf, u2: -tf, v1: v1!, v2: v2!, ...whole })),
  );
}

/** The first that is usual, not there yet and `fits`, in the steel of the joint's plates; null where none is left. */
export function nextAdded(
  solid: Solid,
  added: readonly AddedPlate[],
  grades: readonly string[],
  fits: (plate: AddedPlate) => boolean,
): AddedPlate | null {
  const there = (p: Placed): boolean =>
    added.some(
      (a) => a.plane === p.plane && Math.abs(a.at - p.at) < 5 && a.u1 < p.u2 && a.u2 > p.u1 && a.v1 < p.v2 && a.v2 > p.v1,
    );
  const grade = solid.plates.map((p) => p.grade).find((g) => grades.includes(g)) ?? grades[0]!;
  const usual = proposals(solid)
    .filter((p) => !there(p))
    .map((p) => ({ ...p, t: 10, steel: { grade }, leg: 6 }));
  return usual.find(fits) ?? null;
}
