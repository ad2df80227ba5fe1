import { refusalOf, standardise, type JointContent, type RuledJob, type StandardStage, type Standardised } from '@ample/core';
import { expose } from 'comlink';
import { followed } from './steps.ts';

export type StandardAnswer = { readonly ok: Standardised } | { readonly refusal: string };

/** Details of many joints are sought and tried at each other here; the worker can be ended at any time. */
const worker = {
  async run(
    joints: readonly JointContent[],
    job: RuledJob,
    most: number,
    say: (stage: StandardStage) => Promise<void>,
  ): Promise<StandardAnswer> {
    try {
      return { ok: await followed(standardise(joints, job, most), say) };
    } catch (e) {
      return { refusal: refusalOf(e).message };
    }
  },
};

export type StandardWorker = typeof worker;
expose(worker);
