import type { Solid } from '../../detail/solid.ts';
import { beamOutline, beamPart, boltPart, supportPart } from '../beam-end/solid-parts.ts';
import { gradeName } from '../../catalogue/steels.ts';
import { farJoint } from '../beam-end/far-beam.ts';
import { places, type EndPlateModel } from './model.ts';

export const STUB = 300;

/** The end plate as solid parts: the plate across the beam end, bolts along x through the support. */
export function endPlateSolid(m: EndPlateModel): Solid {
  const u = m.basis.units;
  const { input, beam, support, bolt, hole } = m;
  const { plate, bolts, weld } = input;
  const top = -m.plateTop;
  const half = plate.b / 2;
  const zs = m.rows.map((z) => -m.top_to_bolt - z);
  const own = places(m);
  const wide = 2 * m.across.length;
  const at = own.map(([x], i) => ({ x, z: zs[Math.floor(i / wide)]!, row: Math.floor(i / wide), line: i % wide }));
  const boltParts = at.map((p, i) => {
    const farPlate = input.support.other_side && (m.far?.shared[i] ?? true) ? plate.t : 0;
    const grip = plate.t + support.t + farPlate + bolts.packing;
    return boltPart(bolt, 'x', p, [plate.t, plate.t - grip], grip, ['plate', 'support']);
  });
  // Of full depth: between the root fillets, or what a notch leaves.
  const root = beam.tf + beam.r;
  const weldTop = plate.full_depth ? -(m.notchTop ? m.d_nt : root) : top;
  const weldLength = plate.full_depth ? weldTop + beam.h - (m.notchBottom ? m.d_nb : root) : plate.h;
  return {
    plates: [
      {
        type: 'plate',
        id: 'plate',
        parts: ['plate'],
        plane: 'yz',
        label: `PL ${u.length(plate.t)}×${u.length(plate.b)}×${u.near(plate.h)}`,
        grade: gradeName(plate.steel),
        outline: [
          [-half, top],
          [half, top],
          [half, top - plate.h],
          [-half, top - plate.h],
        ],
        y: [0, plate.t],
        holes: at.map(({ x, z }) => ({ x, z, d_h: hole.plate.d_h, d_v: hole.plate.d_v })),
      },
    ],
    members: [
      beamPart(beam, input.beam.steel, beamOutline(m, plate.t, plate.t + STUB)),
      ...supportPart(support, input.support.steel, { h: beam.h, notchTop: m.notchTop }),
    ],
    bolts: boltParts,
    ...(m.far
      ? {
          other: farJoint(
            u,
            {
              far: m.far,
              top: zs[0]!,
              t: plate.t,
              t_2: support.t,
              end: Math.min(m.e1, m.e1_bot),
              edge: m.e2,
              inner: 0,
              hole: hole.plate,
              bolt,
              grade: gradeName(plate.steel),
            },
            own,
          ),
        }
      : {}),
    welds: [-beam.tw / 2, beam.tw / 2].map((y) => ({
      type: 'weld',
      leg: weld.s,
      legs: [
        [1, 0, 0],
        [0, Math.sign(y), 0],
      ],
      length: weldLength,
      from: [plate.t, y, weldTop],
      to: [plate.t, y, weldTop - weldLength],
      joins: ['beam', 'plate'],
    })),
  };
}
