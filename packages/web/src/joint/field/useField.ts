import { proxy } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { JobRecord, JointContent } from '@ample/core';
import type { JointField, ProposedCombination } from '@ample/core/field';
import { fieldWorker } from '../../work/client.ts';

/** A joint under one combination, and what the two methods say beside each other. */
export interface Analysed {
  readonly field: JointField;
  readonly beside: string;
}
/** What was analysed last of a joint: kept while the page is open. */
export interface Kept {
  readonly all: readonly Analysed[];
  /** Combinations that can't be analysed, and why. */
  readonly left: readonly { readonly combination: string; readonly reason: string }[];
  readonly preview: boolean;
  /** What it was made of: another is stale. */
  readonly of: string;
  /** Of the whole: multiples with larger cells, by combination, where both were followed to what stops them. */
  readonly coarse: ReadonlyMap<string, number>;
  /** Parts that were left out. */
  readonly without: readonly string[];
  /** What was analysed of the joint before it was changed, or before parts were left out. */
  readonly before: readonly Analysed[];
}
const kept = new Map<string, Kept>();

/** What is worked on: a preview or the whole, which combination of how many, and the load multiple that is reached. */
export interface Working {
  readonly preview: boolean;
  readonly combination: string;
  readonly nth: number;
  readonly of: number;
  readonly lam: number;
}
export interface FieldRun {
  readonly found: Kept | null;
  readonly stale: boolean;
  readonly working: Working | null;
  readonly problem: string;
  /** Combinations that the hand method proposes; null while it is asked. */
  readonly proposed: readonly ProposedCombination[] | null;
  readonly start: (combinations: readonly string[], without?: readonly string[]) => void;
  readonly cancel: () => void;
}

/** What is put beside the next run: the same joint with all of its parts, or what it was before it was changed. */
function beforeOf(last: Kept | undefined, of: string, without: readonly string[]): readonly Analysed[] {
  if (!last) return [];
  const whole = last.without.length ? last.before : last.all;
  if (last.of !== of || without.length) return whole;
  return last.without.length ? [] : last.before;
}

/** Analyses a joint in a worker: a coarse preview of each combination first, then the whole. `several`: proposals are wanted. */
export function useField(content: JointContent, job: JobRecord, several: boolean): FieldRun {
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
  const [working, setWorking] = useState<Working | null>(null);
  const [problem, setProblem] = useState('');
  const [proposed, setProposed] = useState<{ readonly of: string; readonly list: readonly ProposedCombination[] } | null>(null);
  const end = useRef<() => void>(() => undefined);
  useEffect(() => () => end.current(), []);
  const cancel = useCallback((): void => {
    end.current();
    setWorking(null);
  }, []);
  const given = { basis: job.basis, sections: job.sections, steels: job.steels, loads: job.loads };
  const wants = useRef({ content, given });
  wants.current = { content, given };
  const known = proposed?.of === of ? proposed.list : null;
  const asked = several && !known ? of : null;
  useEffect(() => {
    if (asked === null) return undefined;
    const { remote, end: stop } = fieldWorker();
    let gone = false;
    void remote.propose(wants.current.content, wants.current.given).then((list) => {
      stop();
      if (!gone) setProposed({ of: asked, list });
    });
    return () => {
      gone = true;
      stop();
    };
  }, [asked]);
  const start = (combinations: readonly string[], without: readonly string[] = []): void => {
    end.current();
    const { remote, end: stop } = fieldWorker();
    let gone = false;
    end.current = () => {
      gone = true;
      stop();
    };
    setProblem('');
    // What stood before a change is put beside what comes.
    const last = kept.get(key);
    const before = beforeOf(last, of, without);
    const coarse = new Map<string, number>();
    setFound(null);
    void (async () => {
      for (const preview of [true, false]) {
        const [all, left]: [Analysed[], Kept['left'][number][]] = [[], []];
        for (const [i, combination] of combinations.entries()) {
          const at = { preview, combination, nth: i + 1, of: combinations.length };
          setWorking({ ...at, lam: 0 });
          const answer = await remote.run(
            content,
            given,
            { combination, preview, without },
            proxy((lam: number) => void (gone || setWorking({ ...at, lam }))),
          );
          if (gone) return;
          if ('refusal' in answer) left.push({ combination, reason: answer.refusal });
          else all.push({ field: answer.ok, beside: answer.beside });
          if ('ok' in answer && preview) coarse.set(combination, answer.ok.result.multiple);
          // The preview is shown as it grows; the whole takes its place at once.
          if (preview && all.length)
            setFound({ all: [...all], left: [...left], preview, of, coarse: new Map(), without, before });
        }
        if (!all.length) {
          setProblem(left[0]?.reason ?? '');
          break;
        }
        const made = { all, left, preview, of, coarse: preview ? new Map<string, number>() : coarse, without, before };
        kept.set(key, made);
        setFound(made);
      }
      setWorking(null);
      stop();
    })();
  };
  return { found, stale: found !== null && found.of !== of, working, problem, proposed: known, start, cancel };
}
