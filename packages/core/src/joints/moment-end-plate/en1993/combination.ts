import type { Run } from '../../../formula/index.ts';
import type { Combination } from '../../../actions/combination.ts';
import type { MomentPlateModel } from '../model.ts';
import { edgesNear } from './edges.ts';
import { boltChecks } from './bolt-checks.ts';
import { forcesOf, type Worked } from './forces.ts';
import { compressionChecks, momentChecks, pathChecks, rowChecks } from './joint-checks.ts';
import { results, type CheckId, type Out } from './results.ts';
import { secantStiffness } from './rotation.ts';
import { haunchTip, tensionStiffener } from './stiffeners.ts';
import { weldChecks } from './weld-checks.ts';
import { haunchWeld } from './welds.ts';
import type { Resist } from './work.ts';

/** Everything of one combination, in N and mm. */
export function workCombination(m: MomentPlateModel, resist: Resist, c: Combination, names: readonly string[], r: Run): Out {
  const out = results();
  const { w, steps } = workChecks(m, resist, c, names, out, r);
  rotationChecks(m, resist, w, out, r);
  edgeCheck([...steps, ...edgesNear(m, w, resist.steps(), r)], out);
  leftOut(m, w, out);
  return out;
}

/** Every check that may give, into `out`; with how the forces run and the edges of the code that the bolts make. */
export function workChecks(
  m: MomentPlateModel,
  resist: Resist,
  c: Combination,
  names: readonly string[],
  out: Out,
  r: Run,
): { readonly w: Worked; readonly steps: readonly string[] } {
  const w = forcesOf(m, resist, c, r);
  momentChecks(m, w, out, r);
  pathChecks(m, resist, w, out, r);
  rowChecks(w, out, r);
  compressionChecks(m, w, out, r);
  const steps = boltChecks(m, resist, w, names, out, r);
  weldChecks(m, w, out, r);
  stiffenerChecks(m, w, out, r);
  haunchChecks(m, w, out, r);
  return { w, steps };
}

/** No check of its own: the workings name what the code itself jumps at, near this combination. */
function edgeCheck(near: readonly string[], out: Out): void {
  out.skip(
    'code-edges',
    near.length
      ? `the code jumps near this combination (within 5 %): at ${near.join('; at ')}`
      : 'nothing at which the code jumps lies within 5 % of this combination',
  );
}

function stiffenerChecks(m: MomentPlateModel, w: Worked, out: Out, r: Run): void {
  const { R, F, moments } = w;
  const { state } = R;
  if (!m.column) {
    out.skip('stiffener-tension', 'no column in this joint');
    return;
  }
  const pull = tensionStiffener(m, state.turned, state, (i) => F[state.rows[i]!.index]!, moments.beta, r);
  if (!pull) {
    out.skip('stiffener-tension', state.turned.ten.stiffener ? 'no row beside it' : 'no stiffener at the tension flange');
    return;
  }
  out.strength('stiffener-tension', pull.demand, pull.resistance, 'kN', { multiple: pull.multiple });
  out.strength('stiffener-tension-weld', pull.demand, pull.weld, 'kN', { multiple: pull.multipleWeld });
}

function haunchChecks(m: MomentPlateModel, w: Worked, out: Out, r: Run): void {
  if (!m.haunch) return;
  const { R, C, u_M } = w;
  const pressed = R.state.turned.com.haunch;
  const force = pressed ? C : u_M * R.sum;
  out.strength('weld-haunch-web', force, haunchWeld(r), 'kN');
  if (m.haunch.tip) out.skip('haunch-end-web', 'stiffened: the stiffener takes it');
  else {
    const tip = haunchTip(r, force, !pressed);
    out.strength('haunch-end-web', tip.demand, tip.resistance, 'kN');
  }
}

function rotationChecks(m: MomentPlateModel, resist: Resist, w: Worked, out: Out, r: Run): void {
  const s = resist.stiffness(w.R, w.V, r);
  if (!s) return;
  out.value(
    'initial-stiffness',
    s.S,
    'kNm/rad',
    m.column ? 'half of it in a frame analysis without iteration' : 'a third of it in a frame analysis without iteration',
  );
  out.value('secant-stiffness', secantStiffness(r, s.S, w.R.M, w.M), 'kNm/rad', 'at the moment of this combination');
}

/** Checks that this combination did not reach, each with its reason. */
function leftOut(m: MomentPlateModel, w: Worked, out: Out): void {
  const told = new Set(out.list.map((x) => x.id));
  const skip = (id: CheckId, reason: string): void => {
    if (!told.has(id)) out.skip(id, reason);
  };
  const idle = w.F.some((F) => F > 0) ? 'no row that it holds is pulled' : 'no row is pulled by this combination';
  const column = m.column ? idle : 'no column in this joint';
  skip('column-flange-bending', column);
  skip('column-web-tension', m.column && w.R.state.beside.some((b) => b) ? 'the stiffener carries the rows beside it' : column);
  skip('column-web-share', m.column ? 'no pulled row beside a tension stiffener' : column);
  skip('end-plate-bending', idle);
  skip('beam-web-tension', idle);
  skip('bolt-tension-small', 'no axial tension within 5 % of that of the beam');
  skip('axial-small', w.N === 0 ? 'no axial force' : 'the axial force counts in full');
  skip('stiffener-tension-weld', m.column ? 'no stiffener that is pulled' : 'no column in this joint');
  for (const id of ['weld-haunch-web', 'haunch-end-web'] as const) skip(id, 'no haunch');
  for (const id of ['initial-stiffness', 'secant-stiffness'] as const) skip(id, 'no row pulls under this sense of the moment');
}
