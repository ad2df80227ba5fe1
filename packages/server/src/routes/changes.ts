import Joi from 'joi';
import type { Api } from '../api.ts';
import { BadRequest } from '../problem.ts';
import type { Services } from '../services.ts';
import { changeMoments, type Between } from '../store/changes.ts';
import { getJob } from '../store/jobs.ts';

/** Joints that are judged in one request: what a screen can show progress of, and stop. */
const AT_ONCE = 50;
const moment = Joi.string().isoDate().max(40);
/** The two moments, as keys of a schema. */
export const betweenKeys = { from: moment.required(), to: moment.required() };
const then = Joi.object({ ...betweenKeys, ids: Joi.array().items(Joi.string().max(40)).min(1).max(AT_ONCE).required() });

/** The two moments of a query. */
function betweenOf(query: Readonly<Record<string, unknown>>): Between {
  for (const [key, schema] of Object.entries(betweenKeys))
    if (schema.validate(query[key]).error)
      throw new BadRequest(key, `${key}: it is missing or no moment; accepted is a date and time as 2026-11-27T16:30:00.000Z.`);
  return { from: query['from'] as string, to: query['to'] as string };
}

/** What changed in a job from one moment to another. */
export function changeRoutes(api: Api, { database, pool }: Services): void {
  const { db, file } = database;
  api.route(
    {
      method: 'get',
      path: '/jobs/:id/moments',
      summary: 'Moments at which a job changed, newest first',
      answer: 'list of moments',
    },
    async ({ params }) => {
      await getJob(db, params['id']!);
      return changeMoments(db, params['id']!);
    },
  );
  api.route(
    {
      method: 'get',
      path: '/jobs/:id/changes',
      summary: 'What is different between the moments "from" and "to", before anything is judged',
      query: { from: 'ISO date and time', to: 'ISO date and time' },
      answer: 'the job at both, and the joints that differ',
    },
    ({ params, query }) => pool.run('listChanges', { file, jobId: params['id']!, between: betweenOf(query) }),
  );
  api.route<Between & { ids: string[] }>(
    {
      method: 'post',
      path: '/jobs/:id/changes',
      summary: `At most ${AT_ONCE} joints at two moments, each judged under its job of then`,
      body: then,
      answer: 'list of joints, with verdicts and differences',
    },
    ({ params, body: { ids, ...between } }) => pool.run('judgeThen', { file, jobId: params['id']!, between, ids }),
  );
}
