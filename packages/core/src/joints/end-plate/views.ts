import type { Combination } from '../../actions/combination.ts';
import {
  SHEET,
  breakLine,
  dimensionChain,
  leader,
  path,
  project,
  scaleOf,
  sheetFrame,
  text,
  type Callout,
  type Drawing,
  type Frame,
  type Handle,
  type Item,
  type TitleBlock,
  prettyName,
  type View,
} from '../../drawing/index.ts';
import { flangeSpan, type Point, type Solid } from '../../detail/solid.ts';
import { boltFromSide, boltsNamed, holeFromFront, holeWords, otherJointFromFront } from '../beam-end/bolt-view.ts';
import { BOLTED_SUPPORT } from '../beam-end/callouts.ts';
import { beamCallout, filletCallout, notchDimensions, rowChain, supportCallout } from '../beam-end/named-parts.ts';
import { clashes, type MeasuredChecks } from '../beam-end/clearances.ts';
import { pathsUnder } from '../../detail/mark.ts';
import { calloutsFrom, measuredWords, referenceOf, rowDimensions, type Reference } from '../beam-end/row-places.ts';
import {
  levelDimension,
  memberAreas,
  viewBoxes,
  supportElevation,
  supportFits,
  supportNamed,
  supportReach,
  type Frames,
} from '../beam-end/support-view.ts';
import type { Parts } from '../kind.ts';
import { upturned, type EndPlateModel } from './model.ts';
import { failurePaths } from './paths.ts';

const FACE_X = 58;
const STUB_X = 108;
const END_X = 206;
const TOP_Y = 32;

export const endPlateCallouts: readonly Callout[] = [
  {
    id: 'plate',
    title: 'Plate',
    fields: ['plate.t', 'plate.h', 'plate.b', 'plate.grade', 'plate.full', 'plate.top', 'plate.e1', 'plate.e1_bot', 'plate.e2'],
  },
  {
    id: 'bolts',
    title: 'Bolts',
    fields: [
      'bolts.d',
      'bolts.cls',
      'bolts.n1',
      'bolts.n2',
      'bolts.p1',
      'bolts.p2',
      'bolts.p3',
      'bolts.threads',
      'bolts.category',
      'bolts.friction',
      'holes.plate',
      'holes.support',
      'bolts.packing',
    ],
  },
  { id: 'weld', title: 'Weld', fields: ['weld.s'] },
  {
    id: 'beam',
    title: 'Beam',
    fields: ['beam.section', 'beam.grade', 'notch.type', 'notch.l_n', 'notch.d_nt', 'notch.d_nb', 'beam.slope', 'beam.skew'],
  },
  BOLTED_SUPPORT,
];

/** Elevation, and the plate seen from the beam, on one sheet. */
export function endPlateDrawing(
  { model: m, solid, prepared }: Parts<EndPlateModel, MeasuredChecks>,
  title: TitleBlock,
  combination: Combination | null,
): Drawing {
  const reach = supportReach(m.support, { h: m.beam.h, notchTop: m.notchTop });
  const fits = (s: number): boolean =>
    supportFits(m.support, s, FACE_X) &&
    TOP_Y + (reach.up + m.beam.h) / s <= 138 &&
    TOP_Y + (reach.up + reach.down + m.beam.h) / s <= 162 &&
    Math.max(m.input.plate.b, m.beam.b) / s <= 46;
  const scale = scaleOf(fits);
  const y = TOP_Y + reach.up / scale;
  const frames: Frames = { elevation: { scale, at: [FACE_X, y] }, end: { scale, at: [END_X, y] } };
  const areas = memberAreas(m, frames.elevation, FACE_X - 44, m.input.plate.t, STUB_X);
  const boxes = viewBoxes(m, areas, frames.end, m.input.plate.b);
  const views: View[] = [
    {
      title: 'Elevation',
      plane: 'xz',
      frame: frames.elevation,
      depth: -m.beam.tw / 2 - m.input.weld.s - 1,
      box: boxes.elevation,
    },
    { title: 'Plate seen from the beam', plane: 'yz', frame: frames.end, depth: m.input.plate.t + 1, cut: true, box: boxes.end },
  ];
  const clash = clashes(m.basis.units, prepared.upright.c.clearances, solid, views);
  const uplift = (combination?.V_Ed ?? 0) < 0;
  return {
    width: SHEET.width,
    height: SHEET.height,
    items: [
      ...sheetFrame(title, `1:${scale}`),
      text([7, 10], `${views[0]!.title} 1:${scale}${measuredWords(measured(m))}`, { style: 'muted' }),
      text([END_X - 29, 10], `${views[1]!.title} 1:${scale}`, { style: 'muted' }),
      ...elevation(m, solid, frames.elevation),
      ...plateView(m, solid, frames.end),
      ...dimensions(m, frames),
      ...levelDimension(m.basis.units, m.support, { h: m.beam.h, notchTop: m.notchTop }, frames.elevation),
      ...callouts(m, solid, frames),
      ...clash.items,
    ],
    handles: handles(m, frames.end),
    areas,
    callouts: calloutsFrom(endPlateCallouts, measured(m)),
    paths: { ...pathsUnder(prepared.paths ?? {}, failurePaths(uplift ? upturned(m) : m, uplift)), ...clash.paths },
    views,
    labelAt: [STUB_X + 4, y + (m.beam.h * 0.62) / scale],
    scale: `1:${scale}`,
  };
}

function elevation(m: EndPlateModel, solid: Solid, f: Frame): Item[] {
  const at = (x: number, z: number): Point => project(f, [x, z]);
  const { beam, input } = m;
  const t = input.plate.t;
  const stub = (STUB_X - FACE_X) * f.scale;
  const top = -m.plateTop;
  const bottom = top - input.plate.h;
  const upper = m.notchTop ? m.d_nt : 0;
  const lower = m.notchBottom ? m.d_nb : 0;
  const from = (notched: boolean): number => (notched ? t + m.l_n : t);
  const items: Item[] = [
    ...supportElevation(m.support, { h: beam.h, notchTop: m.notchTop }, f, FACE_X - 14),
    path([at(t, -upper), ...(m.notchTop ? [at(t + m.l_n, -upper), at(t + m.l_n, 0)] : []), at(stub, 0)], 'outline'),
    path(
      [
        at(t, -beam.h + lower),
        ...(m.notchBottom ? [at(t + m.l_n, -beam.h + lower), at(t + m.l_n, -beam.h)] : []),
        at(stub, -beam.h),
      ],
      'outline',
    ),
    path([at(from(m.notchTop), -beam.tf), at(stub, -beam.tf)], 'outline'),
    path([at(from(m.notchBottom), -beam.h + beam.tf), at(stub, -beam.h + beam.tf)], 'outline'),
    path([at(t, -upper), at(t, -beam.h + lower)], 'outline'),
    breakLine(at(stub, 2), at(stub, -beam.h - 2)),
    path([at(0, top), at(t, top), at(t, bottom), at(0, bottom)], 'outline', true, 'plate'),
  ];
  for (const b of solid.bolts.filter((x) => x.line === 0)) items.push(...boltFromSide(at, b, 'hidden'));
  return items;
}

/** The plate from the beam's side, the beam cut close to it. */
function plateView(m: EndPlateModel, solid: Solid, f: Frame): Item[] {
  const at = (y: number, z: number): Point => project(f, [y, z]);
  const { beam } = m;
  const plate = solid.plates[0]!;
  const [f1, f2] = flangeSpan(beam);
  const box = (y1: number, y2: number, z1: number, z2: number, fill: 'cut' | 'plate'): Item =>
    path([at(y1, z1), at(y2, z1), at(y2, z2), at(y1, z2)], 'outline', true, fill);
  const items: Item[] = [
    path(
      plate.outline.map((p) => at(...p)),
      'outline',
      true,
      'plate',
    ),
    ...(m.notchTop ? [] : [box(f1, f2, 0, -beam.tf, 'cut')]),
    ...(m.notchBottom ? [] : [box(f1, f2, -beam.h + beam.tf, -beam.h, 'cut')]),
    box(-beam.tw / 2, beam.tw / 2, m.notchTop ? -m.d_nt : -beam.tf, m.notchBottom ? -beam.h + m.d_nb : -beam.h + beam.tf, 'cut'),
  ];
  for (const h of plate.holes) items.push(...holeFromFront(at(h.x, h.z), h, f.scale));
  return [...items, ...otherJointFromFront(at, solid, f.scale)];
}

/** What the rows are measured from. */
const measured = (m: EndPlateModel): Reference | null =>
  referenceOf(m.basis.settings.rows_from, { h: m.beam.h, plateTop: m.plateTop });

function dimensions(m: EndPlateModel, frames: Frames): Item[] {
  const u = m.basis.units;
  const { input } = m;
  const { plate, bolts } = input;
  const f = frames.end;
  const Y = (z: number): number => project(f, [0, z])[1];
  const X = (y: number): number => project(f, [y, 0])[0];
  const top = -m.plateTop;
  const rows = m.rows.map((z) => -m.top_to_bolt - z);
  const g = bolts.p3 / 2;
  const far = m.across[m.across.length - 1]!;
  const spacings = rowChain(u, Y, rows, [top, top - plate.h], [plate.e1, m.e1_bot], ['plate.e1', 'bolts.p1', 'plate.e1_bot']);
  const edge = Math.max(X(plate.b / 2), X(m.beam.b / 2));
  const above = Math.min(Y(0), Y(top));
  const e = frames.elevation;
  const EX = (x: number): number => project(e, [x, 0])[0];
  // Under the beam, over the lower flange of a supporting one where there is room.
  const room =
    m.support.type === 'beam_web' && m.support.dims
      ? (supportReach(m.support, { h: m.beam.h, notchTop: m.notchTop }).down - m.support.dims.tf) / e.scale
      : 16;
  const below = room > 5 ? Math.min(8, room / 2 + 1) : 8;
  return [
    ...dimensionChain('x', above - 6, above - 1, [
      { from: X(-plate.b / 2), to: X(-far), text: u.length(m.e2), field: 'plate.e2' },
      ...(m.columns > 1 ? [{ from: X(-far), to: X(-g), text: u.length(bolts.p2!), field: 'bolts.p2' }] : []),
      { from: X(-g), to: X(g), text: u.length(bolts.p3), field: 'bolts.p3' },
      ...(m.columns > 1 ? [{ from: X(g), to: X(far), text: u.length(bolts.p2!), field: 'bolts.p2' }] : []),
      { from: X(far), to: X(plate.b / 2), text: u.length(m.e2), field: 'plate.e2' },
    ]),
    ...rowDimensions(u, measured(m), {
      level: edge + 6,
      foot: edge + 1,
      Y: (depth) => Y(-depth),
      rows: m.rows.map((d) => m.top_to_bolt + d),
      spacings,
      place: m.plateTop > 0 ? [{ from: Y(0), to: Y(top), text: u.length(m.plateTop), field: 'plate.top' }] : [],
      outer: {
        level: X(-plate.b / 2) - 18,
        foot: X(-plate.b / 2) - 1,
        whole: { from: Y(top), to: Y(top - plate.h), text: u.length(plate.h), field: 'plate.h' },
      },
    }),
    ...dimensionChain('x', project(e, [0, -m.beam.h])[1] + below, project(e, [0, -m.beam.h])[1] + 1, [
      { from: EX(0), to: EX(plate.t), text: u.length(plate.t), field: 'plate.t' },
    ]),
    ...notchDimensions(u, m, plate.t, { X: EX, Y }, { along: [Y(0) - 7, Y(0) - 1], down: [STUB_X - 8, STUB_X - 14] }),
  ];
}

function callouts(m: EndPlateModel, solid: Solid, frames: Frames): Item[] {
  const u = m.basis.units;
  const e = frames.elevation;
  const at = (x: number, z: number): Point => project(e, [x, z]);
  const { input } = m;
  const { bolts } = input;
  const plate = solid.plates[0]!;
  const bottom = -m.plateTop - input.plate.h;
  const floor = Math.min(Math.max(at(0, -m.beam.h)[1] + 14, 126), 154);
  const holes =
    input.holes.plate === input.holes.support
      ? holeWords(u, input.holes.plate, m.hole.plate)
      : `plate ${holeWords(u, input.holes.plate, m.hole.plate)}, support ${holeWords(u, input.holes.support, m.hole.support)}`;
  return [
    ...leader(at(input.plate.t / 2, bottom + 8), [FACE_X + 14, floor], [`${prettyName(plate.label)} ${plate.grade}`], 'plate'),
    ...leader(
      at(input.plate.t + m.bolt.head, -m.top_to_bolt - m.L1),
      [FACE_X + 20, floor + 8],
      [`${boltsNamed(u, solid.bolts, bolts)}, ${holes}`],
      'bolts',
    ),
    ...filletCallout(m.basis, at(input.plate.t, bottom + m.e1_bot * 0.5), [FACE_X - 14, floor + 4], input.weld.s),
    ...beamCallout(solid, [STUB_X - 12, at(0, -m.beam.tf / 2)[1]], [STUB_X - 6, at(0, 0)[1] - 9]),
    ...supportCallout(m, solid, supportNamed(m.support, m.beam.h, e, FACE_X)),
  ];
}

function handles(m: EndPlateModel, f: Frame): Handle[] {
  const { bolts, plate } = m.input;
  const y = -plate.b / 2 - 4 * f.scale;
  const out: Handle[] = [];
  if (bolts.n1 > 1)
    for (let i = 0; i < bolts.n1; i += 1)
      out.push({
        at: project(f, [y, -m.top_to_bolt - m.rows[i]!]),
        edit: 'row.remove',
        sign: '−',
        label: `Remove bolt row ${i + 1}`,
      });
  out.push({
    at: project(f, [y, -m.top_to_bolt - m.L1 - Math.max(m.e1_bot * 0.85, 5 * f.scale)]),
    edit: 'row.add',
    sign: '+',
    label: 'Add a bolt row below',
  });
  return out;
}
