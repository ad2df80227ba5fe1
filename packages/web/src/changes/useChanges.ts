import { useEffect, useState } from 'react';
import type { ChangeList, JointThen } from '@ample/core';
import { api } from '../api.ts';

/** Joints that are judged at a time: progress shows, and a cancel is heard between two of them. */
const AT_A_TIME = 25;

export interface Between {
  readonly from: string;
  readonly to: string;
}
interface Found {
  readonly list: ChangeList | null;
  readonly joints: readonly JointThen[];
  readonly running: boolean;
  readonly problem: string;
}
const NOTHING: Found = { list: null, joints: [], running: false, problem: '' };

/** What changed in a job between two moments, as far as it is judged. */
export function useChanges(jobId: string, between: Between | null): Found & { readonly cancel: () => void } {
  const [found, setFound] = useState<Found>(NOTHING);
  const [stopped, stop] = useState(false);
  const { from, to } = between ?? { from: '', to: '' };
  useEffect(() => stop(false), [from, to]);
  useEffect(() => {
    if (!from || stopped) return setFound((f) => ({ ...f, running: false }));
    let gone = false;
    setFound({ ...NOTHING, running: true });
    void (async () => {
      try {
        const list = await api.changes(jobId, { from, to });
        for (let i = 0; !gone && i < list.joints.length; i += AT_A_TIME) {
          setFound((f) => ({ ...f, list }));
          const part = await api.jointsThen(
            jobId,
            { from, to },
            list.joints.slice(i, i + AT_A_TIME).map((j) => j.id),
          );
          if (!gone) setFound((f) => ({ ...f, joints: [...f.joints, ...part] }));
        }
        if (!gone) setFound((f) => ({ ...f, list, running: false }));
      } catch (e) {
        if (!gone) setFound({ ...NOTHING, problem: (e as Error).message });
      }
    })();
    return () => {
      gone = true;
    };
  }, [jobId, from, to, stopped]);
  return { ...found, cancel: () => stop(true) };
}
