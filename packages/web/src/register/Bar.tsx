import { useMemo, type RefObject } from 'react';
import { unitsOf, type JobRecord, type RegisterEntry } from '@ample/core';
import { Mark, stateWord, type ShownState } from '../parts/StateMark.tsx';
import type { Recheck } from './useRegister.ts';
import { isIn, STATES, type Shown } from './order.ts';

/** Filter, states with their counts, totals, and what is done with a joint. */
export function Bar({
  all,
  total,
  job,
  shown,
  show,
  table,
  recheck,
  children,
}: {
  all: readonly RegisterEntry[];
  total: number;
  job: JobRecord | null;
  shown: Shown;
  show: (change: Partial<Shown>) => void;
  table: RefObject<HTMLTableElement | null>;
  recheck: Recheck;
  children: React.ReactNode;
}) {
  // Not with each row that scrolls by.
  const [mass, bolts] = useMemo(
    () => all.reduce(([m, b], { summary: s }) => [m + s.plateMass, b + s.bolts] as const, [0, 0] as readonly [number, number]),
    [all],
  );
  return (
    <div className="flex items-center gap-2 px-4 py-2 flex-wrap">
      <input
        className="input w-40"
        placeholder="Filter"
        title="Marks, members, checks, groups, house details"
        aria-label="Filter joints"
        value={shown.filter}
        onChange={(e) => show({ filter: e.target.value })}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown' || e.key === 'Enter') {
            e.preventDefault();
            table.current?.focus();
          }
        }}
      />
      <States all={all} only={shown.only} onOnly={(only) => show({ only })} />
      {all.length > 0 && <RecheckButton of={recheck} total={total} />}
      <span className="muted flex-1 text-right whitespace-nowrap">
        {all.length < total ? `judging: ${all.length} of ` : ''}
        {total} joints · {bolts} bolts · {job ? unitsOf(job.basis).mass(mass) : ''} steel
      </span>
      {children}
    </div>
  );
}

/** Judges all joints anew, says how far it is, and can be stopped. */
const RecheckButton = ({ of, total }: { of: Recheck; total: number }) =>
  of.running ? (
    <span className="flex items-center gap-2" role="status">
      <progress className="progress w-24" aria-label="Joints re-checked" value={of.done} max={Math.max(1, total)} />
      <span className="muted whitespace-nowrap">
        {of.done} of {total}
      </span>
      <button type="button" className="btn" onClick={of.cancel}>
        Cancel
      </button>
    </span>
  ) : (
    <>
      <button type="button" className="btn btn-ghost px-1!" onClick={of.start} title="Judge every joint of the job anew">
        Re-check
      </button>
      {of.said && (
        <span className="muted" role="status">
          {of.said}
        </span>
      )}
    </>
  );

function States({
  all,
  only,
  onOnly,
}: {
  all: readonly RegisterEntry[];
  only: ShownState | null;
  onOnly: (s: ShownState | null) => void;
}) {
  const counts = useMemo(() => STATES.map((s) => [s, all.filter((j) => isIn(j, s)).length] as const), [all]);
  return (
    <div className="flex flex-wrap" role="group" aria-label="Joints by state">
      {counts
        .filter(([, n]) => n > 0)
        .map(([s, n]) => (
          <button
            type="button"
            key={s}
            className={`btn btn-ghost px-2! ${only === s ? 'bg-[var(--select)]! border-[var(--ink)]!' : ''}`}
            aria-pressed={only === s}
            onClick={() => onOnly(only === s ? null : s)}
          >
            <Mark state={s} />
            {n} {stateWord(s)}
          </button>
        ))}
    </div>
  );
}
