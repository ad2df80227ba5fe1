import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, type KeyboardEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { KINDS, multipleText } from '@ample/core';
import { StateMark } from '../parts/StateMark.tsx';
import { stateOf } from '../register/order.ts';
import type { Spot } from './useModel.ts';

interface Props {
  readonly spots: readonly Spot[];
  readonly picked: Spot | null;
  readonly onPick: (spot: Spot) => void;
  readonly jobId: string;
  /** Marks of joints at members that are another than before. */
  readonly touched: ReadonlySet<string>;
}
const titleOf = (kind: string): string => KINDS.find((k) => k.id === kind)?.title ?? kind;

/** The joints of the picture: arrows go along them, Enter opens the one that is picked. */
export function SpotList({ spots, picked, onPick, jobId, touched }: Props) {
  const navigate = useNavigate();
  const box = useRef<HTMLDivElement>(null);
  const at = picked ? spots.indexOf(picked) : -1;
  const sight = useVirtualizer({
    count: spots.length,
    getScrollElement: () => box.current,
    estimateSize: () => 30,
    overscan: 10,
  });
  useEffect(() => {
    if (at >= 0) sight.scrollToIndex(at, { align: 'auto' });
  }, [at, sight]);
  if (spots.length === 0) return null;
  const onKey = (e: KeyboardEvent): void => {
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 10, PageUp: -10 }[e.key];
    if (step !== undefined) {
      e.preventDefault();
      onPick(spots[Math.max(0, Math.min(spots.length - 1, at + step))]!);
    } else if (e.key === 'Enter' && picked?.row) void navigate(`/jobs/${jobId}/joints/${picked.row.id}`);
  };
  return (
    <section aria-label="Joints of the model" className="grid gap-2">
      <h2>{spots.length} joints</h2>
      <div
        ref={box}
        role="listbox"
        tabIndex={0}
        aria-label="Joints: arrows go along them, Enter opens"
        aria-activedescendant={picked ? `spot-${picked.key}` : undefined}
        className="overflow-y-auto max-h-[38vh] min-h-24 bg-base-100"
        onKeyDown={onKey}
      >
        <div style={{ height: sight.getTotalSize(), position: 'relative' }}>
          {sight.getVirtualItems().map(({ index, start, size }) => {
            const s = spots[index]!;
            return (
              <div
                key={s.key}
                id={`spot-${s.key}`}
                role="option"
                aria-selected={s === picked}
                className={`absolute inset-x-0 flex items-center gap-3 px-2 cursor-pointer ${s === picked ? 'bg-[var(--select)]' : ''}`}
                style={{ top: start, height: size }}
                onClick={() => onPick(s)}
              >
                <Words spot={s} touched={touched.has(s.mark)} />
              </div>
            );
          })}
        </div>
      </div>
      {picked && <Picked spot={picked} jobId={jobId} />}
    </section>
  );
}

const Picked = ({ spot: { row, mark, kind, says }, jobId }: { spot: Spot; jobId: string }) => (
  <div role="status" className="grid gap-1">
    <p>
      <b>{mark}</b> · {titleOf(kind)}
      {row ? ` · ${row.summary.members}` : ''}
    </p>
    {says.map((s) => (
      <p key={s} className="muted">
        {s}
      </p>
    ))}
    {row && (
      <>
        <p>
          {row.summary.first
            ? `${row.summary.first.title}, ${multipleText(row.summary.first.multiple)} × ${row.summary.first.combination}`
            : row.summary.verdict}
        </p>
        <p>
          <Link className="btn" to={`/jobs/${jobId}/joints/${row.id}`}>
            Open {mark}
          </Link>
        </p>
      </>
    )}
  </div>
);

/** A joint in a line. */
function Words({ spot: s, touched }: { spot: Spot; touched: boolean }) {
  return (
    <>
      <b className="w-24 ellipsis">{s.mark}</b>
      <span className="muted flex-1 ellipsis">
        {titleOf(s.kind)}
        {touched ? ' · touched' : ''}
      </span>
      {s.row ? <StateMark state={stateOf(s.row)} /> : <span className="muted">proposed</span>}
    </>
  );
}
