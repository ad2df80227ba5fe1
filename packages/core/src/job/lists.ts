import type { Joint } from '../joints/kind.ts';
import { Refusal, refusalOf } from '../refusal.ts';
import { itemsOf, jobLists, type JointItems } from '../shop/lists.ts';
import type { List } from '../shop/list.ts';
import { basisOf } from '../standards/job-basis.ts';
import { builtIn } from './built.ts';
import type { JobDocument } from './document.ts';
import type { JointDocument } from './joint-document.ts';

type Job = Pick<JobDocument, 'basis' | 'sections' | 'steels'>;
/** A joint as it is stored, or what is left of one that can't be read, with the reason. */
export type StoredJoint = JointDocument & { readonly unreadable?: string };

/** A stored joint as it is built; it is not judged. Throws the refusal of one that can't be. */
export function builtStored(joint: StoredJoint, job: Job): Joint {
  if (joint.unreadable !== undefined) throw new Refusal('joint', joint.unreadable);
  return builtIn(joint, job);
}

/** The lists of a job, and the joints that are not in them with their reasons. */
export interface JobLists {
  readonly lists: readonly List[];
  readonly left: readonly { readonly mark: string; readonly reason: string }[];
}

export const listsOf = (items: readonly JointItems[], job: Job): List[] => {
  const { units, standard } = basisOf(job);
  return jobLists(items, { units, fillets: standard.fillets });
};

/** The lists of all joints of a job, read one at a time. */
export async function listsOfJob(joints: AsyncIterable<StoredJoint> | Iterable<StoredJoint>, job: Job): Promise<JobLists> {
  const [items, left]: [JointItems[], { mark: string; reason: string }[]] = [[], []];
  for await (const stored of joints) {
    // One that can't be built takes no other with it.
    try {
      items.push(itemsOf(stored.mark, builtStored(stored, job)));
    } catch (e) {
      left.push({ mark: stored.mark, reason: refusalOf(e).message });
    }
  }
  return { lists: listsOf(items, job), left };
}
