import { useCallback, useEffect, useRef, useState } from 'react';
import type { JobRecord, RegisterEntry } from '@ample/core';
import { api } from '../api.ts';
import { savesArrived } from '../store/joint.ts';

/** Joints judged anew from the register: how far, what it found, and the way to stop it. */
export interface Recheck {
  readonly done: number;
  readonly running: boolean;
  /** What came of the last one, in words. */
  readonly said: string;
  readonly start: () => void;
  readonly cancel: () => void;
}

/** Judges all joints anew; what stood stays until all are done, and when it is cancelled. */
function useRecheck(
  jobId: string,
  joints: readonly RegisterEntry[] | null,
  take: (joints: readonly RegisterEntry[]) => void,
  fail: (problem: string) => void,
): Recheck {
  const [state, setState] = useState({ done: 0, running: false, said: '' });
  const turn = useRef(0);
  useEffect(
    () => () => {
      turn.current += 1;
    },
    [],
  );
  const start = async (): Promise<void> => {
    const mine = (turn.current += 1);
    const [before, began] = [new Map(joints?.map((j) => [j.id, j.summary])), performance.now()];
    const found: RegisterEntry[] = [];
    setState({ done: 0, running: true, said: '' });
    try {
      for await (const part of api.freshParts(jobId)) {
        if (turn.current !== mine) return;
        found.push(...part.rows);
        setState({ done: found.length, running: true, said: '' });
      }
    } catch (e) {
      setState({ done: 0, running: false, said: '' });
      return fail((e as Error).message);
    }
    const other = found.filter((j) => before.has(j.id) && before.get(j.id)!.verdict !== j.summary.verdict).map((j) => j.mark);
    const seconds = ((performance.now() - began) / 1000).toFixed(1);
    const words = other.length
      ? `${other.length} stand otherwise: ${other.slice(0, 6).join(', ')}${other.length > 6 ? '…' : ''}`
      : 'all stand as before';
    setState({ done: found.length, running: false, said: `${found.length} re-checked in ${seconds} s; ${words}.` });
    take(found);
  };
  return {
    ...state,
    start: () => void start(),
    cancel: () => {
      turn.current += 1;
      setState({ done: 0, running: false, said: 'Re-check cancelled; what was known stands.' });
    },
  };
}

/** The register of a job as it comes part by part, and what is deleted from it and brought back. */
export function useRegister(jobId: string) {
  const [job, setJob] = useState<JobRecord | null>(null);
  const [joints, setJoints] = useState<readonly RegisterEntry[] | null>(null);
  const [total, setTotal] = useState(0);
  const [problem, setProblem] = useState('');
  const [gone, setGone] = useState<RegisterEntry | null>(null);
  const turn = useRef(0);
  const load = useCallback(async (): Promise<void> => {
    const mine = ++turn.current;
    try {
      setJob(await api.job(jobId));
      const found: RegisterEntry[] = [];
      await savesArrived();
      for await (const part of api.registerParts(jobId)) {
        if (turn.current !== mine) return;
        found.push(...part.rows);
        setTotal(part.total);
        // The first part shows at once; while there is nothing newer, rows that stand are not taken away for fewer.
        setJoints((known) => (part.next === null || !known || known.length < found.length ? [...found] : known));
      }
    } catch (e) {
      if (turn.current === mine) setProblem((e as Error).message);
    }
  }, [jobId]);
  useEffect(() => {
    void load();
    return () => {
      turn.current += 1;
    };
  }, [load]);
  useEffect(() => {
    if (job) document.title = `${job.name} · Register`;
  }, [job]);

  /** Does it, then reads the register again; what went wrong is said. */
  const change = async (ask: () => Promise<unknown>, then: RegisterEntry | null): Promise<void> => {
    try {
      await ask();
      setGone(then);
      await load();
    } catch (e) {
      setProblem((e as Error).message);
    }
  };
  const recheck = useRecheck(jobId, joints, setJoints, setProblem);
  return {
    job,
    recheck,
    joints,
    total,
    problem,
    gone,
    load,
    forget: () => setGone(null),
    remove: (j: RegisterEntry) => change(() => api.deleteJoint(j.id), j),
    bringBack: async () => {
      if (gone) await change(() => api.restoreJoint(gone.id), null);
    },
  };
}
