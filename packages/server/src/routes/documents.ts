import { LEVELS, type Level } from '@ample/exchange/level';
import { isOffice, officeEnding, OFFICE_FORMATS, type OfficeFormat } from '@ample/exchange/office-formats';
import { outName, safeName, SHOP_COPIES, SHOP_FORMATS, type ShopCopy, type ShopFormat } from '@ample/exchange/shop-formats';
import { planResistances } from '@ample/core';
import Joi from 'joi';
import { STREAMED, type Api } from '../api.ts';
import type { Services } from '../services.ts';
import { getCalculation, listCalculations } from '../store/calculations.ts';
import { NotFound } from '../store/errors.ts';
import type { Between } from '../store/changes.ts';
import { getHouse } from '../store/house.ts';
import { getJob } from '../store/jobs.ts';
import { readableJoint } from '../store/joints.ts';
import { countJoints } from '../store/joint-rows.ts';
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
})
  .xor('jobId', 'houseId')
  .oxor('jointId', 'calculationId', 'houseId', 'changes')
  // Files for the shop are of joints.
  .oxor('format', 'calculationId', 'houseId', 'changes')
  .with('copy', 'format');
interface Order {
  readonly jobId?: string;
  readonly houseId?: string;
  readonly jointId?: string;
  readonly calculationId?: string;
  readonly changes?: Between;
  readonly level?: Level;
  readonly format?: ShopFormat | OfficeFormat;
  readonly copy?: ShopCopy;
}
const GONE = 'This document is not here any more; issue it again.';

export function documentRoutes(api: Api, services: Services): void {
  ordered(api, services);
  followed(api, services);
}

function ordered(api: Api, { database, documents, edition }: Services): void {
  const { db } = database;
  api.route<Order>(
    {
      method: 'post',
      path: '/documents',
      summary:
        'Issue the PDF of a joint, of a calculation, of a whole job, or of a house detail; with a format, files for the shop of a joint or a job',
      body: order,
      answer: 'the document, waiting or being written',
    },
    async ({ body: { jobId, houseId, jointId, calculationId, changes, level, format, copy = 'shop' } }) => {
      const date = new Date().toISOString().slice(0, 10);
      if (jobId === undefined) {
        const { version, who, at, label, detail } = await getHouse(db, houseId!);
        const house = { version, who, at, label, detail };
        return documents.start(
          `${safeName(`house detail ${detail.name}`)}.pdf`,
          { file: database.file, jobId: houseId!, edition, date, house },
          planResistances(detail).rows.length,
        );
      }
      const job = await getJob(db, jobId);
      if (changes)
        return documents.start(
          `${safeName([job.number, job.name, 'changes'].filter(Boolean).join(' '))}.pdf`,
          { file: database.file, jobId, edition, date, changes },
          2,
        );
      const joint = jointId === undefined ? undefined : await readableJoint(db, jointId);
      if (joint && joint.jobId !== jobId) throw new NotFound('This joint is not in the job.');
      const calculation = calculationId === undefined ? undefined : await getCalculation(db, calculationId);
      if (calculation && calculation.jobId !== jobId) throw new NotFound('This calculation is not in the job.');
      const office = format !== undefined && isOffice(format) ? format : undefined;
      if (format !== undefined && !isOffice(format)) {
        return documents.start(
          outName(format, { job, ...(joint ? { only: joint.mark } : {}) }),
          { file: database.file, jobId, edition, date, shop: { format, copy }, ...(joint ? { jointId: joint.id } : {}) },
          joint ? 1 : (await countJoints(db, jobId)) + 1,
        );
      }
      const name = `${safeName([job.number, joint?.mark ?? calculation?.title ?? job.name].filter(Boolean).join(' '))}.${office ? officeEnding(office) : 'pdf'}`;
      const parts = joint || calculation ? 1 : (await countJoints(db, jobId)) + (await listCalculations(db, jobId)).length + 1;
      return documents.start(
        name,
        {
          file: database.file,
          jobId,
          edition,
          date,
          ...(level ? { level } : {}),
          ...(office ? { office } : {}),
          ...(joint ? { jointId: joint.id } : {}),
          ...(calculation ? { calculation: { title: calculation.title, tool: calculation.tool, input: calculation.input } } : {}),
        },
        parts,
      );
    },
  );
}

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
