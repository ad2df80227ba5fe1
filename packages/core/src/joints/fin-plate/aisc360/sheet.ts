import { boltGroup, INCH, KSI, pretension } from '../../../catalogue/index.ts';
import { Values } from '../../../checks/values.ts';
import type { Side } from '../../../checks/sided.ts';
import { Sheet, type Run } from '../../../formula/index.ts';
import { elasticGroup, instantaneousCentre, momentGroup, type Centre } from '../../../standards/aisc360/bolt-group.ts';
import { beamEndCommon, beamEndSlots, copedEnd, type BeamEndCase } from '../../../standards/aisc360/beam-end.ts';
import { aiscSettings, isLrfd } from '../../../standards/aisc360/standard.ts';
import type { Clear } from '../../beam-end/clearances.ts';
import { lazyOnce } from '../../../lazy.ts';
import { pitches } from '../../pitches.ts';
import type { FinPlateModel } from '../model.ts';

/** A single plate to AISC 360: geometry as it was looked up, and which of the two configurations it is. */
export interface SinglePlateCase extends BeamEndCase, Clear {
  readonly m: FinPlateModel;
  readonly turned: boolean;
  readonly notchTop: boolean;
  readonly l_n: number;
  readonly extended: boolean;
  /** Limits of the conventional configuration that it does not keep, in words. */
  readonly notConventional: readonly string[];
  /** Eccentricity that the bolts take is a share of a: all, half, or with the lines as well. */
  readonly lever: 'half' | 'whole' | 'lines';
  /** The bolt group under a load whose axial part is `N` of `V`, both as they act; null where none can be found. */
  group(V: number, N: number): Centre | null;
}

export const sheet = new Sheet();
const g = sheet.given.bind(sheet);
export const slots = {
  V: g('V', 'kN', 'beam reaction'),
  N: g('N', 'kN', 'axial force acting with the reaction, as a magnitude'),
  V_far: g('V_far', 'kN', 'reaction of the beam on the other face of the support'),
  E: g('E', 'MPa', 'modulus of elasticity'),
  F_EXX: g('F_EXX', 'MPa', 'tensile strength of the weld metal'),
  t_p: g('t_p', 'mm', 'thickness of the plate'),
  L: g('L', 'mm', 'depth of the plate'),
  F_y_p: g('F_y_p', 'MPa', 'yield strength of the plate'),
  F_u_p: g('F_u_p', 'MPa', 'tensile strength of the plate'),
  a: g('a', 'mm', 'weld to the first bolt line'),
  l_ev_p: g('l_ev_p', 'mm', 'last row to the end of the plate'),
  l_em_p: g('l_em_p', 'mm', 'smaller end distance of the plate'),
  l_eh_p: g('l_eh_p', 'mm', 'last bolt line to the free edge of the plate'),
  d_hv_p: g('d_hv_p', 'mm', 'hole in the plate, vertical'),
  d_hh_p: g('d_hh_p', 'mm', 'hole in the plate, horizontal'),
  n: g('n', '-', 'bolt rows'),
  m: g('m', '-', 'bolt lines'),
  L1: g('L1', 'mm', 'first row to last'),
  s_min: g('s_min', 'mm', 'smallest spacing of rows'),
  s_max: g('s_max', 'mm', 'largest spacing of rows'),
  g_c: g('g_c', 'mm', 'spacing of the bolt lines'),
  d: g('d', 'mm', 'bolt diameter'),
  F_nv: g('F_nv', 'MPa', 'nominal shear stress of the bolts'),
  T_b: g('T_b', 'kN', 'least pretension of a bolt'),
  mu: g('mu', '-', 'slip coefficient'),
  h_f: g('h_f', '-', 'factor for fillers'),
  w: g('w', 'mm', 'leg of the fillet weld'),
  t_s: g('t_s', 'mm', 'thickness of the support'),
  F_y_s: g('F_y_s', 'MPa', 'yield strength of the support'),
  F_u_s: g('F_u_s', 'MPa', 'tensile strength of the support'),
  t_wc: g('t_wc', 'mm', 'web of the column'),
  k_c: g('k_c', 'mm', 'outer face of the column’s flange to the toe of its fillet'),
  T_c: g('T_c', 'mm', 'clear depth of the supporting web'),
  ...beamEndSlots(sheet),
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
  R(r);
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
  const find = bolt_groups === 'elastic' ? elasticGroup : instantaneousCentre;
  // Solved once for each direction of the load.
  let last: { V: number; N: number; found: Centre | null } | null = null;
  return {
    m,
    clearances,
    turned,
    lrfd: isLrfd(m.basis),
    notchTop: m.notchTop,
    l_n: m.l_n,
    copedTop: m.notchTop,
    copedBottom: m.notchBottom,
    rows: bolts.n1,
    lines: bolts.n2,
    extended,
    notConventional,
    lever,
    group: (V, N) => {
      const size = Math.hypot(V, N);
      const u: [number, number] = [N / size, -V / size];
      if (last && Math.abs(last.V - u[1]) < 1e-12 && Math.abs(last.N - u[0]) < 1e-12) return last.found;
      // The reaction acts at the weld, to the left of the bolts: it turns them counter-clockwise.
      last = { V: u[1], N: u[0], found: find(points, u, (V / size) * ecc) };
      return last.found;
    },
  };
}

/** The coped end of a case, worked once. */
export const copeOf = lazyOnce((c: SinglePlateCase) => {
  const { m } = c;
  return copedEnd({
    E: 29_000 * KSI,
    F_y: m.beamSteel.f_y,
    d: m.beam.h,
    b_f: m.beam.b,
    t_f: m.beam.tf,
    t_w: m.beam.tw,
    c: m.l_n,
    d_ct: m.notchTop ? m.d_nt : 0,
    d_cb: m.notchBottom ? m.d_nb : 0,
  });
});

/** Moment that the bolts of an extended plate take alone, mm of one bolt's strength: C' of the Manual. */
export const momentOf = lazyOnce((c: SinglePlateCase) =>
  momentGroup(c.m.rows.flatMap((z) => Array.from({ length: c.lines }, (_, j): [number, number] => [j * c.m.input.bolts.p2, -z]))),
);

/** Lays out the values of one side with where each came from. */
export function sideOf(m: FinPlateModel, clearances: Clear['clearances'], turned: boolean): Side<SinglePlateCase> {
  const { input, beam, support, basis } = m;
  const { bolts, plate, holes } = input;
  const settings = aiscSettings(basis);
  const lay = new Values(sheet);
  const put = (slot: (typeof slots)[keyof typeof slots], x: number, ref: string): void => lay.put(slot, x, 'input', ref);
  const code = (slot: (typeof slots)[keyof typeof slots], x: number, ref: string): void => lay.put(slot, x, 'code', ref);
  const c = caseOf(m, clearances, turned);
  code(slots.E, 29_000 * KSI, 'AISC 360-22, B: 29,000 ksi');
  lay.put(slots.F_EXX, Number(settings.electrode) * KSI, 'basis', `settings: weld metal E${settings.electrode}`);
  put(slots.t_p, plate.t, 'plate.t');
  put(slots.L, plate.h, 'plate.h');
  lay.steel(slots.F_y_p, slots.F_u_p, m.plateSteel, 'plate', plate.steel, plate.t);
  put(slots.a, m.z_p, 'gap and web.e2b');
  put(slots.l_ev_p, m.e1_bot, 'plate.h, plate.e1 and the rows');
  put(slots.l_em_p, Math.min(m.e1, m.e1_bot), 'plate.e1 and the rows');
  put(slots.l_eh_p, plate.e2, 'plate.e2');
  code(slots.d_hv_p, m.hole.plate.d_v, `AISC 360-22, Table J3.3: ${holes.plate.replaceAll('_', ' ')} hole`);
  code(slots.d_hh_p, m.hole.plate.d_h, `AISC 360-22, Table J3.3: ${holes.plate.replaceAll('_', ' ')} hole`);
  put(slots.n, bolts.n1, 'bolts.n1');
  put(slots.m, bolts.n2, 'bolts.n2');
  put(slots.L1, m.L1, 'bolts.p1');
  const spacing = pitches(bolts);
  put(slots.s_min, spacing.length ? Math.min(...spacing) : 0, 'bolts.p1');
  put(slots.s_max, spacing.length ? Math.max(...spacing) : 0, 'bolts.p1');
  put(slots.g_c, bolts.n2 > 1 ? bolts.p2 : 0, 'bolts.p2');
  put(slots.d, bolts.d, 'bolts.d');
  const group = boltGroup(bolts.cls)!;
  lay.put(
    slots.F_nv,
    bolts.threads_in_plane ? group.F_nv_N : group.F_nv_X,
    'catalogue',
    `AISC 360-22, Table J3.2: ${group.named ? `group ${bolts.cls}` : `threaded part of class ${bolts.cls}`}, threads ${bolts.threads_in_plane ? 'in' : 'out of'} the plane`,
  );
  const T_b = pretension(bolts.d, bolts.cls);
  if (T_b)
    lay.put(
      slots.T_b,
      T_b.T_b,
      'code',
      `AISC 360-22, Table J3.1${T_b.fromTable ? '' : ': by its rule, 0.70 F_u A_t to the nearest kip'}`,
    );
  code(slots.mu, bolts.friction === 'A' ? 0.3 : 0.5, `AISC 360-22, J3.9: class ${bolts.friction}`);
  code(slots.h_f, 1, 'AISC 360-22, J3.9: no filler, or one');
  put(slots.w, input.weld.s, 'weld.s');
  put(slots.t_s, support.t, 'support');
  lay.steel(slots.F_y_s, slots.F_u_s, support.steel, 'support', input.support.steel, support.t_ref);
  put(slots.V_far, (input.support.other_side?.V_Ed ?? 0) * 1e3, 'support.other_side.V_Ed');
  if (support.dims) {
    put(slots.t_wc, support.dims.tw, `${support.dims.name}: tw`);
    put(slots.k_c, support.dims.tf + support.dims.r, `${support.dims.name}: tf + r`);
  }
  if (support.d2 !== null) put(slots.T_c, support.d2, 'clear depth of the supporting web');
  for (const [slot, dim] of [
    [slots.d_b, 'h'],
    [slots.b_f, 'b'],
    [slots.t_f, 'tf'],
    [slots.t_w, 'tw'],
  ] as const)
    lay.put(
      slot,
      beam[dim],
      beam.fromCatalogue ? 'catalogue' : 'input',
      beam.fromCatalogue ? `${beam.name}: ${dim}` : `beam.${dim}`,
    );
  put(slots.k, beam.tf + beam.r, 'beam: tf + r');
  lay.steel(slots.F_y_w, slots.F_u_w, m.beamSteel, 'beam', input.beam.steel, beam.tf);
  const turnedWords = turned ? ', joint turned upside down for uplift' : '';
  put(slots.c_c, m.l_n, 'beam.notch.l_n');
  put(slots.d_ct, m.d_nt, `beam.notch.d_nt${turnedWords}`);
  put(slots.d_cb, m.d_nb, `beam.notch.d_nb${turnedWords}`);
  put(slots.gap, input.gap, 'gap');
  put(slots.l_ev_w, m.top_to_bolt - m.d_nt, `web.top_to_bolt less the cope${turnedWords}`);
  put(slots.l_eh_w, input.web.e2b, 'web.e2b');
  lay.put(slots.under, settings.underrun, 'basis', 'settings: underrun');
  code(slots.d_hv_w, m.hole.web.d_v, `AISC 360-22, Table J3.3: ${holes.web.replaceAll('_', ' ')} hole`);
  code(slots.d_hh_w, m.hole.web.d_h, `AISC 360-22, Table J3.3: ${holes.web.replaceAll('_', ' ')} hole`);
  put(slots.z_g, m.top_to_bolt + m.L1 / 2, `web.top_to_bolt and the rows${turnedWords}`);
  return { c, values: lay.values, origins: lay.origins, common };
}
