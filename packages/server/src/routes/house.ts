import { houseFile, houseSchema, readHouse, readHouseFile, type HouseDetail } from '@ample/core';
import Joi from 'joi';
import { STREAMED, type Api } from '../api.ts';
import type { Services } from '../services.ts';
import { createHouse, getHouse, houseVersionsOf, importHouse, listHouse, retireHouse, saveHouse } from '../store/house.ts';
import { once } from '../store/requests.ts';

const MB = 1024 * 1024;
const label = Joi.string().max(200).allow('').default('changed');
const made = Joi.object({ detail: houseSchema().required(), label });
const change = made.keys({ version: Joi.number().integer().required() });
const retire = Joi.object({ retired: Joi.boolean().required() });
const file = Joi.object().unknown(true);

/** House details: of the office, not of a job. */
// eslint-disable-next-line max-lines-per-function -- a table of routes
export function houseRoutes(api: Api, { database: { db, write } }: Services): void {
  api.route(
    { method: 'get', path: '/house', summary: 'House details with their newest version', answer: 'list of house details' },
    () => listHouse(db),
  );
  api.route(
    { method: 'get', path: '/house/:id', summary: 'A house detail and all its versions', answer: 'record and versions' },
    async ({ params }) => ({ record: await getHouse(db, params['id']!), versions: await houseVersionsOf(db, params['id']!) }),
  );
  api.route<{ detail: HouseDetail; label: string }>(
    { method: 'post', path: '/house', summary: 'A new house detail', body: made, answer: 'the house detail' },
    ({ body, who, request }) => {
      const detail = readHouse(body.detail);
      return write((tx) =>
        once(
          tx,
          request,
          () => createHouse(tx, detail, who, body.label),
          (id) => getHouse(tx, id),
        ),
      );
    },
  );
  api.route<{ detail: HouseDetail; label: string; version: number }>(
    {
      method: 'put',
      path: '/house/:id',
      summary: 'A new version of a house detail, made from a version; one made from an older is refused with that stored',
      body: change,
      answer: 'the house detail',
    },
    ({ params, body, who, request }) => {
      const detail = readHouse(body.detail);
      return write((tx) =>
        once(
          tx,
          request,
          () => saveHouse(tx, params['id']!, body.version, detail, who, body.label),
          (id) => getHouse(tx, id),
        ),
      );
    },
  );
  api.route<{ retired: boolean }>(
    {
      method: 'post',
      path: '/house/:id/retire',
      summary: 'Offer a house detail no more, or again; what follows it goes on',
      body: retire,
      answer: 'the house detail',
    },
    ({ params, body }) => write((tx) => retireHouse(tx, params['id']!, body.retired)),
  );
  api.route(
    { method: 'get', path: '/house-file', summary: 'The house details of this office as a file', answer: 'the file' },
    async (_input, _req, res) => {
      const details = (await listHouse(db)).filter((h) => !h.retired).map((h) => h.detail);
      res.attachment('house-details.json').json(houseFile(details));
      return STREAMED;
    },
  );
  api.route<object>(
    {
      method: 'post',
      path: '/house-file',
      summary: 'Take in house details of a file; whole or not at all',
      body: file,
      limit: 4 * MB,
      answer: 'list of house details',
    },
    ({ body, who }) => {
      const details = readHouseFile(body);
      return write((tx) => importHouse(tx, details, who));
    },
  );
}
