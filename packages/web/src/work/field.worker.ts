import { refusalOf, type JobDocument, type JobRecord, type JointContent } from '@ample/core';
import { besideHand, jointField, type JointField } from '@ample/core/field';
import { expose } from 'comlink';

export type FieldAnswer = { readonly ok: JointField; readonly beside: string } | { readonly refusal: string };

/** Loading the plates of a joint takes seconds: it is done here, away from the page, and the worker can be ended. */
const worker = {
  run(
    content: JointContent,
    job: Pick<JobRecord, 'basis' | 'sections' | 'steels' | 'loads'>,
    asked: { readonly combination: string; readonly preview: boolean },
    progress: (lam: number) => void,
  ): FieldAnswer {
    try {
      const joint = { ...content, line: '' };
      const ok = jointField(joint, job as unknown as JobDocument, {
        ...asked,
        pictures: true,
        buckling: !asked.preview,
        progress,
      });
      return { ok, beside: besideHand(ok) };
    } catch (e) {
      return { refusal: refusalOf(e).message };
    }
  },
};

export type FieldWorker = typeof worker;
expose(worker);
