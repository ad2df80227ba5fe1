import { fieldKeptSchema, type FieldResultKept } from '@ample/core';
import Joi from 'joi';
import type { Api } from '../api.ts';
import type { Services } from '../services.ts';
import { keepField, listFields } from '../store/fields.ts';

const kept = Joi.object({ fingerprint: Joi.string().hex().max(20).required(), field: fieldKeptSchema().required() });

/** Plate analyses, kept with the revision of the joint that they are of. */
export function fieldRoutes(api: Api, { database: { db, write }, edition }: Services): void {
  api.route(
    {
      method: 'get',
      path: '/joints/:id/fields',
      summary: 'Plate analyses of a joint: of each combination that of the joint as it stands, else the last of what it was',
      answer: 'list of analyses',
    },
    ({ params }) => listFields(db, params['id']!, edition),
  );
  api.route<{ fingerprint: string; field: FieldResultKept }>(
    {
      method: 'put',
      path: '/joints/:id/fields',
      summary: 'Keep a plate analysis of the joint as it stands',
      body: kept,
      answer: 'the analysis',
    },
    ({ params, body, who }) => write((tx) => keepField(tx, params['id']!, body, { who, edition })),
  );
}
