import { type HoleSize, type SteelStrength } from '../../catalogue/index.ts';
import type { Point } from '../../detail/solid.ts';
import type { Basis } from '../../basis/basis.ts';
import { farBolts } from '../beam-end/far-beam.ts';
import { endValues, notchValues, type EndBoltsModel } from '../beam-end/lay-out.ts';
import { memberDimensions, squareBeam, strength, supportModel, throatOf } from '../members.ts';
import { groupHeight, pitches, rowDepths } from '../pitches.ts';
import { refuseCategory, refuseEdges, refuseNotches, refuseOnFlange, refuseSize as refuse } from '../beam-end/refuse-size.ts';
import { bottomEnd, boltedToBeam, boltedToSupport, supportBottomEnd, webEdge, type CleatsInput } from './input.ts';

/** Angle cleats with every value looked up. Lengths mm, stresses MPa. */
export interface CleatsModel extends EndBoltsModel {
  readonly input: CleatsInput;
  readonly cleatSteel: SteelStrength;
  readonly hole: {
    readonly normal: number;
    readonly cleat: HoleSize;
    readonly web: HoleSize;
    readonly leg: HoleSize;
    readonly support: HoleSize;
  };
  /** Beam top down to the top of the cleats. */
  readonly cleatTop: number;
  readonly e1: number;
  readonly e1_bot: number;
  readonly e1_s: number;
  readonly e1_s_bot: number;
  readonly L1: number;
  readonly B2: number;
  readonly z_p: number;
  /** Free edge beyond the bolts: of the web leg, of the support leg. */
  readonly e2: number;
  readonly e2_s: number;
  /** Depth of each row below the first: web, support. */
  readonly rows: readonly number[];
  readonly supportRows: readonly number[];
  /** Support bolt line to the face of the beam web, the back of the web leg. */
  readonly heel: number;
  readonly toBeam: boolean;
  readonly toSupport: boolean;
}

/** Bolts of a joint on the far face, among its own. */
function farOf(input: CleatsInput, { units, standard }: Basis): CleatsModel['far'] {
  const far = input.support.other_side?.bolts;
  if (!far) return null;
  if (input.arrangement === 'single')
    refuse(
      units,
      'support.other_side.bolts',
      far.n1,
      'rows on the far face can not be told apart from those of a single cleat',
      'none: a single cleat on the far face shares its holes',
    );
  if (!boltedToSupport(input)) return null;
  const { bolts, support_bolts, holes } = input;
  return farBolts(places({ supportRows: rowDepths(support_bolts), p3: bolts.p3, sides: [-1, 1] }), far, {
    d: bolts.d,
    d_0: standard.materials.hole(bolts.d, holes.support).d_0,
  });
}

/** Looks up sections, steels and bolts and refuses a joint that can't be built as described. */
export function cleatsModel(input: CleatsInput, basis: Basis): CleatsModel {
  squareBeam(input.beam);
  const beam = memberDimensions(input.beam, basis, 'beam')!;
  const support = supportModel(input.support, basis);
  const { cleat, web, bolts, support_bolts, holes } = input;
  const { materials } = basis.standard;
  const cls = materials.boltClass(bolts.cls);
  const heel = (bolts.p3 - beam.tw) / 2;
  const model: CleatsModel = {
    input,
    basis,
    beam,
    support,
    beamSteel: strength(input.beam.steel, beam.tf, basis, 'beam.steel'),
    cleatSteel: strength(cleat.steel, cleat.t, basis, 'cleat.steel'),
    bolt: materials.bolt(bolts.d),
    f_ub: cls.f_ub,
    alpha_v: bolts.threads_in_plane ? cls.alpha_v : 0.6,
    hole: {
      normal: materials.hole(bolts.d, 'normal').d_0,
      cleat: materials.hole(bolts.d, holes.cleat),
      web: materials.hole(bolts.d, holes.web),
      leg: materials.hole(bolts.d, holes.leg),
      support: materials.hole(bolts.d, holes.support),
    },
    cleatTop: web.top_to_bolt - cleat.e1,
    top_to_bolt: web.top_to_bolt,
    e1: cleat.e1,
    e1_bot: bottomEnd(input),
    e1_s: support_bolts.e1,
    e1_s_bot: supportBottomEnd(input),
    L1: groupHeight(bolts),
    B2: (bolts.n2 - 1) * bolts.p2,
    z_p: input.gap + web.e2b,
    e2: webEdge(input),
    e2_s: cleat.leg_support - heel,
    heel,
    rows: rowDepths(bolts),
    supportRows: rowDepths(support_bolts),
    far: farOf(input, basis),
    toBeam: boltedToBeam(input),
    toSupport: boltedToSupport(input),
    ...endValues(support, input.support, boltedToSupport(input) ? bolts.p3 / 2 : null),
    ...notchValues(input.beam.notch),
  };
  refuseImpossible(model);
  return model;
}

/** Support bolts row by row: across, and down from the first row. */
export const places = (o: {
  readonly supportRows: readonly number[];
  readonly p3: number;
  readonly sides: readonly number[];
}): Point[] => o.supportRows.flatMap((z) => o.sides.map((s): Point => [(s * o.p3) / 2, z]));

/** Bolts must lie in the legs, the web and the support with steel round every hole, and every weld on what it holds. */
function refuseImpossible(m: CleatsModel): void {
  refuseCategory(m.input.bolts, m.basis);
  if (m.toSupport) refuseEdges(m.basis.units, m.input.support, m.hole.support);
  refuseNotches(m);
  refuseAngle(m);
  for (const side of boltedSides(m)) refuseRows(m, side);
  if (m.toBeam) refuseWebBolts(m);
  else if (m.input.cleat.leg_web <= m.input.gap + 20)
    refuse(
      m.basis.units,
      'cleat.leg_web',
      m.input.cleat.leg_web,
      'leaves no room for welds on the beam web',
      `more than ${m.basis.units.about(m.input.gap + 20)}`,
    );
  if (m.toSupport) refuseSupportBolts(m);
  else refuseSupportWelds(m);
  refuseWeld(m);
}

function refuseAngle(m: CleatsModel): void {
  const u = m.basis.units;
  const { beam } = m;
  const { cleat } = m.input;
  const top = m.notchTop ? m.d_nt : beam.tf;
  const bottom = m.notchBottom ? m.d_nb : beam.tf;
  if (cleat.h > beam.h - top - bottom)
    refuse(u, 'cleat.h', cleat.h, "is longer than the beam's clear web", `at most ${u.about(beam.h - top - bottom)}`);
  if (cleat.t >= Math.min(cleat.leg_web, cleat.leg_support) / 2)
    refuse(
      u,
      'cleat.t',
      cleat.t,
      'is no angle with these legs',
      `less than ${u.about(Math.min(cleat.leg_web, cleat.leg_support) / 2)}`,
    );
}

interface BoltedSide {
  readonly e: number;
  readonly bot: number;
  readonly rows: CleatsInput['bolts'] | CleatsInput['support_bolts'];
  readonly d_v: number;
  readonly field: string;
  readonly pitch: string;
}

function boltedSides({ input, hole, ...m }: CleatsModel): BoltedSide[] {
  const web = { e: m.e1, bot: m.e1_bot, rows: input.bolts, d_v: Math.max(hole.cleat.d_v, hole.web.d_v) };
  const support = { e: m.e1_s, bot: m.e1_s_bot, rows: input.support_bolts, d_v: Math.max(hole.leg.d_v, hole.support.d_v) };
  return [
    ...(m.toBeam ? [{ ...web, field: 'cleat.e1', pitch: 'bolts.p1' }] : []),
    ...(m.toSupport ? [{ ...support, field: 'support_bolts.e1', pitch: 'support_bolts.p1' }] : []),
  ];
}

function refuseRows(m: CleatsModel, s: BoltedSide): void {
  const u = m.basis.units;
  const { cleat } = m.input;
  if (s.e <= s.d_v / 2)
    refuse(u, s.field, s.e, 'lets the top holes cut the end of the cleats', `more than half the hole, ${u.size(s.d_v / 2)}`);
  if (s.bot <= s.d_v / 2)
    refuse(
      u,
      'cleat.h',
      cleat.h,
      'is too short for the bolts: the last row lies at or beyond the lower end',
      `more than ${u.about(cleat.h - s.bot + s.d_v / 2)}`,
    );
  const tight = Math.min(...pitches(s.rows));
  if (s.rows.n1 > 1 && tight <= s.d_v)
    refuse(u, s.pitch, tight, 'lets the holes of two rows run into each other', `more than the hole, ${u.size(s.d_v)}`);
}

/** Middle of the heel to where a bolt has room, on either leg. */
const heelRoom = ({ input: { cleat, bolts } }: CleatsModel): number => cleat.t + cleat.r / 2 + bolts.d / 2;

function refuseWebBolts(m: CleatsModel): void {
  const u = m.basis.units;
  const { hole } = m;
  const { cleat, bolts, web, gap } = m.input;
  const inner = heelRoom(m);
  const d_h = Math.max(hole.cleat.d_h, hole.web.d_h);
  if (web.e2b <= hole.web.d_h / 2)
    refuse(u, 'web.e2b', web.e2b, 'lets a hole cut the beam end', `more than half the hole, ${u.size(hole.web.d_h / 2)}`);
  if (m.z_p <= inner)
    refuse(u, 'web.e2b', web.e2b, 'puts the web bolts into the heel of the cleats', `more than ${u.about(inner - gap)}`);
  if (bolts.n2 > 1 && bolts.p2 <= d_h)
    refuse(u, 'bolts.p2', bolts.p2, 'lets the holes of two lines run into each other', `more than the hole, ${u.size(d_h)}`);
  if (m.e2 <= hole.cleat.d_h / 2)
    refuse(
      u,
      'cleat.leg_web',
      cleat.leg_web,
      'is too short for its bolts',
      `more than ${u.about(m.z_p + m.B2 + hole.cleat.d_h / 2)}`,
    );
}

function refuseSupportBolts(m: CleatsModel): void {
  const u = m.basis.units;
  const { hole, beam, support } = m;
  const { cleat, bolts } = m.input;
  const least = beam.tw + 2 * Math.max(heelRoom(m), cleat.t + 0.8 * cleat.r + 1);
  if (bolts.p3 <= least)
    refuse(u, 'bolts.p3', bolts.p3, 'puts the support bolts into the heel of the cleats', `more than ${u.about(least)}`);
  if (m.e2_s <= hole.leg.d_h / 2)
    refuse(
      u,
      'cleat.leg_support',
      cleat.leg_support,
      'is too short for its bolts',
      `more than ${u.about(m.heel + hole.leg.d_h / 2)}`,
    );
  if (support.type === 'column_flange' && m.column) refuseOnFlange(u, m.column, bolts.p3, hole.support.d_h);
  if (support.type !== 'column_flange' && support.d2 !== null && bolts.p3 >= support.d2)
    refuse(u, 'bolts.p3', bolts.p3, 'is wider than the clear web of the support', `less than ${u.about(support.d2)}`);
}

function refuseSupportWelds(m: CleatsModel): void {
  const u = m.basis.units;
  const { beam, support } = m;
  const { cleat } = m.input;
  const wide = 2 * cleat.leg_support + beam.tw;
  if (support.type === 'column_flange' && m.column && wide <= m.column.tw + 1.6 * m.column.r)
    refuse(
      u,
      'cleat.leg_support',
      cleat.leg_support,
      "keeps the welds over the column's root fillets",
      `more than ${u.about((m.column.tw + 1.6 * m.column.r - beam.tw) / 2)}`,
    );
  if (support.type !== 'column_flange' && support.d2 !== null && wide >= support.d2)
    refuse(
      u,
      'cleat.leg_support',
      cleat.leg_support,
      'makes the cleats wider than the clear web of the support',
      `less than ${u.about((support.d2 - beam.tw) / 2)}`,
    );
}

function refuseWeld(m: CleatsModel): void {
  const u = m.basis.units;
  const { cleat, weld } = m.input;
  const s = weld?.s;
  if (!(m.toBeam && m.toSupport) && s !== undefined && cleat.h <= 4 * throatOf(m.basis) * s)
    refuse(
      u,
      'weld.s',
      s,
      'leaves no effective length on these cleats',
      `a leg under ${u.about(cleat.h / 4 / throatOf(m.basis))}`,
    );
}

const turnedRows = (rows: readonly number[]): number[] => rows.map((z) => rows[rows.length - 1]! - z).reverse();

/** The joint turned upside down, for uplift (basis 2.12). */
export function upturned(m: CleatsModel): CleatsModel {
  const cleatTop = m.beam.h - m.cleatTop - m.input.cleat.h;
  return {
    ...m,
    rows: turnedRows(m.rows),
    supportRows: turnedRows(m.supportRows),
    e1: m.e1_bot,
    e1_bot: m.e1,
    e1_s: m.e1_s_bot,
    e1_s_bot: m.e1_s,
    top_to_bolt: cleatTop + m.e1_bot,
    cleatTop,
    e_top: m.e_bottom,
    e_bottom: m.e_top,
    d_nt: m.d_nb,
    d_nb: m.d_nt,
    notchTop: m.notchBottom,
    notchBottom: m.notchTop,
  };
}
