import { type HoleSize, type SteelStrength } from '../../catalogue/index.ts';
import type { Basis } from '../../basis/basis.ts';
import { Refusal } from '../../refusal.ts';
import { notchValues, type SimpleJointModel } from '../beam-end/lay-out.ts';
import { memberDimensions, squareBeam, strength, supportModel, throatOf } from '../members.ts';
import { pitches, rowDepths } from '../pitches.ts';
import { refuseCategory, refuseNotches, refuseSize as refuse } from '../beam-end/refuse-size.ts';
import { bottomEnd, groupHeight, plateWidth, type FinPlateInput } from './input.ts';

/** A fin plate with every value looked up: what rules, checks, solid and drawing read. Lengths mm, stresses MPa. */
export interface FinPlateModel extends SimpleJointModel {
  readonly input: FinPlateInput;
  readonly plateSteel: SteelStrength;
  readonly hole: { readonly normal: number; readonly plate: HoleSize; readonly web: HoleSize };
  /** Top of beam to top of plate. */
  readonly plateTop: number;
  readonly e1: number;
  readonly e1_bot: number;
  readonly L1: number;
  /** Depth of each row below the first. */
  readonly rows: readonly number[];
  readonly B2: number;
  /** Support weld to the first bolt line; to the beam end where the plate is welded to the web. */
  readonly z_p: number;
  readonly width: number;
  readonly welded: boolean;
}

/** Looks up sections, steels and bolts and refuses a joint that can't be built as described. */
export function finPlateModel(input: FinPlateInput, basis: Basis): FinPlateModel {
  squareBeam(input.beam);
  const beam = memberDimensions(input.beam, basis, 'beam')!;
  const support = supportModel(input.support, basis);
  if (support.type === 'column_flange' && support.dims?.shape === 'C')
    throw new Refusal(
      'support.section',
      `support.section: ${support.dims.name} is a channel: a plate on its flange does not lie on the line of its web; accepted are I and H sections, or the web of the channel.`,
    );
  const { plate, web, bolts, holes } = input;
  const { materials } = basis.standard;
  const bolt = materials.bolt(bolts.d);
  const cls = materials.boltClass(bolts.cls);
  const hole = {
    normal: materials.hole(bolts.d, 'normal').d_0,
    plate: materials.hole(bolts.d, holes.plate),
    web: materials.hole(bolts.d, holes.web),
  };
  const model: FinPlateModel = {
    input,
    basis,
    beam,
    support,
    bolt,
    hole,
    beamSteel: strength(input.beam.steel, beam.tf, basis, 'beam.steel'),
    plateSteel: strength(plate.steel, plate.t, basis, 'plate.steel'),
    f_ub: cls.f_ub,
    alpha_v: bolts.threads_in_plane ? cls.alpha_v : 0.6,
    plateTop: web.top_to_bolt - plate.e1,
    e1: plate.e1,
    e1_bot: bottomEnd(input),
    L1: groupHeight(input),
    rows: rowDepths(bolts),
    B2: (bolts.n2 - 1) * bolts.p2,
    z_p: input.gap + (input.fixing === 'welded' ? 0 : web.e2b),
    welded: input.fixing === 'welded',
    width: plateWidth(input),
    top_to_bolt: web.top_to_bolt,
    ...notchValues(input.beam.notch),
  };
  refuseImpossible(model);
  return model;
}

/** Bolts must lie in the plate and in the web, with steel round every hole; the rules judge how much of it. */
function refuseImpossible(m: FinPlateModel): void {
  const u = m.basis.units;
  const { beam, input } = m;
  const { plate, weld } = input;
  if (!m.welded) refuseCategory(input.bolts, m.basis);
  refuseNotches(m);
  const top = m.notchTop ? m.d_nt : beam.tf;
  const bottom = m.notchBottom ? m.d_nb : beam.tf;
  if (plate.h > beam.h - top - bottom)
    refuse(u, 'plate.h', plate.h, "is deeper than the beam's clear web", `at most ${u.about(beam.h - top - bottom)}`);
  if (m.welded) refuseLap(m, top, bottom);
  else refuseHoles(m, top, bottom);
  const a = throatOf(m.basis) * weld.s;
  if (plate.h <= 2 * a)
    refuse(
      u,
      'weld.s',
      weld.s,
      'leaves no effective length on this plate',
      `a leg under ${u.about(plate.h / 2 / throatOf(m.basis))}`,
    );
  if (m.support.d2 !== null && m.support.d2 <= plate.t + 2 * weld.s)
    refuse(
      u,
      'support.d2',
      m.support.d2,
      'is no wider than plate and welds',
      `more than t + 2 s, ${u.about(plate.t + 2 * weld.s)}`,
    );
}

/** Bolts must lie in plate and web with steel round every hole. */
function refuseHoles(m: FinPlateModel, top: number, bottom: number): void {
  const u = m.basis.units;
  const { hole, beam, input } = m;
  const { plate, web, bolts } = input;
  if (plate.e1 <= hole.plate.d_v / 2)
    refuse(
      u,
      'plate.e1',
      plate.e1,
      'lets the top hole cut the plate end',
      `more than half the hole, ${u.size(hole.plate.d_v / 2)}`,
    );
  if (m.e1_bot <= hole.plate.d_v / 2)
    refuse(
      u,
      'plate.h',
      plate.h,
      'is too short for its bolts: the last row lies at or beyond the lower end',
      `more than e1 + (n1 - 1) p1 + half a hole, ${u.about(plate.e1 + m.L1 + hole.plate.d_v / 2)}`,
    );
  if (plate.e2 <= hole.plate.d_h / 2)
    refuse(
      u,
      'plate.e2',
      plate.e2,
      'lets a hole cut the free edge of the plate',
      `more than half the hole, ${u.size(hole.plate.d_h / 2)}`,
    );
  if (web.e2b <= hole.web.d_h / 2)
    refuse(u, 'web.e2b', web.e2b, 'lets a hole cut the beam end', `more than half the hole, ${u.size(hole.web.d_h / 2)}`);
  const d_v = Math.max(hole.plate.d_v, hole.web.d_v);
  const d_h = Math.max(hole.plate.d_h, hole.web.d_h);
  const tight = Math.min(...pitches(bolts));
  if (bolts.n1 > 1 && tight <= d_v)
    refuse(u, 'bolts.p1', tight, 'lets the holes of two rows run into each other', `more than the hole, ${u.size(d_v)}`);
  if (bolts.n2 > 1 && bolts.p2 <= d_h)
    refuse(u, 'bolts.p2', bolts.p2, 'lets the holes of two lines run into each other', `more than the hole, ${u.size(d_h)}`);
  if (m.top_to_bolt - hole.web.d_v / 2 <= top)
    refuse(
      u,
      'web.top_to_bolt',
      m.top_to_bolt,
      `puts the first row into the ${m.notchTop ? 'notch' : 'top flange'}`,
      `more than ${u.about(top + hole.web.d_v / 2)}`,
    );
  if (m.top_to_bolt + m.L1 + hole.web.d_v / 2 >= beam.h - bottom)
    refuse(
      u,
      'bolts.n1',
      m.top_to_bolt + m.L1,
      `down to the last row reaches the ${m.notchBottom ? 'lower notch' : 'bottom flange'}`,
      `less than ${u.about(beam.h - bottom - hole.web.d_v / 2)}: fewer rows, a smaller pitch or a higher first row`,
    );
}

/** A plate welded to the web needs room for its fillets above, below and behind. */
function refuseLap(m: FinPlateModel, top: number, bottom: number): void {
  const u = m.basis.units;
  const { plate, beam_weld } = m.input;
  const s = beam_weld!.s;
  if (m.plateTop - s < top || m.plateTop + plate.h + s > m.beam.h - bottom)
    refuse(
      u,
      'beam_weld.s',
      s,
      'leaves no web for the welds above and below the plate',
      'a plate that ends clear of flanges and notches by the leg',
    );
  if (m.width - m.input.gap <= 4 * s)
    refuse(
      u,
      'plate.e2',
      plate.e2,
      'laps too little on the web for its welds',
      `more than ${u.about(plate.e2 + 4 * s - (m.width - m.input.gap))}`,
    );
}

/** The joint turned upside down, for uplift (basis 2.12). */
export function upturned(m: FinPlateModel): FinPlateModel {
  const top_to_bolt = m.beam.h - m.top_to_bolt - m.L1;
  return {
    ...m,
    rows: m.rows.map((z) => m.L1 - z).reverse(),
    e1: m.e1_bot,
    e1_bot: m.e1,
    top_to_bolt,
    plateTop: top_to_bolt - m.e1_bot,
    d_nt: m.d_nb,
    d_nb: m.d_nt,
    notchTop: m.notchBottom,
    notchBottom: m.notchTop,
  };
}
