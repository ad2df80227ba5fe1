import type { PlatePart, Point, Solid, Vector, WeldPart } from '../../detail/solid.ts';
import { beamOutline, beamPart, boltPart, supportPart } from '../beam-end/solid-parts.ts';
import { gradeName } from '../../catalogue/steels.ts';
import { farJoint } from '../beam-end/far-beam.ts';
import { places, type CleatsModel } from './model.ts';

/** Length of beam shown beyond the cleats. */
export const STUB = 260;

/** Id of a leg of the cleat on one side. */
const legOf = (m: CleatsModel, side: -1 | 1, leg: 'web' | 'support'): string =>
  `${m.input.arrangement === 'single' ? 'cleat' : side < 0 ? 'near cleat' : 'far cleat'}, ${leg} leg`;

/** The cleats as solid parts: two legs each, the near one at negative y. A single cleat is on the near side. */
export function cleatsSolid(m: CleatsModel): Solid {
  const u = m.basis.units;
  const { input, beam, support, bolt, hole } = m;
  const { cleat, bolts, gap } = input;
  const { t } = cleat;
  const top = -m.cleatTop;
  const bottom = top - cleat.h;
  const sides: readonly (-1 | 1)[] = input.arrangement === 'single' ? [-1] : [-1, 1];
  const face = beam.tw / 2;
  const xs = Array.from({ length: bolts.n2 }, (_, j) => m.z_p + j * bolts.p2);
  const webAt = m.toBeam ? m.rows.flatMap((z, row) => xs.map((x, line) => ({ x, z: -m.top_to_bolt - z, row, line }))) : [];
  const supportTopRow = top - m.e1_s;
  const own = places({ supportRows: m.supportRows, p3: bolts.p3, sides });
  const supportAt = m.toSupport
    ? own.map(([x, z], i) => ({ x, z: supportTopRow - z, row: Math.floor(i / sides.length), line: i % sides.length }))
    : [];
  const webGrip = sides.length * t + beam.tw + bolts.packing;
  const through = [legOf(m, -1, 'web'), 'beam', ...(sides.length > 1 ? [legOf(m, 1, 'web')] : [])];
  const boltParts = [
    ...webAt.map((p) => boltPart(bolt, 'y', p, [-face - t, -face - t + webGrip], webGrip, through)),
    ...supportAt.map((p, i) => {
      const grip = t + support.t + (input.support.other_side && (m.far?.shared[i] ?? true) ? t : 0);
      return boltPart(bolt, 'x', p, [t, t - grip], grip, [legOf(m, p.x > 0 ? 1 : -1, 'support'), 'support']);
    }),
  ];
  const label = `L ${[Math.max(cleat.leg_web, cleat.leg_support), Math.min(cleat.leg_web, cleat.leg_support), t].map((x) => u.length(x)).join('×')}`;
  const grade = gradeName(cleat.steel);
  const legs = sides.flatMap((side): PlatePart[] => {
    const [inner, outer] = [side * face, side * (face + t)];
    const rect = (a: number, b: number): Point[] => [
      [a, top],
      [b, top],
      [b, bottom],
      [a, bottom],
    ];
    return [
      {
        type: 'plate',
        id: legOf(m, side, 'web'),
        parts: ['web leg', 'cleats'],
        plane: 'xz',
        label,
        grade,
        outline: rect(0, cleat.leg_web),
        y: [Math.min(inner, outer), Math.max(inner, outer)],
        holes: webAt.map(({ x, z }) => ({ x, z, d_h: hole.cleat.d_h, d_v: hole.cleat.d_v })),
      },
      {
        type: 'plate',
        id: legOf(m, side, 'support'),
        parts: ['support leg', 'cleats'],
        plane: 'yz',
        label,
        grade,
        outline: rect(outer, side * (face + cleat.leg_support)),
        y: [0, t],
        holes: supportAt.filter((p) => p.x * side > 0).map(({ x, z }) => ({ x, z, d_h: hole.leg.d_h, d_v: hole.leg.d_v })),
      },
    ];
  });
  return {
    plates: legs,
    members: [
      beamPart(beam, input.beam.steel, beamOutline(m, gap, cleat.leg_web + STUB)),
      ...supportPart(support, input.support.steel, { h: beam.h, notchTop: m.notchTop }),
    ],
    bolts: boltParts,
    ...(m.far
      ? {
          other: farJoint(
            u,
            {
              far: m.far,
              top: supportTopRow,
              t,
              t_2: support.t,
              end: Math.min(m.e1_s, m.e1_s_bot),
              edge: m.e2_s,
              inner: face,
              hole: hole.leg,
              bolt,
              grade,
            },
            own,
          ),
        }
      : {}),
    welds: sides.flatMap((side) => weldsOf(m, side, top, bottom)),
  };
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
