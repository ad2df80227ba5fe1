import { proxy } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { together, type FoundDetail, type GivenRules, type JobRecord, type JointContent, type SearchProgress } from '@ample/core';
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
/** What one thread said so far. */
type Share = Omit<SearchTold, 'more'> & Pick<SearchProgress, 'found'>;
interface State extends Pick<Search, 'problem' | 'stopped'> {
  readonly shares: readonly (Share | null)[];
  readonly end: () => void;
}
const NOTHING: State = { shares: [], problem: '', stopped: false, end: () => undefined };
/** The page keeps a processor for itself where there are more than two. */
const threads = (): number => Math.min(4, navigator.hardwareConcurrency > 2 ? navigator.hardwareConcurrency - 1 : 2);

/** Searches as soon as it is shown, and again when the joint, its actions or the job change: what was under way then ends at once. */
export function useSearch(content: JointContent, job: JobRecord): Search {
  const [state, setState] = useState<State>(NOTHING);
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    let gone = false;
    let stop = (): void => undefined;
    const begin = (office: GivenRules): void => {
      const workers = Array.from({ length: threads() }, () => searchWorker());
      stop = () => workers.forEach((w) => w.end());
      setState({ ...NOTHING, shares: workers.map(() => null), end: stop });
      workers.forEach(({ remote, end }, at) => {
        const say = proxy(({ more, ...told }: SearchTold): Promise<void> => {
          if (!gone)
            setState((s) => (s.stopped ? s : { ...s, shares: s.shares.map((x, i) => (i === at ? added(x, told, more) : x)) }));
          if (told.done) end();
          return Promise.resolve();
        });
        void remote.run(content, { ...job, office }, { at, of: workers.length }, say).then((answer) => {
          if (!gone && answer) setState((s) => ({ ...s, problem: answer.refusal }));
        });
      });
    };
    setState(NOTHING);
    void officeRules().then((office) => gone || begin(office));
    return () => {
      gone = true;
      stop();
    };
  }, [content, job, turn]);
  const { shares, problem, stopped, end } = state;
  return {
    ...useMemo(() => joined(shares), [shares]),
    ...{ problem, stopped },
    stop: () => {
      end();
      setState((s) => ({ ...s, stopped: true }));
    },
    again: () => setTurn((n) => n + 1),
  };
}
const added = (before: Share | null, told: Omit<SearchTold, 'more'>, more: readonly FoundDetail[]): Share => ({
  ...told,
  found: before ? [...before.found, ...more] : more,
});

/** All shares together; nothing where none has answered. */
function joined(shares: readonly (Share | null)[]): Pick<Search, 'told' | 'found'> {
  const known = shares.filter((x) => x !== null);
  if (!known.length) return { told: null, found: [] };
  const { found, ...rest } = together(known);
  return {
    found,
    told: { ...rest, present: known[0]!.present, done: known.length === shares.length && known.every((x) => x.done) },
  };
}
