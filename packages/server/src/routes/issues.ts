import { BadRequest } from '../problem.ts';
import type { Api } from '../api.ts';
import type { Services } from '../services.ts';
import { getIssue, listIssues } from '../store/issues.ts';
import { getJob } from '../store/jobs.ts';

/** The number of an issue in a path. */
function numberOf(params: Readonly<Record<string, string>>): number {
  const text = params['number']!;
  if (!/^[1-9]\d{0,8}$/.test(text))
    throw new BadRequest('number', 'number: the issue is not named by its number; accepted is a whole number from 1.');
  return Number(text);
}

/** What was sent out of a job, and what is another since. */
export function issueRoutes(api: Api, { database, pool }: Services): void {
  const { db, file } = database;
  api.route(
    {
      method: 'get',
      path: '/jobs/:id/issues',
      summary: 'What was sent out of a job: number, date, by whom, reason, file and its SHA-256; newest first',
      answer: 'list of issues',
    },
    async ({ params }) => {
      await getJob(db, params['id']!);
      return listIssues(db, params['id']!);
    },
  );
  api.route(
    {
      method: 'get',
      path: '/jobs/:id/issues/:number',
      summary: 'One issue, with the joints that were in it and their versions',
      answer: 'the issue',
    },
    ({ params }) => getIssue(db, params['id']!, numberOf(params)),
  );
  api.route(
    {
      method: 'get',
      path: '/jobs/:id/issues/:number/since',
      summary: 'What is another since an issue: each joint against the last one up to it that it was in',
      answer: 'joints that changed or were in none, what of the job is another, and marks that went',
    },
    ({ params }) => pool.run('listSince', { file, jobId: params['id']!, number: numberOf(params) }),
  );
}
