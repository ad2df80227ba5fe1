import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { JobRecord, JointRecord } from '@ample/core';
import { api } from '../../api.ts';
import { Problem } from '../../parts/Dialog.tsx';
import { Shell } from '../../parts/Shell.tsx';

/** A joint that this version can't read: why, and what can be done with it. */
export function UnreadableJoint({ job, record, reason }: { job: JobRecord; record: JointRecord; reason: string }) {
  const navigate = useNavigate();
  const [problem, setProblem] = useState('');
  const remove = (): void =>
    void api.deleteJoint(record.id).then(
      () => navigate(`/jobs/${job.id}`),
      (e: Error) => setProblem(e.message),
    );
  return (
    <Shell
      trail={
        <>
          <Link className="ellipsis" to={`/jobs/${job.id}`}>
            {job.name}
          </Link>
          <span className="quiet">/ Register</span>
          <span className="here">{record.mark}</span>
        </>
      }
    >
      <main className="page">
        <div className="page-inner">
          <h1>{record.mark} can’t be read</h1>
          <Problem>{reason}</Problem>
          <p className="my-3">
            Nothing of it is lost: what is stored can be exported as it stands. The other joints of the job are not touched by
            this.
          </p>
          <div className="flex gap-2">
            <a className="btn btn-primary" href={api.rawUrl(record.id)} download>
              Export as it stands
            </a>
            <button type="button" className="btn" onClick={remove}>
              Delete it
            </button>
          </div>
          <Problem>{problem}</Problem>
        </div>
      </main>
    </Shell>
  );
}
