import { untakenOf, type ActionName, type Combination } from '../actions/combination.ts';
import type { StrengthResult } from '../checks/check.ts';
import type { Basis } from '../basis/basis.ts';
import { actionSymbol } from '../basis/standard.ts';
import { multipleText } from '../units/format.ts';

/** What a plate analysis shows of a joint in place of a check, and who answers for it. */
export interface Proof {
  /** Actions that no check of the joint takes. */
  readonly actions: readonly ActionName[];
  /** Load multiple of each combination that has one of them, by its name. */
  readonly carries: Readonly<Record<string, number>>;
  readonly by: string;
  /** ISO date and time. */
  readonly at: string;
  /** Why the analysis may be leaned on here. */
  readonly note: string;
  /** Fingerprint of the joint that was analysed. */
  readonly of: string;
}

/** A proof beside the joint as it is judged: one of a joint that is another by now, or that its basis does not let count, stands for nothing. */
export interface GivenProof extends Proof {
  readonly stands: 'yes' | 'changed' | 'basis';
}

/** The proof of what no check takes of a combination; null where it has nothing of the kind, or the proof does not speak of all of it. */
export function proofFor(combination: Combination, proof: GivenProof | undefined): { readonly multiple: number } | null {
  if (proof?.stands !== 'yes' || !combination.unused) return null;
  const names = Object.keys(untakenOf(combination)) as ActionName[];
  const multiple = Object.hasOwn(proof.carries, combination.name) ? proof.carries[combination.name] : undefined;
  return names.length && multiple !== undefined && names.every((k) => proof.actions.includes(k)) ? { multiple } : null;
}

export const PROOF_ID = 'plate-analysis';

/** The proof among the results of a combination: the whole joint with what no check takes, as the share of the load that it carries. */
export const proofResult = (combination: Combination, multiple: number, basis: Basis): StrengthResult => ({
  type: 'strength',
  id: PROOF_ID,
  title: `Plate analysis, with ${symbols(Object.keys(untakenOf(combination)) as ActionName[], basis)}`,
  clause: 'EN 1993-1-5, C',
  part: 'whole joint',
  demand: 1,
  resistance: multiple,
  unit: '-',
  utilisation: 1 / multiple,
  multiple,
  pass: multiple >= 1,
});

export const symbols = (names: readonly ActionName[], basis: Basis): string =>
  names.map((k) => actionSymbol(basis, k)).join(', ');

/** Who signed it, when, and why it may be leaned on. */
export const signedWords = ({ by, at, note }: Proof): string => `signed by ${by} on ${at.slice(0, 10)}: ${note}`;

/** What a plate analysis carries in place of the checks, and who answers for it. */
export const provedWords = (proof: Proof, combination: string, basis: Basis): string =>
  `${symbols(proof.actions, basis)} shown by plate analysis, which carries ${multipleText(proof.carries[combination]!)} of this combination with it; ${signedWords(proof)}`;

/** The whole proof in a sentence: what it shows, how far each combination is carried, who answers for it. */
export const proofSentence = (proof: Proof, basis: Basis): string =>
  `${symbols(proof.actions, basis)} shown by plate analysis, which carries ${Object.entries(proof.carries)
    .map(([name, multiple]) => `${multipleText(multiple)} × ${name}`)
    .join(', ')}; ${signedWords(proof)}`;

/** What is to be said of a proof that does not stand. */
export const lapsedWords = (proof: GivenProof | undefined): string =>
  proof === undefined || proof.stands === 'yes'
    ? ''
    : proof.stands === 'changed'
      ? `. A plate analysis was ${signedWords(proof)}; the joint is another since: analyse it again`
      : `. A plate analysis was ${signedWords(proof)}; the basis of the job does not let it prove`;
