import { proxy } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { JobRecord, JointContent } from '@ample/core';
import type { JointField } from '@ample/core/field';
import { fieldWorker } from '../../work/client.ts';

/** What was analysed last of a joint: kept while the page is open. */
export interface Kept {
  readonly field: JointField;
  readonly beside: string;
  readonly preview: boolean;
  /** What it was made of: another is stale. */
  readonly of: string;
}
const kept = new Map<string, Kept>();

export interface FieldRun {
  readonly found: Kept | null;
  readonly stale: boolean;
  /** What is worked on: a preview or the whole; load multiple that is reached. */
  readonly working: { readonly preview: boolean; readonly lam: number } | null;
  readonly problem: string;
  readonly start: (combination: string) => void;
  readonly cancel: () => void;
}

/** Analyses a joint in a worker: a coarse preview first, then the whole. */
export function useField(content: JointContent, job: JobRecord): FieldRun {
  const key = `${job.id}/${content.mark}`;
  const of = JSON.stringify([
    content.kind,
    content.input,
    content.combinations,
    content.settings,
    job.basis,
    job.sections,
    job.steels,
  ]);
  const [found, setFound] = useState<Kept | null>(kept.get(key) ?? null);
  const [working, setWorking] = useState<FieldRun['working']>(null);
  const [problem, setProblem] = useState('');
  const end = useRef<() => void>(() => undefined);
  useEffect(() => () => end.current(), []);
  const cancel = useCallback((): void => {
    end.current();
    setWorking(null);
  }, []);
  const start = (combination: string): void => {
    end.current();
    const { remote, end: stop } = fieldWorker();
    let gone = false;
    end.current = () => {
      gone = true;
      stop();
    };
    setProblem('');
    setFound(null);
    void (async () => {
      for (const preview of [true, false]) {
        setWorking({ preview, lam: 0 });
        const answer = await remote.run(
          content,
          { basis: job.basis, sections: job.sections, steels: job.steels, loads: job.loads },
          { combination, preview },
          proxy((lam: number) => void (gone || setWorking({ preview, lam }))),
        );
        if (gone) return;
        if ('refusal' in answer) {
          setProblem(answer.refusal);
          break;
        }
        const made = { field: answer.ok, beside: answer.beside, preview, of };
        kept.set(key, made);
        setFound(made);
      }
      setWorking(null);
      stop();
    })();
  };
  return { found, stale: found !== null && found.of !== of, working, problem, start, cancel };
}
