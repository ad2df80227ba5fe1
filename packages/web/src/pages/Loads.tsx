import { useEffect, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { basisOf, noLoads, type JobLoads, type JobRecord } from '@ample/core';
import { api } from '../api.ts';
import { LoadsEditor, madeOf } from '../loads/LoadsEditor.tsx';
import { Problem } from '../parts/Dialog.tsx';
import { Shell } from '../parts/Shell.tsx';
import { JobTrail } from '../parts/JobTrail.tsx';

const NONE: ReadonlySet<string> = new Set();

/** What is not saved is not left without a word. */
function useAskBefore(changed: boolean): void {
  useEffect(() => {
    if (!changed) return;
    const ask = (e: BeforeUnloadEvent): void => e.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [changed]);
}

/** Load cases of a job and the combinations that they make. */
export function LoadsPage() {
  const { jobId } = useParams() as { jobId: string };
  const [job, setJob] = useState<JobRecord | null>(null);
  const [loads, setLoads] = useState<JobLoads | null>(null);
  const [guessed, setGuessed] = useState(NONE);
  const [problem, setProblem] = useState('');
  const [state, setState] = useState<'same' | 'changed' | 'saved'>('same');
  const take = (j: JobRecord): void => {
    setJob(j);
    setLoads(j.loads ?? noLoads(basisOf(j)));
    document.title = `Load cases · ${j.name}`;
  };
  useEffect(() => {
    api.job(jobId).then(take, (e: Error) => setProblem(e.message));
  }, [jobId]);
  useAskBefore(state === 'changed');
  const basis = useMemo(() => (job ? basisOf(job) : null), [job]);
  if (!job || !loads || !basis)
    return (
      <Shell>
        <main className="page">
          <Problem>{problem}</Problem>
        </main>
      </Shell>
    );
  const changed = (next: JobLoads, told: typeof NONE): void => {
    setLoads(next);
    setGuessed(told);
    setState('changed');
    setProblem('');
  };
  const save = (): void => {
    const made = madeOf(loads, basis, guessed);
    if ('refusal' in made && loads.cases.length) return setProblem(made.refusal);
    setProblem('');
    api.saveJob(job.id, { version: job.version, loads: loads.cases.length ? loads : null }).then(
      (j) => {
        take(j);
        setState('saved');
      },
      (e: Error) => setProblem(e.message),
    );
  };
  return (
    <Shell
      help="/help/guide#cases"
      trail={<JobTrail jobId={jobId} job={job} here="Load cases" />}
      tools={<Save onClick={save} />}
    >
      <main className="page">
        <div className="page-inner">
          <Problem>{problem}</Problem>
          {state === 'saved' && <Saved />}
          <LoadsEditor basis={basis} loads={loads} guessed={guessed} onChange={changed} />
        </div>
      </main>
    </Shell>
  );
}

/** What saving did. */
function Saved() {
  return (
    <p className="muted mb-2" role="status">
      Saved. Joints with forces of these cases are judged under the new combinations now.
    </p>
  );
}

const Save = ({ onClick }: { onClick: () => void }) => (
  <button type="button" className="btn btn-primary" onClick={onClick}>
    Save load cases
  </button>
);
