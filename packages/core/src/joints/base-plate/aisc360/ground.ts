import { STEEL_E } from '../../../catalogue/properties.ts';
import { KSI } from '../../../catalogue/us.ts';
import type { CheckResult } from '../../../checks/check.ts';
import type { Ground, GroundAnchor } from '../../../detail/ground.ts';
import { Refusal } from '../../../refusal.ts';
import { fieldStrengths } from '../../../standards/aisc360/field-strengths.ts';
import { bedStiffness, concreteGives, freeLength, used } from '../ground.ts';
import type { BaseModel } from '../model.ts';
import { flat } from '../solid.ts';
import { most, type BaseCase } from './case.ts';
import { lugLever } from './lug.ts';

const TENSION = ['an-breakout-tension', 'an-pullout', 'an-side-blowout'];
const STEEL_SHEAR = ['bp-rod-shear', 'an-steel-shear'];
const CONCRETE_SHEAR = ['an-breakout-shear', 'an-breakout-shear-side', 'an-pryout'];
/** The straight lines of 17.8 stand for this curve (ACI 318-19, R17.8). */
const POWER = 5 / 3;

/** Modulus of normal-weight concrete, ACI 318-19, 19.2.2.1(b). */
const concreteE = (f_c: number): number => 57 * Math.sqrt((1000 * f_c) / KSI) * KSI;

/**
 * What a base stands on: concrete that presses back up to the available stress of J8, rods that yield in their steel or give with their share of the
 * concrete of ACI 318-19, and the shear by friction, rods or lug, one of them alone. Stiffnesses are no strengths: those of EN 1993-1-8. Throws a
 * Refusal where a force has no path or the concrete of the anchors could not be judged.
 */
export function groundOf(
  m: BaseModel,
  state: BaseCase,
  results: readonly CheckResult[],
  { f_pmax, A_se }: { readonly f_pmax: number; readonly A_se: number },
): Ground {
  const { by, V } = state;
  const unknown = results.find((x) => x.type === 'skip' && x.missing && x.id.startsWith('an-'));
  if (unknown?.type === 'skip') throw new Refusal('combination', `combination: ${unknown.reason}`);
  if (by === 'friction' && used(results, ['bp-shear-friction']) > 1)
    throw new Refusal(
      'shear.path',
      'shear.path: friction does not carry the shear of this combination, and nothing else takes it.',
    );
  const { plate } = m.input;
  const anchor = anchorOf(m, state, results, A_se);
  return {
    bed: { plate: 'plate', k: bedStiffness(concreteE(m.input.concrete.f_ck), plate.h! * plate.b!), f: f_pmax, outline: null },
    anchors: m.anchors.map((_, i) => (state.sheared.includes(i) ? anchor : { ...anchor, shear: null })),
    friction: by === 'friction' ? (flat(0, V) as readonly [number, number]) : [0, 0],
    held: by !== 'anchors',
    moment: [0, by === 'lug' ? V * lugLever(m) : 0],
  };
}

function anchorOf(m: BaseModel, state: BaseCase, results: readonly CheckResult[], A_se: number): GroundAnchor {
  const { anchors: a, grout, plate } = m.input;
  const { by, V, forces, sheared } = state;
  const strength = fieldStrengths.bolt({ d: a.d, A_s: A_se, f_ub: m.f_ub, alpha_v: 0.45 }, m.basis);
  const L_b = a.L_b ?? freeLength(a, grout.t, plate.t);
  const each = by === 'anchors' && sheared.length ? Math.abs(V) / sheared.length : 0;
  // To ACI 318 the thread counts, to AISC 360 the gross area: the less of both.
  const steel = used(results, ['an-steel-tension', 'bp-rod-tension']);
  const pull = most(forces.T);
  return {
    k_t: m.input.options.k_a ?? (STEEL_E * A_se) / L_b,
    L_b,
    f_ub: m.f_ub,
    F_t: pull > 0 && steel > 0 ? pull / steel : strength.F_t_Rd,
    shear: each > 0 ? { k_v: strength.k_v, F_v: each / used(results, STEEL_SHEAR) } : null,
    concrete: concreteGives(
      { force: pull, use: used(results, TENSION) },
      { force: each, use: used(results, CONCRETE_SHEAR) },
      POWER,
    ),
  };
}
