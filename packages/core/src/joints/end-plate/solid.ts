import { boltLength } from '../../catalogue/index.ts';
import type { BoltPart, Point, Solid } from '../../detail/solid.ts';
import { gradeName, memberPart } from '../solid-parts.ts';
import type { EndPlateModel } from './model.ts';

export const STUB = 300;

/**
 * The end plate as solid parts. Plates of this kind lie across the beam: their outline is in the y-z plane and `y` holds their range of x, the
 * bolts run along x. The drawing turns them back.
 */
export function endPlateSolid(m: EndPlateModel): Solid {
  const { input, beam, support, bolt, hole } = m;
  const { plate, bolts, weld } = input;
  const top = -m.plateTop;
  const half = plate.b / 2;
  const zs = m.rows.map((z) => -m.top_to_bolt - z);
  const at = zs.flatMap((z, row) => [-1, 1].map((side, line) => ({ x: (side * bolts.p3) / 2, z, row, line })));
  const farPlate = input.support.other_side ? plate.t : 0;
  const grip = plate.t + support.t + farPlate + bolts.packing;
  const length = boltLength(bolt, grip);
  const boltParts: BoltPart[] = at.map((p) => ({
    type: 'bolt', ...p, d: bolts.d, length, grip, y: [plate.t, plate.t - grip], head: bolt.head, nut: bolt.nut, washer: bolt.washer, flats: bolt.s, washerDiameter: bolt.d_w,
  }));
  const end = plate.t;
  const far = end + STUB;
  const upper: Point[] = m.notchTop ? [[end, -m.d_nt], [end + m.l_n, -m.d_nt], [end + m.l_n, 0]] : [[end, 0]];
  const lower: Point[] = m.notchBottom ? [[end + m.l_n, -beam.h], [end + m.l_n, -beam.h + m.d_nb], [end, -beam.h + m.d_nb]] : [[end, -beam.h]];
  const weldTop = plate.full_depth ? -beam.tf - beam.r : top;
  const weldLength = plate.full_depth ? beam.h - 2 * (beam.tf + beam.r) : plate.h;
  return {
    plates: [{
      type: 'plate', id: 'plate', label: `PL ${plate.t}×${plate.b}×${Math.round(plate.h * 10) / 10}`, grade: gradeName(plate.steel),
      outline: [[-half, top], [half, top], [half, top - plate.h], [-half, top - plate.h]], y: [0, plate.t],
      holes: at.map(({ x, z }) => ({ x, z, d_h: hole.plate.d_h, d_v: hole.plate.d_v })),
    }],
    members: [
      memberPart('beam', beam, input.beam.steel, [...upper, [far, 0], [far, -beam.h], ...lower]),
      ...(support.dims ? [memberPart('support', support.dims, input.support.steel)] : []),
    ],
    bolts: boltParts,
    welds: [-beam.tw / 2, beam.tw / 2].map((y) => ({ type: 'weld', leg: weld.s, length: weldLength, from: [plate.t, y, weldTop], to: [plate.t, y, weldTop - weldLength] })),
  };
}
