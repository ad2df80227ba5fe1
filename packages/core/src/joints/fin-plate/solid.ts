import { boltLength, boltMass } from '../../catalogue/index.ts';
import { plateMass, type BoltPart, type Point, type Quantities, type Solid } from '../../detail/solid.ts';
import type { FinPlateModel } from './model.ts';

/** Name of a steel for a callout. */
const gradeName = (steel: { grade?: string | undefined; f_y?: number | undefined }): string => steel.grade ?? `f_y ${steel.f_y}`;

/** Length of beam shown beyond the plate. */
export const STUB = 260;

/** The fin plate as solid parts: plate on the near side of the beam web, welded to the support face at x = 0. */
export function finPlateSolid(m: FinPlateModel): Solid {
  const { input, beam, support, hole, bolt } = m;
  const { plate, gap, bolts, weld } = input;
  const top = -m.plateTop;
  const near = -beam.tw / 2;
  const xs = Array.from({ length: bolts.n2 }, (_, j) => m.z_p + j * bolts.p2);
  const zs = Array.from({ length: bolts.n1 }, (_, i) => -m.top_to_bolt - i * bolts.p1);
  const grip = plate.t + beam.tw + bolts.packing;
  const length = boltLength(bolt, grip);
  const at = zs.flatMap((z, row) => xs.map((x, line) => ({ x, z, row, line })));
  const boltParts: BoltPart[] = at.map((p) => ({
    type: 'bolt', ...p, d: bolts.d, length, grip, y: [near - plate.t, beam.tw / 2 + bolts.packing],
    head: bolt.head, nut: bolt.nut, washer: bolt.washer, flats: bolt.s, washerDiameter: bolt.d_w,
  }));
  const a = input.plate.h;
  return {
    plates: [{
      type: 'plate', id: 'plate', label: `PL ${plate.t}×${trim(m.width)}×${trim(plate.h)}`, grade: gradeName(plate.steel),
      outline: [[0, top], [m.width, top], [m.width, top - a], [0, top - a]], y: [near - plate.t, near],
      holes: at.map(({ x, z }) => ({ x, z, d_h: hole.plate.d_h, d_v: hole.plate.d_v })),
    }],
    members: [
      { type: 'member', id: 'beam', label: beam.name, grade: gradeName(input.beam.steel), h: beam.h, b: beam.b, tw: beam.tw, tf: beam.tf, r: beam.r, outline: beamOutline(m, gap) },
      ...(support.dims
        ? [{ type: 'member' as const, id: 'support' as const, label: support.dims.name, grade: gradeName(input.support.steel), h: support.dims.h, b: support.dims.b, tw: support.dims.tw, tf: support.dims.tf, r: support.dims.r, outline: [] }]
        : []),
    ],
    bolts: boltParts,
    welds: [near - plate.t, near].map((y) => ({ type: 'weld', leg: weld.s, length: plate.h, from: [0, y, top], to: [0, y, top - plate.h] })),
  };
}

const trim = (x: number): number => Math.round(x * 10) / 10;

/** Side view of the beam end, with its notches, cut off beyond the plate. */
function beamOutline(m: FinPlateModel, gap: number): Point[] {
  const end = m.width + STUB;
  const top: Point[] = m.notchTop ? [[gap, -m.d_nt], [gap + m.l_n, -m.d_nt], [gap + m.l_n, 0]] : [[gap, 0]];
  const bottom: Point[] = m.notchBottom ? [[gap + m.l_n, -m.beam.h], [gap + m.l_n, -m.beam.h + m.d_nb], [gap, -m.beam.h + m.d_nb]] : [[gap, -m.beam.h]];
  return [...top, [end, 0], [end, -m.beam.h], ...bottom];
}

export function finPlateQuantities(m: FinPlateModel, solid: Solid): Quantities {
  const first = solid.bolts[0]!;
  return {
    bolts: solid.bolts.length,
    boltLength: first.length,
    plateMass: solid.plates.reduce((sum, p) => sum + plateMass(p), 0),
    boltMass: solid.bolts.length * boltMass(m.bolt, first.length),
    weldVolume: solid.welds.reduce((sum, w) => sum + (w.leg ** 2 / 2) * w.length, 0),
  };
}
