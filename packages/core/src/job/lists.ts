import { buildJoint } from '../joints/report.ts';
import { refusalOf } from '../refusal.ts';
import { itemsOf, jobLists, type JointItems } from '../shop/lists.ts';
import type { List } from '../shop/list.ts';
import { basisOf } from '../standards/job-basis.ts';
import type { JobDocument, JointDocument } from './document.ts';

type Job = Pick<JobDocument, 'basis' | 'sections' | 'steels'>;
/** A joint as it is stored, or what is left of one that can't be read, with the reason. */
export type StoredJoint = JointDocument & { readonly unreadable?: string };

/** What a stored joint is made of, or why it can't be built; it is not judged. */
export function itemsOfStored(
  joint: StoredJoint,
  job: Job,
): { readonly items: JointItems } | { readonly mark: string; readonly refusal: string } {
  if (joint.unreadable !== undefined) return { mark: joint.mark, refusal: joint.unreadable };
  try {
    return { items: itemsOf(joint.mark, buildJoint(joint, basisOf(job, joint.settings))) };
  } catch (e) {
    return { mark: joint.mark, refusal: refusalOf(e).message };
  }
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
    const found = itemsOfStored(stored, job);
    if ('items' in found) items.push(found.items);
    else left.push({ mark: found.mark, reason: found.refusal });
  }
  return { lists: listsOf(items, job), left };
}
