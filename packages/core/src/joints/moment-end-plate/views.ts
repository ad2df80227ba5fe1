import { inNewtons, type Combination } from '../../actions/combination.ts';
import {
  SHEET,
  breakLine,
  dimensionChain,
  path,
  project,
  scaleOf,
  sheetFrame,
  text,
  type Drawing,
  type Frame,
  type Grip,
  type Handle,
  type Item,
  type TitleBlock,
  type View,
} from '../../drawing/index.ts';
import type { Point, Solid } from '../../detail/solid.ts';
import { boltFromSide, holeFromFront } from '../beam-end/bolt-view.ts';
import type { Parts } from '../kind.ts';
import type { RowsFlow } from '../rows.ts';
import type { PreparedRows } from './flow.ts';
import { momentCallouts } from './callouts.ts';
import { flangeFaces, haunchWebReach } from './model.ts';
import { shown, stiffenersAt, webPlateSpan } from './solid.ts';
import { callouts } from './view-callouts.ts';
import { type M, FACE_X, LEFT_X, RIGHT_X, PLATE_X, TOP_Y, above, below, behind } from './view-places.ts';

function viewsOf(m: M, elevation: Frame, end: Frame, y: number): View[] {
  const { scale } = elevation;
  const half = Math.max(m.input.plate.b, m.column?.dims.b ?? 0) / 2 / scale;
  return [
    {
      title: 'Elevation',
      plane: 'xz',
      frame: elevation,
      depth: -m.beam.dims.tw / 2,
      box: [LEFT_X - 4, y - above(m) / scale - 13, FACE_X + (FACE_X - LEFT_X) / 2, y + below(m) / scale + 3],
    },
    {
      title: 'Plate seen from the beam',
      plane: 'yz',
      frame: end,
      depth: m.input.plate.t + 1,
      cut: true,
      box: [PLATE_X - half - 2, y - above(m) / scale - 13, PLATE_X + half + 2, y + below(m) / scale + 3],
    },
  ];
}

/** Elevation, and the plate seen from the beam with the forces of its rows, on one sheet. */
export function momentPlateDrawing(
  { model: m, solid, prepared }: Parts<M, PreparedRows>,
  title: TitleBlock,
  combination: Combination | null,
): Drawing {
  const { flow, paths } = prepared.drawn(combination && inNewtons(combination));
  const fits = (s: number): boolean =>
    behind(m) / s <= FACE_X - LEFT_X - 2 &&
    (above(m) + below(m)) / s <= 104 &&
    Math.max(m.input.plate.b, m.beam.dims.b) / s <= 44;
  const scale = scaleOf(fits);
  const y = TOP_Y + above(m) / scale;
  const elevation: Frame = { scale, at: [FACE_X, y] };
  const end: Frame = { scale, at: [PLATE_X, y] };
  const views = viewsOf(m, elevation, end, y);
  return {
    width: SHEET.width,
    height: SHEET.height,
    items: [
      ...sheetFrame(title, `1:${scale}`),
      text([7, 10], `${views[0]!.title} 1:${scale}`, { style: 'muted' }),
      ...(prepared.method
        ? [text([36, 10], `method: ${prepared.method}`, { style: 'muted', callout: 'method', judged: true })]
        : []),
      text([PLATE_X - 40, 10], `${views[1]!.title} 1:${scale}`, { style: 'muted' }),
      ...elevationItems(m, solid, elevation),
      ...plateItems(m, solid, end),
      ...dimensions(m, elevation, end),
      ...rowWords(m, flow, combination, end),
      ...callouts(m, solid, elevation, prepared),
    ],
    handles: prepared.freeRows ? handles(m, end) : [],
    grips: grips(m, end, flow),
    areas: [
      { callout: 'beam', box: [project(elevation, [m.input.plate.t + 60, 0])[0], y, RIGHT_X, y + m.H / scale] },
      ...(m.column
        ? [{ callout: 'support', box: [LEFT_X, TOP_Y - 6, FACE_X - m.column.dims.tf / scale, y + below(m) / scale] as const }]
        : []),
    ],
    callouts: momentCallouts,
    paths,
    views,
    labelAt: [118, 152],
    scale: `1:${scale}`,
  };
}

const box = (at: (u: number, w: number) => Point, u1: number, u2: number, w1: number, w2: number, fill?: 'cut' | 'plate'): Item =>
  path([at(u1, w1), at(u2, w1), at(u2, w2), at(u1, w2)], 'outline', true, fill);

function elevationItems(m: M, solid: Solid, f: Frame): Item[] {
  const at = (x: number, z: number): Point => project(f, [x, z]);
  const { t } = m.input.plate;
  const far = Math.min(shown(m), (RIGHT_X - FACE_X) * f.scale);
  const items: Item[] = [
    ...(m.column ? columnItems(m, at) : [...beamItems(m, at, -1, (FACE_X - LEFT_X) * f.scale)]),
    ...beamItems(m, at, 1, far),
    box(at, 0, t, m.input.plate.top, -m.H - m.input.plate.bottom, 'plate'),
    ...(m.column ? [] : [box(at, -t, 0, m.input.plate.top, -m.H - m.input.plate.bottom, 'plate')]),
  ];
  for (const rib of solid.plates.filter((p) => p.parts.includes('rib')))
    items.push(
      path(
        rib.outline.map((p) => at(...p)),
        'outline',
        true,
        'plate',
      ),
    );
  for (const b of solid.bolts.filter((x) => x.line === 0)) items.push(...boltFromSide(at, b, 'hidden'));
  return items;
}

function beamItems(m: M, at: (x: number, z: number) => Point, side: 1 | -1, far: number): Item[] {
  const { h, tf } = m.beam.dims;
  const x = side * m.input.plate.t;
  const end = side * far;
  const k = m.haunch;
  const line = (z: number): Item => path([at(x, z), at(end, z)], 'outline');
  const items: Item[] = [line(0), line(-tf), line(-h + tf), line(-h), breakLine(at(end, 4), at(end, -h - 4))];
  if (k) {
    const cut = Math.min(far - m.input.plate.t, k.l);
    const slope = k.h / k.l;
    const v = k.t_v;
    const z = (u: number, over: number): number => -m.H + over + u * slope;
    items.push(
      path([at(x, z(0, 0)), at(x + side * cut, z(cut, 0))], 'outline'),
      path([at(x, z(0, v)), at(x + side * Math.min(cut, haunchWebReach(k)), Math.min(z(cut, v), -h))], 'outline'),
      ...(cut < k.l ? [breakLine(at(end, -h - 4), at(end, z(cut, 0) - 4))] : []),
    );
  }
  return items;
}

function columnItems(m: M, at: (x: number, z: number) => Point): Item[] {
  const { h, tf } = m.column!.dims;
  const { end_above, end_below } = m.input.column!;
  const [z1, z2] = [above(m), -below(m)];
  const items: Item[] = [0, -tf, -h + tf, -h].map((x) => path([at(x, z1), at(x, z2)], 'outline'));
  items.push(
    end_above !== undefined && end_above <= 150 ? path([at(0, z1), at(-h, z1)], 'outline') : breakLine(at(6, z1), at(-h - 6, z1)),
    end_below !== undefined && end_below <= 150 ? path([at(0, z2), at(-h, z2)], 'outline') : breakLine(at(6, z2), at(-h - 6, z2)),
  );
  for (const { z, s } of stiffenersAt(m))
    items.push(box(at, s.depth === 'full' ? -h + tf : -h / 2, -tf, z + s.t / 2, z - s.t / 2, 'plate'));
  if (m.webPlate) {
    const [low, high] = webPlateSpan(m);
    const half = m.webPlate.b / 2;
    items.push(
      path(
        [
          at(-h / 2 - half, Math.min(high, z1)),
          at(-h / 2 + half, Math.min(high, z1)),
          at(-h / 2 + half, Math.max(low, z2)),
          at(-h / 2 - half, Math.max(low, z2)),
        ],
        'thin',
        true,
      ),
    );
  }
  return items;
}

/** The plate from the beam's side, the beam and its haunch cut close to it; the column's flange and stiffeners behind. */
function plateItems(m: M, solid: Solid, f: Frame): Item[] {
  const at = (y: number, z: number): Point => project(f, [y, z]);
  const plate = solid.plates[0]!;
  const { dims } = m.beam;
  const faces = flangeFaces(m);
  const half = (i: number): number => (i === 2 ? m.haunch!.b : dims.b) / 2;
  const items: Item[] = [];
  if (m.column) {
    const b = m.column.dims.b / 2;
    for (const s of [-b, b]) items.push(path([at(s, above(m)), at(s, -below(m))], 'hidden'));
  }
  items.push(
    path(
      plate.outline.map((p) => at(...p)),
      'outline',
      true,
      'plate',
    ),
    box(at, -dims.tw / 2, dims.tw / 2, -dims.tf, -dims.h + dims.tf, 'cut'),
    ...(m.haunch ? [box(at, -m.haunch.tw / 2, m.haunch.tw / 2, -dims.h, faces[2]!.top, 'cut')] : []),
    ...faces.map((face, i) => box(at, -half(i), half(i), face.top, face.bottom, 'cut')),
  );
  for (const rib of solid.plates.filter((p) => p.id === 'rib-top' || p.id === 'rib-bottom')) {
    const zs = rib.outline.map((p) => p[1]);
    items.push(box(at, rib.y[0], rib.y[1], Math.max(...zs), Math.min(...zs), 'plate'));
  }
  for (const { z, s } of stiffenersAt(m))
    for (const side of [-1, 1]) {
      const tw = m.column!.dims.tw / 2;
      items.push(
        path(
          [
            at(side * tw, z + s.t / 2),
            at(side * (tw + s.b), z + s.t / 2),
            at(side * (tw + s.b), z - s.t / 2),
            at(side * tw, z - s.t / 2),
          ],
          'hidden',
          true,
        ),
      );
    }
  for (const hole of plate.holes) items.push(...holeFromFront(at(hole.x, hole.z), hole, f.scale));
  return items;
}

function dimensions(m: M, elevation: Frame, end: Frame): Item[] {
  const u = m.basis.units;
  const { plate, bolts } = m.input;
  const Y = (z: number): number => project(end, [0, z])[1];
  const X = (y: number): number => project(end, [y, 0])[0];
  const [top, bottom] = [plate.top, -m.H - plate.bottom];
  const edge = X(-Math.max(plate.b, m.column?.dims.b ?? 0) / 2);
  const g = bolts.w / 2;
  const rows = m.rows.map((r) => r.y);
  const EX = (x: number): number => project(elevation, [x, 0])[0];
  const foot = Math.max(Y(bottom), project(elevation, [0, -below(m)])[1]);
  const e = (plate.b - bolts.w) / 2;
  const spacings = [
    { from: Y(top), to: Y(rows[0]!), text: u.length(top - rows[0]!), field: 'plate.top' },
    ...rows.slice(1).map((z, i) => ({ from: Y(rows[i]!), to: Y(z), text: u.length(rows[i]! - z), field: 'rows' })),
    { from: Y(rows.at(-1)!), to: Y(bottom), text: u.length(rows.at(-1)! - bottom), field: 'plate.bottom' },
  ];
  // Fractions of an inch are long: they stay off the column's flange too.
  const clear = Math.max(10, 2 + 1.7 * Math.max(...spacings.map((x) => x.text.length)));
  return [
    ...dimensionChain('x', Y(above(m)) - 7, Y(Math.max(top, above(m))) - 1, [
      { from: X(-plate.b / 2), to: X(-g), text: u.length(e), field: 'plate.b' },
      { from: X(-g), to: X(g), text: u.length(bolts.w), field: 'bolts.w' },
      { from: X(g), to: X(plate.b / 2), text: u.length(e), field: 'plate.b' },
    ]),
    ...dimensionChain('y', edge - clear, edge - 1, spacings),
    ...dimensionChain('y', edge - clear - 13, edge - 1, [
      ...(top > 0 ? [{ from: Y(top), to: Y(0), text: u.length(top), field: 'plate.top' }] : []),
      { from: Y(0), to: Y(-m.H), text: u.length(m.H), field: m.haunch ? 'haunch.h' : 'beam.section' },
      ...(plate.bottom > 0 ? [{ from: Y(-m.H), to: Y(bottom), text: u.length(plate.bottom), field: 'plate.bottom' }] : []),
    ]),
    ...dimensionChain('x', foot + 7, project(elevation, [0, bottom])[1] + 1, [
      { from: EX(0), to: EX(plate.t), text: u.length(plate.t), field: 'plate.t' },
    ]),
  ];
}

/** Beside each row: its pull under the combination and at the moment resistance, and what ends it. */
function rowWords(m: M, flow: RowsFlow, combination: Combination | null, f: Frame): Item[] {
  const u = m.basis.units;
  const x = project(f, [Math.max(m.input.plate.b, m.column?.dims.b ?? 0) / 2, 0])[0] + 3;
  const kN = (n: number): string => u.quantity(n, 'kN').replace(/ kN$/, '');
  let last = -Infinity;
  const items: Item[] = [];
  for (const row of flow.rows) {
    // Rows that stand close get lines of their own all the same.
    const y = Math.max(project(f, [0, row.y])[1] + 0.6, last + 7.2);
    last = y;
    const pull = combination ? `${kN(row.F)} of ${u.quantity(row.F_Rd, 'kN')}` : u.quantity(row.F_Rd, 'kN');
    items.push(
      text(
        [x, y],
        row.F_Rd > 0
          ? `row ${row.number}: ${pull}`
          : row.F > 0
            ? `row ${row.number}: ${u.quantity(row.F, 'kN')}`
            : `row ${row.number}`,
        { size: 3, bold: true, judged: true },
      ),
      text([x, y + 3.2], row.F > 0 && row.Q > 0 && combination ? `${row.by}, prying ${u.quantity(row.Q, 'kN')}` : row.by, {
        size: 2.6,
        style: 'muted',
        judged: true,
      }),
    );
  }
  const head = combination ? `tension in ${combination.name}, of that at the resistance` : 'tension at the resistance';
  return [
    text([x, TOP_Y - 12], `Moment resistance ${u.quantity(flow.M_Rd, 'kNm')}`, { size: 3.2, bold: true, judged: true }),
    text([x, TOP_Y - 8.6], head, { size: 2.6, style: 'muted', judged: true }),
    ...items,
  ];
}

/** Each row can be moved along the plate; while it is chosen, what ends it is shown. */
const grips = (m: M, f: Frame, flow: RowsFlow): Grip[] =>
  flow.rows.map(({ y, number, path, by, F_Rd, steps }) => ({
    field: `row.${number}`,
    at: project(f, [0, y]),
    width: (m.input.bolts.w + 2 * m.d_0) / f.scale,
    perSheet: f.scale,
    shows: path
      ? {
          id: path,
          title: `row ${number}: ${by}`,
          detail: `keeps ${m.basis.units.quantity(F_Rd, 'kN')} of ${m.basis.units.quantity(steps[0]!, 'kN')} that it brings alone`,
        }
      : null,
  }));

function handles(m: M, f: Frame): Handle[] {
  const x = m.input.plate.b / 2 - 5 * f.scale;
  const rows = m.rows.filter((r) => r.y < 0);
  if (!rows.length) return [];
  const between = rows.length > 1 ? (rows[0]!.y + rows[1]!.y) / 2 : rows[0]!.y - 40;
  return [
    { at: project(f, [x, between]), edit: 'row.add', sign: '+', label: 'Add a bolt row' },
    ...(m.rows.length > 1
      ? [{ at: project(f, [-x, between]), edit: 'row.remove', sign: '−' as const, label: 'Remove a bolt row' }]
      : []),
  ];
}
