import {
  contentKeys,
  givenJointSchema,
  planChoicesSchema,
  type GivenJoint,
  type JointContent,
  type PlanChoices,
} from '@ample/core';
import Joi from 'joi';
import type { Api } from '../api.ts';
import type { Services } from '../services.ts';
import { getJob } from '../store/jobs.ts';
import { once } from '../store/requests.ts';
import { dropTable, listTables, tableOf, takeTable } from '../store/tables.ts';

const MB = 1024 * 1024;
/** Joints that are planned in one request: what a screen can show progress of, and stop. */
const PLANNED = 200;
const MOST = 5000;

const plan = Joi.object({
  joints: Joi.array().items(givenJointSchema()).min(1).max(PLANNED).required(),
  choices: planChoicesSchema().required(),
});
const take = Joi.object({
  name: Joi.string().trim().min(1).max(120).required(),
  mapping: Joi.object().unknown(true).required(),
  joints: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().max(40),
        version: Joi.number().integer(),
        content: Joi.object(contentKeys()).required(),
      }).and('id', 'version'),
    )
    .min(1)
    .max(MOST)
    .required(),
});

// eslint-disable-next-line max-lines-per-function -- a table of routes
export function tableRoutes(api: Api, { database, pool, edition }: Services): void {
  const { db, write } = database;
  api.route<{ joints: readonly GivenJoint[]; choices: PlanChoices }>(
    {
      method: 'post',
      path: '/jobs/:id/tables/plan',
      summary: `What a table of forces, members and joints would make of at most ${PLANNED} joints; nothing is stored`,
      body: plan,
      limit: 4 * MB,
      answer: 'list of plans',
    },
    ({ params, body }) => pool.run('planTable', { file: database.file, edition, jobId: params['id']!, ...body }),
  );

  api.route<{
    name: string;
    mapping: unknown;
    joints: { id?: string; version?: number; content: JointContent & { kind: string } }[];
  }>(
    {
      method: 'post',
      path: '/jobs/:id/tables',
      summary: 'Take a table as it was planned; whole or not at all',
      body: take,
      limit: 20 * MB,
      answer: 'the table',
    },
    async ({ params, body, who, request }) => {
      await getJob(db, params['id']!);
      const contents = await pool.run('readJoints', { joints: body.joints.map((j) => j.content) });
      const joints = body.joints.map((j, i) => ({ ...j, content: contents[i]! }));
      return write((tx) =>
        once(
          tx,
          request,
          () => takeTable(tx, params['id']!, { ...body, joints }, who),
          (made) => tableOf(tx, made),
        ),
      );
    },
  );

  api.route(
    {
      method: 'get',
      path: '/jobs/:id/tables',
      summary: 'Tables that were taken into a job, newest first',
      answer: 'list of tables',
    },
    async ({ params }) => (await getJob(db, params['id']!), listTables(db, params['id']!)),
  );

  api.route(
    {
      method: 'post',
      path: '/jobs/:id/tables/:table/drop',
      summary: 'Drop a table again whole; refused where a joint of it changed since',
      answer: 'the table',
    },
    ({ params, who }) => write((tx) => dropTable(tx, params['id']!, params['table']!, who)),
  );
}
