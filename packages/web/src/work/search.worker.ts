import {
  presentCost,
  refusalOf,
  searchDetails,
  searchOf,
  type FoundDetail,
  type JointContent,
  type PresentCost,
  type SearchAsked,
  type RuledJob,
  type SearchProgress,
} from '@ample/core';
import { expose } from 'comlink';
import { followed } from './steps.ts';

/** How far a share of a search is; of what it found what is more than was told before. */
export interface SearchTold extends Omit<SearchProgress, 'found'> {
  readonly more: readonly FoundDetail[];
  readonly present: PresentCost | null;
  readonly done: boolean;
}
/** Thousands of details are made and judged here, away from the page; the worker can be ended at any time. */
const worker = {
  async run(
    content: JointContent,
    job: RuledJob,
    share: NonNullable<SearchAsked['share']>,
    say: (told: SearchTold) => Promise<void>,
  ): Promise<{ readonly refusal: string } | null> {
    try {
      const asked = searchOf(content, job);
      const present = presentCost(asked);
      const sent = new Set<number>();
      const tell = ({ found, ...rest }: SearchProgress, done: boolean): Promise<void> => {
        const more = found.filter((f) => !sent.has(f.nth));
        for (const f of more) sent.add(f.nth);
        return say({ ...rest, more, present, done });
      };
      await tell(await followed(searchDetails({ ...asked, share }), (p) => tell(p, false)), true);
      return null;
    } catch (e) {
      return { refusal: refusalOf(e).message };
    }
  },
};

export type SearchWorker = typeof worker;
expose(worker);
