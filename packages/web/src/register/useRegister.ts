import { useCallback, useEffect, useRef, useState } from 'react';
import type { JobRecord, RegisterEntry } from '@ample/core';
import { api } from '../api.ts';

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
  return {
    job,
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
