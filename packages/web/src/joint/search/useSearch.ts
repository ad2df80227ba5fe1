import { proxy } from 'comlink';
import { useEffect, useState } from 'react';
import type { FoundDetail, GivenRules, JobRecord, JointContent } from '@ample/core';
import { officeRules } from '../../house/office.ts';
import { searchWorker } from '../../work/client.ts';
import type { SearchTold } from '../../work/search.worker.ts';

export interface Search {
  /** How far it is; null before the first answer. */
  readonly told: Omit<SearchTold, 'more'> | null;
  /** What holds, the cheapest first. */
  readonly found: readonly FoundDetail[];
  readonly problem: string;
  /** It was stopped before its end. */
  readonly stopped: boolean;
  readonly stop: () => void;
  readonly again: () => void;
}
interface State extends Pick<Search, 'told' | 'found' | 'problem' | 'stopped'> {
  readonly end: () => void;
}
const NOTHING: State = { told: null, found: [], problem: '', stopped: false, end: () => undefined };

/** Searches as soon as it is shown, and again when the joint, its actions or the job change: what was under way then ends at once. */
export function useSearch(content: JointContent, job: JobRecord): Search {
  const [state, setState] = useState<State>(NOTHING);
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    let gone = false;
    let stop = (): void => undefined;
    const begin = (office: GivenRules): void => {
      const { remote, end } = searchWorker();
      stop = end;
      setState({ ...NOTHING, end });
      const say = proxy(({ more, ...told }: SearchTold): Promise<void> => {
        if (!gone) setState((s) => (s.stopped ? s : { ...s, told, found: [...s.found, ...more] }));
        if (told.done) end();
        return Promise.resolve();
      });
      void remote.run(content, { ...job, office }, say).then((answer) => {
        if (!gone && answer) setState((s) => ({ ...s, problem: answer.refusal }));
      });
    };
    setState(NOTHING);
    void officeRules().then((office) => gone || begin(office));
    return () => {
      gone = true;
      stop();
    };
  }, [content, job, turn]);
  const { told, found, problem, stopped, end } = state;
  return {
    ...{ told, found, problem, stopped },
    stop: () => {
      end();
      setState((s) => ({ ...s, stopped: true }));
    },
    again: () => setTurn((n) => n + 1),
  };
}
