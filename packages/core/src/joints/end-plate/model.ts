import { type HoleSize, type SteelStrength } from '../../catalogue/index.ts';
import type { Point } from '../../detail/solid.ts';
import type { Basis } from '../../basis/basis.ts';
import { farBolts } from '../beam-end/far-beam.ts';
import { endValues, notchValues, type EndBoltsModel } from '../beam-end/lay-out.ts';
import { memberDimensions, squareBeam, strength, supportModel, throatOf } from '../members.ts';
import { pitches, rowDepths } from '../pitches.ts';
import { refuseCategory, refuseEdges, refuseNotches, refuseOnFlange, refuseSize as refuse } from '../beam-end/refuse-size.ts';
import { bottomEnd, columns, columnSpread, edgeDistance, groupHeight, type EndPlateInput } from './input.ts';

/** A shear end plate with every value looked up. Lengths mm, stresses MPa. */
export interface EndPlateModel extends EndBoltsModel {
  readonly input: EndPlateInput;
  readonly plateSteel: SteelStrength;
  readonly hole: { readonly normal: number; readonly plate: HoleSize; readonly support: HoleSize };
  readonly plateTop: number;
  readonly e1: number;
  readonly e1_bot: number;
  readonly e2: number;
  /** Columns of bolts on each side of the web, and their places across, in mm from the middle of the web. */
  readonly columns: number;
  readonly across: readonly number[];
  readonly L1: number;
  /** Depth of each row below the first. */
  readonly rows: readonly number[];
}

/** Looks up sections, steels and bolts and refuses a joint that can't be built as described. */
export function endPlateModel(input: EndPlateInput, basis: Basis): EndPlateModel {
  squareBeam(input.beam);
  const beam = memberDimensions(input.beam, basis, 'beam')!;
  const support = supportModel(input.support, basis);
  const { plate, bolts, holes } = input;
  const { materials } = basis.standard;
  const cls = materials.boltClass(bolts.cls);
  const across = columns(input) > 1 ? [bolts.p3 / 2, bolts.p3 / 2 + columnSpread(input)] : [bolts.p3 / 2];
  const far = input.support.other_side?.bolts;
  const model: EndPlateModel = {
    input,
    basis,
    beam,
    support,
    beamSteel: strength(input.beam.steel, beam.tf, basis, 'beam.steel'),
    plateSteel: strength(plate.steel, plate.t, basis, 'plate.steel'),
    bolt: materials.bolt(bolts.d),
    f_ub: cls.f_ub,
    alpha_v: bolts.threads_in_plane ? cls.alpha_v : 0.6,
    hole: {
      normal: materials.hole(bolts.d, 'normal').d_0,
      plate: materials.hole(bolts.d, holes.plate),
      support: materials.hole(bolts.d, holes.support),
    },
    plateTop: plate.top,
    top_to_bolt: plate.top + plate.e1,
    e1: plate.e1,
    e1_bot: bottomEnd(input),
    e2: edgeDistance(input),
    columns: columns(input),
    across,
    far: far
      ? farBolts(places({ across, rows: rowDepths(bolts) }), far, { d: bolts.d, d_0: materials.hole(bolts.d, holes.support).d_0 })
      : null,
    L1: groupHeight(input),
    rows: rowDepths(bolts),
    ...endValues(support, input.support, bolts.p3 / 2 + columnSpread(input)),
    ...notchValues(input.beam.notch),
  };
  refuseImpossible(model);
  return model;
}

/** Bolts row by row, each from left to right: across, and down from the first row. */
export const places = (m: Pick<EndPlateModel, 'across' | 'rows'>): Point[] =>
  m.rows.flatMap((z) => [...m.across.map((y) => -y).reverse(), ...m.across].map((y): Point => [y, z]));

/** Bolts must lie in the plate and the support with steel round every hole, clear of the beam and its weld. */
function refuseImpossible(m: EndPlateModel): void {
  refuseCategory(m.input.bolts, m.basis);
  refuseEdges(m.basis.units, m.input.support, m.hole.support);
  refuseNotches(m);
  refusePlate(m);
  refuseHoles(m);
  refuseOnWeld(m);
  refuseOnSupport(m);
}

function refusePlate(m: EndPlateModel): void {
  const u = m.basis.units;
  const { hole, beam, input } = m;
  const { plate, bolts } = input;
  const top = m.notchTop ? m.d_nt : beam.tf;
  const bottom = m.notchBottom ? m.d_nb : beam.tf;
  if (!plate.full_depth && plate.h > beam.h - top - bottom)
    refuse(
      u,
      'plate.h',
      plate.h,
      "is deeper than the beam's clear web",
      `at most ${u.about(beam.h - top - bottom)}, or a plate of full depth`,
    );
  if (plate.full_depth && plate.h < beam.h - (m.notchTop ? m.d_nt : 0) - (m.notchBottom ? m.d_nb : 0))
    refuse(
      u,
      'plate.h',
      plate.h,
      'is less than the beam, but the plate is said to take its full depth',
      `at least ${u.about(beam.h)}`,
    );
  if (plate.e1 <= hole.plate.d_v / 2)
    refuse(
      u,
      'plate.e1',
      plate.e1,
      'lets the top holes cut the plate end',
      `more than half the hole, ${u.size(hole.plate.d_v / 2)}`,
    );
  if (m.e1_bot <= hole.plate.d_v / 2)
    refuse(
      u,
      'plate.h',
      plate.h,
      'is too short for its bolts: the last row lies at or beyond the lower end',
      `more than ${u.about(plate.e1 + m.L1 + hole.plate.d_v / 2)}`,
    );
  if (m.e2 <= hole.plate.d_h / 2)
    refuse(
      u,
      'plate.b',
      plate.b,
      'lets the holes cut the side edges of the plate',
      `more than the bolts and a hole, ${u.about(bolts.p3 + 2 * columnSpread(input) + hole.plate.d_h)}`,
    );
}

function refuseHoles(m: EndPlateModel): void {
  const u = m.basis.units;
  const { hole } = m;
  const { bolts } = m.input;
  const d_v = Math.max(hole.plate.d_v, hole.support.d_v);
  const tight = Math.min(...pitches(bolts));
  if (bolts.n1 > 1 && tight <= d_v)
    refuse(u, 'bolts.p1', tight, 'lets the holes of two rows run into each other', `more than the hole, ${u.size(d_v)}`);
  const d_h = Math.max(hole.plate.d_h, hole.support.d_h);
  if (m.columns > 1 && bolts.p2! <= d_h)
    refuse(u, 'bolts.p2', bolts.p2!, 'lets the holes of two columns run into each other', `more than the hole, ${u.size(d_h)}`);
}

function refuseOnWeld(m: EndPlateModel): void {
  const u = m.basis.units;
  const { hole, beam } = m;
  const { plate, bolts, weld } = m.input;
  const a = throatOf(m.basis) * weld.s;
  const least = beam.tw + 1.6 * Math.SQRT2 * a + 2;
  if (bolts.p3 <= least || bolts.p3 <= beam.tw + 2 * weld.s + hole.plate.d_h)
    refuse(
      u,
      'bolts.p3',
      bolts.p3,
      'brings the bolts into the weld at the beam web',
      `more than ${u.about(Math.max(least, beam.tw + 2 * weld.s + hole.plate.d_h))}`,
    );
  if (plate.h <= 2 * a)
    refuse(
      u,
      'weld.s',
      weld.s,
      'leaves no effective length on this plate',
      `a leg under ${u.about(plate.h / 2 / throatOf(m.basis))}`,
    );
}

function refuseOnSupport(m: EndPlateModel): void {
  const u = m.basis.units;
  const { hole, support, input } = m;
  const { bolts } = input;
  const spread = columnSpread(input);
  if (support.type === 'column_flange' && m.column) {
    const c = m.column;
    refuseOnFlange(u, c, bolts.p3, hole.support.d_h);
    if ((c.b - bolts.p3) / 2 - spread <= hole.support.d_h / 2)
      refuse(
        u,
        'bolts.p2',
        bolts.p2!,
        "puts the outer bolts at or beyond the edge of the column's flange",
        `one column a side, or less than ${u.about((c.b - bolts.p3 - hole.support.d_h) / 2)}`,
      );
  }
  if (support.type !== 'column_flange' && support.d2 !== null) {
    if (bolts.p3 >= support.d2)
      refuse(u, 'bolts.p3', bolts.p3, 'is wider than the clear web of the support', `less than ${u.about(support.d2)}`);
    if (support.type === 'column_web' && bolts.p3 + 2 * spread >= support.d2)
      refuse(
        u,
        'bolts.p2',
        bolts.p2!,
        'puts the outer bolts beyond the clear web of the column',
        `one column a side, or less than ${u.about((support.d2 - bolts.p3) / 2)}`,
      );
  }
}

/** The joint turned upside down, for uplift (basis 2.12). */
export function upturned(m: EndPlateModel): EndPlateModel {
  const top_to_bolt = m.beam.h - m.top_to_bolt - m.L1;
  return {
    ...m,
    rows: m.rows.map((z) => m.L1 - z).reverse(),
    e1: m.e1_bot,
    e1_bot: m.e1,
    top_to_bolt,
    plateTop: top_to_bolt - m.e1_bot,
    e_top: m.e_bottom,
    e_bottom: m.e_top,
    d_nt: m.d_nb,
    d_nb: m.d_nt,
    notchTop: m.notchBottom,
    notchBottom: m.notchTop,
  };
}
