import { STEEL_E } from '../../../catalogue/properties.ts';
import type { Combination } from '../../../actions/combination.ts';
import type { CheckResult } from '../../../checks/check.ts';
import type { AnchorConcrete, Ground, GroundAnchor } from '../../../detail/ground.ts';
import type { Point } from '../../../detail/solid.ts';
import { Refusal } from '../../../refusal.ts';
import { fieldStrengths } from '../../../standards/en1993/field-strengths.ts';
import { concreteGives, used } from '../ground.ts';
import type { BaseModel } from '../model.ts';
import { flat } from '../solid.ts';
import type { CheckId } from './results.ts';
import type { BaseGeometry, BaseState } from './state.ts';

/** What the hand method says of a combination, which is in N and Nmm. */
interface Worked {
  readonly state: BaseState;
  readonly results: readonly CheckResult[];
  /** Moments that the way of the shear adds, Nmm. */
  readonly added: { readonly M_y: number; readonly M_z: number };
  /** Tension resistance of the steel of one anchor, N. */
  readonly N_Rd_s: number;
}

const TENSION: readonly CheckId[] = [
  'anchor-reinforcement',
  'anchor-cone',
  'anchor-pullout',
  'anchor-bond',
  'anchor-blowout',
  'anchor-splitting',
];
const STEEL_SHEAR: readonly CheckId[] = ['anchor-steel-shear', 'anchor-shear-lever-arm'];
const CONCRETE_SHEAR: readonly CheckId[] = ['anchor-pryout', 'concrete-edge', 'edge-reinforcement'];

/**
 * What a base stands on: the bed of Table 6.11, anchors that yield in their steel or give with their share of the concrete, and the shear by friction first, then by the anchors or the key. Throws a Refusal where a force has no path.
 */
export function groundOf(m: BaseModel, geometry: BaseGeometry, c: Combination, worked: Worked): Ground {
  const { path } = m.input.shear;
  const [V_y, V_z, T] = [c.V_y ?? 0, c.V_z ?? 0, c.T ?? 0];
  const V = Math.hypot(V_y, V_z);
  const left = V > 0 ? worked.state.V_r / V : 0;
  const byAnchors = path.endsWith('anchors') && (left > 1e-9 || T !== 0);
  if (left > 1e-9 && path === 'friction')
    throw new Refusal(
      'shear.path',
      'shear.path: friction does not carry the shear of this combination, and nothing else takes it.',
    );
  if (T !== 0 && !byAnchors)
    throw new Refusal(
      'T',
      'T: nothing but anchors takes a twist; accepted are combinations without it, or shear by the anchors.',
    );
  if (byAnchors && !m.anchors.length)
    throw new Refusal('shear.path', 'shear.path: there is no anchor to take the shear of this combination.');
  if (byAnchors && used(worked.results, ['anchor-hole-for-shear']) > 1)
    throw new Refusal('anchors.hole', 'anchors.hole: the anchors take no shear in these holes, and it has no other way.');
  const [friction_z, friction_y] = [V_z * (1 - left), V_y * (1 - left)];
  const anchor = anchorOf(m, geometry, worked, byAnchors);
  return {
    bed: { plate: 'plate', k: geometry.k_w, f: geometry.b.f_jd, outline: m.overhang > 0 ? outlineOf(m.bearing) : null },
    anchors: m.anchors.map(() => anchor),
    friction: flat(friction_y, friction_z) as readonly [number, number],
    held: !byAnchors,
    moment: [-worked.added.M_z, worked.added.M_y],
  };
}

function anchorOf(m: BaseModel, { L_b }: BaseGeometry, worked: Worked, sheared: boolean): GroundAnchor {
  const { state, results, N_Rd_s } = worked;
  const { options, anchors: a } = m.input;
  const most = Math.max(0, ...state.V_each.map(({ y, z }) => Math.hypot(y, z)));
  const { k_v } = fieldStrengths.bolt({ d: a.d, A_s: m.size.A_s, f_ub: m.f_ub, alpha_v: 0.6 }, m.basis);
  return {
    k_t: options.k_a ?? (STEEL_E * m.size.A_s) / L_b,
    L_b,
    f_ub: m.f_ub,
    F_t: N_Rd_s,
    shear: sheared && most > 0 ? { k_v, F_v: most / used(results, STEEL_SHEAR) } : null,
    concrete: concreteOf(m, results, Math.max(0, ...state.F_pried), sheared ? most : 0),
  };
}

function concreteOf(m: BaseModel, results: readonly CheckResult[], pull: number, shear: number): AnchorConcrete | null {
  // Reinforcement that carries the one alone, EN 1992-4, 7.2.3.2; else Table 7.3.
  const looped = results.some((x) => x.id === 'edge-reinforcement' && x.type === 'strength');
  return concreteGives(
    { force: pull, use: used(results, TENSION) },
    { force: shear, use: used(results, CONCRETE_SHEAR) },
    (m.input.anchors.bars !== undefined) !== looped ? 2 / 3 : 1.5,
  );
}

/** A polygon of the calculation, y and z in turn, in the axes of the solid. */
const outlineOf = (p: readonly number[]): Point[] =>
  Array.from({ length: p.length / 2 }, (_, i) => flat(p[2 * i]!, p[2 * i + 1]!));
