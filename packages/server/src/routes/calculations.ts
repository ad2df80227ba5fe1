import {
  basisOf,
  calculate,
  calculationSchema,
  readCalculation,
  refusalOf,
  toolOf,
  type CalculationDocument,
  type CalculationRecord,
  type JobRecord,
} from '@ample/core';
import Joi from 'joi';
import type { Api } from '../api.ts';
import type { Services } from '../services.ts';
import {
  createCalculation,
  deleteCalculation,
  getCalculation,
  listCalculations,
  restoreCalculation,
  saveCalculation,
  type StoredCalculation,
} from '../store/calculations.ts';
import type { Handle } from '../store/database.ts';
import { getJob } from '../store/jobs.ts';
import { once } from '../store/requests.ts';

const change = calculationSchema().keys({ version: Joi.number().integer().required() });

/** A stored calculation with what it answers on the basis of its job; never throws: one that can't be read says why. */
export function answered(c: StoredCalculation, job: JobRecord): CalculationRecord {
  try {
    const found = calculate(c.tool, c.input, basisOf(job));
    const { title: toolTitle } = toolOf(c.tool);
    return 'ok' in found
      ? { ...c, toolTitle, answer: found.ok.answer, state: found.ok.state }
      : { ...c, toolTitle, answer: found.refusal.message, state: 'gives' };
  } catch (e) {
    return { ...c, toolTitle: c.tool, answer: refusalOf(e).message, state: 'gives' };
  }
}

const id = (params: Record<string, string>): string => params['id']!;
const read = (body: CalculationDocument): CalculationDocument => readCalculation(body, `calculation ${body.title}`);
const withAnswer = async (db: Handle, c: StoredCalculation): Promise<CalculationRecord> => answered(c, await getJob(db, c.jobId));

export function calculationRoutes(api: Api, services: Services): void {
  listedAndAttached(api, services);
  readAndSaved(api, services);
  deletedAndRestored(api, services);
}

function listedAndAttached(api: Api, { database }: Services): void {
  const { db, write } = database;

  api.route(
    {
      method: 'get',
      path: '/jobs/:id/calculations',
      summary: 'Calculations of a job with their answers',
      answer: 'list of calculations',
    },
    async ({ params }) => {
      const job = await getJob(db, id(params));
      return (await listCalculations(db, job.id)).map((c) => answered(c, job));
    },
  );
  api.route<CalculationDocument>(
    {
      method: 'post',
      path: '/jobs/:id/calculations',
      summary: 'Attach a calculation to a job',
      body: calculationSchema(),
      answer: 'the calculation',
    },
    async ({ params, body, who, request }) => {
      const c = read(body);
      return withAnswer(
        db,
        await write((tx) =>
          once(
            tx,
            request,
            async () => (await getJob(tx, id(params)), createCalculation(tx, id(params), c, who)),
            (made) => getCalculation(tx, made),
          ),
        ),
      );
    },
  );
}

function readAndSaved(api: Api, { database }: Services): void {
  const { db, write } = database;
  api.route(
    { method: 'get', path: '/calculations/:id', summary: 'A calculation', answer: 'the calculation' },
    async ({ params }) => withAnswer(db, await getCalculation(db, id(params))),
  );
  api.route<CalculationDocument & { version: number }>(
    {
      method: 'put',
      path: '/calculations/:id',
      summary: 'Save a calculation, made from a version',
      body: change,
      answer: 'the calculation',
    },
    async ({ params, body, who }) => {
      const { version, ...rest } = body;
      return withAnswer(db, await write((tx) => saveCalculation(tx, id(params), version, read(rest), who)));
    },
  );
}

function deletedAndRestored(api: Api, { database }: Services): void {
  const { db, write } = database;
  api.route(
    {
      method: 'delete',
      path: '/calculations/:id',
      summary: 'Take a calculation out of its job; it can be brought back',
      answer: 'nothing',
    },
    ({ params }) => write((tx) => deleteCalculation(tx, id(params))),
  );
  api.route(
    { method: 'post', path: '/calculations/:id/restore', summary: 'Bring a calculation back', answer: 'the calculation' },
    async ({ params, request }) =>
      withAnswer(
        db,
        await write((tx) =>
          once(
            tx,
            request,
            () => restoreCalculation(tx, id(params)),
            (made) => getCalculation(tx, made),
          ),
        ),
      ),
  );
}
