import { INCH } from '../../../catalogue/index.ts';
import type { Side } from '../../../checks/sided.ts';
import { Sheet, type Run } from '../../../formula/index.ts';
import { ByDirection } from '../../../standards/aisc360/centre.ts';
import { momentGroup, type Centre } from '../../../standards/aisc360/bolt-group.ts';
import { eccentricBolts, type Eccentric } from '../../../standards/aisc360/eccentric.ts';
import { beamEndCommon, type BeamEndCase } from '../../../standards/aisc360/beam-end.ts';
import type { SlipCase } from '../../../standards/aisc360/slip.ts';
import { aiscSettings, isLrfd } from '../../../standards/aisc360/standard.ts';
import type { Clear } from '../../beam-end/clearances.ts';
import { lazyOnce } from '../../../lazy.ts';
import { jointSlots, layOutJoint, layOutWebBolts } from '../../beam-end/aisc360/lay-out.ts';
import type { FinPlateModel } from '../model.ts';

/** What one bolt bears in one place: the weaker of bearing and tearout in both parts, and its own shear; nominal, N. */
export interface BoltLimit {
  readonly row: number;
  readonly line: number;
  readonly r: number;
  readonly by: 'shear' | 'bearing plate' | 'tearout plate' | 'bearing web' | 'tearout web';
}

/** A single plate to AISC 360: geometry as it was looked up, and which of the two configurations it is. */
export interface SinglePlateCase extends BeamEndCase, SlipCase, Clear {
  readonly m: FinPlateModel;
  readonly turned: boolean;
  readonly notchTop: boolean;
  readonly l_n: number;
  readonly extended: boolean;
  /** Limits of the conventional configuration that it does not keep, in words. */
  readonly notConventional: readonly string[];
  /** Eccentricity that the bolts take is a share of a: all, half, or with the lines as well. */
  readonly lever: 'half' | 'whole' | 'lines';
  /** The bolt group under a load whose axial part is `N` of `V`, both as they act. */
  group(V: number, N: number): Eccentric<Centre>;
  /** What each bolt bears, by the direction of the load. */
  readonly limits: ByDirection<readonly BoltLimit[]>;
}

export const sheet = new Sheet();
const g = sheet.given.bind(sheet);
export const slots = {
  ...jointSlots(sheet),
  t_p: g('t_p', 'mm', 'thickness of the plate'),
  L: g('L', 'mm', 'depth of the plate'),
  F_y_p: g('F_y_p', 'MPa', 'yield strength of the plate'),
  F_u_p: g('F_u_p', 'MPa', 'tensile strength of the plate'),
  a: g('a', 'mm', 'weld to the first bolt line'),
  l_ev_p: g('l_ev_p', 'mm', 'last row to the end of the plate'),
  l_em_p: g('l_em_p', 'mm', 'smaller end distance of the plate'),
  l_eh_p: g('l_eh_p', 'mm', 'last bolt line to the free edge of the plate'),
  d_hv_p: g('d_hv_p', 'mm', 'hole in the plate, vertical'),
  L_s: g('L_s', 'mm', 'span of the beam under its slab'),
  d_hh_p: g('d_hh_p', 'mm', 'hole in the plate, horizontal'),
};

const common_ = sheet.commonSection('geometry');
const A_b = common_.f('A_b', 'mm2', 'pi*d^2/4', 'area of a bolt', 'AISC 360-22, J3.7');
const d_nv = common_.f('d_nv_p', 'mm', 'd_hv_p+1.5875[mm]', 'hole in the plate for its net area, vertical', 'AISC 360-22, B4.3b');
const d_nh = common_.f(
  'd_nh_p',
  'mm',
  'd_hh_p+1.5875[mm]',
  'hole in the plate for its net area, horizontal',
  'AISC 360-22, B4.3b',
);
const R = common_.f('R', 'kN', 'sqrt(V^2+N^2)', 'resultant of reaction and axial force');
const endValues = beamEndCommon(common_);
const e = {
  half: common_.f('e', 'mm', 'a/2', 'eccentricity of the bolts, conventional', 'Manual, part 10'),
  whole: common_.f('e', 'mm', 'a', 'eccentricity of the bolts, conventional with six rows or more', 'Manual, part 10'),
  lines: common_.f('e', 'mm', 'a+(m-1)*g_c/2', 'eccentricity of the bolts, extended', 'Manual, part 10'),
};

function common(r: Run, c: SinglePlateCase): void {
  endValues(r, true);
  A_b(r);
  d_nv(r);
  d_nh(r);
  e[c.lever](r);
}

const near = (x: number, limit: number): boolean => x <= limit + 1e-6;
/** Limits of the conventional configuration (Manual, part 10) that a plate does not keep. */
function conventionalLimits(m: FinPlateModel): string[] {
  const { bolts, holes, plate, web } = m.input;
  const out: string[] = [];
  const u = m.basis.units;
  if (bolts.n2 !== 1) out.push('one bolt line');
  if (bolts.n1 < 2 || bolts.n1 > 12) out.push('2 to 12 rows');
  if (!near(m.z_p, 3.5 * INCH)) out.push(`a of at most ${u.size(3.5 * INCH)}`);
  const short = [holes.plate, holes.web].filter((h) => h === 'short_slot_h' || h === 'short_slot_v').length;
  const others = [holes.plate, holes.web].some((h) => h !== 'normal' && !h.startsWith('short_slot'));
  if (others || short > 1) out.push('standard holes, or short slots in one part');
  if (!near(2 * bolts.d, plate.e2) || !near(2 * bolts.d, web.e2b)) out.push('edge distances of at least 2 d');
  const thin = Math.min(plate.t, m.beam.tw);
  const limit = short
    ? bolts.n1 <= 5
      ? Infinity
      : bolts.d / 2 + INCH / 16
    : bolts.n1 <= 5
      ? bolts.d / 2 + INCH / 16
      : bolts.d / 2 - INCH / 16;
  if (!near(thin, limit)) out.push(`plate or web of at most ${u.size(limit)}`);
  return out;
}

/** What a joint is by its geometry and the settings of its job. */
export function caseOf(m: FinPlateModel, clearances: Clear['clearances'], turned: boolean): SinglePlateCase {
  const { bolts, holes } = m.input;
  const notConventional = conventionalLimits(m);
  const { configuration, bolt_groups } = aiscSettings(m.basis);
  const extended = configuration === 'extended' || (configuration === 'auto' && notConventional.length > 0);
  const short = holes.plate.startsWith('short_slot') || holes.web.startsWith('short_slot');
  const lever = extended ? 'lines' : bolts.n1 >= 6 && !short ? 'whole' : 'half';
  const points = m.rows.flatMap((z) => Array.from({ length: bolts.n2 }, (_, j): [number, number] => [j * bolts.p2, -z]));
  const ecc = lever === 'half' ? m.z_p / 2 : lever === 'whole' ? m.z_p : m.z_p + ((bolts.n2 - 1) * bolts.p2) / 2;
  // Solved once for each direction of the load.
  const groups = new ByDirection<Eccentric<Centre>>();
  return {
    m,
    clearances,
    turned,
    lrfd: isLrfd(m.basis),
    slip: { bolts, holes: [holes.plate, holes.web], units: m.basis.units },
    notchTop: m.notchTop,
    l_n: m.l_n,
    copedTop: m.notchTop,
    copedBottom: m.notchBottom,
    rows: bolts.n1,
    lines: bolts.n2,
    extended,
    notConventional,
    lever,
    // The reaction acts at the weld, to the left of the bolts: it turns them counter-clockwise.
    group: (V, N) => groups.of(V, N, (v, n) => eccentricBolts(bolt_groups, points, [n, -v], v * ecc)),
    limits: new ByDirection(),
  };
}

/** Moment that the bolts of an extended plate take alone, mm of one bolt's strength: C' of the Manual. */
export const momentOf = lazyOnce((c: SinglePlateCase) =>
  momentGroup(c.m.rows.flatMap((z) => Array.from({ length: c.lines }, (_, j): [number, number] => [j * c.m.input.bolts.p2, -z]))),
);

/** Lays out the values of one side with where each came from. */
export function sideOf(m: FinPlateModel, clearances: Clear['clearances'], turned: boolean): Side<SinglePlateCase> {
  const { plate, holes, gap, web } = m.input;
  const lay = layOutJoint(slots, sheet, m, { gap, gapRef: 'gap', turned });
  layOutWebBolts(lay, slots, m, { e2b: web.e2b, hole: m.hole.web, kind: holes.web, turned });
  lay.input(slots.t_p, plate.t, 'plate.t');
  lay.input(slots.L, plate.h, 'plate.h');
  lay.steel(slots.F_y_p, slots.F_u_p, m.plateSteel, 'plate', plate.steel, plate.t);
  lay.input(slots.a, m.z_p, 'gap and web.e2b');
  lay.input(slots.l_ev_p, m.e1_bot, 'plate.h, plate.e1 and the rows');
  lay.input(slots.l_em_p, Math.min(m.e1, m.e1_bot), 'plate.e1 and the rows');
  lay.input(slots.l_eh_p, plate.e2, 'plate.e2');
  if (m.input.slab) lay.input(slots.L_s, m.input.slab.span, 'slab.span');
  lay.hole(slots.d_hv_p, slots.d_hh_p, m.hole.plate, holes.plate);
  return { c: caseOf(m, clearances, turned), lay, acting: R, common };
}
