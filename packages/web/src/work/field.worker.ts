import { refusalOf, type JobDocument, type JobRecord, type JointContent } from '@ample/core';
import { besideHand, jointField, proposedCombinations, type JointField, type ProposedCombination } from '@ample/core/field';
import { expose } from 'comlink';

export type FieldAnswer = { readonly ok: JointField; readonly beside: string } | { readonly refusal: string };

type FieldJob = Pick<JobRecord, 'basis' | 'sections' | 'steels' | 'loads'>;

/** Loading the plates of a joint takes seconds: it is done here, away from the page, and the worker can be ended. */
const worker = {
  /** Combinations that are worth analysing; none where the joint can't be checked. */
  propose(content: JointContent, job: FieldJob): ProposedCombination[] {
    try {
      return proposedCombinations({ ...content, line: '' }, job as unknown as JobDocument);
    } catch {
      return [];
    }
  },
  run(
    content: JointContent,
    job: FieldJob,
    asked: { readonly combination: string; readonly preview: boolean; readonly without: readonly string[] },
    progress: (lam: number) => void,
    early: (atDesign: JointField) => void,
  ): FieldAnswer {
    try {
      const joint = { ...content, line: '' };
      const ok = jointField(
        joint,
        job as unknown as JobDocument,
        { ...asked, pictures: true, buckling: !asked.preview, progress },
        // What a preview carries is seen before what stops it.
        asked.preview ? early : undefined,
      );
      return { ok, beside: besideHand(ok) };
    } catch (e) {
      return { refusal: refusalOf(e).message };
    }
  },
};

export type FieldWorker = typeof worker;
expose(worker);
