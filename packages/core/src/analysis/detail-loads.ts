import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import { actionSymbol } from '../basis/standard.ts';
import type { Ground } from '../detail/ground.ts';
import { Refusal } from '../refusal.ts';
import { cross, plus, type Vec } from './vector.ts';

/** What the model takes of actions, by the member at whose end they act. */
const TAKEN = {
  beam: ['V_Ed', 'N_Ed', 'N_tie', 'M_Ed', 'V_ser', 'V_y', 'M_z', 'T'],
  column: ['N_Ed', 'M_y', 'M_z', 'V_y', 'V_z', 'T'],
} as const;

/** How the end of a beam is held sideways, as by its floor: all of its web; where it is twisted, its place alone; where something acts that way, not at all. */
export const heldSideways = (c: Combination): 'web' | 'place' | 'free' => (c.V_y || c.M_z ? 'free' : c.T ? 'place' : 'web');

interface Load {
  readonly F: Vec;
  readonly M: Vec;
}

/**
 * Actions as a force N and a moment Nmm at the cut end of a member. Those of a beam stand at the support face, those of a column at the underside of
 * its plate. Of a beam +y is on the left of who looks from the support along it: V_y pushes there, M_z presses that side in, T twists from +y towards
 * +z. Throws a Refusal of an action that is not in the model.
 */
export function loadOf(
  member: keyof typeof TAKEN,
  c: Combination,
  /** From where they stand to the end. */
  arm: Vec,
  basis: Basis,
  /** Moment that the way to the ground adds there. */
  more: Vec,
  /** Actions that are in the model besides. */
  besides: readonly string[],
): Load {
  const given = c as unknown as Readonly<Record<string, number | undefined>>;
  const taken: readonly string[] = [...TAKEN[member], ...besides];
  for (const [name, value] of Object.entries(given))
    if (typeof value === 'number' && value !== 0 && /^[VNMT](_|$)/.test(name) && !taken.includes(name))
      throw new Refusal(
        name,
        `${actionSymbol(basis, name as 'V_Ed')}: ${c.name} has it, and it is not in the model; a combination without it can be analysed.`,
      );
  const at = (name: string): number => given[name] ?? 0;
  if (at('N_tie') !== 0 && ['V_Ed', 'N_Ed', 'M_Ed', 'V_y', 'M_z', 'T'].some((k) => at(k) !== 0))
    throw new Refusal(
      'N_tie',
      `${actionSymbol(basis, 'N_tie')}: tying acts alone, and ${c.name} has other actions beside it; a combination with either can be analysed.`,
    );
  const { F, M } =
    member === 'beam'
      ? {
          F: [1e3 * (at('N_Ed') + at('N_tie')), 1e3 * at('V_y'), -1e3 * at('V_Ed')] as Vec,
          M: [1e6 * at('T'), 1e6 * at('M_Ed'), 1e6 * at('M_z')] as Vec,
        }
      : columnEnd(at);
  if ([...F, ...M].every((x) => x === 0))
    throw new Refusal('combination', `combination: ${c.name} has no force; accepted is one that has.`);
  // Where the actions stand there is this force and this moment: at the end, less the moment of the force about it.
  return { F, M: plus(plus(M, more), cross(arm, F), -1) };
}

/**
 * What the way of the shear adds to the moments: the couple of a key, and that of friction or a key, which act at the underside of the plate and hold
 * its middle in the model.
 */
export function groundMoment(ground: Ground | null, c: Combination, t: number): Vec {
  if (!ground) return [0, 0, 0];
  const { moment, held, friction } = ground;
  const [x, y] = held ? [1e3 * (c.V_z ?? 0), 1e3 * (c.V_y ?? 0)] : friction;
  return [moment[0] - (t / 2) * y, moment[1] + (t / 2) * x, 0];
}

/** M_y presses the +z side in, which is +x here; M_z the +y side; T twists from +y towards +z. */
function columnEnd(at: (name: string) => number): Load {
  return { F: [1e3 * at('V_z'), 1e3 * at('V_y'), 1e3 * at('N_Ed')], M: [-1e6 * at('M_z'), 1e6 * at('M_y'), -1e6 * at('T')] };
}
