import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import type { JobLists, JobRecord } from '@ample/core';
import { api } from '../api.ts';
import { Problem } from '../parts/Dialog.tsx';
import { Issue } from '../parts/Issue.tsx';
import { ListTable } from '../parts/ListTable.tsx';
import { Shell } from '../parts/Shell.tsx';
import { JobTrail } from '../parts/JobTrail.tsx';

/** What a whole job is made of: plates and angles, steel to buy, bolts, anchors, welds, with totals. */
export function ListsPage() {
  const { jobId } = useParams() as { jobId: string };
  const [job, setJob] = useState<JobRecord | null>(null);
  const [found, setFound] = useState<JobLists | null>(null);
  const [problem, setProblem] = useState('');
  const [issuing, setIssuing] = useState(false);
  useEffect(() => {
    const failed = (e: Error): void => setProblem(e.message);
    api.job(jobId).then((j) => {
      setJob(j);
      document.title = `Lists · ${j.name}`;
    }, failed);
    api.jobLists(jobId).then(setFound, failed);
  }, [jobId]);
  return (
    <Shell
      help="/help/guide#lists"
      trail={<JobTrail jobId={jobId} job={job} here="Lists" />}
      tools={
        <button type="button" className="btn btn-primary" disabled={!job} onClick={() => setIssuing(true)}>
          Issue lists
        </button>
      }
    >
      <main className="page">
        <h1>Lists</h1>
        <Problem>{problem}</Problem>
        {!found && !problem && <p className="muted">Adding up…</p>}
        {found && <Found found={found} />}
      </main>
      {issuing && job && <Issue jobId={job.id} format="xlsx" title={`Issue ${job.name}`} onClose={() => setIssuing(false)} />}
    </Shell>
  );
}

const Found = ({ found: { lists, left } }: { found: JobLists }) => (
  <>
    {lists.length === 0 && <p className="muted">No joint of this job has anything to list yet: make one in the register.</p>}
    {left.length > 0 && (
      <section className="mb-4" aria-label="Joints that are not in the lists">
        {left.map(({ mark, reason }) => (
          <Problem key={mark}>{`${mark} is not in these lists. ${reason}`}</Problem>
        ))}
      </section>
    )}
    {lists.length > 1 && (
      <nav className="flex gap-3 flex-wrap mb-4" aria-label="Lists of the job">
        {lists
          .filter((l) => !l.id.includes(' '))
          .map((l) => (
            <a key={l.id} className="underline" href={`#${l.id}`}>
              {l.title}
            </a>
          ))}
      </nav>
    )}
    {lists.map((l) => (
      <section key={l.id} id={l.id} className="mb-6">
        <h2 className="text-[14px]! font-semibold! mb-1">{l.title}</h2>
        <div className="overflow-x-auto">
          <ListTable list={l} />
        </div>
      </section>
    ))}
  </>
);
