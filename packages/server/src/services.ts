import { isDeepStrictEqual } from 'node:util';
import { judgedBy, type JobRecord, type JudgedRow, type RegisterEntry, type RegisterPage } from '@ample/core';
import type { Logger } from 'pino';
import { Documents } from './documents.ts';
import { openDatabase, type OpenDatabase } from './store/database.ts';
import { houseStamp } from './store/house.ts';
import { dropUnwritten } from './store/issues.ts';
import { basisKey } from './store/jobs.ts';
import { countJoints, keepVerdicts, lightJoints, verdictKey, versionedJoints, type VersionedJoint } from './store/joint-rows.ts';
import { forgetOld } from './store/requests.ts';
import { edition } from './work/edition.ts';
import { openPool, type Pool } from './work/pool.ts';

export interface Services {
  readonly database: OpenDatabase;
  readonly pool: Pool;
  readonly documents: Documents;
  readonly log: Logger;
  /** Fingerprint of the calculation, which kept verdicts carry. */
  readonly edition: string;
  /** A part of a job's register: joints with what their checks say. Verdicts are kept until a joint, its job or the calculation changes; `fresh`: judged anew all the same. */
  register(job: JobRecord, after: number, limit: number, fresh?: boolean): Promise<RegisterPage>;
  close(): Promise<void>;
}

/** Joints that one thread judges at a time: 10 to 50 ms of work, so that a short question never waits long. */
const AT_A_TIME = 20;
/** How many joints are judged ahead of a part of so many: work for as long as the next request takes, and no more than two parts, which are soon asked for. */
const aheadOf = (limit: number): number => Math.min(2 * limit, Math.max(limit, 200));
/** How long what was judged ahead waits for who asks for it, once, ms. */
const HELD = 2_000;

type Judge = (
  job: JobRecord,
  joints: readonly VersionedJoint[],
  keyOf: (j: VersionedJoint) => string,
  ahead?: boolean,
) => Promise<Map<string, JudgedRow>>;

/** Joints that a thread judges together. */
interface Work {
  readonly rows: Promise<Map<string, JudgedRow>>;
  over: boolean;
  /** Those that somebody has asked for, and not only for a part before theirs. */
  readonly asked: Set<string>;
}

/** Judges joints in the pool; one that is being judged already, or was judged ahead just now, is not judged again. */
function judgeIn(pool: Services['pool'], database: OpenDatabase): Judge {
  const atWork = new Map<string, Work>();
  const begin = (job: JobRecord, part: readonly VersionedJoint[], keys: readonly string[], ahead: boolean): Work => {
    const rows = pool
      .run('judge', { file: database.file, job: judgedBy(job), ids: part.map((j) => j.id) })
      .then((judged) => new Map(judged.map((r) => [r.id, r.row])));
    const work: Work = { rows, over: false, asked: new Set(ahead ? [] : keys) };
    const drop = (list: Iterable<string>): void => {
      for (const k of list) if (atWork.get(k) === work) atWork.delete(k);
    };
    // What failed is tried again by the next who asks.
    rows.then(
      () => {
        work.over = true;
        drop(work.asked);
        if (work.asked.size < keys.length) setTimeout(drop, HELD, keys).unref();
      },
      () => drop(keys),
    );
    for (const k of keys) atWork.set(k, work);
    return work;
  };
  return async (job, joints, keyOf, ahead = false) => {
    const key = (j: VersionedJoint): string => `${j.id}/${keyOf(j)}`;
    const waited = new Set<Work['rows']>();
    const todo: VersionedJoint[] = [];
    for (const j of joints) {
      const work = atWork.get(key(j));
      if (!work) {
        todo.push(j);
        continue;
      }
      waited.add(work.rows);
      if (ahead) continue;
      work.asked.add(key(j));
      if (work.over) atWork.delete(key(j));
    }
    for (let i = 0; i < todo.length; i += AT_A_TIME) {
      const part = todo.slice(i, i + AT_A_TIME);
      waited.add(begin(job, part, part.map(key), ahead).rows);
    }
    return new Map((await Promise.all(waited)).flatMap((rows) => [...rows]));
  };
}

/** A part of the register of a job; what is not kept is judged, and kept. */
function registerOf(database: OpenDatabase, made: string, judge: Judge, log: Logger): Services['register'] {
  return async (job, after, limit, fresh = false) => {
    const under = { edition: made, basis: basisKey(job), house: await houseStamp(database.db) };
    const keyOf = (j: VersionedJoint): string => verdictKey(under, j);
    const light = await lightJoints(database.db, job.id, after, limit, keyOf);
    const lack = fresh ? light : light.filter((j) => !j.kept);
    const next = light.length < limit ? null : light.at(-1)!.position;
    const judging = judge(job, lack, keyOf);
    // Who waits for one part asks for the next: its joints stand in line behind these, so that no thread is idle in between.
    if (next !== null && lack.length)
      void versionedJoints(database.db, job.id, next, aheadOf(limit), keyOf)
        .then((ahead) => judge(job, fresh ? ahead : ahead.filter((j) => !j.judged), keyOf, true))
        .catch(() => undefined);
    const judged = await judging;
    const other = lack.flatMap((j) => {
      const row = judged.get(j.id);
      return row && !isDeepStrictEqual(row, j.kept) ? [{ id: j.id, key: keyOf(j), row }] : [];
    });
    // Nobody waits for this: a verdict that could not be kept is worked out again.
    if (other.length)
      void database.write((tx) => keepVerdicts(tx, other)).catch((e: unknown) => log.warn({ err: e }, 'verdicts not kept'));
    // A joint deleted while it was looked at is in neither; its row goes with it.
    const rows = light.flatMap(({ kept, position: _position, housed: _housed, ...j }): RegisterEntry[] => {
      const row = judged.get(j.id) ?? kept;
      return row ? [{ ...j, ...row }] : [];
    });
    return { rows, total: await countJoints(database.db, job.id), next };
  };
}

export async function openServices(file: string, log: Logger): Promise<Services> {
  const database = await openDatabase(file);
  await database.write(forgetOld);
  await database.write(dropUnwritten);
  const pool = await openPool();
  const made = edition();
  const documents = new Documents(
    (task, progress, signal) => pool.pdf(task, progress, signal),
    (e) => log.error({ err: e }, 'document failed'),
  );
  return {
    database,
    pool,
    log,
    documents,
    edition: made,
    register: registerOf(database, made, judgeIn(pool, database), log),
    close: async () => {
      documents.close();
      await pool.close();
      await database.close();
    },
  };
}
