import { Link } from 'react-router';
import { kindTitle } from '@ample/core';
import { redone, undone } from '../../store/joint.ts';
import { useAppDispatch } from '../../store/store.ts';
import type { JointView } from './useJoint.ts';

const SAVE_WORDS = { saved: 'saved', saving: 'saving…', waiting: 'saving…', stale: 'not saved', failed: 'not saved' } as const;

/** Job, register, the joint with those beside it, and what it joins. */
export function Trail({ view: { job, siblings, at, go, present, kind, basis } }: { view: JointView }) {
  const members = kind.members(present.input, basis.units);
  return (
    <>
      <Link className="ellipsis" to={`/jobs/${job.id}`}>
        {job.name}
      </Link>
      <span className="quiet">/ Register</span>
      <button
        type="button"
        className="quiet px-1"
        disabled={at <= 0}
        onClick={() => go(-1)}
        aria-label="Previous joint"
        title="Previous joint ( [ )"
      >
        ‹
      </button>
      <span className="here">{present.mark}</span>
      <button
        type="button"
        className="quiet px-1"
        disabled={at >= siblings.length - 1}
        onClick={() => go(1)}
        aria-label="Next joint"
        title="Next joint ( ] )"
      >
        ›
      </button>
      <span className="quiet two-lines" title={members}>
        {kindTitle(kind, basis.standard).toLowerCase()} · {members}
      </span>
    </>
  );
}

/** Undo, redo, what is saved, sign and issue. */
export function Tools({ view: { joint, record, stale }, onBox }: { view: JointView; onBox: (box: 'sign' | 'issue') => void }) {
  const dispatch = useAppDispatch();
  return (
    <>
      <button
        type="button"
        className="quiet"
        disabled={joint.past.length === 0}
        onClick={() => dispatch(undone())}
        title={joint.past.length ? `Undo: ${joint.past.at(-1)!.label} (Ctrl Z)` : 'Nothing to undo'}
      >
        Undo
      </button>
      <button
        type="button"
        className="quiet"
        disabled={joint.future.length === 0}
        onClick={() => dispatch(redone())}
        title="Redo (Ctrl Shift Z)"
      >
        Redo
      </button>
      <span className="quiet" aria-live="polite" data-save={joint.save}>
        {SAVE_WORDS[joint.save]}
      </span>
      <button type="button" className="quiet" onClick={() => onBox('sign')}>
        {record.checked ? (stale ? 'Stale, sign again' : `Checked: ${record.checked.by}`) : 'Sign off'}
      </button>
      <button type="button" className="btn btn-primary" onClick={() => onBox('issue')} disabled={joint.save !== 'saved'}>
        Issue details
      </button>
    </>
  );
}

/** The tabs, and under them what is wrong, or why a first detail is as it is: all of it. */
export function Tabs({ view: { tabs, tab, openTab, wrong, why, setWhy } }: { view: JointView }) {
  return (
    <div className="min-w-0">
      <div className="tabs-row" role="tablist">
        {tabs.map(([id, label]) => (
          <button type="button" key={id} role="tab" aria-selected={tab === id} className="tab-button" onClick={() => openTab(id)}>
            {label}
          </button>
        ))}
      </div>
      {wrong && (
        <p className="tabs-said problem" role="alert">
          {wrong}
        </p>
      )}
      {!wrong && why.length > 0 && (
        <div className="tabs-said muted">
          <p className="flex-1">First detail: {why.join(' ')}</p>
          <button type="button" className="underline" onClick={() => setWhy([])}>
            Dismiss
          </button>
        </div>
      )}
    </div>
  );
}
