import { useEffect, useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { CHANGE_WORDS, drawnChange, type ChangeList, type ChangeMoment, type JobRecord, type JointThen } from '@ample/core';
import { api } from '../api.ts';
import { useChanges, type Between } from '../changes/useChanges.ts';
import { Picture } from '../joint/Sheet.tsx';
import { Problem } from '../parts/Dialog.tsx';
import { Issue } from '../parts/Issue.tsx';
import { Shell } from '../parts/Shell.tsx';
import { timeWords } from '../parts/time.ts';
import { Stand } from '../parts/StateMark.tsx';
import { JobTrail } from '../parts/JobTrail.tsx';

/** After everything that is. */
const NOW = '9999-12-31T00:00:00.000Z';
const words = ({ at, label, who, joints }: ChangeMoment): string =>
  `${timeWords(at)} · ${label}${joints > 1 ? ` · ${joints} joints` : ''}${who ? ` · ${who}` : ''}`;

const momentOf = (text: string | null): string | null => (text !== null && !Number.isNaN(Date.parse(text)) ? text : null);

/** What changed in a job from one moment to another: forces, members, details and states, listed and drawn. */
export function ChangesPage() {
  const { jobId } = useParams() as { jobId: string };
  const [job, setJob] = useState<JobRecord | null>(null);
  const [moments, setMoments] = useState<readonly ChangeMoment[]>([]);
  const [between, setBetween] = useState<Between | null>(null);
  const [problem, setProblem] = useState('');
  const [paper, setPaper] = useState<Between | null>(null);
  // The moment of an issue, where one was followed here.
  const asked = momentOf(useSearchParams()[0].get('from'));
  useEffect(() => {
    const failed = (e: Error): void => setProblem(e.message);
    api.job(jobId).then((j) => {
      setJob(j);
      document.title = `Changes · ${j.name}`;
    }, failed);
    api.moments(jobId).then((list) => {
      setMoments(list);
      if (asked) setBetween({ from: asked, to: NOW });
      else if (list[0]) setBetween({ from: (list[1] ?? list[0]).at, to: NOW });
    }, failed);
  }, [jobId, asked]);
  const { list, joints, running, problem: unread, cancel } = useChanges(jobId, between);
  return (
    <Shell
      help="/help/guide#changes"
      trail={<JobTrail jobId={jobId} job={job} here="Changes" />}
      tools={
        <button
          type="button"
          className="btn btn-primary"
          disabled={!list || running}
          onClick={() => between && setPaper(between.to === NOW ? { ...between, to: new Date().toISOString() } : between)}
        >
          Issue changes
        </button>
      }
    >
      <main className="page">
        <div className="page-inner">
          <h1 className="mb-3">Changes</h1>
          <Problem>{problem || unread}</Problem>
          {between && <Moments {...{ between, asked, moments, setBetween }} />}
          {running && <Running done={joints.length} of={list?.joints.length} onCancel={cancel} />}
          {list && (
            <Changed key={`${between?.from} ${between?.to}`} jobId={jobId} list={list} joints={joints} running={running} />
          )}
        </div>
      </main>
      {paper && <Issue jobId={jobId} changes={paper} title="Issue what changed" onClose={() => setPaper(null)} />}
    </Shell>
  );
}

function Changed({
  jobId,
  list,
  joints,
  running,
}: {
  jobId: string;
  list: ChangeList;
  joints: readonly JointThen[];
  running: boolean;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const changes = joints.filter((j) => j.change !== 'same');
  const same = list.same + joints.length - changes.length;
  const other = changes.filter((c) => c.before?.state !== c.after?.state).length;
  const chosen = changes.find((c) => c.id === open) ?? changes[0];
  return (
    <>
      <p role={running ? undefined : 'status'}>
        {changes.length} changed, {other} of them in state; {same} as before.
        {list.job.map((w) => ` In the job, ${w}.`)}
      </p>
      {changes.length > 0 && (
        <div className="changes mt-3">
          <div className="overflow-auto max-h-[72vh]">
            <table className="grid-table dense">
              <thead>
                <tr>
                  {['Mark', 'What', 'Before', 'After'].map((h) => (
                    <th key={h}>{h}</th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {changes.map((c) => (
                  <ChangeRow key={c.id} change={c} chosen={c === chosen} onOpen={() => setOpen(c.id)} />
                ))}
              </tbody>
            </table>
          </div>
          {chosen && <Joint key={chosen.id} jobId={jobId} list={list} change={chosen} />}
        </div>
      )}
    </>
  );
}

/** One joint that changed: drawn over what it was, and every difference. */
function Joint({ jobId, list, change: c }: { jobId: string; list: ChangeList; change: JointThen }) {
  const drawn = useMemo(() => (c.was && c.is ? drawnChange(c.was, c.is, list.before, list.after) : null), [c, list]);
  return (
    <section aria-label={`What changed of ${c.mark}`}>
      <h2 className="mb-1">
        {c.change === 'gone' ? (
          c.mark
        ) : (
          <Link className="hover:underline" to={`/jobs/${jobId}/joints/${c.id}`}>
            {c.mark}
          </Link>
        )}
      </h2>
      {drawn && (
        <div className="house-sheet">
          <Picture
            drawing={{ ...drawn.drawing, items: [...drawn.drawing.items, ...drawn.former] }}
            over={[]}
            label={`${c.mark} as it is, with what it was in grey`}
          />
        </div>
      )}
      {drawn && (
        <p className="muted mt-1">
          {drawn.former.length ? 'What it was stands in grey.' : 'It is drawn as it was: what changed shows in no line.'}
        </p>
      )}
      {c.differences.length > 0 && (
        <table className="grid-table dense mt-2">
          <thead>
            <tr>
              {['What', 'Before', 'After'].map((h) => (
                <th key={h}>{h}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {c.differences.map((d) => (
              <tr key={`${d.part} ${d.what}`}>
                <td>{d.what}</td>
                <td className="muted whitespace-normal!">{d.before || 'none'}</td>
                <td className="font-semibold whitespace-normal!">{d.after || 'none'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

interface MomentsProps {
  readonly between: Between;
  readonly asked: string | null;
  readonly moments: readonly ChangeMoment[];
  readonly setBetween: (between: Between) => void;
}

/** From which moment to which. */
function Moments({ between, asked, moments, setBetween }: MomentsProps) {
  const ends = [
    ['from', 'As it stood after', asked && <option value={asked}>{`${timeWords(asked)} · when it was issued`}</option>],
    ['to', 'And after', <option value={NOW}>now</option>],
  ] as const;
  return (
    <div className="form-grid mb-3">
      {ends.map(([end, label, first]) => (
        <label key={end} className="contents">
          <span>{label}</span>
          <select
            className="select w-full"
            value={between[end]}
            onChange={(e) => setBetween({ ...between, [end]: e.target.value })}
          >
            {first}
            {moments.map((m) => (
              <option key={m.at + m.label} value={m.at}>
                {words(m)}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  );
}

/** How far it is. */
function Running({ done, of, onCancel }: { done: number; of: number | undefined; onCancel: () => void }) {
  return (
    <div className="flex items-center gap-3 mb-2" role="status">
      <progress className="progress w-60" aria-label="Joints judged" value={done} max={Math.max(1, of ?? 1)} />
      <span className="muted">
        {done} of {of ?? '…'} joints
      </span>
      <button type="button" className="btn" onClick={onCancel}>
        Cancel
      </button>
    </div>
  );
}

/** A joint that changed. */
function ChangeRow({ change: c, chosen, onOpen }: { change: JointThen; chosen: boolean; onOpen: () => void }) {
  return (
    <tr className={chosen ? 'selected' : ''} onClick={onOpen}>
      <td>
        <button type="button" className="font-semibold" aria-pressed={chosen} onClick={onOpen} onFocus={onOpen}>
          {c.mark}
        </button>
      </td>
      <td>{CHANGE_WORDS[c.change]}</td>
      <td className="whitespace-normal!">{c.before ? <Stand of={c.before} /> : '–'}</td>
      <td className="whitespace-normal!">{c.after ? <Stand of={c.after} /> : '–'}</td>
    </tr>
  );
}
