import {
  KINDS,
  modelSchema,
  Refusal,
  REACH,
  type ModelMember,
  type ModelPlace,
  type ModelRecord,
  type PlanChoices,
  type ProposeChoices,
} from '@ample/core';
import { exchangeShape } from '@ample/exchange/job-schema';
import { STREAMED, whole, type Api } from '../api.ts';
import { BadRequest } from '../problem.ts';
import type { Services } from '../services.ts';
import type { Handle } from '../store/database.ts';
import { getJob } from '../store/jobs.ts';
import { getModel, keepModel } from '../store/models.ts';
import { once } from '../store/requests.ts';
import { tableOf, takeTable } from '../store/tables.ts';

const MB = 1024 * 1024;
/** How long a file may be read, ms. */
const READING = 120_000;

/** Models of a job: members read from a file, kept with where its joints are; and the exchange with other programs. */
export function modelRoutes(api: Api, services: Services): void {
  readAndKept(api, services);
  pushed(api, services);
  fetched(api, services);
}

function readAndKept(api: Api, { database: { db, write }, pool }: Services): void {
  api.route<Uint8Array>(
    {
      method: 'post',
      path: '/model/read',
      summary: 'Members of a model: an IFC file (2x3, 4, 4.3), or the exchange form; nothing is stored',
      bytes: true,
      limit: 80 * MB,
      answer: 'members, joints where the file tells any, and what could not be read with its reasons',
    },
    async ({ body }, _req, res) => {
      // Who goes away ends the reading.
      const gone = new AbortController();
      res.on('close', () => gone.abort());
      const late = AbortSignal.timeout(READING);
      try {
        return await pool.run('readModel', { bytes: body }, AbortSignal.any([gone.signal, late]));
      } catch (e) {
        if (late.aborted)
          throw new Refusal(
            'file',
            `file: it could not be read in ${READING / 1000} s; accepted is a smaller part of the building.`,
          );
        if (gone.signal.aborted) return STREAMED;
        throw e;
      }
    },
  );
  api.route(
    {
      method: 'get',
      path: '/jobs/:id/model',
      summary: 'The model of a job: its members, and where its joints are',
      answer: 'the model, or null',
    },
    async ({ params }) => (await getJob(db, params['id']!), getModel(db, params['id']!)),
  );
  api.route<Omit<ModelRecord, 'at' | 'who'>>(
    {
      method: 'put',
      path: '/jobs/:id/model',
      summary: 'Keep a model in place of the one before',
      body: modelSchema(),
      limit: 20 * MB,
      answer: 'the model',
    },
    ({ params, body, who }) =>
      write(async (tx) => {
        await getJob(tx, params['id']!);
        await keepModel(tx, params['id']!, { ...body, who });
        return getModel(tx, params['id']!);
      }),
  );
}

const choice = <const T extends string>(
  query: Readonly<Record<string, string>>,
  name: string,
  list: readonly T[],
  usual: T,
): T => {
  const asked = query[name] ?? usual;
  const found = list.find((x) => x === asked);
  if (found === undefined)
    throw new BadRequest(name, `${name}: "${asked.slice(0, 40)}" can not be used; accepted are ${list.join(', ')}.`);
  return found;
};
/** How joints are proposed, as a query says it; null where they are not. */
function proposing(query: Readonly<Record<string, string>>): ProposeChoices | null {
  if (query['propose'] !== '1') return null;
  const prefer = (query['prefer'] ?? '').split(',').filter(Boolean);
  for (const kind of prefer)
    if (!KINDS.some((k) => k.id === kind))
      throw new BadRequest(
        'prefer',
        `prefer: "${kind.slice(0, 40)}" is no kind of joint; accepted are ${KINDS.map((k) => k.id).join(', ')}.`,
      );
  return { prefer, reach: whole(query, 'reach', REACH, 0, 500), lines: choice(query, 'lines', ['middle', 'top'], 'middle') };
}

/** Members of another program, and the joints that stand at them; those of others stay. */
async function keepMembers(
  tx: Handle,
  jobId: string,
  who: string,
  members: readonly ModelMember[],
  places: readonly ModelPlace[],
): Promise<void> {
  const before = await getModel(tx, jobId);
  const marks = new Set(places.map((p) => p.mark));
  const stay = before?.places.filter((p) => !marks.has(p.mark)) ?? [];
  await keepModel(tx, jobId, { name: 'exchange', who, members, places: [...stay, ...places] });
}

function pushed(api: Api, { database, pool }: Services): void {
  const { db, write, file } = database;
  api.route<string>(
    {
      method: 'post',
      path: '/jobs/:id/exchange',
      summary:
        'Members, joints, forces and details from another program. What can be taken is taken, in one step that the tables of the job list and can drop again; what can not says why',
      text: true,
      shape: exchangeShape,
      query: {
        propose: '1: joints are proposed where members meet and none is told',
        prefer: 'kinds of joint that are proposed before others, with commas between them',
        lines: 'what the lines of beams run through: middle or top',
        reach: `gap or play at the ends of members, mm; ${REACH}`,
        names: 'what names of forces are: cases, combinations or either',
        others: 'forces that are not named: keep or drop',
        dry: '1: nothing is stored',
      },
      limit: 40 * MB,
      answer: 'what became of each joint, where no joint was proposed, and the step that it was taken in',
    },
    async ({ params, query, body, who, request }) => {
      const jobId = params['id']!;
      await getJob(db, jobId);
      const choices: PlanChoices = {
        others: choice(query, 'others', ['keep', 'drop'], 'keep'),
        names: choice(query, 'names', ['cases', 'combinations', 'either'], 'either'),
      };
      const { members, plans, places, ...told } = await pool.run('planModel', {
        file,
        jobId,
        text: body,
        choices,
        propose: proposing(query),
      });
      const joints = plans.flatMap(({ id, version, content }) =>
        content ? [{ ...(id === undefined ? {} : { id, version: version! }), content }] : [],
      );
      const answer = { joints: plans.map(({ content: _stored, ...plan }) => plan), ...told };
      if (query['dry'] === '1') return { ...answer, taken: null };
      const taken = await write(async (tx) => {
        const table = joints.length
          ? await once(
              tx,
              request,
              () => takeTable(tx, jobId, { name: 'exchange', mapping: { exchange: choices }, joints }, who),
              (made) => tableOf(tx, made),
            )
          : null;
        if (members.length > 0) await keepMembers(tx, jobId, who, members, places);
        return table;
      });
      return { ...answer, taken };
    },
  );
}

function fetched(api: Api, { database, pool }: Services): void {
  api.route(
    {
      method: 'get',
      path: '/jobs/:id/exchange',
      summary: 'A job for another program: members, joints with forces and details, verdicts, and what each joint is made of',
      answer: 'the exchange form',
    },
    async ({ params }, _req, res) => {
      await getJob(database.db, params['id']!);
      res.type('application/json').send(await pool.run('exchangeJob', { file: database.file, jobId: params['id']! }));
      return STREAMED;
    },
  );
}
