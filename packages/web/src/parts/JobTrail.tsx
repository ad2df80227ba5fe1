import type { JobRecord } from '@ample/core';
import { Link } from 'react-router';

/** Where a page of a job is: the job, then the page. */
export const JobTrail = ({ jobId, job, here }: { jobId: string; job: JobRecord | null; here: string }) => (
  <>
    <Link className="ellipsis" to={`/jobs/${jobId}`}>
      {job?.name}
    </Link>
    <span className="quiet">/ {here}</span>
  </>
);
