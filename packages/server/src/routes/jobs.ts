import {
  basisSchema, customSectionSchema, customSteelSchema, EMPTY_JOB, readJob, validateCustomSection, type CustomSection, type JobDocument, type JobRecord, type RegisterEntry,
} from '@ample/core';
import Joi from 'joi';
import type { Api } from '../api.ts';
import type { Services } from '../services.ts';
import { createJob, getJob, jobDocument, listJobs, saveJob, type JobContent } from '../store/jobs.ts';
import { listJoints } from '../store/joints.ts';

const name = Joi.string().trim().min(1).max(120);
const newJob = Joi.object({ number: Joi.string().max(40).allow('').default(''), name: name.required(), client: Joi.string().max(120).allow('').default('') });
const jobChange = Joi.object({
  version: Joi.number().integer().required(),
  number: Joi.string().max(40).allow(''), name, client: Joi.string().max(120).allow(''), archived: Joi.boolean(), basis: basisSchema,
  sections: Joi.array().items(customSectionSchema).max(500).unique('name'),
  steels: Joi.array().items(customSteelSchema).max(100).unique('name'),
});
const MB = 1024 * 1024;

export function jobRoutes(api: Api, { database, register }: Services): void {
  const { db, write } = database;
  api.route({ method: 'get', path: '/jobs', summary: 'All jobs, newest first', answer: 'list of jobs' }, () => listJobs(db));

  api.route<Pick<JobDocument, 'number' | 'name' | 'client'>>({ method: 'post', path: '/jobs', summary: 'A new, empty job', body: newJob, answer: 'the job' }, ({ body, who }) =>
    write((tx) => createJob(tx, { ...EMPTY_JOB, ...body }, who)));

  api.route<object>({ method: 'post', path: '/jobs/import', summary: 'A job from its file; whole or not at all', body: Joi.object().unknown(true).required(), limit: 20 * MB, answer: 'the job' }, ({ body, who }) => {
    const doc = readJob(body);
    doc.sections.forEach(validateCustomSection);
    return write((tx) => createJob(tx, doc, who));
  });

  api.route({ method: 'get', path: '/jobs/:id', summary: 'A job with its register: each joint and what its check says', answer: 'job and joints' }, async ({ params }): Promise<{ job: JobRecord; joints: RegisterEntry[] }> => {
    const job = await getJob(db, params['id']!);
    return { job, joints: await register(job, await listJoints(db, job.id)) };
  });

  api.route<{ version: number } & Partial<JobContent>>({ method: 'put', path: '/jobs/:id', summary: 'Change a job: title, basis, house rules, own sections and steels, archive', body: jobChange, answer: 'the job' }, ({ params, body }) => {
    const { version, ...content } = body;
    content.sections?.forEach((s) => validateCustomSection(s as CustomSection));
    return write((tx) => saveJob(tx, params['id']!, version, content));
  });

  api.route({ method: 'post', path: '/jobs/:id/copy', summary: 'A copy of a job with all its joints', answer: 'the copy' }, ({ params, who }) =>
    write(async (tx) => {
      const doc = await jobDocument(tx, params['id']!);
      return createJob(tx, { ...doc, name: `${doc.name}, copy`.slice(0, 120) }, who, 'copied');
    }));

  api.route({ method: 'get', path: '/jobs/:id/export', summary: 'The job as its file', answer: 'the job file' }, async ({ params }, _req, res) => {
    const doc = await jobDocument(db, params['id']!);
    res.attachment(`${fileName(`${doc.number} ${doc.name}`)}.json`).json(doc);
  });
}

/** A name that every file system takes. */
export const fileName = (text: string): string => text.trim().replace(/[^\p{L}\p{N}._-]+/gu, '-').replace(/^[-.]+|-+$/g, '').slice(0, 80) || 'job';
