import { revisionLetter } from '@ample/core';
import Joi from 'joi';
import type { Api } from '../api.ts';
import type { Services } from '../services.ts';
import { getCalculation } from '../store/calculations.ts';
import { NotFound } from '../store/errors.ts';
import { jobDocument } from '../store/jobs.ts';
import { listJoints } from '../store/joints.ts';
import { fileName } from './jobs.ts';

const order = Joi.object({ jobId: Joi.string().max(60).required(), jointId: Joi.string().max(60), calculationId: Joi.string().max(60) }).oxor('jointId', 'calculationId');
const GONE = 'This document is not here any more; issue it again.';

export function documentRoutes(api: Api, { database, documents }: Services): void {
  const { db } = database;
  api.route<{ jobId: string; jointId?: string; calculationId?: string }>({ method: 'post', path: '/documents', summary: 'Issue the PDF of a joint, of a calculation, or of a whole job', body: order, answer: 'the document, being written' }, async ({ body }) => {
    const [job, joints] = [await jobDocument(db, body.jobId), await listJoints(db, body.jobId)];
    const joint = body.jointId === undefined ? undefined : joints.find((j) => j.id === body.jointId);
    if (body.jointId !== undefined && !joint) throw new NotFound('This joint is not in the job.');
    const calculation = body.calculationId === undefined ? undefined : await getCalculation(db, body.calculationId);
    if (calculation && calculation.jobId !== body.jobId) throw new NotFound('This calculation is not in the job.');
    const revisions = Object.fromEntries(joints.map((j) => [j.mark, revisionLetter(j.version)]));
    const name = `${fileName([job.number, joint?.mark ?? calculation?.title ?? job.name].filter(Boolean).join(' '))}.pdf`;
    return documents.start(name, { job, revisions, date: new Date().toISOString().slice(0, 10), ...(joint ? { mark: joint.mark } : {}), ...(calculation ? { calculation } : {}) });
  });

  api.route({ method: 'get', path: '/documents/:id/events', summary: 'Progress as server-sent events', answer: 'text/event-stream of document states' }, async ({ params }, _req, res) => {
    if (!documents.stream(params['id']!, res)) throw new NotFound(GONE);
  });

  api.route({ method: 'get', path: '/documents/:id/file', summary: 'The PDF', answer: 'application/pdf' }, async ({ params }, _req, res) => {
    const found = documents.get(params['id']!);
    if (!found?.bytes) throw new NotFound(GONE);
    res.attachment(found.state.name).type('application/pdf').send(Buffer.from(found.bytes));
  });

  api.route({ method: 'delete', path: '/documents/:id', summary: 'Cancel a document that is being written', answer: 'its state' }, async ({ params }) => {
    const state = documents.cancel(params['id']!);
    if (!state) throw new NotFound(GONE);
    return state;
  });
}
