import { useRef, useState } from 'react';
import type { GivenJoint } from '@ample/core';
import type { PlannedJoint } from '../api.ts';

/** Joints that are planned at a time: progress shows, and a cancel is heard between two of them. */
const AT_A_TIME = 50;

/** What is planned so far of what is taken in: a table, a model. */
export interface Plans {
  /** Of what it is, in words. */
  readonly said: string;
  readonly faults: readonly { readonly row: number; readonly message: string }[];
  readonly plans: readonly PlannedJoint[];
  readonly total: number;
  readonly running: boolean;
}
/** What a preview shows, and what is done with it. */
export interface PlansView {
  readonly preview: Plans | null;
  /** Joints of the job that are not named. */
  readonly gone: readonly string[];
  readonly left: ReadonlySet<string>;
  readonly setLeft: (left: ReadonlySet<string>) => void;
  readonly takeable: readonly PlannedJoint[];
  readonly busy: boolean;
  readonly take: () => Promise<void>;
  readonly cancel: () => void;
}
/** Joints of a plan that can be taken and were not left out. */
const takeableOf = (preview: Plans | null, left: ReadonlySet<string>): PlannedJoint[] =>
  (preview?.plans ?? []).filter((p) => p.content && !left.has(p.mark));
/** What is sent of them: those that stand by their version. */
export const takenOf = (takeable: readonly PlannedJoint[]) =>
  takeable.map(({ id, version, content }) => ({ ...(id ? { id, version } : {}), content }));

/** Plans joints, and tells of each part as it comes. */
async function previewed<T extends About>(
  about: T,
  joints: readonly GivenJoint[],
  plan: (part: readonly GivenJoint[]) => Promise<readonly PlannedJoint[]>,
  tell: (preview: T & Pick<Plans, 'plans' | 'running'>) => void,
  stopped: () => boolean,
): Promise<void> {
  tell({ ...about, plans: [], running: true });
  const plans = await planned(joints, plan, (found) => tell({ ...about, plans: found, running: true }), stopped);
  if (plans) tell({ ...about, plans, running: false });
}

/** Plans joints part by part; each part is told, until `stopped`. */
async function planned(
  joints: readonly GivenJoint[],
  plan: (part: readonly GivenJoint[]) => Promise<readonly PlannedJoint[]>,
  tell: (plans: readonly PlannedJoint[]) => void,
  stopped: () => boolean,
): Promise<PlannedJoint[] | null> {
  const plans: PlannedJoint[] = [];
  for (let i = 0; i < joints.length; i += AT_A_TIME) {
    plans.push(...(await plan(joints.slice(i, i + AT_A_TIME))));
    if (stopped()) return null;
    tell([...plans]);
  }
  return plans;
}

/** Work that is waited for, and what of it went wrong. */
export function useBusy(setProblem: (words: string) => void) {
  const [busy, setBusy] = useState(false);
  const busily = async (work: () => Promise<void>): Promise<void> => {
    setProblem('');
    setBusy(true);
    try {
      await work();
    } catch (e) {
      setProblem((e as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return { busy, busily };
}

/** What a plan is of, before there is any of it. */
export type About = Omit<Plans, 'plans' | 'running'>;
/** What a plan is asked of: what it is told with, its joints, and who plans them. */
interface Asked<T> {
  readonly about: T;
  readonly joints: readonly GivenJoint[];
  plan(part: readonly GivenJoint[]): Promise<readonly PlannedJoint[]>;
}
/** What would change, and which joints are left out of it; what is chosen anew, after `clear`, is a preview no more. */
export function usePlanning<T extends About>(setProblem: (words: string) => void) {
  const [preview, setPreview] = useState<(T & Plans) | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const turn = useRef(0);
  const clear = (): void => {
    turn.current += 1;
    setPreview(null);
    setLeft(new Set());
  };
  const look = async (ask: () => Asked<T> | Promise<Asked<T>>): Promise<void> => {
    clear();
    setProblem('');
    const mine = turn.current;
    try {
      const { about, joints, plan } = await ask();
      await previewed(about, joints, plan, setPreview, () => turn.current !== mine);
    } catch (e) {
      setPreview(null);
      setProblem((e as Error).message);
    }
  };
  return { preview, left, setLeft, takeable: takeableOf(preview, left), clear, look };
}
