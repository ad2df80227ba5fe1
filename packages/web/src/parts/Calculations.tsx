import { useCallback, useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { CalculationRecord } from '@ample/core';
import { api } from '../api.ts';
import { Problem } from './Dialog.tsx';
import { Issue } from './Issue.tsx';
import { Mark } from './StateMark.tsx';

/** Calculations of the bench that belong to a job. */
export function Calculations({ jobId }: { jobId: string }) {
  const [list, setList] = useState<readonly CalculationRecord[]>([]);
  const [problem, setProblem] = useState('');
  const [issued, setIssued] = useState<CalculationRecord | null>(null);
  const [gone, setGone] = useState<CalculationRecord | null>(null);
  const load = useCallback(() => api.calculations(jobId).then(setList, (e: Error) => setProblem(e.message)), [jobId]);
  useEffect(() => void load(), [load]);
  const remove = (c: CalculationRecord): void =>
    void api.deleteCalculation(c.id).then(
      () => {
        setGone(c);
        return load();
      },
      (e: Error) => setProblem(e.message),
    );
  const bringBack = (c: CalculationRecord): void =>
    void api.restoreCalculation(c.id).then(
      () => {
        setGone(null);
        return load();
      },
      (e: Error) => setProblem(e.message),
    );
  if (!list.length && !gone && !problem) return null;
  return (
    <section className="mt-5" aria-label="Calculations">
      <h2 className="label mb-1">Calculations</h2>
      <Problem>{problem}</Problem>
      <ul>
        {list.map((c) => (
          <Row key={c.id} {...{ c, jobId }} onIssue={() => setIssued(c)} onRemove={() => remove(c)} />
        ))}
      </ul>
      {gone && (
        <p className="muted mt-1" role="status">
          {gone.title} removed.{' '}
          <button type="button" className="underline" onClick={() => bringBack(gone)}>
            Undo
          </button>
        </p>
      )}
      {issued && (
        <Issue jobId={jobId} calculationId={issued.id} title={`Issue ${issued.title}`} onClose={() => setIssued(null)} />
      )}
    </section>
  );
}

/** A calculation, and what is done with it. */
function Row({
  c,
  jobId,
  onIssue,
  onRemove,
}: {
  c: CalculationRecord;
  jobId: string;
  onIssue: () => void;
  onRemove: () => void;
}) {
  return (
    <li className="flex items-baseline gap-3 py-1 border-b border-[#0001]">
      <Link className="font-semibold hover:underline" to={`/bench/${c.tool}?job=${jobId}&calculation=${c.id}`}>
        {c.title}
      </Link>
      <span className="muted">{c.toolTitle.toLowerCase()}</span>
      <span className="flex-1 ellipsis" title={c.answer}>
        {c.answer}
      </span>
      {c.state !== 'none' && <Mark state={c.state} size={10} />}
      <button type="button" className="underline" onClick={onIssue}>
        Issue
      </button>
      <button type="button" className="underline muted" onClick={onRemove} aria-label={`Remove ${c.title}`}>
        Remove
      </button>
    </li>
  );
}
