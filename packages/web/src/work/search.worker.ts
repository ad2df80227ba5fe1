import {
  kindOf,
  presentCost,
  refusalOf,
  searchDetails,
  searchOf,
  type FoundDetail,
  type JointContent,
  type PresentCost,
  type SearchedJob,
  type SearchProgress,
} from '@ample/core';
import { expose } from 'comlink';

/** How far a search is; of what it found what is more than was told before. */
export interface SearchTold extends Omit<SearchProgress, 'found'> {
  readonly more: readonly FoundDetail[];
  readonly present: PresentCost | null;
  readonly done: boolean;
}
/** Milliseconds between two answers. */
const EVERY = 120;

/** Thousands of details are made and judged here, away from the page; the worker can be ended at any time. */
const worker = {
  async run(
    content: JointContent,
    job: SearchedJob,
    say: (told: SearchTold) => Promise<void>,
  ): Promise<{ readonly refusal: string } | null> {
    try {
      const asked = searchOf(content, job);
      const present = presentCost(asked, kindOf(content.kind).line.print(content.input, asked.basis.units));
      const steps = searchDetails(asked);
      let [sent, last] = [0, 0];
      for (;;) {
        const step = steps.next();
        const now = performance.now();
        if (!step.done && now - last < EVERY) continue;
        const { found, ...rest } = step.value;
        // The page takes one answer before the next is made.
        await say({ ...rest, more: found.slice(sent), present, done: step.done === true });
        [sent, last] = [found.length, performance.now()];
        if (step.done) return null;
      }
    } catch (e) {
      return { refusal: refusalOf(e).message };
    }
  },
};

export type SearchWorker = typeof worker;
expose(worker);
