import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import type { RegisterEntry } from '@ample/core';
import { useSinceLast } from '../parts/KeepIssue.tsx';
import { shownRows, type Shown } from './order.ts';
import type { Sight } from './RegisterTable.tsx';
import { useRegister } from './useRegister.ts';

const ALL: Shown = { filter: '', only: null, sort: { key: 'mark', down: false } };
export type Box = 'new' | 'issue' | 'share' | 'few' | 'edit' | 'house' | 'propose' | { copy: RegisterEntry } | null;

/** What the keys of the table do, from the row that it is at. */
function keysOf({
  rows,
  index,
  go,
  open,
  remove,
  bringBack,
  box,
  pick,
}: {
  rows: readonly RegisterEntry[];
  index: number;
  go: (i: number) => void;
  open: (j: RegisterEntry) => void;
  remove: (j: RegisterEntry) => void;
  bringBack: (() => void) | null;
  box: (b: Box) => void;
  pick: (j: RegisterEntry) => void;
}): (e: React.KeyboardEvent) => void {
  const current = rows[index];
  return (e) => {
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 12, PageUp: -12 }[e.key];
    const control = e.ctrlKey || e.metaKey;
    if (step !== undefined) {
      e.preventDefault();
      go(Math.min(rows.length - 1, Math.max(0, index + step)));
    } else if (e.key === ' ' && current && !(e.target instanceof HTMLInputElement)) {
      e.preventDefault();
      pick(current);
    } else if (e.key === 'Enter' && current) open(current);
    else if (e.key === 'Delete' && current) remove(current);
    else if ((e.key === 'z' || e.key === 'Z') && control) bringBack?.();
    else if (e.key === 'c' && !control && current) {
      e.preventDefault();
      box({ copy: current });
    } else if (e.key === 'n' && !control) {
      e.preventDefault();
      box('new');
    }
  };
}

const versionsOf = (all: readonly RegisterEntry[]): number => all.reduce((sum, j) => sum + j.version, all.length);

/** The joints that are chosen, for what is done with many. */
function usePicked(all: readonly RegisterEntry[]) {
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const onPick = (ids: readonly string[], on: boolean): void => {
    const next = new Set(picked);
    for (const id of ids)
      if (on) next.add(id);
      else next.delete(id);
    setPicked(next);
  };
  // What was deleted meanwhile is chosen no more.
  const chosen = useMemo(() => all.filter((j) => picked.has(j.id) && j.unreadable === undefined), [all, picked]);
  return { picked, setPicked, onPick, chosen };
}

/** The rows that are shown, in their order, and the one that the keys are at. */
function useShown(all: readonly RegisterEntry[], standard: string) {
  const [shown, setShown] = useState<Shown>(ALL);
  const [at, setAt] = useState(0);
  const rows = useMemo(() => shownRows(all, shown, standard), [all, shown, standard]);
  const index = Math.min(at, Math.max(0, rows.length - 1));
  const { scroll, sight, want } = useSight(rows, setAt);
  const show = (change: Partial<Shown>): void => {
    setShown({ ...shown, ...change });
    if (!change.sort) setAt(0);
  };
  const go = (i: number): void => {
    setAt(i);
    sight.current?.scrollToIndex(i, { align: 'auto' });
  };
  return { shown, show, rows, index, current: rows[index], setAt, go, scroll, sight, want };
}

/** Joints that changed since the last issue, and in which they were sent last. */
function useUnsent(jobId: string | undefined, jobVersion: number | undefined, all: readonly RegisterEntry[]) {
  const versions = useMemo(() => versionsOf(all), [all]);
  const since = useSinceLast(jobId, jobVersion, versions);
  return useMemo(() => new Map(since?.changed.map((j) => [j.id, j.last])), [since]);
}

/** The register of a job, and what is done with its rows. */
export function useRegisterView(jobId: string) {
  const { job, joints, total, problem, gone, recheck, load, forget, remove, bringBack } = useRegister(jobId);
  const [box, setBox] = useState<Box>(null);
  const table = useRef<HTMLTableElement>(null);
  const navigate = useNavigate();
  const standard = job?.basis.standard ?? '';
  const all = useMemo(() => joints ?? [], [joints]);
  const { shown, show, rows, index, current, setAt, go, scroll, sight, want } = useShown(all, standard);
  const { picked, setPicked, onPick, chosen } = usePicked(all);
  // Asked when all rows are here, and again when one of them is another.
  const whole = joints !== null && joints.length >= total;
  const unsent = useUnsent(whole ? jobId : undefined, job?.version, all);
  // Keys work at once, without a click into the table.
  useEffect(() => {
    if (joints?.length && document.activeElement === document.body) table.current?.focus();
  }, [joints]);

  const open = (j: RegisterEntry): void => void navigate(`/jobs/${jobId}/joints/${j.id}`);
  const takeAway = (j: RegisterEntry): void => void remove(j);
  /** After what a dialog did: the rows anew, and the keys in the table. */
  const done = async (then: () => void): Promise<void> => {
    setBox(null);
    then();
    await load();
    table.current?.focus();
  };
  const onKey = keysOf({
    rows,
    index,
    go,
    open,
    remove: takeAway,
    bringBack: gone && (() => void bringBack()),
    box: setBox,
    pick: (j) => onPick([j.id], !picked.has(j.id)),
  });
  return {
    ...{
      jobId,
      job,
      joints,
      all,
      total,
      rows,
      index,
      current,
      shown,
      show,
      box,
      setBox,
      standard,
      unsent,
      problem,
      gone,
      forget,
    },
    ...{ picked, setPicked, onPick, chosen, table, scroll, sight, want, onKey, setAt, open, takeAway, bringBack, recheck, done },
  };
}
export type RegisterView = ReturnType<typeof useRegisterView>;

/** The rows in sight; what was just made is shown. */
function useSight(rows: readonly RegisterEntry[], setAt: (i: number) => void) {
  const scroll = useRef<HTMLDivElement>(null);
  const sight = useRef<Sight | null>(null);
  const [wanted, want] = useState<string | null>(null);
  useEffect(() => {
    const i = wanted === null ? -1 : rows.findIndex((r) => r.id === wanted);
    if (i < 0) return;
    setAt(i);
    want(null);
    sight.current?.scrollToIndex(i, { align: 'center' });
  }, [wanted, rows, sight, setAt]);
  return { scroll, sight, want };
}
