import { useEffect, useRef, useState, type RefObject } from 'react';
import { Link, useNavigate } from 'react-router';
import { basisTitle, usualBasis } from '@ample/core';
import type { JobListEntry } from '@ample/core';
import { api } from '../api.ts';
import { Dialog, Problem } from '../parts/Dialog.tsx';
import { Shell } from '../parts/Shell.tsx';
import { FileInput } from '../parts/FileInput.tsx';

const day = (iso: string): string =>
  new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const LARGEST = 20 * 1024 * 1024;

/** All jobs: open, create, copy, archive, import and export. */
export function JobsPage() {
  const [jobs, setJobs] = useState<JobListEntry[] | null>(null);
  const [problem, setProblem] = useState('');
  const [archived, setArchived] = useState(false);
  const [making, setMaking] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const load = (): Promise<void> => api.jobs().then(setJobs, (e: Error) => setProblem(e.message));
  useEffect(() => {
    void load();
    document.title = 'Jobs · Ample Gusset';
  }, []);
  const attempt = async (work: () => Promise<unknown>): Promise<void> => {
    setProblem('');
    try {
      await work();
      await load();
    } catch (e) {
      setProblem((e as Error).message);
    }
  };
  const importFile = async (f: File): Promise<void> => {
    if (f.size > LARGEST)
      return setProblem(`${f.name} is ${Math.round(f.size / 1048576)} MB; accepted are job files up to 20 MB.`);
    await attempt(async () => navigate(`/jobs/${(await api.importJob(await f.text())).id}`));
  };
  const shown = jobs?.filter((j) => j.archived === archived) ?? [];
  const put = jobs?.filter((j) => j.archived).length ?? 0;
  return (
    <Shell help="/help/guide#jobs">
      <main className="page">
        <div className="page-inner">
          <Head {...{ archived, setArchived, put, importFile, file }} onNew={() => setMaking(true)} />
          <Problem>{problem}</Problem>
          {jobs && shown.length === 0 && archived && <p className="muted">No job is archived.</p>}
          {jobs && shown.length === 0 && !archived && (
            <Welcome
              onNew={() => setMaking(true)}
              onFile={() => file.current?.click()}
              onDemo={() => void attempt(async () => navigate(`/jobs/${(await api.demoJob()).id}`))}
            />
          )}
          {shown.length > 0 && <JobTable jobs={shown} attempt={attempt} />}
        </div>
      </main>
      {making && <NewJob onClose={() => setMaking(false)} onMade={(id) => navigate(`/jobs/${id}`)} />}
    </Shell>
  );
}

type Attempt = (work: () => Promise<unknown>) => Promise<void>;

function JobTable({ jobs, attempt }: { jobs: readonly JobListEntry[]; attempt: Attempt }) {
  return (
    <table className="grid-table">
      <thead>
        <tr>
          <th>Number</th>
          <th>Name</th>
          <th>Client</th>
          <th className="num">Joints</th>
          <th>Changed</th>
          <th>
            <span className="sr-only">What to do</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {jobs.map((j) => (
          <JobRow key={j.id} job={j} attempt={attempt} />
        ))}
      </tbody>
    </table>
  );
}

const JobRow = ({ job: j, attempt }: { job: JobListEntry; attempt: Attempt }) => (
  <tr>
    <td className="mono">{j.number}</td>
    <td>
      <Link className="font-semibold hover:underline" to={`/jobs/${j.id}`}>
        {j.name}
      </Link>
    </td>
    <td>{j.client}</td>
    <td className="num">{j.joints}</td>
    <td className="muted">{day(j.updatedAt)}</td>
    <td className="num whitespace-nowrap">
      <Link className="btn btn-ghost" to={`/jobs/${j.id}`}>
        Open
      </Link>
      <button type="button" className="btn btn-ghost" onClick={() => void attempt(() => api.copyJob(j.id))}>
        Copy
      </button>
      <a className="btn btn-ghost" href={api.exportUrl(j.id)} download>
        Export
      </a>
      <button
        type="button"
        className="btn btn-ghost"
        onClick={() => void attempt(() => api.saveJob(j.id, { version: j.version, archived: !j.archived }))}
      >
        {j.archived ? 'Bring back' : 'Archive'}
      </button>
    </td>
  </tr>
);

/** What a new store greets with: three ways to begin. */
function Welcome({ onNew, onFile, onDemo }: { onNew: () => void; onFile: () => void; onDemo: () => void }) {
  const way = (title: string, text: string, button: string, go: () => void, main = false) => (
    <section className="border-t border-[var(--hair)] pt-3">
      <h2>{title}</h2>
      <p className="muted my-2">{text}</p>
      <button type="button" className={`btn ${main ? 'btn-primary' : ''}`} onClick={go}>
        {button}
      </button>
    </section>
  );
  return (
    <div className="grid gap-6 md:grid-cols-3 mt-2" role="group" aria-label="Ways to begin">
      {way(
        'Look around',
        'A made-up ferry hall to EN 1993 and a bus depot to AISC 360, in inches: fin plates, end plates, cleats, column bases and moment end plates; one joint gives, one breaks a rule, one is not whole.',
        'Open the demo jobs',
        onDemo,
        true,
      )}
      {way(
        'Begin a job',
        'A number and a name; members and forces then make the first joint, drawn and checked.',
        'Make a new job',
        onNew,
      )}
      {way(
        'Bring a job along',
        'A job file that this product exported, whole with its joints, actions and signatures.',
        'Import a job file',
        onFile,
      )}
      <p className="md:col-span-3 muted">
        The{' '}
        <Link className="underline" to="/help">
          user guide
        </Link>{' '}
        says how the screens work and what is checked; press ? anywhere for the keys.
      </p>
    </div>
  );
}

function NewJob({ onClose, onMade }: { onClose: () => void; onMade: (id: string) => void }) {
  const [job, setJob] = useState({ number: '', name: '', client: '' });
  const [problem, setProblem] = useState('');
  const submit = (): void =>
    void api.createJob(job).then(
      (j) => onMade(j.id),
      (e: Error) => setProblem(e.message),
    );
  return (
    <Dialog title="New job" onClose={onClose} width={440}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          submit();
        }}
      >
        <div className="form-grid">
          {(
            [
              ['number', 'Job number'],
              ['name', 'Name'],
              ['client', 'Client'],
            ] as const
          ).map(([k, label]) => (
            <label key={k} className="contents">
              <span>{label}</span>
              <input className="input w-full" value={job[k]} onChange={(e) => setJob({ ...job, [k]: e.target.value })} />
            </label>
          ))}
        </div>
        <p className="muted mt-2">{basisTitle(usualBasis())}; change it under Basis.</p>
        <Problem>{problem}</Problem>
        <button type="submit" className="btn btn-primary mt-3">
          Make the job
        </button>
      </form>
    </Dialog>
  );
}

interface HeadProps {
  readonly archived: boolean;
  readonly setArchived: (archived: boolean) => void;
  /** How many are archived. */
  readonly put: number;
  readonly importFile: (file: File) => Promise<void>;
  readonly file: RefObject<HTMLInputElement | null>;
  readonly onNew: () => void;
}

/** What is done with jobs. */
function Head({ archived, setArchived, put, importFile, file, onNew }: HeadProps) {
  return (
    <div className="flex items-center gap-2 mb-4">
      <h1 className="flex-1">{archived ? 'Archived jobs' : 'Jobs'}</h1>
      {(put > 0 || archived) && (
        <button type="button" className="btn btn-ghost" onClick={() => setArchived(!archived)}>
          {archived ? 'Show current jobs' : `Show ${put} archived`}
        </button>
      )}
      <a className="btn" href={api.backupUrl} download title="One file with every job, taken while the server runs">
        Back up the store
      </a>
      <button type="button" className="btn" onClick={() => file.current?.click()}>
        Import job file
      </button>
      <FileInput of={file} label="Job file to import" onFile={(f) => void importFile(f)} />
      <button type="button" className="btn btn-primary" onClick={onNew}>
        New job
      </button>
    </div>
  );
}
