import type { BoltPart, PlatePart, Point, Solid, Vector, WeldPart } from '../../detail/solid.ts';
import { beamOutline, beamPart, boltPart, supportPart } from '../beam-end/solid-parts.ts';
import { gradeName } from '../../catalogue/steels.ts';
import { absentFar, farJoint } from '../beam-end/far-beam.ts';
import { places, type CleatsModel } from './model.ts';

/** Length of beam shown beyond the cleats. */
export const STUB = 260;

/** Name of the cleat on one side, and id of a leg of it. */
const angleOf = (m: CleatsModel, side: -1 | 1): string =>
  m.input.arrangement === 'single' ? 'cleat' : side < 0 ? 'near cleat' : 'far cleat';
const legOf = (m: CleatsModel, side: -1 | 1, leg: 'web' | 'support'): string => `${angleOf(m, side)}, ${leg} leg`;

/** What of the cleats both legs and bolts are made from. */
function layOut(m: CleatsModel) {
  const { cleat, bolts, arrangement } = m.input;
  const sides: readonly (-1 | 1)[] = arrangement === 'single' ? [-1] : [-1, 1];
  const top = -m.cleatTop;
  const own = places({ supportRows: m.supportRows, p3: bolts.p3, sides });
  const xs = Array.from({ length: bolts.n2 }, (_, j) => m.z_p + j * bolts.p2);
  return {
    sides,
    top,
    bottom: top - cleat.h,
    face: m.beam.tw / 2,
    own,
    supportTopRow: top - m.e1_s,
    webAt: m.toBeam ? m.rows.flatMap((z, row) => xs.map((x, line) => ({ x, z: -m.top_to_bolt - z, row, line }))) : [],
    supportAt: m.toSupport
      ? own.map(([x, z], i) => ({ x, z: top - m.e1_s - z, row: Math.floor(i / sides.length), line: i % sides.length }))
      : [],
  };
}
type LaidOut = ReturnType<typeof layOut>;

/** The cleats as solid parts: two legs each, the near one at negative y. A single cleat is on the near side. */
export function cleatsSolid(m: CleatsModel): Solid {
  const { input, beam, support, bolt, hole } = m;
  const { cleat, gap } = input;
  const k = layOut(m);
  const other = m.far && {
    far: m.far,
    V_Ed: input.support.other_side!.V_Ed,
    top: k.supportTopRow,
    t: cleat.t,
    t_2: support.t,
    end: Math.min(m.e1_s, m.e1_s_bot),
    edge: m.e2_s,
    inner: k.face,
    hole: hole.leg,
    bolt,
    cls: input.bolts.cls,
    grade: gradeName(cleat.steel),
  };
  return {
    plates: k.sides.flatMap((side) => legsOf(m, side, k)),
    members: [
      beamPart(
        beam,
        input.beam.steel,
        beamOutline(m, gap, cleat.leg_web + STUB),
        k.webAt.map(({ x, z }) => ({ x, z, d_h: hole.web.d_h, d_v: hole.web.d_v })),
      ),
      ...supportPart(support, input.support.steel, { h: beam.h, notchTop: m.notchTop }),
    ],
    bolts: boltsOf(m, k),
    ...(other ? { other: farJoint(m.basis.units, other, k.own) } : {}),
    ...absentFar(m.basis.units, input.support, m.far),
    welds: k.sides.flatMap((side) => weldsOf(m, side, k.top, k.bottom)),
  };
}

function boltsOf(m: CleatsModel, { sides, face, webAt, supportAt }: LaidOut): BoltPart[] {
  const { input, bolt, support } = m;
  const { t } = input.cleat;
  const webGrip = sides.length * t + m.beam.tw + input.bolts.packing;
  const through = [legOf(m, -1, 'web'), 'beam', ...(sides.length > 1 ? [legOf(m, 1, 'web')] : [])];
  return [
    ...webAt.map((p) => boltPart(bolt, input.bolts.cls, 'y', p, [-face - t, -face - t + webGrip], webGrip, through)),
    ...supportAt.map((p, i) => {
      const grip = t + support.t + (input.support.other_side && (m.far?.shared[i] ?? true) ? t : 0);
      return boltPart(bolt, input.bolts.cls, 'x', p, [t, t - grip], grip, [legOf(m, p.x > 0 ? 1 : -1, 'support'), 'support']);
    }),
  ];
}

/** The two legs of the cleat on one side. */
function legsOf(m: CleatsModel, side: -1 | 1, { face, top, bottom, webAt, supportAt }: LaidOut): PlatePart[] {
  const { cleat } = m.input;
  const { t, leg_web, leg_support } = cleat;
  const { hole } = m;
  const [inner, outer] = [side * face, side * (face + t)];
  const rect = (a: number, b: number): Point[] => [
    [a, top],
    [b, top],
    [b, bottom],
    [a, bottom],
  ];
  const sizes = [Math.max(leg_web, leg_support), Math.min(leg_web, leg_support), t];
  const common = {
    type: 'plate',
    label: `L ${sizes.map((x) => m.basis.units.length(x)).join('×')}`,
    grade: gradeName(cleat.steel),
  } as const;
  return [
    {
      ...common,
      id: legOf(m, side, 'web'),
      parts: ['web leg', 'cleats'],
      leg: { of: angleOf(m, side), width: leg_web, heel: 0 },
      plane: 'xz',
      outline: rect(0, leg_web),
      y: [Math.min(inner, outer), Math.max(inner, outer)],
      holes: webAt.map(({ x, z }) => ({ x, z, d_h: hole.cleat.d_h, d_v: hole.cleat.d_v })),
    },
    {
      ...common,
      id: legOf(m, side, 'support'),
      parts: ['support leg', 'cleats'],
      leg: { of: angleOf(m, side), width: leg_support, heel: side * face },
      plane: 'yz',
      outline: rect(outer, side * (face + leg_support)),
      y: [0, t],
      holes: supportAt.filter((p) => p.x * side > 0).map(({ x, z }) => ({ x, z, d_h: hole.leg.d_h, d_v: hole.leg.d_v })),
    },
  ];
}

/** Fillets along the toes: on the web also along both ends of the leg. */
function weldsOf(m: CleatsModel, side: -1 | 1, top: number, bottom: number): WeldPart[] {
  const { cleat, weld, gap } = m.input;
  if (!weld) return [];
  const face = (side * m.beam.tw) / 2;
  const make = (from: Vector, to: Vector, along: Vector): WeldPart => ({
    joins: m.toBeam ? [legOf(m, side, 'support'), 'support'] : [legOf(m, side, 'web'), 'beam'],
    type: 'weld',
    leg: weld.s,
    legs: [along, [0, side, 0]],
    from,
    to,
    length: Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]),
  });
  if (!m.toBeam) {
    return [
      make([cleat.leg_web, face, top], [cleat.leg_web, face, bottom], [1, 0, 0]),
      ...[top, bottom].map((z) => make([gap, face, z], [cleat.leg_web, face, z], [0, 0, z === top ? 1 : -1])),
    ];
  }
  if (!m.toSupport) {
    const y = face + side * cleat.leg_support;
    return [make([0, y, top], [0, y, bottom], [1, 0, 0])];
  }
  return [];
}
