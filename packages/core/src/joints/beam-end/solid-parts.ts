import { boltLength, boltMass, gradeName, type BoltSize, type SteelInput } from '../../catalogue/index.ts';
import {
  plateMass,
  weldMetal,
  type BoltPart,
  type Hole,
  type MemberPart,
  type Point,
  type Quantities,
  type Solid,
} from '../../detail/solid.ts';
import type { MemberDimensions, SupportModel } from '../members.ts';

/** The beam of a joint as part of its solid, with the outline of the elevation. */
export const beamPart = (
  m: MemberDimensions,
  steel: SteelInput,
  outline: readonly Point[],
  holes: readonly Hole[] = [],
): MemberPart => ({ ...member('beam', m, steel, outline), holes });

/** The support of a joint, where its section is known. */
export function supportPart(
  s: SupportModel,
  steel: SteelInput,
  beam: { readonly h: number; readonly notchTop: boolean },
): MemberPart[] {
  const section = s.dims ?? (s.hollow && { ...s.hollow, tw: s.t, tf: s.t });
  return section ? [{ ...member('support', section, steel, []), place: { type: s.type, top: supportTop(s, beam) } }] : [];
}

/** Top of a supporting beam over the top of the beam that it carries: as given; else tops are level at a notched beam, and a deeper supporting beam takes the beam at its mid-depth. */
export const supportTop = (
  { dims, drop }: Pick<SupportModel, 'dims' | 'drop'>,
  beam: { readonly h: number; readonly notchTop: boolean },
): number => drop ?? (beam.notchTop || !dims || dims.h <= beam.h ? 0 : (dims.h - beam.h) / 2);

const member = (
  id: MemberPart['id'],
  m: Omit<MemberPart, 'type' | 'id' | 'label' | 'grade' | 'outline' | 'place'> & { readonly name: string },
  steel: SteelInput,
  outline: readonly Point[],
): MemberPart => ({
  type: 'member',
  id,
  label: m.name,
  grade: gradeName(steel),
  shape: m.shape,
  h: m.h,
  b: m.b,
  tw: m.tw,
  tf: m.tf,
  r: m.r,
  outline,
});

/** The notches of a beam end: their length and depths; mm. */
export interface Notches {
  readonly notchTop: boolean;
  readonly notchBottom: boolean;
  readonly l_n: number;
  readonly d_nt: number;
  readonly d_nb: number;
}

/** Side view of a beam end at x = `end`, with its notches, cut off at `far`. */
export function beamOutline(m: Notches & { readonly beam: MemberDimensions }, end: number, far: number): Point[] {
  const { h } = m.beam;
  const top: Point[] = m.notchTop
    ? [
        [end, -m.d_nt],
        [end + m.l_n, -m.d_nt],
        [end + m.l_n, 0],
      ]
    : [[end, 0]];
  const bottom: Point[] = m.notchBottom
    ? [
        [end + m.l_n, -h],
        [end + m.l_n, -h + m.d_nb],
        [end, -h + m.d_nb],
      ]
    : [[end, -h]];
  return [...top, [far, 0], [far, -h], ...bottom];
}

/** A bolt along `axis`, clamping `grip`; `y` runs from the bearing face under its head to that of the washer under its nut. */
export const boltPart = (
  size: BoltSize,
  cls: string,
  axis: BoltPart['axis'],
  { x, z, row, line }: Pick<BoltPart, 'x' | 'z' | 'row' | 'line'>,
  y: BoltPart['y'],
  grip: number,
  joins: readonly string[],
): BoltPart => ({
  type: 'bolt',
  axis,
  row,
  line,
  x,
  z,
  d: size.d,
  length: boltLength(size, grip),
  grip,
  cls,
  mass: boltMass(size, boltLength(size, grip)),
  y,
  head: size.head,
  nut: size.nut,
  washer: size.washer,
  flats: size.s,
  washerDiameter: size.d_w,
  joins,
});

/** What has to be bought and made, read off the solid. */
export function quantitiesOf(solid: Solid, preloaded: boolean): Quantities {
  const lengths = [...new Set(solid.bolts.map((b) => b.length))].sort((a, b) => a - b);
  return {
    bolts: solid.bolts.length,
    boltLengths: lengths.map((length) => ({ length, count: solid.bolts.filter((b) => b.length === length).length })),
    ...(preloaded ? { preloaded: solid.bolts.length } : {}),
    plateMass: solid.plates.reduce((sum, p) => sum + plateMass(p), 0),
    boltMass: solid.bolts.reduce((sum, b) => sum + b.mass, 0),
    weldVolume: weldMetal(solid.welds),
  };
}
