import { fileURLToPath } from 'node:url';
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import type { JobDocument, JointDocument, JointSummary } from '@ample/core';
import type { DocumentTask } from './tasks.ts';

export interface Pool {
  summaries(job: Pick<JobDocument, 'basis' | 'sections' | 'steels'>, joints: readonly JointDocument[]): Promise<JointSummary[]>;
  pdf(task: Omit<DocumentTask, 'port'>, progress: (p: { done: number; total: number; what: string }) => void, signal: AbortSignal): Promise<Uint8Array>;
  close(): Promise<void>;
}

/** Worker threads for whole jobs and documents. */
export function openPool(): Pool {
  const pool = new Piscina({ filename: fileURLToPath(new URL('./worker.mjs', import.meta.url)), execArgv: [], minThreads: 1, maxThreads: 2, idleTimeout: 60_000 });
  return {
    summaries: (job, joints) => pool.run({ job, joints }, { name: 'summaries' }),
    pdf: async (task, progress, signal) => {
      const { port1, port2 } = new MessageChannel();
      port1.on('message', progress);
      try {
        return await pool.run({ ...task, port: port2 }, { name: 'pdf', transferList: [port2], signal });
      } finally {
        port1.close();
      }
    },
    close: () => pool.destroy(),
  };
}
