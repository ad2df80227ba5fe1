import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { LEVELS, type Level } from '@ample/exchange/level';
import { isOffice, officeEnding, OFFICE_FORMATS, type OfficeFormat } from '@ample/exchange/office-formats';
import {
  DIMENSION_FORMS,
  outName,
  safeName,
  SHOP_COPIES,
  SHOP_FORMATS,
  usesCopy,
  type DimensionForm,
  type ShopCopy,
  type ShopFormat,
} from '@ample/exchange/shop-formats';
import { PAPERS, planResistances, type DocumentState, type IssueWhat, type JobRecord, type PaperId } from '@ample/core';
import Joi from 'joi';
import { STREAMED, type Api } from '../api.ts';
import type { Keeping } from '../documents.ts';
import type { Services } from '../services.ts';
import { getCalculation, listCalculations } from '../store/calculations.ts';
import { NotFound } from '../store/errors.ts';
import type { Between } from '../store/changes.ts';
import { getHouse } from '../store/house.ts';
import { beginIssue, dropIssue, getIssue, keepIssue, type BegunIssue } from '../store/issues.ts';
import { getJob } from '../store/jobs.ts';
import { readableJoint } from '../store/joints.ts';
import { countJoints } from '../store/joint-rows.ts';
import { once, type Request } from '../store/requests.ts';
import { betweenKeys } from './changes.ts';

const order = Joi.object({
  jobId: Joi.string().max(60),
  houseId: Joi.string().max(60),
  jointId: Joi.string().max(60),
  calculationId: Joi.string().max(60),
  changes: Joi.object(betweenKeys),
  level: Joi.string().valid(...LEVELS.map((l) => l.id)),
  format: Joi.string().valid(...SHOP_FORMATS.map((f) => f.id), ...OFFICE_FORMATS.map((f) => f.id)),
  copy: Joi.string().valid(...SHOP_COPIES.map((c) => c.id)),
  paper: Joi.string().valid(...PAPERS.map((p) => p.id)),
  dimensions: Joi.string().valid(...DIMENSION_FORMS.map((d) => d.id)),
  /** Kept as an issue of the job, for this reason. */
  issue: Joi.object({ reason: Joi.string().trim().max(200).allow('').default('') }),
  /** Only what changed since the issue of this number. */
  since: Joi.number().integer().min(1),
})
  .xor('jobId', 'houseId')
  .oxor('jointId', 'calculationId', 'houseId', 'changes')
  // Files for the shop are of joints.
  .oxor('format', 'calculationId', 'houseId', 'changes')
  .with('copy', 'format')
  .with('paper', 'format')
  .with('dimensions', 'format')
  // What is kept or told apart is a job's joints.
  .oxor('issue', 'calculationId', 'houseId', 'changes')
  .oxor('since', 'jointId', 'calculationId', 'houseId', 'changes');
interface Order {
  readonly jobId?: string;
  readonly houseId?: string;
  readonly jointId?: string;
  readonly calculationId?: string;
  readonly changes?: Between;
  readonly level?: Level;
  readonly format?: ShopFormat | OfficeFormat;
  readonly copy?: ShopCopy;
  readonly paper?: PaperId;
  readonly dimensions?: DimensionForm;
  readonly issue?: { readonly reason: string };
  readonly since?: number;
}
const GONE = 'This document is not here any more; issue it again.';

export function documentRoutes(api: Api, services: Services): void {
  ordered(api, services);
  followed(api, services);
}

function ordered(api: Api, services: Services): void {
  const { db } = services.database;
  api.route<Order>(
    {
      method: 'post',
      path: '/documents',
      summary:
        'Issue the PDF of a joint, of a calculation, of a whole job, or of a house detail; with a format, files for the shop of a joint or a job. With "issue" it is kept under a number; with "since" only what changed since that issue is in it',
      body: order,
      answer: 'the document, waiting or being written',
    },
    async ({ body, who, request }) => {
      if (body.jobId === undefined) return houseOrder(services, body.houseId!);
      const job = await getJob(db, body.jobId);
      if (body.changes) return changesOrder(services, job, body.changes);
      return jobOrder(services, job, body, { who, request });
    },
  );
}

const today = (): string => new Date().toISOString().slice(0, 10);

async function houseOrder({ database, documents, edition }: Services, houseId: string): Promise<DocumentState> {
  const { version, who, at, label, detail } = await getHouse(database.db, houseId);
  const house = { version, who, at, label, detail };
  return documents.start(
    `${safeName(`house detail ${detail.name}`)}.pdf`,
    { file: database.file, jobId: houseId, edition, date: today(), house },
    planResistances(detail).rows.length,
  );
}

const changesOrder = ({ database, documents, edition }: Services, job: JobRecord, changes: Between): DocumentState =>
  documents.start(
    `${safeName([job.number, job.name, 'changes'].filter(Boolean).join(' '))}.pdf`,
    { file: database.file, jobId: job.id, edition, date: today(), changes },
    2,
  );

/** Who asks, and by which request. */
interface By {
  readonly who: string;
  readonly request: Request | null;
}

/** A joint, a calculation, a job, or what changed in it. */
async function jobOrder(services: Services, job: JobRecord, order: Order, by: By): Promise<DocumentState> {
  const { database, documents, edition } = services;
  const { db } = database;
  const { jointId, calculationId, level, format, copy = 'shop', since, paper, dimensions } = order;
  const joint = jointId === undefined ? undefined : await readableJoint(db, jointId);
  if (joint && joint.jobId !== job.id) throw new NotFound('This joint is not in the job.');
  const calculation = calculationId === undefined ? undefined : await getCalculation(db, calculationId);
  if (calculation && calculation.jobId !== job.id) throw new NotFound('This calculation is not in the job.');
  if (since !== undefined) await getIssue(db, job.id, since);
  const office = format !== undefined && isOffice(format) ? format : undefined;
  const shop =
    format !== undefined && !isOffice(format)
      ? { format, copy, ...(paper ? { paper } : {}), ...(dimensions ? { dimensions } : {}) }
      : undefined;
  const called = { number: job.number, name: since === undefined ? job.name : `${job.name} since ${since}` };
  const name = shop
    ? outName(shop.format, { job: called, ...(joint ? { only: joint.mark } : {}) })
    : `${safeName([job.number, joint?.mark ?? calculation?.title ?? called.name].filter(Boolean).join(' '))}.${office ? officeEnding(office) : 'pdf'}`;
  const parts = joint || calculation ? 1 : (await countJoints(db, job.id)) + (await listCalculations(db, job.id)).length + 1;
  const task = {
    ...{ file: database.file, jobId: job.id, edition, date: today() },
    ...(shop ? { shop } : { ...(level ? { level } : {}), ...(office ? { office } : {}) }),
    ...(joint ? { jointId: joint.id } : {}),
    ...(since === undefined ? {} : { since }),
    ...(calculation ? { calculation: { title: calculation.title, tool: calculation.tool, input: calculation.input } } : {}),
  };
  if (!order.issue) return documents.start(name, task, parts);
  const what = {
    format: format ?? 'pdf',
    ...(shop ? (usesCopy(shop.format) ? { copy } : {}) : { level: level ?? (joint ? 'everything' : 'governing') }),
    ...(joint ? { mark: joint.mark } : {}),
    ...(since === undefined ? {} : { since }),
  };
  return issueOrder(services, { reason: order.issue.reason, name, what, parts, task }, by);
}

interface IssueOrder {
  readonly reason: string;
  readonly name: string;
  readonly what: IssueWhat;
  readonly parts: number;
  readonly task: Parameters<Services['documents']['start']>[1];
}

/** A document that is kept under the next number of its job. The same request again is answered with the same document. */
async function issueOrder(
  services: Services,
  { reason, name, what, parts, task }: IssueOrder,
  { who, request }: By,
): Promise<DocumentState> {
  const { database, documents } = services;
  const begun = await database.write((tx) =>
    once(
      tx,
      request,
      () => beginIssue(tx, task.jobId, { who, reason, name, what }),
      (id) => Promise.resolve({ id, number: 0 }),
    ),
  );
  const { id, number } = begun;
  if (number === 0) {
    const known = documents.get(id);
    if (!known) throw new NotFound(GONE);
    return known.state;
  }
  try {
    return documents.start(name, { ...task, issue: { number, reason, who } }, parts, keepingOf(services, begun));
  } catch (e) {
    await database.write((tx) => dropIssue(tx, id));
    throw e;
  }
}

/** An issue is kept when its file is whole, with the fingerprint of every byte. */
const keepingOf = ({ database }: Services, { id, number }: BegunIssue): Keeping => ({
  id,
  number,
  written: async (read, path) => {
    const hash = createHash('sha256');
    for await (const part of createReadStream(path)) hash.update(part as Buffer);
    const file = { ...read, size: (await stat(path)).size, sha256: hash.digest('hex') };
    await database.write((tx) => keepIssue(tx, id, file));
  },
  given: () => database.write((tx) => dropIssue(tx, id)),
});

function followed(api: Api, { documents }: Services): void {
  api.route(
    {
      method: 'get',
      path: '/documents/:id/events',
      summary: 'Progress as server-sent events',
      answer: 'text/event-stream of document states',
    },
    async ({ params }, _req, res) => {
      if (!documents.stream(params['id']!, res)) throw new NotFound(GONE);
      return STREAMED;
    },
  );

  api.route(
    {
      method: 'get',
      path: '/documents/:id/file',
      summary: 'The file, by its kind',
      answer: 'application/pdf, application/zip and others',
    },
    async ({ params }, _req, res) => {
      if (!documents.send(params['id']!, res)) throw new NotFound(GONE);
      return STREAMED;
    },
  );

  api.route(
    { method: 'delete', path: '/documents/:id', summary: 'Cancel a document that is being written', answer: 'its state' },
    async ({ params }) => {
      const state = documents.cancel(params['id']!);
      if (!state) throw new NotFound(GONE);
      return state;
    },
  );
}
