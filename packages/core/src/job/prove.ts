import { ACTION_NAMES, untakenOf, type ActionName, type Combination } from '../actions/combination.ts';
import type { BucklingMode } from '../analysis/buckling.ts';
import { mayProve } from '../basis/basis.ts';
import type { Proof } from '../joints/proof.ts';
import type { JointLike } from '../joints/report.ts';
import { Refusal } from '../refusal.ts';
import { basisOf } from '../standards/job-basis.ts';
import { multipleText } from '../units/format.ts';
import type { Settings } from '../basis/basis.ts';
import type { JointLoads, JudgedBy } from './actions.ts';
import { analysisPrint } from './print.ts';

/** A joint with all that acts on it as ready combinations. */
type ActedJoint = JointLike & { readonly settings?: Partial<Settings> | undefined };

/** What of a joint no check takes, and the combinations that have it: what a plate analysis would have to show. Null where there is nothing. */
export function toProve({
  combinations,
}: Pick<JointLike, 'combinations'>): { readonly actions: readonly ActionName[]; readonly under: readonly string[] } | null {
  const found = combinations.filter((c: Combination) => Object.keys(untakenOf(c)).length > 0);
  const actions = ACTION_NAMES.filter((k) => found.some((c) => untakenOf(c)[k]));
  return actions.length ? { actions, under: found.map((c) => c.name) } : null;
}

/** The joint without its proof, as it is stored or with all that acts on it: whoever signed it did so for one joint, and the checks know nothing of it. */
export function unproved<J extends { readonly loads?: JointLoads | undefined }>(joint: J & Pick<JointLike, 'proof'>): J {
  if (!joint.loads?.proof && !joint.proof) return joint;
  const { proof: _proof, ...left } = joint.loads ?? {};
  const { loads: _loads, proof: _given, ...rest } = joint;
  return { ...rest, ...(Object.keys(left).length ? { loads: left } : {}) } as J;
}

/** How far the whole of a joint carries a combination, by an analysis with small cells of the joint as it stands. */
export interface Carried {
  readonly combination: string;
  readonly multiple: number;
  /** Elastic buckling at the design load, the lowest first. */
  readonly buckling: readonly BucklingMode[];
}

/** What speaks against leaning on an analysis of a combination, in words; empty where nothing does. */
export const againstProof = ({ multiple, buckling: [first] }: Omit<Carried, 'combination'>): string =>
  !(multiple >= 1)
    ? `the analysis carries ${multipleText(multiple)} of it; accepted is 1 or more`
    : first && first.multiple < 3
      ? `plate ${first.plate} buckles at ${first.multiple.toFixed(1)} of the load, elastic; accepted is 3 or more, where the plastic result is valid`
      : '';

/** What speaks for or against a combination, in words. */
export const carriedWords = (c: Omit<Carried, 'combination'>): string =>
  againstProof(c) || `the analysis carries ${multipleText(c.multiple)} of it`;

/** Who answers for a proof, why, and when it was signed. */
export type Signature = Pick<Proof, 'by' | 'note' | 'at'>;
/** What is to be proved of a joint. Throws a Refusal where there is nothing, the basis does not let it be, or nobody answers for it. */
export function claimOf(
  joint: ActedJoint,
  job: JudgedBy,
  { by, note }: Omit<Signature, 'at'>,
): NonNullable<ReturnType<typeof toProve>> {
  const wanted = toProve(joint);
  if (!wanted) throw new Refusal('proof', 'proof: the checks take all that acts on this joint; there is nothing to prove.');
  if (!mayProve(basisOf(job, joint.settings)))
    throw new Refusal('proof', 'proof: the basis of the job does not let a plate analysis prove; accepted is one that does.');
  if (!by.trim()) throw new Refusal('by', 'by: nobody answers for the proof; accepted is a name.');
  if (!note.trim()) throw new Refusal('note', 'note: why the analysis may be leaned on here is missing; accepted is a sentence.');
  return wanted;
}

/**
 * The proof that a plate analysis carries what no check takes, signed. Throws a Refusal where there is no claim, or a combination was not analysed, is
 * not carried, or buckles.
 */
export function proofOf(joint: ActedJoint, job: JudgedBy, carried: readonly Carried[], { by, note, at }: Signature): Proof {
  const wanted = claimOf(joint, job, { by, note });
  const known = new Map(carried.map((c) => [c.combination, c]));
  const carries = Object.fromEntries(
    wanted.under.map((name) => {
      const found = known.get(name);
      if (!found)
        throw new Refusal(
          'proof',
          `proof: ${name} was not analysed; accepted is an analysis of each of ${wanted.under.join(', ')}.`,
        );
      const against = againstProof(found);
      if (against) throw new Refusal('proof', `proof: ${name}: ${against}.`);
      return [name, found.multiple];
    }),
  );
  return {
    actions: wanted.actions,
    carries,
    by: by.trim(),
    at,
    note: note.trim(),
    of: analysisPrint(joint, basisOf(job, joint.settings)),
  };
}
