import { useCallback, useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { IssueRecord, JobRecord, SinceIssue } from '@ample/core';
import { OFFICE_FORMATS } from '@ample/exchange/office-formats';
import { SHOP_FORMATS } from '@ample/exchange/shop-formats';
import { api } from '../api.ts';
import { Problem } from '../parts/Dialog.tsx';
import { Issue } from '../parts/Issue.tsx';
import { markWords } from '../parts/KeepIssue.tsx';
import { Shell } from '../parts/Shell.tsx';
import { timeWords } from '../parts/time.ts';
import { JobTrail } from '../parts/JobTrail.tsx';

/** What was sent out of a job: each issue with its file's fingerprint, what changed since the last, and which issue a file is. */
export function IssuesPage() {
  const { jobId } = useParams() as { jobId: string };
  const [job, setJob] = useState<JobRecord | null>(null);
  const [list, setList] = useState<readonly IssueRecord[] | null>(null);
  const [since, setSince] = useState<SinceIssue | null>(null);
  const [problem, setProblem] = useState('');
  const [issuing, setIssuing] = useState<'all' | 'changed' | null>(null);
  const load = useCallback(async () => {
    try {
      const found = await api.issues(jobId);
      setList(found);
      setSince(found[0] ? await api.sinceIssue(jobId, found[0].number) : null);
    } catch (e) {
      setProblem((e as Error).message);
    }
  }, [jobId]);
  useEffect(() => {
    api.job(jobId).then(
      (j) => {
        setJob(j);
        document.title = `Issues · ${j.name}`;
      },
      (e: Error) => setProblem(e.message),
    );
    void load();
  }, [jobId, load]);
  return (
    <Shell
      help="/help/guide#issues"
      trail={<JobTrail jobId={jobId} job={job} here="Issues" />}
      tools={<Tools since={since} ready={job !== null} onIssue={setIssuing} />}
    >
      <main className="page">
        <h1>Issues</h1>
        <Problem>{problem}</Problem>
        {list?.length === 0 && <NoIssue />}
        {since && <Since jobId={jobId} since={since} at={list![0]!.at} />}
        {list && list.length > 0 && (
          <>
            <IssueTable jobId={jobId} list={list} />
            <WhichIssue list={list} />
          </>
        )}
      </main>
      {issuing && job && (
        <Issue
          jobId={job.id}
          title={`Issue ${job.name}`}
          changed={issuing === 'changed'}
          onClose={() => {
            setIssuing(null);
            void load();
          }}
        />
      )}
    </Shell>
  );
}

/** What is another since the last issue. */
const Since = ({ jobId, since, at }: { jobId: string; since: SinceIssue; at: string }) => (
  <p className="mb-3" role="status">
    {since.changed.length === 0 && since.gone.length === 0 ? (
      `Nothing changed since issue ${since.number}.`
    ) : (
      <>
        Since issue {since.number}
        {since.job.length > 0 ? `, ${since.job.join('; ')}, so that every joint is another` : ''}:{' '}
        {since.changed.length > 0 && markWords(since)}
        {since.gone.length > 0 && `${since.changed.length > 0 ? '; ' : ''}gone: ${since.gone.join(', ')}`}.{' '}
        <Link className="underline" to={`/jobs/${jobId}/changes?from=${encodeURIComponent(at)}`}>
          See what changed
        </Link>
      </>
    )}
  </p>
);

const FORMATS = [{ id: 'pdf', label: 'Calculation (PDF)' }, ...OFFICE_FORMATS, ...SHOP_FORMATS];
/** What an issue is, in words. */
const whatWords = ({ what, joints }: IssueRecord): string =>
  [
    FORMATS.find((f) => f.id === what.format)?.label ?? what.format,
    what.level && `level ${what.level}`,
    what.copy && `copy for the ${what.copy}`,
    what.mark ?? `${joints} joint${joints === 1 ? '' : 's'}`,
    what.since !== undefined && `what changed since issue ${what.since}`,
  ]
    .filter(Boolean)
    .join(' · ');

const IssueTable = ({ jobId, list }: { jobId: string; list: readonly IssueRecord[] }) => (
  <div className="overflow-x-auto mb-5">
    <table className="grid-table" aria-label="Issues of the job">
      <thead>
        <tr>
          <th className="num">No.</th>
          <th>Date</th>
          <th>By</th>
          <th>Reason</th>
          <th>What</th>
          <th>File</th>
          <th>SHA-256</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {list.map((i) => (
          <tr key={i.number}>
            <td className="num font-semibold">{i.number}</td>
            <td className="whitespace-nowrap">{timeWords(i.at)}</td>
            <td>{i.who}</td>
            <td>{i.reason || <span className="muted">none given</span>}</td>
            <td>{whatWords(i)}</td>
            <td>
              {i.name} <span className="muted whitespace-nowrap">{size(i.size)}</span>
            </td>
            <td className="mono text-[10.5px]" title={i.sha256}>
              {i.sha256.slice(0, 12)}…
            </td>
            <td>
              <Link
                className="underline whitespace-nowrap"
                aria-label={`Changes since issue ${i.number}`}
                to={`/jobs/${jobId}/changes?from=${encodeURIComponent(i.at)}`}
              >
                Changes since
              </Link>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  </div>
);
const size = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`;

/** Reads a file here and says which issue it is, by its fingerprint; nothing of it is sent. */
function WhichIssue({ list }: { list: readonly IssueRecord[] }) {
  const [said, setSaid] = useState('');
  const look = async (file: File): Promise<void> => {
    setSaid(`Reading ${file.name}…`);
    try {
      const digest = await crypto.subtle.digest('SHA-256', await file.arrayBuffer());
      const sum = [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, '0')).join('');
      const found = list.find((i) => i.sha256 === sum);
      setSaid(
        found
          ? `${file.name} is issue ${found.number} of ${timeWords(found.at)}, byte for byte.`
          : `${file.name} is none of these issues, or it was changed since: its fingerprint is ${sum.slice(0, 12)}…`,
      );
    } catch {
      setSaid(`${file.name} can't be read.`);
    }
  };
  return (
    <section aria-label="Which issue is a file">
      <label className="btn">
        Which issue is a file?
        <input
          type="file"
          className="sr-only"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) void look(file);
          }}
        />
      </label>
      <p role="status" className="mt-1">
        {said}
      </p>
    </section>
  );
}

/** What stands here once something is issued. */
function NoIssue() {
  return (
    <p className="muted">
      Nothing is kept yet. Choose “Keep it as an issue of the job” when something is issued: what was sent, when, by whom and why
      then stands here, with the fingerprint of the file.
    </p>
  );
}

/** What can be issued now. */
function Tools({
  since,
  ready,
  onIssue,
}: {
  since: SinceIssue | null;
  ready: boolean;
  onIssue: (what: 'all' | 'changed') => void;
}) {
  return (
    <>
      <button type="button" className="btn" disabled={!since?.changed.length} onClick={() => onIssue('changed')}>
        Issue what changed
      </button>
      <button type="button" className="btn btn-primary" disabled={!ready} onClick={() => onIssue('all')}>
        Issue job
      </button>
    </>
  );
}
