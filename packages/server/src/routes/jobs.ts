import {
  basisSchema,
  customSectionSchema,
  customSteelSchema,
  jobRulesSchema,
  loadsSchema,
  readRules,
  validateCustomSection,
  validateLoads,
  type CustomSection,
  type JobDocument,
} from '@ample/core';
import { drawnRules } from '@ample/exchange/logo';
import { safeName } from '@ample/exchange/shop-formats';
import Joi from 'joi';
import { STREAMED, whole, type Api } from '../api.ts';
import { storeDemo } from '../demo.ts';
import type { Services } from '../services.ts';
import { createJob, getJob, listJobs, saveJob, storeJob, type JobContent } from '../store/jobs.ts';
import { siblingsOf } from '../store/joint-rows.ts';
import { once } from '../store/requests.ts';
import { copyStatements } from '../store/statements.ts';
import { warmUp } from '../work/warm.ts';

const name = Joi.string().trim().min(1).max(120);
const newJob = Joi.object({
  number: Joi.string().max(40).allow('').default(''),
  name: name.required(),
  client: Joi.string().max(120).allow('').default(''),
});
const jobChange = Joi.object({
  version: Joi.number().integer().required(),
  number: Joi.string().max(40).allow(''),
  name,
  client: Joi.string().max(120).allow(''),
  archived: Joi.boolean(),
  basis: basisSchema(),
  sections: Joi.array().items(customSectionSchema()).max(500).unique('name'),
  steels: Joi.array().items(customSteelSchema()).max(100).unique('name'),
  loads: loadsSchema().allow(null),
  rules: jobRulesSchema().allow(null),
});
const MB = 1024 * 1024;
const MOST_ROWS = 500;

export function jobRoutes(api: Api, services: Services): void {
  listedAndMade(api, services);
  readInParts(api, services);
  changedAndTakenAway(api, services);
}

function listedAndMade(api: Api, { database, pool }: Services): void {
  const { db, write } = database;
  api.route({ method: 'get', path: '/jobs', summary: 'All jobs, newest first', answer: 'list of jobs' }, () => listJobs(db));

  api.route<Pick<JobDocument, 'number' | 'name' | 'client'>>(
    { method: 'post', path: '/jobs', summary: 'A new, empty job', body: newJob, answer: 'the job' },
    ({ body, request }) =>
      write((tx) =>
        once(
          tx,
          request,
          () => createJob(tx, body),
          (made) => getJob(tx, made),
        ),
      ),
  );

  api.route<string>(
    {
      method: 'post',
      path: '/jobs/import',
      summary: 'A job from its file; whole or not at all',
      text: true,
      limit: 20 * MB,
      answer: 'the job',
    },
    async ({ body, who, request }) => {
      const job = pool.run('importJob', { text: body, who });
      let stored = false;
      // Who sends a large job looks at its register next: a second thread makes ready meanwhile.
      if (body.length > MB) void warmUp(pool, () => stored).catch(() => undefined);
      try {
        return getJob(db, await storeJob(database, await job, request));
      } finally {
        stored = true;
      }
    },
  );

  api.route(
    { method: 'post', path: '/jobs/demo', summary: 'The demo jobs, to look around in', answer: 'the first of them' },
    async ({ who, request }) => getJob(db, await storeDemo(database, who, request)),
  );
}

function readInParts(api: Api, { database, register }: Services): void {
  const { db } = database;
  api.route({ method: 'get', path: '/jobs/:id', summary: 'A job', answer: 'the job' }, ({ params }) => getJob(db, params['id']!));

  api.route(
    {
      method: 'get',
      path: '/jobs/:id/joints',
      summary: `A part of the register: each joint and what its check says. "after" is the "next" of the part before, "limit" at most ${MOST_ROWS}; "fresh=1" judges them anew`,
      query: {
        after: 'the "next" of the part before; -1 for the first',
        limit: `joints of one part, at most ${MOST_ROWS}; 200`,
        fresh: '1: judged anew',
      },
      answer: 'rows, total, next',
    },
    async ({ params, query }) =>
      register(
        await getJob(db, params['id']!),
        whole(query, 'after', -1, -1, Number.MAX_SAFE_INTEGER),
        whole(query, 'limit', 200, 1, MOST_ROWS),
        query['fresh'] === '1',
      ),
  );

  api.route(
    {
      method: 'get',
      path: '/jobs/:id/marks',
      summary: 'The joints of a job by their marks, in order',
      answer: 'list of id and mark',
    },
    async ({ params }) => {
      await getJob(db, params['id']!);
      return siblingsOf(db, params['id']!);
    },
  );
}

function changedAndTakenAway(api: Api, { database, pool }: Services): void {
  const { db, write } = database;
  api.route<{ version: number } & Partial<JobContent>>(
    {
      method: 'put',
      path: '/jobs/:id',
      summary: 'Change a job: title, basis, house rules, own sections and steels, archive',
      body: jobChange,
      answer: 'the job',
    },
    ({ params, body, who }) => {
      const { version, ...sent } = body;
      const content = sent.rules ? { ...sent, rules: drawnRules(readRules(sent.rules)) } : sent;
      content.sections?.forEach((s) => validateCustomSection(s as CustomSection));
      return write(async (tx) => {
        const { basis, sections, steels, loads } = { ...(await getJob(tx, params['id']!)), ...content };
        validateLoads({ basis, sections, steels, loads: loads ?? undefined });
        return saveJob(tx, params['id']!, version, content, who);
      });
    },
  );

  api.route(
    { method: 'post', path: '/jobs/:id/copy', summary: 'A copy of a job with all its joints', answer: 'the copy' },
    async ({ params, who, request }) =>
      getJob(db, await storeJob(database, await copyStatements(db, params['id']!, who), request)),
  );

  api.route(
    {
      method: 'get',
      path: '/jobs/:id/lists',
      summary: 'What a job is made of: plates and angles, steel to buy, bolts, anchors, welds, with totals',
      answer: 'lists, and the joints that are not in them with their reasons',
    },
    async ({ params }) => pool.run('listJob', { file: database.file, jobId: params['id']! }),
  );

  api.route(
    { method: 'get', path: '/jobs/:id/export', summary: 'The job as its file', answer: 'the job file' },
    async ({ params }, _req, res) => {
      const { name: called, text } = await pool.run('exportJob', { file: database.file, id: params['id']! });
      res
        .attachment(`${safeName(called)}.json`)
        .type('application/json')
        .send(text);
      return STREAMED;
    },
  );
}
