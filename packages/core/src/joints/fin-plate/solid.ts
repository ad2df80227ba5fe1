import type { Solid, Vector, WeldPart } from '../../detail/solid.ts';
import { absentFar } from '../beam-end/far-beam.ts';
import { beamOutline, beamPart, boltPart, supportPart } from '../beam-end/solid-parts.ts';
import { gradeName } from '../../catalogue/steels.ts';
import type { FinPlateModel } from './model.ts';

/** Length of beam shown beyond the plate. */
export const STUB = 260;

/** The fin plate as solid parts: plate on the near side of the beam web, welded to the support face at x = 0. */
export function finPlateSolid(m: FinPlateModel): Solid {
  const u = m.basis.units;
  const { input, beam, support, hole, bolt } = m;
  const { plate, gap, bolts } = input;
  const top = -m.plateTop;
  const near = -beam.tw / 2;
  const xs = Array.from({ length: bolts.n2 }, (_, j) => m.z_p + j * bolts.p2);
  const zs = m.rows.map((z) => -m.top_to_bolt - z);
  const grip = plate.t + beam.tw + bolts.packing;
  const at = m.welded ? [] : zs.flatMap((z, row) => xs.map((x, line) => ({ x, z, row, line })));
  const far = plate.side === 'far';
  /** The plate is drawn up on the near side; one on the far side is its mirror image. */
  const side = (y: number): number => (far ? -y : y);
  const boltParts = at.map((p) =>
    boltPart(bolt, bolts.cls, 'y', p, [side(near - plate.t), side(beam.tw / 2 + bolts.packing)], grip, ['plate', 'beam']),
  );
  const a = input.plate.h;
  return {
    plates: [
      {
        type: 'plate',
        id: 'plate',
        parts: ['plate'],
        plane: 'xz',
        label: `PL ${u.length(plate.t)}×${u.near(m.width)}×${u.near(plate.h)}`,
        grade: gradeName(plate.steel),
        outline: [
          [0, top],
          [m.width, top],
          [m.width, top - a],
          [0, top - a],
        ],
        y: far ? [-near, plate.t - near] : [near - plate.t, near],
        holes: at.map(({ x, z }) => ({ x, z, d_h: hole.plate.d_h, d_v: hole.plate.d_v })),
      },
    ],
    members: [
      beamPart(
        beam,
        input.beam.steel,
        beamOutline(m, gap, m.width + STUB),
        at.map(({ x, z }) => ({ x, z, d_h: hole.web.d_h, d_v: hole.web.d_v })),
      ),
      ...supportPart(support, input.support.steel, { h: beam.h, notchTop: m.notchTop }),
    ],
    ...absentFar(u, input.support),
    bolts: boltParts,
    welds: [...lapWelds(m, side), ...[near - plate.t, near].map((y0, i) => supportWeld(m, side(y0), side(i === 0 ? -1 : 1)))],
  };
}

/** The fillet along the plate at the support, on the face of the plate that looks to `out`. */
const supportWeld = ({ input: { plate, weld }, plateTop }: FinPlateModel, y: number, out: number): WeldPart => ({
  type: 'weld',
  leg: weld.s,
  legs: [
    [1, 0, 0],
    [0, out, 0],
  ],
  length: plate.h,
  from: [0, y, -plateTop],
  to: [0, y, -plateTop - plate.h],
  joins: ['plate', 'support'],
});

/** Fillets round the plate on the beam web: down its free edge, along both ends. */
function lapWelds(m: FinPlateModel, side: (y: number) => number): WeldPart[] {
  const { beam_weld, plate, gap } = m.input;
  if (!m.welded) return [];
  const leg = beam_weld!.s;
  const y = side(-m.beam.tw / 2);
  const [top, bottom] = [-m.plateTop, -m.plateTop - plate.h];
  const make = (from: Vector, to: Vector, along: Vector, length: number): WeldPart => ({
    type: 'weld',
    leg,
    legs: [along, [0, side(-1), 0]],
    from,
    to,
    length,
    joins: ['plate', 'beam'],
  });
  return [
    make([m.width, y, top], [m.width, y, bottom], [1, 0, 0], plate.h),
    make([gap, y, top], [m.width, y, top], [0, 0, 1], m.width - gap),
    make([gap, y, bottom], [m.width, y, bottom], [0, 0, -1], m.width - gap),
  ];
}
