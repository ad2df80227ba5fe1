import { proxy } from 'comlink';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { analysisPrint, basisOf, fieldOfKept, keptOf, type FieldRecord, type JobRecord, type JointContent } from '@ample/core';
import { api } from '../../api.ts';
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
  /** With which revision it is kept, by whom and when; null where it is not. */
  readonly saved: Pick<FieldRecord, 'version' | 'who' | 'at' | 'older'> | null;
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

/** What is kept of a joint as it stands; where there is nothing, of what it was last. */
function foundOf(mark: string, records: readonly FieldRecord[], of: string): Kept | null {
  const latest = records.reduce<FieldRecord | null>((a, r) => (a && a.at > r.at ? a : r), null);
  const from = records.some((r) => r.fingerprint === of) ? of : latest?.fingerprint;
  const list = records.filter((r) => r.fingerprint === from);
  const [first] = list;
  if (!first) return null;
  return {
    all: list.map((r) => ({ field: fieldOfKept(mark, r.field), beside: r.field.beside })),
    of: first.fingerprint,
    coarse: new Map(list.flatMap((r) => (r.field.coarse === undefined ? [] : [[r.field.combination, r.field.coarse]]))),
    saved: { ...first, older: list.some((r) => r.older) },
    ...{ left: [], preview: false, without: [], before: [] },
  };
}

/** What is known of the joint: of this page, else what the server keeps. */
function useKept(mark: string, key: string, of: string) {
  const [found, setFound] = useState<Kept | null>(kept.get(key) ?? null);
  useEffect(() => {
    if (kept.has(key)) return undefined;
    let gone = false;
    // Where nothing can be read of what was kept, it is analysed anew.
    api.fields(key).then(
      (records) => {
        const known = foundOf(mark, records, of);
        if (gone || kept.has(key) || !known) return;
        kept.set(key, known);
        setFound((now) => now ?? known);
      },
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [key]); // eslint-disable-line react-hooks/exhaustive-deps -- asked once a joint
  return [found, setFound] as const;
}

type Given = Pick<JobRecord, 'basis' | 'sections' | 'steels' | 'loads'>;

/** The combinations that the hand method proposes, asked where `several` are wanted; null until they are there. */
function useProposed(content: JointContent, given: Given, of: string, several: boolean): readonly ProposedCombination[] | null {
  const [proposed, setProposed] = useState<{ readonly of: string; readonly list: readonly ProposedCombination[] } | null>(null);
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
  return known;
}

/** Keeps what was made with the revision; null of a joint that is another by now, and where it could not be kept. */
async function keepWith(key: string, made: Kept): Promise<Kept | null> {
  try {
    const [saved] = await Promise.all(
      made.all.map(({ field, beside }) =>
        api.keepField(key, { fingerprint: made.of, field: keptOf(field, beside, made.coarse.get(field.combination)) }),
      ),
    );
    if (kept.get(key) !== made) return null;
    const known = { ...made, saved: saved ?? null };
    kept.set(key, known);
    return known;
  } catch {
    return null;
  }
}

/** What is analysed, and who is told of it. */
interface Analysis {
  readonly remote: ReturnType<typeof fieldWorker>['remote'];
  readonly content: JointContent;
  readonly given: Given;
  readonly of: string;
  readonly combinations: readonly string[];
  readonly without: readonly string[];
  readonly before: readonly Analysed[];
  readonly gone: () => boolean;
  readonly tell: (working: Working) => void;
  /** What is seen of a preview so far. */
  readonly grow: (found: Kept) => void;
  readonly refused: (reason: string) => void;
  readonly done: (made: Kept) => void;
}

/** Each combination with larger cells, then each as a whole. */
async function analyse(a: Analysis): Promise<void> {
  const { of, without, before } = a;
  const coarse = new Map<string, number>();
  const madeOf = (all: readonly Analysed[], left: Kept['left'], preview: boolean): Kept => ({
    ...{ all: [...all], left: [...left], preview, of, without, before, saved: null },
    coarse: preview ? new Map() : coarse,
  });
  for (const preview of [true, false]) {
    const [all, left]: [Analysed[], Kept['left'][number][]] = [[], []];
    for (const [i, combination] of a.combinations.entries()) {
      const at = { preview, combination, nth: i + 1, of: a.combinations.length };
      a.tell({ ...at, lam: 0 });
      const answer = await a.remote.run(
        a.content,
        a.given,
        { combination, preview, without },
        proxy((lam: number) => void (a.gone() || a.tell({ ...at, lam }))),
        proxy((field: JointField) => void (a.gone() || a.grow(madeOf([...all, { field, beside: '' }], left, true)))),
      );
      if (a.gone()) return;
      if ('refusal' in answer) left.push({ combination, reason: answer.refusal });
      else all.push({ field: answer.ok, beside: answer.beside });
      if ('ok' in answer && preview) coarse.set(combination, answer.ok.result.multiple);
      // The preview is shown as it grows; the whole takes its place at once.
      if (preview && all.length) a.grow(madeOf(all, left, true));
    }
    if (!all.length) return a.refused(left[0]?.reason ?? '');
    a.done(madeOf(all, left, preview));
  }
}

/** Analyses a joint in a worker: a coarse preview of each combination first, then the whole. `key`: id of the joint; `several`: proposals are wanted. */
export function useField(content: JointContent, job: JobRecord, key: string, several: boolean): FieldRun {
  const of = useMemo(() => analysisPrint(content, basisOf(job, content.settings)), [content, job]);
  const [found, setFound] = useKept(content.mark, key, of);
  const [working, setWorking] = useState<Working | null>(null);
  const [problem, setProblem] = useState('');
  const end = useRef<() => void>(() => undefined);
  useEffect(() => () => end.current(), []);
  const cancel = useCallback((): void => {
    end.current();
    setWorking(null);
  }, []);
  const given = { basis: job.basis, sections: job.sections, steels: job.steels, loads: job.loads };
  const proposed = useProposed(content, given, of, several);
  const start = (combinations: readonly string[], without: readonly string[] = []): void => {
    end.current();
    const { remote, end: stop } = fieldWorker();
    let gone = false;
    end.current = () => {
      gone = true;
      stop();
    };
    setProblem('');
    setFound(null);
    void analyse({
      ...{ remote, content, given, of, combinations, without },
      // What stood before a change is put beside what comes.
      before: beforeOf(kept.get(key), of, without),
      gone: () => gone,
      tell: setWorking,
      grow: setFound,
      refused: setProblem,
      done: (made) => {
        kept.set(key, made);
        setFound(made);
        if (!made.preview && !without.length)
          void keepWith(key, made).then((known) => known && setFound((now) => (now === made ? known : now)));
      },
    }).then(() => {
      if (gone) return;
      setWorking(null);
      stop();
    });
  };
  return {
    found,
    stale: found !== null && (found.of !== of || found.saved?.older === true),
    working,
    problem,
    proposed,
    start,
    cancel,
  };
}
