import { Marker, type Mark } from '../../detail/mark.ts';
import type { Point } from '../../detail/solid.ts';
import type { MomentPlateModel } from './model.ts';

/** On both sides of the web. */
export const sides = (make: (s: 1 | -1) => Mark[]): Mark[] => [...make(-1), ...make(1)];

/** What marks a failure of bolts, plate and beam under any standard, the joint as it stands. */
export function jointMarks(m: MomentPlateModel) {
  const { t, top, bottom } = m.input.plate;
  const g = m.input.bolts.w / 2;
  const R = m.d_0 / 2;
  const on = new Marker({ plane: 'yz', at: t });
  const column = new Marker({ plane: 'yz', at: 0 });
  const along = new Marker({ plane: 'xz', at: -m.beam.dims.tw / 2 });
  const ends: [number, number] = [top, -m.H - bottom];
  const at = (make: (p: Point) => Mark): Mark[] => m.rows.flatMap(({ y }) => [-g, g].map((x) => make([x, y])));
  const rings = at((p) => on.ring(p, R));
  return {
    on,
    column,
    along,
    g,
    /** The holes of one row. */
    row: (y: number): Mark[] => [-g, g].map((x) => on.ring([x, y], R)),
    rings,
    cut: [
      ...rings,
      along.line([
        [0, m.rows[0]!.y + R],
        [0, m.rows.at(-1)!.y - R],
      ]),
    ],
    bearingPlate: at((p) => on.crescent(p, R, 1)),
    bearingColumn: at((p) => column.crescent(p, R, -1)),
    shearGross: sides((s) => [on.upright(s * (g - R - 4), ...ends)]),
    shearNet: sides((s) => [on.upright(s * g, ...ends)]),
    beamShear: [along.upright(t + 12, 0, -m.H)],
    /** The weld of the web between two heights. */
    web: (from: number, to: number): Mark[] => sides((s) => [on.upright((s * m.beam.dims.tw) / 2, from, to)]),
  };
}

/** The panel of the column's web, sheared between the two flanges of the beam. */
export function panelMark(m: MomentPlateModel, along: Marker, y_ten: number, y_com: number): Mark {
  const { h, tf } = m.column!.dims;
  const [x1, x2] = [-h + tf, -tf];
  const lean = (y_ten - y_com) * 0.08;
  return along.area([
    [x1, y_com],
    [x2, y_com + lean],
    [x2, y_ten],
    [x1, y_ten - lean],
  ]);
}
