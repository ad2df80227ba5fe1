import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { CalculationRecord, JobListEntry, JobRecord } from '@ample/core';
import { api } from '../api.ts';
import { Problem } from '../parts/Dialog.tsx';
import { Issue } from '../parts/Issue.tsx';

interface Props {
  readonly tool: string;
  readonly input: unknown;
  readonly job: JobRecord | null;
  readonly record: CalculationRecord | null;
  readonly onRecord: (c: CalculationRecord) => void;
  readonly suggested: string;
}

/** What is typed of it, and how it is attached or saved. */
function useAttaching({ tool, input, job, record, onRecord, suggested }: Props) {
  const navigate = useNavigate();
  const [jobs, setJobs] = useState<readonly JobListEntry[]>([]);
  const [title, setTitle] = useState(record?.title ?? suggested);
  const [to, setTo] = useState(job?.id ?? '');
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState('');
  useEffect(() => {
    if (!job)
      void api.jobs().then(
        (list) => {
          const open = list.filter((j) => !j.archived);
          setJobs(open);
          setTo((t) => t || (open[0]?.id ?? ''));
        },
        (e: Error) => setProblem(e.message),
      );
  }, [job]);
  const fail = (e: Error): void => {
    setSaid('');
    setProblem(e.message);
  };
  const attach = (): void => {
    setProblem('');
    if (!title.trim()) return setProblem('Title: the title is missing; it must be given.');
    if (!to) return setProblem('Job: there is no job to attach to; make one first.');
    void api.attachCalculation(to, { title: title.trim(), tool, input }).then((c) => {
      onRecord(c);
      setSaid('Attached.');
      void navigate(`/bench/${tool}?job=${to}&calculation=${c.id}`, { replace: true });
    }, fail);
  };
  const save = (): void => {
    setProblem('');
    void api.saveCalculation(record!.id, { title: title.trim(), tool, input, version: record!.version }).then((c) => {
      onRecord(c);
      setSaid('Saved.');
    }, fail);
  };
  return { jobs, title, setTitle, to, setTo, said, problem, attach, save };
}

/** Attaches the calculation to a job, or saves the one that was opened; then it can be issued. */
export function Attach(props: Props) {
  const { input, job, record } = props;
  const { jobs, title, setTitle, to, setTo, said, problem, attach, save } = useAttaching(props);
  const [issuing, setIssuing] = useState(false);
  return (
    <fieldset className="bench-attach">
      <legend className="label">{record ? 'In the job' : 'Attach to a job'}</legend>
      <label className="field-row">
        <span>Title</span>
        <input className="input" value={title} onChange={(e) => setTitle(e.target.value)} />
      </label>
      {!job && (
        <label className="field-row">
          <span>Job</span>
          <select className="select" value={to} onChange={(e) => setTo(e.target.value)}>
            {jobs.map((j) => (
              <option key={j.id} value={j.id}>
                {j.name}
              </option>
            ))}
          </select>
        </label>
      )}
      <div className="flex gap-2 mt-2 items-center">
        {record ? (
          <button type="button" className="btn btn-neutral" disabled={!input} onClick={save}>
            Save
          </button>
        ) : (
          <button type="button" className="btn btn-neutral" disabled={!input} onClick={attach}>
            Attach
          </button>
        )}
        {record && (
          <button type="button" className="btn btn-primary" onClick={() => setIssuing(true)}>
            Issue
          </button>
        )}
        <span className="muted" role="status">
          {said}
        </span>
      </div>
      <Problem>{problem}</Problem>
      {issuing && record && (
        <Issue jobId={record.jobId} calculationId={record.id} title={`Issue ${record.title}`} onClose={() => setIssuing(false)} />
      )}
    </fieldset>
  );
}
