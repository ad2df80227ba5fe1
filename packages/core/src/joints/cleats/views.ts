import type { Combination } from '../../actions/combination.ts';
import {
  SHEET,
  breakLine,
  dimensionChain,
  hatch,
  leader,
  path,
  project,
  scaleOf,
  sheetFrame,
  text,
  type DimensionSegment,
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
import { beamCallout, filletCallout, notchDimensions, rowChain, supportCallout } from '../beam-end/named-parts.ts';
import type { Units } from '../../units/system.ts';
import { lastPitch } from '../pitches.ts';
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
import { cleatsCallouts } from './callouts.ts';
import { upturned, type CleatsModel } from './model.ts';
import { failurePaths, groupFailures } from './paths.ts';

const FACE_X = 58;
const END_X = 214;
const TOP_Y = 32;

const viewsOf = (m: CleatsModel, { elevation, end }: Frames, boxes: ReturnType<typeof viewBoxes>): View[] => [
  { title: 'Elevation', plane: 'xz', frame: elevation, depth: -m.beam.tw / 2 - m.input.cleat.t - 1, box: boxes.elevation },
  { title: 'Support legs seen from the beam', plane: 'yz', frame: end, depth: m.input.cleat.t + 1, cut: true, box: boxes.end },
];

/** Elevation, and the support legs seen from the beam, on one sheet. */
export function cleatsDrawing(
  { model: m, solid, prepared }: Parts<CleatsModel, MeasuredChecks>,
  title: TitleBlock,
  combination: Combination | null,
): Drawing {
  const { cleat } = m.input;
  const reach = supportReach(m.support, { h: m.beam.h, notchTop: m.notchTop });
  const wide = 2 * cleat.leg_support + m.beam.tw;
  const fits = (s: number): boolean =>
    supportFits(m.support, s, FACE_X) &&
    TOP_Y + (reach.up + m.beam.h) / s <= 138 &&
    TOP_Y + (reach.up + reach.down + m.beam.h) / s <= 162 &&
    (cleat.leg_web + 50) / s <= 54 &&
    Math.max(wide, m.beam.b) / s <= 46;
  const scale = scaleOf(fits);
  const y = TOP_Y + reach.up / scale;
  const frames: Frames = { elevation: { scale, at: [FACE_X, y] }, end: { scale, at: [END_X, y] } };
  const stub = stubEnd(m, frames.elevation);
  const areas = memberAreas(m, frames.elevation, FACE_X - 44, m.input.gap, stub);
  const boxes = viewBoxes(m, areas, frames.end, wide);
  const views = viewsOf(m, frames, boxes);
  const clash = clashes(m.basis.units, prepared.upright.c.clearances, solid, views);
  const uplift = (combination?.V_Ed ?? 0) < 0;
  const checked = uplift ? upturned(m) : m;
  return {
    width: SHEET.width,
    height: SHEET.height,
    items: [
      ...sheetFrame(title, `1:${scale}`),
      text([7, 10], `${views[0]!.title} 1:${scale}${measuredWords(measured(m))}`, { style: 'muted' }),
      text([END_X - 32, 10], `${views[1]!.title} 1:${scale}`, { style: 'muted' }),
      ...elevation(m, solid, frames.elevation),
      ...legsView(m, solid, frames.end),
      ...dimensions(m, frames),
      ...levelDimension(m.basis.units, m.support, { h: m.beam.h, notchTop: m.notchTop }, frames.elevation),
      ...callouts(m, solid, frames),
      ...clash.items,
    ],
    handles: handles(m, frames.elevation),
    areas,
    callouts: calloutsFrom(cleatsCallouts, measured(m)),
    paths: {
      ...pathsUnder(prepared.paths ?? {}, failurePaths(checked, uplift)),
      ...groupFailures(checked, uplift, (combination && prepared.groups?.(combination)) ?? []),
      ...clash.paths,
    },
    views,
    labelAt: [stub + 4, y + (m.beam.h * 0.62) / scale],
    scale: `1:${scale}`,
  };
}

/** Where the beam is broken off, on the sheet: clear of the dimensions. */
const stubEnd = (m: CleatsModel, f: Frame): number =>
  Math.max(106, FACE_X + m.input.cleat.leg_web / f.scale + (m.notchTop || m.notchBottom ? 42 : 32));

function elevation(m: CleatsModel, solid: Solid, f: Frame): Item[] {
  const at = (x: number, z: number): Point => project(f, [x, z]);
  const { beam, input } = m;
  const { cleat, gap } = input;
  const stub = (stubEnd(m, f) - FACE_X) * f.scale;
  const top = -m.cleatTop;
  const bottom = top - cleat.h;
  const upper = m.notchTop ? m.d_nt : 0;
  const lower = m.notchBottom ? m.d_nb : 0;
  const from = (notched: boolean): number => (notched ? gap + m.l_n : gap);
  const items: Item[] = [
    ...supportElevation(m.support, { h: beam.h, notchTop: m.notchTop }, f, FACE_X - 14),
    path([at(gap, -upper), ...(m.notchTop ? [at(gap + m.l_n, -upper), at(gap + m.l_n, 0)] : []), at(stub, 0)], 'outline'),
    path(
      [
        at(gap, -beam.h + lower),
        ...(m.notchBottom ? [at(gap + m.l_n, -beam.h + lower), at(gap + m.l_n, -beam.h)] : []),
        at(stub, -beam.h),
      ],
      'outline',
    ),
    path([at(from(m.notchTop), -beam.tf), at(stub, -beam.tf)], 'outline'),
    path([at(from(m.notchBottom), -beam.h + beam.tf), at(stub, -beam.h + beam.tf)], 'outline'),
    path([at(gap, -upper), at(gap, top)], 'outline'),
    path([at(gap, bottom), at(gap, -beam.h + lower)], 'outline'),
    breakLine(at(stub, 2), at(stub, -beam.h - 2)),
    path([at(0, top), at(cleat.leg_web, top), at(cleat.leg_web, bottom), at(0, bottom)], 'outline', true, 'plate'),
    path([at(cleat.t, top), at(cleat.t, bottom)], 'outline'),
    path([at(gap, top), at(gap, bottom)], 'hidden'),
  ];
  if (!m.toBeam) {
    const w = Math.max(input.weld!.s, 1.6 * f.scale);
    items.push(
      ...hatch(at(cleat.leg_web, top), at(cleat.leg_web + w, bottom)),
      path([at(cleat.leg_web + w, top), at(cleat.leg_web + w, bottom)], 'thin'),
    );
    for (const [z1, z2] of [
      [top + w, top],
      [bottom, bottom - w],
    ] as const)
      items.push(...hatch(at(gap, z1), at(cleat.leg_web, z2)));
  }
  for (const h of solid.plates[0]!.holes) items.push(...holeFromFront(at(h.x, h.z), h, f.scale));
  for (const b of solid.bolts.filter((x) => x.axis === 'x' && x.line === 0)) items.push(...boltFromSide(at, b, 'hidden'));
  return items;
}

/** The support legs from the beam's side, the beam cut close to them. */
function legsView(m: CleatsModel, solid: Solid, f: Frame): Item[] {
  const at = (y: number, z: number): Point => project(f, [y, z]);
  const { beam, input } = m;
  const [f1, f2] = flangeSpan(beam);
  const box = (y1: number, y2: number, z1: number, z2: number, fill: 'cut' | 'plate'): Item =>
    path([at(y1, z1), at(y2, z1), at(y2, z2), at(y1, z2)], 'outline', true, fill);
  // A notch that reaches past the cleats has taken the flange out of this view.
  const legs = solid.plates.filter((p) => p.plane === 'yz');
  const items: Item[] = [
    ...legs.map((p) =>
      path(
        p.outline.map((q) => at(...q)),
        'outline',
        true,
        'plate',
      ),
    ),
    ...solid.plates.filter((p) => p.plane === 'xz').map((p) => box(p.y[0], p.y[1], p.outline[0]![1], p.outline[2]![1], 'cut')),
    ...(m.notchTop ? [] : [box(f1, f2, 0, -beam.tf, 'cut')]),
    ...(m.notchBottom ? [] : [box(f1, f2, -beam.h + beam.tf, -beam.h, 'cut')]),
    box(-beam.tw / 2, beam.tw / 2, m.notchTop ? -m.d_nt : -beam.tf, m.notchBottom ? -beam.h + m.d_nb : -beam.h + beam.tf, 'cut'),
  ];
  for (const leg of legs) for (const h of leg.holes) items.push(...holeFromFront(at(h.x, h.z), h, f.scale));
  if (!m.toSupport) {
    const w = Math.max(input.weld!.s, 1.6 * f.scale);
    for (const leg of legs) {
      const far = leg.outline.map((p) => p[0]).reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a));
      const [z1, z2] = [leg.outline[0]![1], leg.outline[2]![1]];
      items.push(...hatch(at(Math.min(far, far + Math.sign(far) * w), z1), at(Math.max(far, far + Math.sign(far) * w), z2)));
    }
  }
  return [...items, ...otherJointFromFront(at, solid, f.scale)];
}

/** What the rows are measured from. */
const measured = (m: CleatsModel): Reference | null =>
  referenceOf(m.basis.settings.rows_from, { h: m.beam.h, plateTop: m.cleatTop });

/** Sizes of a joint on the sheet: where its lines are, and the level beyond the legs. */
interface Places {
  readonly u: Units;
  readonly X: (x: number) => number;
  readonly Y: (z: number) => number;
  readonly top: number;
  readonly bottom: number;
}

function dimensions(m: CleatsModel, frames: Frames): Item[] {
  const u = m.basis.units;
  const { cleat, gap } = m.input;
  const X = (x: number): number => project(frames.elevation, [x, 0])[0];
  const Y = (z: number): number => project(frames.elevation, [0, z])[1];
  const top = -m.cleatTop;
  const k: Places = { u, X, Y, top, bottom: top - cleat.h };
  const edge = X(cleat.leg_web) + (m.toBeam ? 0 : 3);
  return [
    ...webLegDimensions(m, k, edge),
    ...supportLegDimensions(m, k, frames.end),
    ...notchDimensions(u, m, gap, k, { along: [Y(0) - 15, Y(0) - 9], down: [edge + 33, edge + 23] }),
  ];
}

function webLegDimensions(m: CleatsModel, { u, X, Y, top, bottom }: Places, edge: number): Item[] {
  const { cleat, bolts, gap, web } = m.input;
  const along: DimensionSegment[] = [];
  const push = (from: number, to: number, value: number, field: string): void =>
    void (value > 0 && along.push({ from: X(from), to: X(to), text: u.length(value), field }));
  push(0, gap, gap, 'gap');
  if (m.toBeam) {
    push(gap, m.z_p, web.e2b, 'web.e2b');
    if (bolts.n2 > 1) push(m.z_p, m.z_p + bolts.p2, bolts.p2, 'bolts.p2');
    push(m.z_p + m.B2, cleat.leg_web, m.e2, 'cleat.e2');
  } else along.push({ from: X(gap), to: X(cleat.leg_web), text: u.length(cleat.leg_web - gap) });
  const place: DimensionSegment = { from: Y(0), to: Y(top), text: u.length(m.cleatTop), field: 'cleat.top' };
  const whole: DimensionSegment = { from: Y(top), to: Y(bottom), text: u.length(cleat.h), field: 'cleat.h' };
  const rows = m.rows.map((d) => -m.top_to_bolt - d);
  return [
    ...dimensionChain('x', Y(0) - 7, Y(0) - 1, along),
    ...(m.toBeam
      ? rowDimensions(u, measured(m), {
          level: edge + 11,
          foot: edge + 1,
          Y: (depth) => Y(-depth),
          rows: m.rows.map((d) => m.top_to_bolt + d),
          outer: { level: edge + 22, foot: edge + 12, whole },
          place: [place],
          spacings: rowChain(u, Y, rows, [top, bottom], [m.e1, m.e1_bot], ['cleat.e1', 'bolts.p1', 'cleat.e1_bot']),
        })
      : dimensionChain('y', edge + 11, edge + 1, [place, whole])),
  ];
}

function supportLegDimensions(m: CleatsModel, { u, Y, top, bottom }: Places, f: Frame): Item[] {
  const { cleat, bolts, arrangement } = m.input;
  const EX = (y: number): number => project(f, [y, 0])[0];
  const half = cleat.leg_support + m.beam.tw / 2;
  const g = bolts.p3 / 2;
  const above = Math.min(Y(0), Y(top));
  if (!m.toSupport)
    return dimensionChain('x', above - 6, above - 1, [
      { from: EX(-half), to: EX(-m.beam.tw / 2), text: u.length(cleat.leg_support), field: 'cleat.leg_support' },
    ]);
  const right = Math.max(EX(half), EX(m.beam.b / 2));
  const edge: DimensionSegment = { from: EX(-half), to: EX(-g), text: u.length(m.e2_s) };
  const across: DimensionSegment[] =
    arrangement === 'single'
      ? [edge, { from: EX(-g), to: EX(0), text: u.length(g) }]
      : [
          edge,
          { from: EX(-g), to: EX(g), text: u.length(bolts.p3), field: 'bolts.p3' },
          { from: EX(g), to: EX(half), text: u.length(m.e2_s) },
        ];
  const rows = m.supportRows.map((d) => top - m.e1_s - d);
  const fields = ['support_bolts.e1', 'support_bolts.p1', 'support_bolts.e1_bot'] as const;
  return [
    ...dimensionChain('x', above - 6, above - 1, across),
    ...rowDimensions(u, measured(m), {
      of: 'support-row',
      level: right + 6,
      foot: right + 1,
      Y: (depth) => Y(-depth),
      rows: m.supportRows.map((d) => m.cleatTop + m.e1_s + d),
      spacings: rowChain(u, Y, rows, [top, bottom], [m.e1_s, m.e1_s_bot], fields),
    }),
  ];
}

function callouts(m: CleatsModel, solid: Solid, frames: Frames): Item[] {
  const u = m.basis.units;
  const e = frames.elevation;
  const at = (x: number, z: number): Point => project(e, [x, z]);
  const { input } = m;
  const { bolts, cleat } = input;
  const bottom = -m.cleatTop - cleat.h;
  const floor = Math.min(Math.max(at(0, -m.beam.h)[1] + 17, 128), 148);
  const shelf = Math.max(at(cleat.leg_web, 0)[0] + 2, FACE_X + 24);
  const angle = solid.plates[0]!;
  const of = input.arrangement === 'single' ? 1 : 2;
  /** Bolts along an axis, at the last of them. */
  const bolted = (axis: 'x' | 'y', tip: Point, at: Point, holes: string, callout: string): Item[] => {
    const through = solid.bolts.filter((b) => b.axis === axis);
    return leader(tip, at, [`${boltsNamed(u, through, bolts)}, ${holes}`], callout);
  };
  const lastAtSupport = -m.cleatTop - m.e1_s - m.supportRows.at(-1)!;
  return [
    ...leader(
      at(cleat.leg_web - 6 * (e.scale / 5), bottom + 8),
      [shelf, floor],
      [`${of} ${prettyName(angle.label)} × ${u.length(cleat.h)} ${angle.grade}`],
      'cleat',
    ),
    ...beamCallout(
      solid,
      [at(cleat.leg_web, 0)[0] + 20, at(0, -m.beam.tf / 2)[1]],
      [at(cleat.leg_web, 0)[0] + 26, at(0, 0)[1] - 9],
    ),
    ...supportCallout(m, solid, supportNamed(m.support, m.beam.h, e, FACE_X)),
    ...(m.toBeam
      ? bolted('y', at(m.z_p, -m.top_to_bolt - m.L1), [shelf - 6, floor + 8], holeWords(u, input.holes.web, m.hole.web), 'bolts')
      : filletCallout(
          m.basis,
          at(cleat.leg_web + input.weld!.s / 2, bottom + cleat.h * 0.25),
          [stubEnd(m, e) + 34, floor + 12],
          input.weld!.s,
          of,
        )),
    ...(m.toSupport
      ? bolted(
          'x',
          at(cleat.t + m.bolt.head, lastAtSupport),
          [shelf - 12, floor + 16],
          holeWords(u, input.holes.support, m.hole.support),
          'support-bolts',
        )
      : filletCallout(m.basis, at(0, bottom + 0.2 * cleat.h), [FACE_X - 14, floor + 4], input.weld!.s, 1)),
  ];
}

function handles(m: CleatsModel, f: Frame): Handle[] {
  const { cleat } = m.input;
  const x = m.toBeam ? cleat.leg_web + 4 * f.scale : cleat.t + m.bolt.head + 8 * f.scale;
  const [first, rows, bolts] = m.toBeam
    ? ([-m.top_to_bolt, m.rows, m.input.bolts] as const)
    : ([-m.cleatTop - m.e1_s, m.supportRows, m.input.support_bolts] as const);
  const out: Handle[] =
    rows.length > 1
      ? rows.map((z, i) => ({ at: project(f, [x, first - z]), edit: 'row.remove', sign: '−', label: `Remove bolt row ${i + 1}` }))
      : [];
  const bottom = m.toBeam ? m.e1_bot : m.e1_s_bot;
  out.push({
    at: project(f, [x, first - rows[rows.length - 1]! - Math.min(bottom, lastPitch(bolts)) * 0.75]),
    edit: 'row.add',
    sign: '+',
    label: 'Add a bolt row below',
  });
  return out;
}
