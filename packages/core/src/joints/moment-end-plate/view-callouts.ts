import {
  filletSymbol,
  leader,
  penetrationSymbol,
  prettyName,
  project,
  type Frame,
  type Item,
  type WeldSymbols,
} from '../../drawing/index.ts';
import type { Point, Solid } from '../../detail/solid.ts';
import { boltsNamed } from '../beam-end/bolt-view.ts';
import type { PreparedRows } from './flow.ts';
import { shown, stiffenersAt } from './solid.ts';
import { type M, FACE_X, RIGHT_X, above, below } from './view-places.ts';

function weldNamed(tip: Point, shelf: Point, butt: boolean, size: string, by: WeldSymbols): Item[] {
  return butt ? penetrationSymbol(tip, shelf, 'CJP', 'weld', by) : filletSymbol(tip, shelf, size, 'weld', by);
}

/** The column with its web plate and its stiffeners. */
function columnCallouts(m: M, solid: Solid, f: Frame, floor: number): Item[] {
  if (!m.column) return [];
  const u = m.basis.units;
  const at = (x: number, z: number): Point => project(f, [x, z]);
  const column = solid.members.find((p) => p.id === 'support')!;
  const { h } = m.column.dims;
  const stiffeners = stiffenersAt(m);
  /** Rows of text under the column, the lower the farther left: no leader passes through the text over its own. */
  const shelf = (i: number): Point => [16 + 8 * (stiffeners.length - i - (m.webPlate ? 0 : 1)), floor + 7 * i];
  return [
    ...leader(
      at(-h * 0.5, above(m) - 12),
      [FACE_X - 22, at(0, above(m))[1] - 8],
      [`${prettyName(column.label)} ${column.grade}`],
      'support',
      true,
    ),
    ...(m.webPlate
      ? leader(
          at(-h * 0.5, -m.H * 0.5),
          shelf(stiffeners.length),
          [`${m.webPlate.sides === 2 ? '2 ' : ''}PL ${u.length(m.webPlate.t)}×${u.length(m.webPlate.b)} on the web`],
          'support',
        )
      : []),
    ...stiffeners.flatMap(({ z, s, at: place }, i) =>
      leader(at(-h * 0.75, z), shelf(i), [`2 PL ${u.length(s.t)}×${u.length(s.b)} ${place}`], 'support'),
    ),
  ];
}

export function callouts(m: M, solid: Solid, f: Frame, { preloaded }: Pick<PreparedRows, 'preloaded'>): Item[] {
  const u = m.basis.units;
  const at = (x: number, z: number): Point => project(f, [x, z]);
  const { plate, bolts, welds } = m.input;
  const part = solid.plates[0]!;
  const floor = Math.max(at(0, -below(m))[1] + 6, 132);
  const beam = solid.members.find((p) => p.id === 'beam')!;
  const { legMark, weldSymbols, fillets } = m.basis.standard;
  const throat = fillets === 'throat';
  return [
    ...leader(
      at(plate.t / 2, -m.H - plate.bottom + 6),
      [FACE_X + 20, floor],
      [`${prettyName(part.label)} ${part.grade}`],
      'plate',
    ),
    ...leader(
      at(plate.t + m.bolt.nut, m.rows.at(-1)!.y),
      [FACE_X + 10, floor + 7],
      [`${boltsNamed(u, solid.bolts, { ...bolts, category: preloaded ? 'C' : 'A' })}, holes ${u.length(m.d_0)}`],
      'bolts',
    ),
    ...weldNamed(
      at(plate.t, -m.beam.dims.tf / 2),
      [FACE_X + 15, at(0, above(m))[1] - 8],
      welds.flanges === 'butt',
      throat ? `a${u.length(welds.top)}` : `${legMark}${u.length(Math.SQRT2 * welds.top)}`,
      weldSymbols,
    ),
    ...solid.plates
      .filter((p) => p.id === 'rib-top' || p.id === 'rib-bottom')
      .slice(0, 1)
      .flatMap((p) =>
        leader(
          at((plate.t + m.input.rib!.l) / 2, (p.outline[0]![1] + p.outline[3]![1]) / 2),
          [RIGHT_X - 26, at(0, 0)[1] - 21],
          [`${prettyName(p.label)} ${p.grade}`],
          'plate',
        ),
      ),
    ...leader(
      at(Math.min(shown(m), 200), -m.beam.dims.h * 0.3),
      [RIGHT_X - 26, at(0, 0)[1] - 14],
      [`${prettyName(beam.label)} ${beam.grade}`],
      'beam',
    ),
    ...columnCallouts(m, solid, f, floor),
  ];
}
