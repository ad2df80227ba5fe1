import { concreteName } from './names.ts';
import { STEEL_DENSITY } from '../../catalogue/properties.ts';
import {
  type AnchorPart,
  type ButtPart,
  type PlatePart,
  type Point,
  type PrismPart,
  type Quantities,
  type Solid,
  type Vector,
  type WeldPart,
  plateMass,
  weldMetal,
} from '../../detail/solid.ts';
import { gradeName } from '../../catalogue/steels.ts';
import type { BaseModel } from './model.ts';

/** Height of the column that is drawn, and reach of a block without edges. */
export const STUB = 420;
const FAR = 400;

/** Anchor from its lower end up: what stands out over the nut. */
const PROJECTION = 15;

/** Axes of the solid: x is z of the calculation (along the column's depth), y is y, z is up from the underside of the plate. */
export const flat = (y: number, z: number): Point => [z, y];

const box = (x1: number, x2: number, y1: number, y2: number): Point[] => [
  [x1, y1],
  [x2, y1],
  [x2, y2],
  [x1, y2],
];
const disc = (x: number, y: number, R: number, n = 48): Point[] =>
  Array.from({ length: n }, (_, i) => [x + R * Math.cos((2 * Math.PI * i) / n), y + R * Math.sin((2 * Math.PI * i) / n)]);

/** Faces of the block as they are drawn: an absent edge lies well beyond the cone. */
export function drawnBlock(m: BaseModel): { x1: number; x2: number; y1: number; y2: number; H: number } {
  const { block, plateBox: p } = m;
  const reach = Math.max(FAR, 1.2 * m.input.anchors.h_ef);
  const low = (edge: number, plate: number): number => (Number.isFinite(edge) ? edge : plate - reach);
  const high = (edge: number, plate: number): number => (Number.isFinite(edge) ? edge : plate + reach);
  return {
    x1: low(block.z1, p.z1),
    x2: high(block.z2, p.z2),
    y1: low(block.y1, p.y1),
    y2: high(block.y2, p.y2),
    H: Number.isFinite(m.H) ? m.H : m.input.anchors.h_ef + 300,
  };
}

export function anchorParts(m: BaseModel): AnchorPart[] {
  const { anchors: a, grout, plate } = m.input;
  const bottom = -grout.t - a.h_ef;
  const seat = plate.t;
  const top = seat + a.washer_t + m.size.nut + PROJECTION;
  const headed = a.type === 'headed' || a.type === 'washer';
  const head: AnchorPart['head'] = headed
    ? { shape: a.type === 'headed' ? 'round' : 'square', width: a.head!, z: [bottom - a.head_t!, bottom] }
    : a.type === 'hooked'
      ? { shape: 'hook', width: 4 * a.d, z: [bottom, bottom + a.d] }
      : null;
  const lowest = headed ? bottom - a.head_t! : bottom;
  const length = Math.ceil((top - lowest) / 5) * 5;
  const plateAtEnd = a.type === 'washer' && a.head ? a.head ** 2 * a.head_t! : 0;
  const nut = ((Math.sqrt(3) / 2) * m.size.flats ** 2 - (Math.PI / 4) * a.d ** 2) * m.size.nut;
  return m.anchors.map(({ y, z }) => ({
    type: 'anchor',
    cls: a.cls ?? `${a.f_yb}/${a.f_ub} MPa`,
    length,
    mass: ((Math.PI / 4) * a.d ** 2 * length + plateAtEnd + nut) * STEEL_DENSITY,
    x: z,
    y,
    d: a.d,
    z: [lowest, top],
    seat,
    washer: a.washer_t,
    washerWidth: Math.max(2 * a.d, a.hole + 12),
    nut: m.size.nut,
    flats: m.size.flats,
    head,
  }));
}

/** The base as solid parts: column stub, plate, welds, grout, block, anchors and key. */
export function baseSolid(m: BaseModel): Solid {
  const { input, column } = m;
  const outline = plateOutline(m);
  return {
    plates: [platePart(m, outline)],
    members: [
      {
        type: 'member',
        id: 'column',
        label: column.name,
        grade: gradeName(input.column.steel),
        shape: column.shape,
        h: column.h,
        b: column.b,
        tw: column.t_w,
        tf: column.t_f,
        r: column.r,
        outline: [[input.plate.t, input.plate.t + STUB]],
      },
    ],
    bolts: [],
    welds: input.weld.type === 'butt' ? [] : weldParts(m),
    butts: input.weld.type === 'butt' ? buttParts(m) : [],
    anchors: anchorParts(m),
    prisms: [blockPart(m), ...groutPart(m, outline), ...keyPart(m)],
  };
}

function plateOutline({ input: { plate }, plateBox: p }: BaseModel): Point[] {
  return plate.shape === 'circle' ? disc(plate.z, plate.y, plate.D! / 2) : box(p.z1, p.z2, p.y1, p.y2);
}

function platePart(m: BaseModel, outline: Point[]): PlatePart {
  const u = m.basis.units;
  const { plate, anchors } = m.input;
  const size = plate.shape === 'circle' ? `D${u.length(plate.D!)}` : `${u.length(plate.b!)}×${u.length(plate.h!)}`;
  return {
    type: 'plate',
    id: 'plate',
    parts: ['plate', 'base'],
    plane: 'xy',
    label: `PL ${u.length(plate.t)}×${size}`,
    grade: gradeName(plate.steel),
    outline,
    ...(plate.shape === 'circle' ? { round: { at: flat(plate.y, plate.z), r: plate.D! / 2 } } : {}),
    y: [0, plate.t],
    holes: m.anchors.map(({ y, z }) => ({ x: z, z: y, d_h: anchors.hole, d_v: anchors.hole })),
  };
}

function blockPart(m: BaseModel): PrismPart {
  const { grout, concrete } = m.input;
  const b = drawnBlock(m);
  return {
    type: 'prism',
    id: 'block',
    label: `Concrete ${concreteName(concrete.f_ck, m.basis.units)}`,
    look: 'concrete',
    parts: ['concrete', 'reinforcement'],
    outline: box(b.x1, b.x2, b.y1, b.y2),
    z: [-grout.t - b.H, -grout.t],
  };
}

function groutPart({ basis, input: { grout } }: BaseModel, outline: Point[]): PrismPart[] {
  if (!(grout.t > 0)) return [];
  const label = `Grout ${basis.units.length(grout.t)}`;
  return [{ type: 'prism', id: 'grout', label, look: 'grout', parts: ['base'], outline, z: [-grout.t, 0] }];
}

function keyPart({ basis: { units: u }, input: { shear } }: BaseModel): PrismPart[] {
  const { key } = shear;
  if (!key || !shear.path.endsWith('key')) return [];
  const section: Point[] =
    key.type === 'plate' ? box(-key.t! / 2, key.t! / 2, -key.b / 2, key.b / 2) : iOutline(key.h!, key.b, key.tw!, key.tf!);
  const size = key.type === 'I' ? `I ${u.length(key.h!)}×${u.length(key.b)}` : `${u.length(key.b)}×${u.length(key.t!)}`;
  return [
    {
      type: 'prism',
      id: 'key',
      label: `Shear key ${size}`,
      look: 'steel',
      parts: ['key'],
      outline: key.along === 'z' ? section : section.map(([x, y]): Point => [y, x]),
      z: [-key.depth, 0],
    },
  ];
}

/** An I seen from above, its depth along x. */
export const iOutline = (h: number, b: number, tw: number, tf: number): Point[] => [
  [-h / 2, -b / 2],
  [-h / 2 + tf, -b / 2],
  [-h / 2 + tf, -tw / 2],
  [h / 2 - tf, -tw / 2],
  [h / 2 - tf, -b / 2],
  [h / 2, -b / 2],
  [h / 2, b / 2],
  [h / 2 - tf, b / 2],
  [h / 2 - tf, tw / 2],
  [-h / 2 + tf, tw / 2],
  [-h / 2 + tf, b / 2],
  [-h / 2, b / 2],
];

/** Butt welds round the column: flanges and web of an I, the whole wall of a hollow section. */
function buttParts({ column: { shape, h, b, t_f, t_w } }: BaseModel): ButtPart[] {
  const joins = ['column', 'plate'] as const;
  if (shape === 'CHS') return [{ t: t_f, length: Math.PI * (h - t_f), runs: 1, joins }];
  if (shape === 'RHS') return [{ t: t_f, length: 2 * (h + b - 2 * t_f), runs: 1, joins }];
  return [
    { t: t_f, length: 2 * b, runs: 2, joins },
    { t: t_w, length: h - 2 * t_f, runs: 1, joins },
  ];
}

function weldParts(m: BaseModel): WeldPart[] {
  const { column, input } = m;
  const t = input.plate.t;
  const { h, b, t_f, t_w, r } = column;
  const part = (a: number, x1: number, y1: number, x2: number, y2: number, out: Vector): WeldPart => ({
    type: 'weld',
    leg: a * Math.SQRT2,
    legs: [[0, 0, 1], out],
    length: Math.hypot(x2 - x1, y2 - y1),
    from: [x1, y1, t],
    to: [x2, y2, t],
    joins: ['column', 'plate'],
    ...(input.weld.bearing ? { bears: true as const } : {}),
  });
  const { a_f, a_w } = input.weld;
  const signs = [-1, 1];
  if (column.shape === 'CHS') {
    const n = 48;
    const at = (i: number): [number, number] => [
      (h / 2) * Math.cos((2 * Math.PI * i) / n),
      (h / 2) * Math.sin((2 * Math.PI * i) / n),
    ];
    return Array.from({ length: n }, (_, i) => {
      const mid = (2 * Math.PI * (i + 0.5)) / n;
      return part(a_f, ...at(i), ...at(i + 1), [Math.cos(mid), Math.sin(mid), 0]);
    });
  }
  if (column.shape === 'RHS')
    return signs.flatMap((s) => [
      part(a_f, (s * h) / 2, -b / 2, (s * h) / 2, b / 2, [s, 0, 0]),
      part(a_f, -h / 2, (s * b) / 2, h / 2, (s * b) / 2, [0, s, 0]),
    ]);
  const d = h / 2 - t_f - r;
  return signs.flatMap((s) => [
    part(a_f, (s * h) / 2, -b / 2, (s * h) / 2, b / 2, [s, 0, 0]),
    ...signs.map((q) => part(a_f, s * (h / 2 - t_f), q * (t_w / 2 + r), s * (h / 2 - t_f), (q * b) / 2, [-s, 0, 0])),
    part(a_w, -d, (s * t_w) / 2, d, (s * t_w) / 2, [0, s, 0]),
  ]);
}

/** What has to be bought and made: read off the solid. */
export function baseQuantities(m: BaseModel, solid: Solid): Quantities {
  const parts = solid.anchors!;
  const { shear } = m.input;
  const block = drawnBlock(m);
  const key = solid.prisms!.find((x) => x.id === 'key');
  const keyMass =
    key && shear.key
      ? (shear.key.type === 'plate'
          ? shear.key.b * shear.key.t!
          : 2 * shear.key.b * shear.key.tf! + (shear.key.h! - 2 * shear.key.tf!) * shear.key.tw!) *
        shear.key.depth *
        STEEL_DENSITY
      : 0;
  return {
    concrete: { volume: ((block.x2 - block.x1) * (block.y2 - block.y1) * block.H) / 1e9, f_ck: m.input.concrete.f_ck },
    bolts: parts.length,
    fastener: 'anchors',
    boltLengths: parts[0] ? [{ length: parts[0].length, count: parts.length }] : [],
    plateMass: solid.plates.reduce((s, p) => s + plateMass(p), 0) + keyMass,
    boltMass: parts.reduce((s, p) => s + p.mass, 0),
    weldVolume: weldMetal(solid.welds),
  };
}
