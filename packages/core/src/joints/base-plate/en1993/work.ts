import { quiet, Run, at } from '../../../formula/index.ts';
import type { Combination } from '../../../actions/combination.ts';
import type { Load } from '../../../standards/en1993/contact-bed.ts';
import type { BaseModel } from '../model.ts';
import { groutNotes } from './bearing.ts';
import { distanceToCompression, forces } from './forces.ts';
import { keyChecks, keyMoment } from './key.ts';
import type { How } from './parts.ts';
import { pryingForce } from './plate.ts';
import { lineBending, worstLine } from './plate-lines.ts';
import { baseResults, type BaseResults } from './results.ts';
import { anchor, ps, sheet } from './sheet.ts';
import { shareShear } from '../../../standards/en1992-4/edge.ts';
import { anchorShearChecks, twistNote } from './shear.ts';
import { inTension, type BaseGeometry, type BaseState } from './state.ts';
import { tensionModes } from './tension.ts';
import { columnWeld } from './weld.ts';
import { fixed } from './words.ts';

const af = sheet.section('base-friction');
const friction = { V: af.f('V_f', 'kN', 'V_Ed', 'shear', ''), F: af.f('F_f', 'kN', 'F_f_Rd', 'friction', '') };

/** Forces of a combination at the underside of the plate, and how its shear goes. */
interface Sheared {
  readonly V: number;
  readonly V_z: number;
  readonly V_y: number;
  readonly T: number;
  /** What friction carries, and what of the shear is left after it, where it counts. */
  readonly F_f: number;
  readonly V_r: number;
  readonly usesFriction: boolean;
  /** A key carries what is left. */
  readonly withKey: boolean;
}

/** Friction first; what is left goes to the anchors or to the key. */
function shearOf(m: BaseModel, geo: BaseGeometry, c: Combination, r: Run): Sheared {
  const { shear } = m.input;
  const [V_y, V_z, T] = [c.V_y ?? 0, c.V_z ?? 0, c.T ?? 0];
  const V = ps.V_Ed(r);
  const usesFriction = shear.path.startsWith('friction');
  const compression = (): number =>
    shear.N_from === 'column'
      ? Math.max(0, -c.N_Ed)
      : forces(m, geo, r, { N: c.N_Ed, M_y: c.M_y ?? 0, M_z: c.M_z ?? 0 }, V_z, V_y, baseResults()).C;
  ps.N_c(r, usesFriction ? quiet(r, compression) : Math.max(0, -c.N_Ed));
  const F_f = ps.F_f(r);
  const V_r = (usesFriction ? ps.V_r : ps.V_r_all)(r);
  return { V, V_z, V_y, T, F_f, V_r, usesFriction, withKey: shear.path.endsWith('key') && V_r > 0 };
}

/** The load on the plate; the key's reaction lies below it, so that its moment joins the base. */
function loadOf(m: BaseModel, c: Combination, { V, V_y, V_z, withKey }: Sheared, r: Run, out: BaseResults, how: How): Load {
  const keyM = withKey ? keyMoment(r) : 0;
  if (withKey) out.notes.push(`shear key adds ${m.basis.units.quantity(keyM, 'kNm')} to the base moment`);
  return {
    N: c.N_Ed,
    M_y: how.without === 'y' ? 0 : (c.M_y ?? 0) + (V > 0 ? (keyM * V_z) / V : 0),
    M_z: how.without === 'z' ? 0 : (c.M_z ?? 0) + (V > 0 ? (keyM * V_y) / V : 0),
  };
}

/** Forces of the anchors with their prying, which is added to them and not to the equilibrium; the plate along its worst line. */
function pried(
  m: BaseModel,
  geo: BaseGeometry,
  f: ReturnType<typeof forces>,
  tensioned: readonly number[],
  r: Run,
  out: BaseResults,
): number[] {
  const { F } = f;
  const rule = m.input.options.prying;
  const F_pried = F.map((x, i) => (tensioned.includes(i) ? x + pryingForce(f.stub(i), geo.m_pl, x, rule) : 0));
  const most = Math.max(0, ...tensioned.map((i) => F_pried[i]! / F[i]! - 1));
  if (most > 1e-9)
    out.notes.push(
      `prying: anchor forces increased by up to ${fixed(Math.round(most * 1000) / 10)} %; a thicker plate removes it`,
    );
  const line = tensioned.length ? worstLine(m, geo.scan(), F) : null;
  if (line) {
    const { demand, resistance } = lineBending(r, m, line, F);
    out.strength('plate-line-bending', demand, resistance, 'kNm');
  }
  return F_pried;
}

/** What the concrete and the steel of pulled anchors say: the worst use of the concrete, and the groups that may break out. */
interface Pulled {
  readonly beta_concrete: number;
  readonly groups: readonly (readonly number[])[];
}

function pullChecks(
  m: BaseModel,
  f: ReturnType<typeof forces>,
  tensioned: readonly number[],
  F_pried: number[],
  r: Run,
  out: BaseResults,
): Pulled {
  if (!tensioned.length) {
    out.skip('anchor-tension', 'no anchor is in tension');
    return { beta_concrete: 0, groups: [] };
  }
  const z = f.C > 0 ? distanceToCompression(m, F_pried, f) : 0;
  const modes = tensionModes(r, m, tensioned, F_pried, f.C > 0 ? { C: f.C, z } : null);
  const replaced = modes.some((x) => x.id === 'anchor-reinforcement');
  let beta_concrete = 0;
  const groups: (readonly number[])[] = [];
  for (const x of modes) {
    if ('skip' in x) {
      out.skip(x.id, x.skip);
      continue;
    }
    const alone = replaced && x.id === 'anchor-cone';
    at(r, x.where, () => {
      x.again();
      const u = out.strength(x.id, x.demand, x.resistance, 'kN', { where: x.where, info: alone });
      if (alone) out.notes.push(`hanger bars replace the cone, which alone would be used to ${fixed(u)}`);
      else if (x.id !== 'anchor-steel-tension') beta_concrete = Math.max(beta_concrete, u);
    });
    if (x.id === 'anchor-cone') groups.push(x.idx);
  }
  pullNotes(m, modes, tensioned.length, out);
  return { beta_concrete, groups };
}

/** Hooks of strong steel, splitting by assumed values, large circles. */
function pullNotes(m: BaseModel, modes: ReturnType<typeof tensionModes>, tensioned: number, out: BaseResults): void {
  const { anchors } = m.input;
  if (anchors.type === 'hooked' && m.f_yb > 300) out.strength('hook-yield', m.f_yb, 300, 'MPa', { multiple: 0 });
  const splits = modes.some((x) => x.id === 'anchor-splitting' && !('skip' in x));
  if (splits && (anchors.product.c_cr_sp === undefined || anchors.product.h_min === undefined))
    out.notes.push('splitting is worked with assumed values of c_cr,sp or h_min: take them from the approval document');
  if (anchors.pattern.type === 'circle' && tensioned > 9) out.notes.push('more than 9 anchors: outside the tested groups');
}

/** Friction, twist, and what is left of the shear on its path; the shear of each anchor. */
function shearChecks(
  m: BaseModel,
  s: Sheared,
  pull: Pulled & { readonly F: readonly number[]; readonly any: boolean },
  r: Run,
  out: BaseResults,
): BaseState['V_each'] {
  const { shear } = m.input;
  const none = m.anchors.map(() => ({ y: 0, z: 0 }));
  const { V, T, V_r } = s;
  if (V === 0 && T === 0) {
    out.skip('base-shear', 'no shear force');
    return none;
  }
  if (!s.usesFriction) out.skip('base-friction', 'friction switched off');
  else if (V > 0) {
    friction.V(r);
    friction.F(r);
    // Friction grows with the load as the shear does: its multiple is that of the shear alone.
    out.strength('base-friction', V, s.F_f, 'kN', { info: shear.path !== 'friction' });
  }
  if (shear.path.endsWith('anchors')) return anchorsInShear(m, s, pull, r, out) ?? none;
  if (T !== 0) {
    out.notes.push(twistNote(m.basis.units, T, shear.path.endsWith('key') ? 'a shear key' : 'friction'));
    out.strength('base-twist', Math.abs(T), 0, 'kNm');
  }
  if (s.withKey) {
    const [main, other] = shear.key!.along === 'z' ? [s.V_z, s.V_y] : [s.V_y, s.V_z];
    keyChecks(r, m, out, V_r, ps.V_r.def.slot.index, main, (Math.abs(other) / V) * V_r);
  } else if (shear.path.endsWith('key')) out.skip('anchor-shear', 'friction carries all the shear');
  return none;
}

function anchorsInShear(
  m: BaseModel,
  { V, V_y, V_z, T, V_r }: Sheared,
  { F, any, beta_concrete }: Pulled & { readonly F: readonly number[]; readonly any: boolean },
  r: Run,
  out: BaseResults,
): BaseState['V_each'] | null {
  if (V_r <= 1e-9 * V && T === 0) {
    out.skip('anchor-shear', 'friction carries all the shear');
    return null;
  }
  if (!m.anchors.length) {
    out.strength('anchor-steel-shear', Math.max(V_r, Math.abs(T) / 1e3), 0, 'kN');
    return null;
  }
  const left = V > 0 ? V_r / V : 0;
  const s = shareShear(m, V_y * left, V_z * left, T);
  const N_Rd_s = r.v[anchor.N_Rd_s.def.slot.index]!;
  anchorShearChecks(r, m, out, s, { F, any, beta_concrete, N_Rd_s, bars: m.input.anchors.bars !== undefined });
  return s.each;
}

/** Everything of one combination, in N and N mm. */
export function work(
  m: BaseModel,
  geo: BaseGeometry,
  c: Combination,
  r: Run,
  how: How = {},
): { out: BaseResults; state: BaseState; load: Load; unbalanced: Load | null } {
  const out = baseResults(r.suffix);
  const s = shearOf(m, geo, c, r);
  out.notes.push(...m.warnings, ...groutNotes(m));
  const load = loadOf(m, c, s, r, out, how);
  const f = forces(m, geo, r, load, s.V_z, s.V_y, out, how);
  const tensioned = inTension(f.F, c.N_Ed, f.C);
  const F_pried = pried(m, geo, f, tensioned, r, out);
  const pull = pullChecks(m, f, tensioned, F_pried, r, out);
  const V_each = shearChecks(m, s, { ...pull, F: F_pried, any: tensioned.length > 0 }, r, out);
  columnWeld(r, m, geo.welds, out, { N: c.N_Ed, M_y: c.M_y ?? 0, M_z: c.M_z ?? 0, V_y: s.V_y, V_z: s.V_z });
  return {
    out,
    state: {
      method: f.method,
      F: f.F,
      F_pried,
      V_each,
      contact: f.contact,
      bearing: f.bearing,
      lever: f.lever,
      coneGroups: pull.groups,
      V_r: s.V_r,
    },
    load,
    unbalanced: f.method === 'section' && !f.contact ? load : null,
  };
}
