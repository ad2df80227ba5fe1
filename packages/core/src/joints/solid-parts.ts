import { boltMass, type BoltSize, type SteelInput } from '../catalogue/index.ts';
import { plateMass, type MemberPart, type Point, type Quantities, type Solid } from '../detail/solid.ts';
import type { MemberDimensions } from './members.ts';

/** Name of a steel for a callout. */
export const gradeName = (steel: SteelInput): string => steel.grade ?? `f_y ${steel.f_y}`;

/** A member as part of a solid; the outline is that of the elevation, where it is drawn from one. */
export const memberPart = (id: MemberPart['id'], m: MemberDimensions, steel: SteelInput, outline: readonly Point[] = []): MemberPart => ({
  type: 'member', id, label: m.name, grade: gradeName(steel), h: m.h, b: m.b, tw: m.tw, tf: m.tf, r: m.r, outline,
});

/** What has to be bought and made, read off the solid. */
export function quantitiesOf(solid: Solid, bolt: BoltSize): Quantities {
  const first = solid.bolts[0]!;
  return {
    bolts: solid.bolts.length, boltLength: first.length,
    plateMass: solid.plates.reduce((sum, p) => sum + plateMass(p), 0),
    boltMass: solid.bolts.length * boltMass(bolt, first.length),
    weldVolume: solid.welds.reduce((sum, w) => sum + (w.leg ** 2 / 2) * w.length, 0),
  };
}
