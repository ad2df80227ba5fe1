import { boltLength } from '../../catalogue/index.ts';
import type { BoltPart, Solid } from '../../detail/solid.ts';
import { beamOutline, beamPart, gradeName, supportPart } from '../solid-parts.ts';
import type { FinPlateModel } from './model.ts';

/** Length of beam shown beyond the plate. */
export const STUB = 260;

/** The fin plate as solid parts: plate on the near side of the beam web, welded to the support face at x = 0. */
export function finPlateSolid(m: FinPlateModel): Solid {
  const { input, beam, support, hole, bolt } = m;
  const { plate, gap, bolts, weld } = input;
  const top = -m.plateTop;
  const near = -beam.tw / 2;
  const xs = Array.from({ length: bolts.n2 }, (_, j) => m.z_p + j * bolts.p2);
  const zs = m.rows.map((z) => -m.top_to_bolt - z);
  const grip = plate.t + beam.tw + bolts.packing;
  const length = boltLength(bolt, grip);
  const at = zs.flatMap((z, row) => xs.map((x, line) => ({ x, z, row, line })));
  const boltParts: BoltPart[] = at.map((p) => ({
    type: 'bolt', axis: 'y', ...p, d: bolts.d, length, grip, y: [near - plate.t, beam.tw / 2 + bolts.packing],
    head: bolt.head, nut: bolt.nut, washer: bolt.washer, flats: bolt.s, washerDiameter: bolt.d_w,
  }));
  const a = input.plate.h;
  return {
    plates: [{
      type: 'plate', id: 'plate', parts: ['plate'], plane: 'xz', label: `PL ${plate.t}×${trim(m.width)}×${trim(plate.h)}`, grade: gradeName(plate.steel),
      outline: [[0, top], [m.width, top], [m.width, top - a], [0, top - a]], y: [near - plate.t, near],
      holes: at.map(({ x, z }) => ({ x, z, d_h: hole.plate.d_h, d_v: hole.plate.d_v })),
    }],
    members: [
      beamPart(beam, input.beam.steel, beamOutline(m, gap, m.width + STUB)),
      ...supportPart(support, input.support.steel, { h: beam.h, notchTop: m.notchTop }),
    ],
    bolts: boltParts,
    welds: [near - plate.t, near].map((y, i) => ({ type: 'weld', leg: weld.s, legs: [[1, 0, 0], [0, i === 0 ? -1 : 1, 0]], length: plate.h, from: [0, y, top], to: [0, y, top - plate.h] })),
  };
}

const trim = (x: number): number => Math.round(x * 10) / 10;
