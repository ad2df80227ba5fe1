import type { PlatePart, Solid, WeldPart } from '../../detail/solid.ts';
import { beamOutline, beamPart, boltPart, supportPart } from '../beam-end/solid-parts.ts';
import { gradeName } from '../../catalogue/steels.ts';
import { absentFar, farJoint } from '../beam-end/far-beam.ts';
import { places, type EndPlateModel } from './model.ts';

export const STUB = 300;

/** The end plate as solid parts: the plate across the beam end, bolts along x through the support. */
export function endPlateSolid(m: EndPlateModel): Solid {
  const { input, beam, support, bolt, hole } = m;
  const { plate, bolts } = input;
  const own = places(m);
  const wide = 2 * m.across.length;
  const zs = m.rows.map((z) => -m.top_to_bolt - z);
  const at = own.map(([x], i) => ({ x, z: zs[Math.floor(i / wide)]!, row: Math.floor(i / wide), line: i % wide }));
  const other = m.far && {
    far: m.far,
    V_Ed: input.support.other_side!.V_Ed,
    top: zs[0]!,
    t: plate.t,
    t_2: support.t,
    end: Math.min(m.e1, m.e1_bot),
    edge: m.e2,
    inner: 0,
    hole: hole.plate,
    bolt,
    cls: bolts.cls,
    grade: gradeName(plate.steel),
  };
  return {
    plates: [plateOf(m, at)],
    members: [
      beamPart(beam, input.beam.steel, beamOutline(m, plate.t, plate.t + STUB)),
      ...supportPart(support, input.support.steel, { h: beam.h, notchTop: m.notchTop }),
    ],
    bolts: at.map((p, i) => {
      const farPlate = input.support.other_side && (m.far?.shared[i] ?? true) ? plate.t : 0;
      const grip = plate.t + support.t + farPlate + bolts.packing;
      return boltPart(bolt, bolts.cls, 'x', p, [plate.t, plate.t - grip], grip, ['plate', 'support']);
    }),
    ...(other ? { other: farJoint(m.basis.units, other, own) } : {}),
    ...absentFar(m.basis.units, input.support, m.far),
    welds: webWelds(m),
  };
}

function plateOf(m: EndPlateModel, at: readonly { readonly x: number; readonly z: number }[]): PlatePart {
  const u = m.basis.units;
  const { plate } = m.input;
  const [top, half] = [-m.plateTop, plate.b / 2];
  return {
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
    holes: at.map(({ x, z }) => ({ x, z, d_h: m.hole.plate.d_h, d_v: m.hole.plate.d_v })),
  };
}

/** Fillets on both sides of the web; at a plate of full depth between the root fillets, or what a notch leaves. */
function webWelds(m: EndPlateModel): WeldPart[] {
  const { beam } = m;
  const { plate, weld } = m.input;
  const root = beam.tf + beam.r;
  const top = plate.full_depth ? -(m.notchTop ? m.d_nt : root) : -m.plateTop;
  const length = plate.full_depth ? top + beam.h - (m.notchBottom ? m.d_nb : root) : plate.h;
  return [-beam.tw / 2, beam.tw / 2].map((y) => ({
    type: 'weld',
    leg: weld.s,
    legs: [
      [1, 0, 0],
      [0, Math.sign(y), 0],
    ],
    length,
    from: [plate.t, y, top],
    to: [plate.t, y, top - length],
    joins: ['beam', 'plate'],
  }));
}
