import type { Point, Solid } from '../../detail/solid.ts';
import type { Template } from '../kind.ts';
import { flangeFaces, type MomentPlateModel } from './model.ts';

const box = (u: number, z1: number, z2: number): Point[] => [
  [-u, z1],
  [u, z1],
  [u, z2],
  [-u, z2],
];

/** The end plate in true size, its holes, the section of the beam on it and its axes. Coordinates across to the right, from the top of the beam up, mm. */
export function plateTemplate(m: MomentPlateModel, solid: Solid): Template {
  const u = m.basis.units;
  const plate = solid.plates[0]!;
  const { dims } = m.beam;
  const faces = flangeFaces(m);
  const [top, bottom] = [m.input.plate.top, -m.H - m.input.plate.bottom];
  const half = m.input.plate.b / 2;
  const reach = 40;
  return {
    title: 'End plate',
    layers: [
      {
        name: 'PLATE',
        closed: [plate.outline],
        circles: [],
        lines: [],
        texts: [{ at: [-half, top + 12], text: plate.label, height: 8 }],
      },
      {
        name: 'HOLES',
        closed: [],
        circles: plate.holes.map((h) => ({ at: [h.x, h.z] as const, r: h.d_h / 2 })),
        lines: [],
        texts: m.rows.map((row, i) => ({
          at: [half + 6, row.y - 3] as const,
          text: `row ${i + 1}: ${u.length(top - row.y)} from the top`,
          height: 6,
        })),
      },
      {
        name: 'BEAM',
        closed: [
          ...faces.map((f, i) => box((i === 2 ? m.haunch!.b : dims.b) / 2, f.top, f.bottom)),
          box(dims.tw / 2, -dims.tf, -dims.h + dims.tf),
          ...(m.haunch ? [box(m.haunch.tw / 2, -dims.h, faces[2]!.top)] : []),
        ],
        circles: [],
        lines: [],
        texts: [],
      },
      {
        name: 'AXES',
        closed: [],
        circles: [],
        lines: [
          [
            [0, top + reach],
            [0, bottom - reach],
          ],
          ...[-1, 1].map((s): readonly [Point, Point] => [
            [(s * m.input.bolts.w) / 2, top + reach / 2],
            [(s * m.input.bolts.w) / 2, bottom - reach / 2],
          ]),
        ],
        texts: [],
      },
    ],
  };
}
