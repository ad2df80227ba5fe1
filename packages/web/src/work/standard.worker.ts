import { refusalOf, standardise, type JointContent, type SearchedJob, type StandardStage, type Standardised } from '@ample/core';
import { expose } from 'comlink';

export type StandardAnswer = { readonly ok: Standardised } | { readonly refusal: string };
const EVERY = 150;

/** Details of many joints are sought and tried at each other here; the worker can be ended at any time. */
const worker = {
  async run(
    joints: readonly JointContent[],
    job: SearchedJob,
    most: number,
    say: (stage: StandardStage) => Promise<void>,
  ): Promise<StandardAnswer> {
    try {
      const steps = standardise(joints, job, most);
      let last = 0;
      for (;;) {
        const step = steps.next();
        if (step.done) return { ok: step.value };
        if (performance.now() - last < EVERY) continue;
        await say(step.value);
        last = performance.now();
      }
    } catch (e) {
      return { refusal: refusalOf(e).message };
    }
  },
};

export type StandardWorker = typeof worker;
expose(worker);
