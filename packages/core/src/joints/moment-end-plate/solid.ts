import { gradeName } from '../../catalogue/steels.ts';
import type { BoltPart, ButtPart, MemberPart, PlatePart, Point, Solid, WeldPart } from '../../detail/solid.ts';
import { boltPart } from '../beam-end/solid-parts.ts';
import { haunchWebReach, type Member, type MomentPlateModel, type Stiffener } from './model.ts';
import { turned } from './turned.ts';

/** Length of beam that is shown past the plate. */
export const STUB = 320;

const rectangle = (u1: number, u2: number, v1: number, v2: number): Point[] => [
  [u1, v1],
  [u2, v1],
  [u2, v2],
  [u1, v2],
];

/** How far the beam is shown: past its haunch. */
export const shown = (m: MomentPlateModel): number => m.input.plate.t + Math.max(STUB, m.haunch ? m.haunch.l + 100 : 0);

/** The joint as solid parts: x from the face of the column or of the other plate, z up from the top of the beam. */
export function momentPlateSolid(m: MomentPlateModel): Solid {
  const { plate } = m.input;
  const splice = m.column === null;
  return {
    plates: [
      plateOf(m, 'plate', [0, plate.t]),
      ...(splice ? [plateOf(m, 'plate-2', [-plate.t, 0])] : []),
      ...ribPlates(m, 1),
      ...(splice ? ribPlates(m, -1) : []),
      ...stiffenerPlates(m),
      ...webPlates(m),
      ...haunchPlates(m, 1),
      ...(splice ? haunchPlates(m, -1) : []),
    ],
    members: [beamPart(m, 1), ...(splice ? [beamPart(m, -1)] : [columnPart(m)])],
    bolts: boltParts(m),
    welds: [
      ...welds(m, 1),
      ...(splice ? welds(m, -1) : []),
      ...haunchWelds(m, 1),
      ...(splice ? haunchWelds(m, -1) : []),
      ...stiffenerWelds(m),
    ],
    butts: m.input.welds.flanges === 'butt' ? (splice ? [1, -1] : [1]).flatMap((side) => flangeButts(m, side as 1 | -1)) : [],
  };
}

const memberOf = (x: Member, grade: string): Omit<MemberPart, 'id' | 'outline'> => ({
  type: 'member',
  label: x.dims.name,
  grade,
  shape: 'I',
  h: x.dims.h,
  b: x.dims.b,
  tw: x.dims.tw,
  tf: x.dims.tf,
  r: x.dims.r,
});

function beamPart(m: MomentPlateModel, side: 1 | -1): MemberPart {
  const { t } = m.input.plate;
  const h = m.beam.dims.h;
  return {
    ...memberOf(m.beam, gradeName(m.input.beam.steel)),
    id: side === 1 ? 'beam' : 'support',
    outline: rectangle(side * t, side * shown(m), 0, -h),
  };
}

function columnPart(m: MomentPlateModel): MemberPart {
  const { end_above: over, end_below, steel } = m.input.column!;
  const ends = { ...(over === undefined ? {} : { over }), ...(end_below === undefined ? {} : { under: -m.H - end_below }) };
  return {
    ...memberOf(m.column!, gradeName(steel)),
    id: 'support',
    outline: [],
    place: { type: 'column_flange', top: 0, ...ends },
  };
}

function plateOf(m: MomentPlateModel, id: string, x: readonly [number, number]): PlatePart {
  const u = m.basis.units;
  const { plate, bolts } = m.input;
  return {
    type: 'plate',
    id,
    parts: ['plate'],
    plane: 'yz',
    label: `PL ${u.length(plate.t)}×${u.length(plate.b)}×${u.near(m.h_p)}`,
    grade: gradeName(plate.steel),
    outline: rectangle(-plate.b / 2, plate.b / 2, plate.top, -m.H - plate.bottom),
    y: x,
    holes: m.rows.flatMap(({ y }) => [-1, 1].map((s) => ({ x: (s * bolts.w) / 2, z: y, d_h: m.d_0, d_v: m.d_0 }))),
  };
}

/** Ribs in the plane of the web, on the plate's extensions. */
function ribPlates(m: MomentPlateModel, side: 1 | -1): PlatePart[] {
  const { rib, plate } = m.input;
  if (!rib) return [];
  const u = m.basis.units;
  const x = side * plate.t;
  const rows = (at: 'top' | 'bottom'): boolean => m.rows.some((r) => (at === 'top' ? r.y > 0 : r.y < -m.H));
  return (['top', 'bottom'] as const).filter(rows).map((at) => {
    const [h, up, z] = [plate[at], at === 'top' ? 1 : -1, at === 'top' ? 0 : -m.H];
    // A short landing at the end of the slope, as shops cut it.
    const land = Math.min(25, h / 2, rib.l / 2);
    const outline: Point[] = [
      [x, z],
      [x + side * rib.l, z],
      [x + side * rib.l, z + up * land],
      [x + side * land, z + up * h],
      [x, z + up * h],
    ];
    return {
      type: 'plate',
      id: `rib-${at}${side < 0 ? '-2' : ''}`,
      parts: ['rib'],
      plane: 'xz',
      label: `PL ${u.length(rib.t)}×${u.near(h)}×${u.near(rib.l)}`,
      grade: gradeName(rib.steel),
      outline,
      y: [-rib.t / 2, rib.t / 2],
      holes: [],
    };
  });
}

function boltParts(m: MomentPlateModel): BoltPart[] {
  const { plate, bolts } = m.input;
  const behind = m.column ? m.column.dims.tf : plate.t;
  // A washer under the head lengthens the bolt as a plate would.
  const grip = plate.t + behind + (bolts.washers > 1 ? m.bolt.washer : 0);
  return m.rows.flatMap(({ y }, row) =>
    [-1, 1].map((s, line) =>
      boltPart(m.bolt, bolts.cls, 'x', { x: (s * bolts.w) / 2, z: y, row, line }, [plate.t, plate.t - grip], grip, [
        'plate',
        m.column ? 'support' : 'plate-2',
      ]),
    ),
  );
}

/** Heights of the column's stiffeners. */
export function stiffenersAt(
  m: MomentPlateModel,
): { readonly at: 'top' | 'bottom'; readonly z: number; readonly s: Stiffener }[] {
  const t = turned(m, 1);
  return (['top', 'bottom'] as const).flatMap((at) => {
    const s = m.stiffeners[at];
    return s ? [{ at, z: at === 'top' ? t.y_ten : t.y_com, s }] : [];
  });
}

/** Reach of a stiffener in the column's web: from the flange at the plate to the other one, or to half of the depth. */
function reachOf(m: MomentPlateModel, s: Stiffener): readonly [number, number] {
  const { h, tf } = m.column!.dims;
  return [s.depth === 'full' ? -h + tf : -h / 2, -tf];
}

/** Weld of a stiffener along the web of the column, clear of its cuts; one fillet of four. */
export function alongWeb(m: MomentPlateModel, s: Stiffener): number {
  const [x1, x2] = weldReach(m, s);
  return x2 - x1;
}
const weldReach = (m: MomentPlateModel, s: Stiffener): readonly [number, number] => {
  const [x1, x2] = reachOf(m, s);
  return [x1 + (s.depth === 'full' ? s.c : 0), x2 - s.c];
};

function stiffenerPlates(m: MomentPlateModel): PlatePart[] {
  if (!m.column) return [];
  const u = m.basis.units;
  const { tw } = m.column.dims;
  return stiffenersAt(m).flatMap(({ at, z, s }) => {
    const [x1, x2] = reachOf(m, s);
    const cut = (x: number, to: number): Point[] =>
      to === 1
        ? [
            [x, s.c],
            [x - s.c, 0],
          ]
        : [
            [x + s.c, 0],
            [x, s.c],
          ];
    return [-1, 1].map((side): PlatePart => ({
      type: 'plate',
      id: `stiffener-${at}-${side < 0 ? 'near' : 'far'}`,
      parts: ['stiffener'],
      plane: 'xy',
      label: `PL ${u.length(s.t)}×${u.length(s.b)}×${u.near(x2 - x1)}`,
      grade: gradeName(m.input.stiffeners[at]!.steel),
      outline: [
        ...cut(x2, 1),
        ...(s.depth === 'full' ? cut(x1, -1) : ([[x1, 0]] as Point[])),
        ...([
          [x1, s.b],
          [x2, s.b],
        ] as Point[]),
      ].map(([x, y]): Point => [x, side * (tw / 2 + y)]),
      y: [z - s.t / 2, z + s.t / 2],
      holes: [],
    }));
  });
}

/** Height and length of a supplementary plate: as given, else past both flanges by what their forces spread over. */
export function webPlateSpan(m: MomentPlateModel): readonly [number, number] {
  const p = m.webPlate!;
  const { dims, s } = m.column!;
  const length = p.l ?? m.H + 2 * (2.5 * (dims.tf + s) + 2 * m.input.plate.t + 20);
  const middle = p.level === undefined ? -m.H / 2 : -p.level;
  return [middle - length / 2, middle + length / 2];
}

function webPlates(m: MomentPlateModel): PlatePart[] {
  const p = m.webPlate;
  if (!p || !m.column) return [];
  const u = m.basis.units;
  const { h, tw } = m.column.dims;
  const [z1, z2] = webPlateSpan(m);
  return (p.sides === 2 ? [-1, 1] : [-1]).map((side) => ({
    type: 'plate',
    id: `web-plate-${side < 0 ? 'near' : 'far'}`,
    parts: ['web-plate'],
    plane: 'xz',
    label: `PL ${u.length(p.t)}×${u.length(p.b)}×${u.near(z2 - z1)}`,
    grade: gradeName(m.input.web_plate!.steel),
    outline: rectangle(-h / 2 - p.b / 2, -h / 2 + p.b / 2, z1, z2),
    y: side < 0 ? [-tw / 2 - p.t, -tw / 2] : [tw / 2, tw / 2 + p.t],
    holes: [],
  }));
}

/** Web and flange of the haunch under the beam on one side. */
function haunchPlates(m: MomentPlateModel, side: 1 | -1): PlatePart[] {
  const k = m.haunch;
  if (!k) return [];
  const u = m.basis.units;
  const { t } = m.input.plate;
  const h = m.beam.dims.h;
  const [cos, sin] = [Math.cos(k.theta), Math.sin(k.theta)];
  const grade = gradeName(k.steel);
  const length = Math.hypot(k.l, k.h);
  const flange = k.t_v;
  return [
    {
      type: 'plate',
      id: `haunch-web${side < 0 ? '-2' : ''}`,
      parts: ['haunch'],
      plane: 'xz',
      label: `PL ${u.length(k.tw)} haunch`,
      grade,
      outline: [
        [side * t, -h],
        [side * (t + haunchWebReach(k)), -h],
        [side * t, -h - k.h + flange],
      ],
      y: [-k.tw / 2, k.tw / 2],
      holes: [],
    },
    {
      type: 'plate',
      id: `haunch-flange${side < 0 ? '-2' : ''}`,
      parts: ['haunch'],
      plane: { origin: [side * t, 0, -m.H], u: [side * cos, 0, sin], v: [0, 1, 0] },
      label: `PL ${u.length(k.tf)}×${u.length(k.b)}×${u.near(length)}`,
      grade,
      outline: rectangle(0, length, -k.b / 2, k.b / 2),
      // It lies over its outer face; its normal points up on one side and down on the other.
      y: side > 0 ? [0, k.tf] : [-k.tf, 0],
      holes: [],
    },
  ];
}

/** Fillets of flanges and web to the plate: outside and inside the flanges, both sides of the web. */
function welds(m: MomentPlateModel, side: 1 | -1): WeldPart[] {
  const { plate, welds: w } = m.input;
  const x = side * plate.t;
  const [beam, onto] = side === 1 ? ['beam', 'plate'] : ['support', 'plate-2'];
  const { dims, s } = m.beam;
  const t = turned(m, 1);
  const across = (z: number, half: number, a: number, up: 1 | -1): WeldPart => ({
    type: 'weld',
    leg: Math.SQRT2 * a,
    length: 2 * half,
    legs: [
      [side, 0, 0],
      [0, 0, up],
    ],
    from: [x, -half, z],
    to: [x, half, z],
    joins: [beam!, onto!],
  });
  const [top, bottom] = [-dims.tf - s, -m.H + t.com.t_v + (m.haunch ? 0 : s)];
  const flanges = [
    ...(plate.top >= Math.SQRT2 * w.top ? [across(0, t.ten.b / 2, w.top, 1)] : []),
    across(-dims.tf, t.ten.b / 2, w.top, -1),
    across(-m.H + t.com.t_v, t.com.b / 2, w.bottom, 1),
    ...(plate.bottom >= Math.SQRT2 * w.bottom ? [across(-m.H, t.com.b / 2, w.bottom, -1)] : []),
  ];
  return [
    ...(w.flanges === 'butt' ? [] : flanges),
    ...[-1, 1].map((y): WeldPart => ({
      type: 'weld',
      leg: Math.SQRT2 * w.web,
      length: top - bottom,
      legs: [
        [side, 0, 0],
        [0, y, 0],
      ],
      from: [x, (y * dims.tw) / 2, top],
      to: [x, (y * dims.tw) / 2, bottom],
      joins: [beam!, onto!],
    })),
  ];
}

/** Butt welds of the two flanges to the plate, the lower one that of the haunch where there is one. */
function flangeButts(m: MomentPlateModel, side: 1 | -1): ButtPart[] {
  const { ten, com } = turned(m, 1);
  const joins = side === 1 ? (['beam', 'plate'] as const) : (['support', 'plate-2'] as const);
  const { tf } = m.beam.dims;
  return [
    { t: tf, length: ten.b, runs: 1, joins },
    { t: m.haunch ? m.haunch.tf : tf, length: com.b, runs: 1, joins },
  ];
}

/** Fillets round the stiffeners of the column, on both their faces: to the flange at the plate, along the web, and to the other flange where they reach it. */
function stiffenerWelds(m: MomentPlateModel): WeldPart[] {
  if (!m.column) return [];
  const { tw, h, tf } = m.column.dims;
  return stiffenersAt(m).flatMap(({ at, z, s }) => {
    const [from, to] = weldReach(m, s);
    return ([-1, 1] as const).flatMap((side) =>
      ([-1, 1] as const).flatMap((face): WeldPart[] => {
        const level = z + (face * s.t) / 2;
        const joins = [`stiffener-${at}-${side < 0 ? 'near' : 'far'}`, 'support'] as const;
        const common = { type: 'weld' as const, leg: Math.SQRT2 * s.a, joins };
        const across = (x: number, into: 1 | -1): WeldPart => ({
          ...common,
          length: s.b - s.c,
          legs: [
            [into, 0, 0],
            [0, 0, face],
          ],
          from: [x, side * (tw / 2 + s.c), level],
          to: [x, side * (tw / 2 + s.b), level],
        });
        const along: WeldPart = {
          ...common,
          length: to - from,
          legs: [
            [0, side, 0],
            [0, 0, face],
          ],
          from: [from, (side * tw) / 2, level],
          to: [to, (side * tw) / 2, level],
        };
        return [across(-tf, -1), along, ...(s.depth === 'full' ? [across(-h + tf, 1)] : [])];
      }),
    );
  });
}

/** Fillets along the haunch, between its web and the flange of the beam. */
function haunchWelds(m: MomentPlateModel, side: 1 | -1): WeldPart[] {
  const k = m.haunch;
  if (!k) return [];
  const { t } = m.input.plate;
  const z = -m.beam.dims.h;
  return ([-1, 1] as const).map((y) => ({
    type: 'weld',
    leg: Math.SQRT2 * (m.input.welds.haunch ?? m.input.welds.web),
    length: haunchWebReach(k),
    legs: [
      [0, y, 0],
      [0, 0, -1],
    ],
    from: [side * t, (y * k.tw) / 2, z],
    to: [side * (t + haunchWebReach(k)), (y * k.tw) / 2, z],
    joins: [`haunch-web${side < 0 ? '-2' : ''}`, side === 1 ? 'beam' : 'support'],
  }));
}
