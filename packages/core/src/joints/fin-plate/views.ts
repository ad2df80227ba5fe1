import type { Combination } from '../../actions/combination.ts';
import {
  SHEET,
  TITLE,
  breakLine,
  dimensionChain,
  hatch,
  leader,
  path,
  project,
  scaleOf,
  sheetFrame,
  text,
  type Drawing,
  type DimensionSegment,
  type Frame,
  type Handle,
  type Item,
  type TitleBlock,
  prettyName,
  type View,
} from '../../drawing/index.ts';
import { flangeSpan, type Point, type Solid } from '../../detail/solid.ts';
import { boltFromSide, boltsNamed, holeFromFront, holeWords } from '../beam-end/bolt-view.ts';
import { lastPitch } from '../pitches.ts';
import { beamCallout, filletCallout, notchDimensions, rowChain, supportCallout } from '../beam-end/named-parts.ts';
import { clashes, type MeasuredChecks } from '../beam-end/clearances.ts';
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
import { finPlateCallouts } from './callouts.ts';
import { upturned, type FinPlateModel } from './model.ts';
import { pathsUnder } from '../../detail/mark.ts';
import { failurePaths, groupFailures } from './paths.ts';

/** Paper to the left of the support face, and room for beam stub and dimensions to its right. */
const FACE_X = 64;
const TOP_Y = 28;
/** Paper above the title block for the beam, and for all of the support. */
const BEAM_BOTTOM = 141;
const SUPPORT_BOTTOM = 164;
const SECTION_X = 220;

/** Elevation and section of a fin plate on one sheet, with dimensions and callouts bound to its fields. */
export function finPlateDrawing(
  { model: m, solid, prepared }: Parts<FinPlateModel, MeasuredChecks>,
  title: TitleBlock,
  combination: Combination | null,
): Drawing {
  const reach = supportReach(m.support, { h: m.beam.h, notchTop: m.notchTop });
  const fits = (s: number): boolean =>
    supportFits(m.support, s, FACE_X) &&
    TOP_Y + (reach.up + m.beam.h) / s <= BEAM_BOTTOM &&
    TOP_Y + (reach.up + reach.down + m.beam.h) / s <= SUPPORT_BOTTOM &&
    (m.width + 60) / s <= 66;
  const scale = scaleOf(fits);
  const frames: Frames = {
    elevation: { scale, at: [FACE_X, TOP_Y + reach.up / scale] },
    end: { scale, at: [SECTION_X, TOP_Y + reach.up / scale] },
  };
  const scaleText = `1:${scale}`;
  const areas = memberAreas(m, frames.elevation, FACE_X - 44, m.input.gap, stubEnd(m, frames.elevation));
  const boxes = viewBoxes(m, areas, frames.end, 0);
  const views: View[] = [
    {
      title: 'Elevation',
      plane: 'xz',
      frame: frames.elevation,
      depth: m.input.plate.side === 'far' ? -m.beam.tw / 2 - 1 : solid.plates[0]!.y[0] - 1,
      box: boxes.elevation,
    },
    { title: 'Section A-A', plane: 'yz', frame: frames.end, depth: cutAt(m), cut: true, box: boxes.end },
  ];
  const clash = clashes(m.basis.units, prepared.upright.c.clearances, solid, views);
  const uplift = (combination?.V_Ed ?? 0) < 0;
  const checked = uplift ? upturned(m) : m;
  return {
    width: SHEET.width,
    height: SHEET.height,
    items: [
      ...sheetFrame(title, scaleText),
      text([7, 10], `${views[0]!.title} ${scaleText}${measuredWords(measured(m))}`, { style: 'muted' }),
      text([SHEET.width - SHEET.margin - TITLE.width + 2, 10], `${views[1]!.title} ${scaleText}`, { style: 'muted' }),
      ...elevation(m, solid, frames.elevation),
      ...section(m, solid, frames.end),
      ...dimensions(m, frames.elevation),
      ...levelDimension(m.basis.units, m.support, { h: m.beam.h, notchTop: m.notchTop }, frames.elevation),
      ...callouts(m, solid, frames),
      ...clash.items,
    ],
    handles: handles(m, frames.elevation),
    areas,
    callouts: calloutsFrom(finPlateCallouts, measured(m)),
    paths: {
      ...pathsUnder(prepared.paths ?? {}, failurePaths(checked, solid, uplift)),
      ...groupFailures(checked, solid, uplift, (combination && prepared.groups?.(combination)) ?? []),
      ...clash.paths,
    },
    views,
    labelAt: [stubEnd(m, frames.elevation) + 4, project(frames.elevation, [0, -m.plateTop - 0.8 * m.input.plate.h])[1]],
    scale: scaleText,
  };
}

/** Where section A-A cuts: the first bolt line, or the middle of the lap. */
const cutAt = (m: FinPlateModel): number => (m.welded ? (m.input.gap + m.width) / 2 : m.z_p);

/** Where the beam is broken off, on the sheet: clear of the dimensions. */
const stubEnd = (m: FinPlateModel, f: Frame): number =>
  Math.max(116, FACE_X + m.width / f.scale + (m.notchTop || m.notchBottom ? 42 : 32));

function elevation(m: FinPlateModel, solid: Solid, f: Frame): Item[] {
  const at = (x: number, z: number): Point => project(f, [x, z]);
  const { beam, input } = m;
  const plate = solid.plates[0]!;
  const stub = (stubEnd(m, f) - FACE_X) * f.scale;
  const end = input.gap;
  const topWeb = m.notchTop ? m.d_nt : 0;
  const botWeb = m.notchBottom ? m.d_nb : 0;
  const flangeFrom = (notched: boolean): number => (notched ? end + m.l_n : end);
  const top = -m.plateTop;
  const bottom = top - input.plate.h;
  const items: Item[] = [
    ...supportElevation(m.support, { h: m.beam.h, notchTop: m.notchTop }, f, FACE_X - 14),
    // The beam: its end behind the plate is hidden, its far end broken off.
    path([at(end, -topWeb), ...(m.notchTop ? [at(end + m.l_n, -topWeb), at(end + m.l_n, 0)] : []), at(stub, 0)], 'outline'),
    path(
      [
        at(end, -beam.h + botWeb),
        ...(m.notchBottom ? [at(end + m.l_n, -beam.h + botWeb), at(end + m.l_n, -beam.h)] : []),
        at(stub, -beam.h),
      ],
      'outline',
    ),
    path([at(flangeFrom(m.notchTop), -beam.tf), at(stub, -beam.tf)], 'outline'),
    path([at(flangeFrom(m.notchBottom), -beam.h + beam.tf), at(stub, -beam.h + beam.tf)], 'outline'),
    breakLine(at(stub, 2), at(stub, -beam.h - 2)),
    // A plate on the far side is seen before the beam end, and hidden behind the web.
    ...(input.plate.side === 'far'
      ? [
          path([at(0, top), at(end, top), at(end, bottom), at(0, bottom)], 'outline', true, 'plate'),
          path([at(end, top), at(m.width, top), at(m.width, bottom), at(end, bottom)], 'hidden'),
          path([at(end, -topWeb), at(end, -beam.h + botWeb)], 'outline'),
        ]
      : [
          path([at(end, -topWeb), at(end, top)], 'outline'),
          path([at(end, bottom), at(end, -beam.h + botWeb)], 'outline'),
          path(
            plate.outline.map((p) => at(...p)),
            'outline',
            true,
            'plate',
          ),
          path([at(end, top), at(end, bottom)], 'hidden'),
        ]),
    ...(m.welded && input.plate.side === 'near' ? lapHatch(m, f) : []),
    // Weld along the near side of the plate.
    ...hatch(at(0, top), at(Math.max(input.weld.s, 1.6 * f.scale), bottom)),
    path([at(Math.max(input.weld.s, 1.6 * f.scale), top), at(Math.max(input.weld.s, 1.6 * f.scale), bottom)], 'thin'),
  ];
  for (const h of plate.holes) items.push(...holeFromFront(at(h.x, h.z), h, f.scale));
  return [...items, ...cuttingPlane(m, f)];
}

/** Cutting plane A-A at the first bolt line, looking at the support: above and below the beam. */
function cuttingPlane(m: FinPlateModel, f: Frame): Item[] {
  return (
    [
      [0, m.notchTop ? -20 : -13, -1],
      [-m.beam.h, 3, 1],
    ] as const
  ).flatMap(([z, away, dir]): Item[] => {
    const [x, face] = project(f, [cutAt(m), z]);
    const y = face + away;
    const turn = y + dir * 3.2;
    return [
      path(
        [
          [x, y],
          [x, turn],
        ],
        'outline',
      ),
      path(
        [
          [x, turn],
          [x - 4, turn],
        ],
        'thin',
      ),
      path(
        [
          [x - 4, turn],
          [x - 2.2, turn - 0.7],
          [x - 2.2, turn + 0.7],
        ],
        'none',
        true,
        'ink',
      ),
      text([x - 5, turn + 1.2], 'A', { anchor: 'end', bold: true }),
    ];
  });
}

/** Welds round a plate on the near side of the web. */
function lapHatch(m: FinPlateModel, f: Frame): Item[] {
  const at = (x: number, z: number): Point => project(f, [x, z]);
  const w = Math.max(m.input.beam_weld!.s, 1.6 * f.scale);
  const [top, bottom, end] = [-m.plateTop, -m.plateTop - m.input.plate.h, m.input.gap];
  return [
    ...hatch(at(m.width, top), at(m.width + w, bottom)),
    ...hatch(at(end, top + w), at(m.width, top)),
    ...hatch(at(end, bottom), at(m.width, bottom - w)),
    path([at(end, top + w), at(m.width + w, top + w), at(m.width + w, bottom - w), at(end, bottom - w)], 'thin'),
  ];
}

function section(m: FinPlateModel, solid: Solid, f: Frame): Item[] {
  const at = (y: number, z: number): Point => project(f, [y, z]);
  const { beam, input } = m;
  const box = (y1: number, y2: number, z1: number, z2: number, fill: 'plate' | 'cut'): Item =>
    path([at(y1, z1), at(y2, z1), at(y2, z2), at(y1, z2)], 'outline', true, fill);
  // What the cut at the first bolt line meets: a notch that reaches it has taken the flange away.
  const cutTop = m.notchTop && m.l_n > cutAt(m) - input.gap;
  const cutBottom = m.notchBottom && m.l_n > cutAt(m) - input.gap;
  const h = beam.h;
  const plate = solid.plates[0]!;
  const zs = plate.outline.map((p) => p[1]);
  // A channel turns its flanges away from the plate.
  const [f1, f2] = flangeSpan(beam);
  const items: Item[] = [
    ...(cutTop ? [] : [box(f1, f2, 0, -beam.tf, 'cut')]),
    ...(cutBottom ? [] : [box(f1, f2, -h + beam.tf, -h, 'cut')]),
    box(-beam.tw / 2, beam.tw / 2, cutTop ? -m.d_nt : -beam.tf, cutBottom ? -h + m.d_nb : -h + beam.tf, 'cut'),
    box(plate.y[0], plate.y[1], Math.max(...zs), Math.min(...zs), 'plate'),
  ];
  for (const b of solid.bolts.filter((x) => x.line === 0)) items.push(...boltFromSide(at, b, 'thin'));
  return items;
}

/** What the rows are measured from. */
const measured = (m: FinPlateModel): Reference | null =>
  referenceOf(m.basis.settings.rows_from, { h: m.beam.h, plateTop: m.plateTop });

function dimensions(m: FinPlateModel, f: Frame): Item[] {
  const u = m.basis.units;
  const { input } = m;
  const { bolts, plate, web, gap } = input;
  const X = (x: number): number => project(f, [x, 0])[0];
  const Y = (z: number): number => project(f, [0, z])[1];
  const top = -m.plateTop;
  const along: DimensionSegment[] = [];
  const two = bolts.n2 > 1 && !m.welded;
  const bounds = m.welded ? [0, gap, m.width] : [0, gap, m.z_p, ...(two ? [m.z_p + bolts.p2] : []), m.width];
  const fields = m.welded ? ['gap', 'plate.lap'] : ['gap', 'web.e2b', ...(two ? ['bolts.p2'] : []), 'plate.e2'];
  const values = m.welded ? [gap, m.width - gap] : [gap, web.e2b, ...(two ? [bolts.p2] : []), plate.e2];
  values.forEach((v, i) => {
    if (v > 0) along.push({ from: X(bounds[i]!), to: X(bounds[i + 1]!), text: u.length(v), field: fields[i]! });
  });
  const rows = m.rows.map((z) => -m.top_to_bolt - z);
  const spacings = m.welded
    ? []
    : rowChain(u, Y, rows, [top, top - plate.h], [plate.e1, m.e1_bot], ['plate.e1', 'bolts.p1', 'plate.e1_bot']);
  const edge = X(m.width) + (m.welded ? 3 : 0);
  return [
    ...dimensionChain('x', Y(0) - 7, Y(0) - 1, along),
    ...rowDimensions(u, m.welded ? null : measured(m), {
      level: edge + 11,
      foot: edge + 1,
      Y: (depth) => Y(-depth),
      rows: m.rows.map((d) => m.top_to_bolt + d),
      spacings,
      place: [{ from: Y(0), to: Y(top), text: u.length(m.plateTop), field: 'plate.top' }],
      outer: {
        level: edge + 22,
        foot: edge + 12,
        whole: { from: Y(top), to: Y(top - plate.h), text: u.length(plate.h), field: 'plate.h' },
      },
    }),
    ...notchDimensions(u, m, gap, { X, Y }, { along: [Y(0) - 15, Y(0) - 9], down: [edge + 33, edge + 23] }),
  ];
}

function callouts(m: FinPlateModel, solid: Solid, frames: Frames): Item[] {
  const u = m.basis.units;
  const f = frames.elevation;
  const at = (x: number, z: number): Point => project(f, [x, z]);
  const { input } = m;
  const { bolts } = input;
  const plate = solid.plates[0]!;
  const bottom = -m.plateTop - input.plate.h;
  const floor = Math.min(Math.max(at(0, -m.beam.h)[1] + 9, 120), 153);
  const holes =
    input.holes.plate === input.holes.web
      ? holeWords(u, input.holes.plate, m.hole.plate)
      : `plate ${holeWords(u, input.holes.plate, m.hole.plate)}, web ${holeWords(u, input.holes.web, m.hole.web)}`;
  const shelfX = Math.max(at(m.width, 0)[0] - 4, FACE_X + 22);
  return [
    ...leader(
      at(m.width - Math.min(input.plate.e2 * 0.4, 20), bottom + Math.min(m.e1_bot * 0.4, 16)),
      [shelfX + 4, floor],
      [`${prettyName(plate.label)} ${plate.grade}`],
      'plate',
    ),
    ...(m.welded
      ? filletCallout(
          m.basis,
          at(m.width + 2, bottom + input.plate.h * 0.3),
          [stubEnd(m, f) + 34, floor + 9],
          input.beam_weld!.s,
          1,
        )
      : leader(
          at(m.z_p, -m.top_to_bolt - m.L1),
          [shelfX, floor + 9],
          [`${boltsNamed(u, solid.bolts, bolts)}, ${holes}`],
          'bolts',
        )),
    ...filletCallout(m.basis, at(0, bottom + Math.min(30, input.plate.h * 0.15)), [FACE_X - 14, floor + 8], input.weld.s),
    ...beamCallout(solid, at(m.width + 14 * f.scale, -m.beam.tf / 2), [at(m.width, 0)[0] + 18, at(0, 0)[1] - 8]),
    ...supportCallout(m, solid, supportNamed(m.support, m.beam.h, f, FACE_X)),
    text([SECTION_X, project(frames.end, [0, 0])[1] - 5], `plate ${u.length(input.plate.t)}, web ${u.length(m.beam.tw)}`, {
      anchor: 'middle',
      style: 'muted',
      size: 3,
    }),
  ];
}

function handles(m: FinPlateModel, f: Frame): Handle[] {
  const { bolts } = m.input;
  const x = m.width + 4 * f.scale;
  const out: Handle[] = [];
  if (m.welded) return out;
  for (let i = 0; i < bolts.n1; i += 1) {
    const z = -m.top_to_bolt - m.rows[i]!;
    if (bolts.n1 > 1) out.push({ at: project(f, [x, z]), edit: 'row.remove', sign: '−', label: `Remove bolt row ${i + 1}` });
  }
  out.push({
    at: project(f, [x, -m.top_to_bolt - m.L1 - Math.min(m.e1_bot, lastPitch(bolts)) * 0.75]),
    edit: 'row.add',
    sign: '+',
    label: 'Add a bolt row below',
  });
  return out;
}
