import {
  basisOf,
  contentKeys,
  fingerprint,
  builtIn,
  markSchema,
  readJoint,
  unproved,
  withActions,
  type JointContent,
  type JointDocument,
  type JointRecord,
} from '@ample/core';
import Joi from 'joi';
import { safeName } from '@ample/exchange/shop-formats';
import { listCsv } from '@ample/exchange/csv';
import { templateDxf } from '@ample/exchange/dxf';
import { whole, type Api } from '../api.ts';
import type { Services } from '../services.ts';
import { getJob } from '../store/jobs.ts';
import {
  createJoint,
  deleteJoint,
  getJoint,
  rawJoint,
  readableJoint,
  restoreJoint,
  saveJoint,
  signJoint,
  staleJoint,
} from '../store/joints.ts';
import { NotFound } from '../store/errors.ts';
import { listRevisions } from '../store/revisions.ts';
import { answeredOf, once } from '../store/requests.ts';

const newJoint = Joi.object(contentKeys());
/** A save keeps the kind of the joint unless it names another one. */
const change = Joi.object({
  ...contentKeys(),
  kind: contentKeys().kind.optional(),
  version: Joi.number().integer().required(),
  label: Joi.string().max(200).allow('').default('changed'),
});
/** Changes of a joint that are read at a time. */
const REVISIONS = 200;
const copy = Joi.object({ mark: markSchema().required() });
const sign = Joi.object({
  version: Joi.number().integer().required(),
  by: Joi.string().trim().max(80).allow(null).required(),
  note: Joi.string().trim().max(2000).allow('').default(''),
});

/** The kind's own schema judges the input; what it refuses never reaches the store. */
const checkedJoint = (joint: Omit<JointDocument, 'line'>): JointDocument => readJoint(joint, `joint ${joint.mark}`);

const id = (params: Record<string, string>): string => params['id']!;

export function jointRoutes(api: Api, services: Services): void {
  madeAndRead(api, services);
  saved(api, services);
  filesOf(api, services);
  copiedAndDeleted(api, services);
  signed(api, services);
  history(api, services);
}

function madeAndRead(api: Api, { database: { db, write } }: Services): void {
  api.route<Omit<JointDocument, 'line'>>(
    { method: 'post', path: '/jobs/:id/joints', summary: 'A new joint', body: newJoint, answer: 'the joint' },
    async ({ params, body, who, request }) => {
      const joint = checkedJoint(body);
      return write((tx) =>
        once(
          tx,
          request,
          async () => (await getJob(tx, id(params)), createJoint(tx, id(params), joint, who)),
          (made) => getJoint(tx, made),
        ),
      );
    },
  );

  api.route(
    { method: 'get', path: '/joints/:id', summary: 'A joint; one that can not be read says why', answer: 'the joint' },
    ({ params }) => getJoint(db, id(params)),
  );
}

function saved(api: Api, { database: { db, write } }: Services): void {
  api.route<Omit<JointContent, 'kind'> & { kind?: string; version: number; label: string }>(
    {
      method: 'put',
      path: '/joints/:id',
      summary: 'Save a joint, made from a version; a stale save is refused with the stored joint',
      body: change,
      answer: 'the joint',
    },
    async ({ params, body, who, request }, req) => {
      const { version, label, ...rest } = body;
      const kind = rest.kind ?? (await getJoint(db, id(params))).kind;
      const { input, input_version } = checkedJoint({ ...rest, kind });
      return write(async (tx) => {
        // Saves of this client whose answers were lost are its own: what they left is what it saves over.
        const own = await answeredOf(tx, id(params), String(req.header('x-ample-unanswered') ?? ''));
        return once(
          tx,
          request,
          () =>
            saveJoint(
              tx,
              id(params),
              version,
              { ...rest, kind, input, ...(input_version ? { input_version } : {}) },
              who,
              label,
              own,
            ),
          async () => {
            // The same save, asked again because its answer was lost, is answered as it was, unless another came after it.
            const stored = await getJoint(tx, id(params));
            if (stored.version !== version + 1 + own) throw staleJoint(stored, version);
            return stored;
          },
        );
      });
    },
  );
}

function filesOf(api: Api, { database: { db } }: Services): void {
  /** Lists and templates are made from the stored joint. */
  const built = async (joint: JointRecord) => builtIn(joint, await getJob(db, joint.jobId));

  api.route(
    {
      method: 'get',
      path: '/joints/:id/lists/:list',
      summary: 'A list of a joint, as its anchor schedule, as CSV',
      answer: 'text/csv',
    },
    async ({ params }, _req, res) => {
      const joint = await readableJoint(db, id(params));
      const { lists } = await built(joint);
      const list = lists.find((l) => l.id === params['list']);
      if (!list) throw new NotFound('This joint has no such list.');
      res
        .attachment(`${safeName(`${joint.mark} ${list.id}`)}.csv`)
        .type('text/csv')
        .send(listCsv(list));
    },
  );

  api.route(
    {
      method: 'get',
      path: '/joints/:id/template',
      summary: 'A template in true size, as the setting-out of anchors, as DXF',
      answer: 'application/dxf',
    },
    async ({ params }, _req, res) => {
      const joint = await readableJoint(db, id(params));
      const { template } = await built(joint);
      if (!template) throw new NotFound('This joint has no template.');
      res
        .attachment(`${safeName(`${joint.mark} ${template.title}`)}.dxf`)
        .type('application/dxf')
        .send(templateDxf(template));
    },
  );

  api.route(
    {
      method: 'get',
      path: '/joints/:id/raw',
      summary: 'A joint as its row stands in the store, for one that can not be read',
      answer: 'the row',
    },
    async ({ params }, _req, res) => {
      const raw = await rawJoint(db, id(params));
      res.attachment(`${safeName(raw.mark)}-raw.json`).json(raw);
    },
  );
}

function copiedAndDeleted(api: Api, { database: { write } }: Services): void {
  api.route<{ mark: string }>(
    { method: 'post', path: '/joints/:id/copy', summary: 'A copy of a joint under a new mark', body: copy, answer: 'the copy' },
    ({ params, body, who, request }) =>
      write((tx) =>
        once(
          tx,
          request,
          async () => {
            const from = await readableJoint(tx, id(params));
            const { checked: _signature, ...joint } = from;
            return createJoint(tx, from.jobId, { ...unproved(joint), mark: body.mark }, who, `copied from ${from.mark}`);
          },
          (made) => getJoint(tx, made),
        ),
      ),
  );

  api.route(
    { method: 'delete', path: '/joints/:id', summary: 'Delete a joint; it can be brought back', answer: 'nothing' },
    ({ params, who }) => write((tx) => deleteJoint(tx, id(params), who)),
  );
  api.route(
    { method: 'post', path: '/joints/:id/restore', summary: 'Bring a deleted joint back', answer: 'the joint' },
    ({ params, who, request }) =>
      write((tx) =>
        once(
          tx,
          request,
          () => restoreJoint(tx, id(params), who),
          (made) => getJoint(tx, made),
        ),
      ),
  );
}

function signed(api: Api, { database: { write } }: Services): void {
  api.route<{ version: number; by: string | null; note: string }>(
    {
      method: 'post',
      path: '/joints/:id/sign',
      summary: 'Sign a joint as checked, or take the signature back',
      body: sign,
      answer: 'the joint',
    },
    ({ params, body, who }) =>
      write(async (tx) => {
        const joint = await readableJoint(tx, id(params));
        const job = await getJob(tx, joint.jobId);
        const basis = basisOf(job, joint.settings);
        return signJoint(
          tx,
          id(params),
          body.version,
          body.by
            ? {
                by: body.by,
                at: new Date().toISOString(),
                fingerprint: fingerprint(withActions(joint, job), basis),
                ...(body.note ? { note: body.note } : {}),
              }
            : null,
          who,
        );
      }),
  );
}

function history(api: Api, { database: { db } }: Services): void {
  api.route(
    {
      method: 'get',
      path: '/joints/:id/revisions',
      summary: `Changes of a joint, newest first, ${REVISIONS} at most; "before" is the id of the oldest one that is known`,
      query: { before: 'id of the oldest revision that is known' },
      answer: 'list of revisions',
    },
    async ({ params, query }) => {
      const before = whole(query, 'before', Number.MAX_SAFE_INTEGER, 1, Number.MAX_SAFE_INTEGER);
      const list = await listRevisions(db, id(params), before, REVISIONS);
      if (list.length === 0 && query['before'] === undefined) throw new NotFound('This joint is not in the store.');
      return list;
    },
  );
}
