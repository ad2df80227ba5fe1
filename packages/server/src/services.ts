import type { JobRecord, JointRecord, JointSummary, RegisterEntry } from '@ample/core';
import type { Logger } from 'pino';
import { Documents } from './documents.ts';
import { openDatabase, type OpenDatabase } from './store/database.ts';
import { openPool, type Pool } from './work/pool.ts';

export interface Services {
  readonly database: OpenDatabase;
  readonly pool: Pool;
  readonly documents: Documents;
  readonly log: Logger;
  /** Joints with what their checks say; worked out in the pool, and kept until a joint or its job changes. */
  register(job: JobRecord, joints: readonly JointRecord[]): Promise<RegisterEntry[]>;
  close(): Promise<void>;
}

export async function openServices(file: string, log: Logger): Promise<Services> {
  const database = await openDatabase(file);
  const pool = openPool();
  const known = new Map<string, { key: string; summary: JointSummary }>();
  return {
    database, pool, log,
    documents: new Documents(pool, (e) => log.error({ err: e }, 'document failed')),
    register: async (job, joints) => {
      // A signature changes a joint without a new version, so the time of change is part of the key.
      const key = (j: JointRecord): string => `${job.version}/${j.version}/${j.updatedAt}`;
      const missing = joints.filter((j) => known.get(j.id)?.key !== key(j));
      if (missing.length) {
        const found = await pool.summaries({ basis: job.basis, sections: job.sections, steels: job.steels }, missing);
        missing.forEach((j, i) => known.set(j.id, { key: key(j), summary: found[i]! }));
      }
      return joints.map((j) => ({ ...j, summary: known.get(j.id)!.summary }));
    },
    close: async () => {
      await pool.close();
      database.close();
    },
  };
}
