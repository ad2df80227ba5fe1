import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import type { DocumentState } from '@ample/core';
import type { Response } from 'express';
import type { Pool } from './work/pool.ts';
import type { DocumentTask } from './work/tasks.ts';

interface Entry {
  state: DocumentState;
  bytes: Uint8Array | null;
  readonly abort: AbortController;
  readonly events: EventEmitter;
}

const MOST_KEPT = 20;

/** Documents being written and those ready to fetch; the oldest are forgotten first. */
export class Documents {
  private readonly entries = new Map<string, Entry>();
  constructor(
    private readonly pool: Pool,
    private readonly log: (e: unknown) => void,
  ) {}

  start(name: string, task: Omit<DocumentTask, 'port'>): DocumentState {
    const id = randomUUID();
    const entry: Entry = { state: { id, name, status: 'working', done: 0, total: task.mark === undefined && !task.calculation ? task.job.joints.length + task.job.calculations.length + 1 : 1, what: '' }, bytes: null, abort: new AbortController(), events: new EventEmitter() };
    this.entries.set(id, entry);
    for (const old of [...this.entries.keys()].slice(0, -MOST_KEPT)) {
      this.entries.get(old)!.abort.abort();
      this.entries.delete(old);
    }
    const change = (patch: Partial<DocumentState>): void => {
      entry.state = { ...entry.state, ...patch };
      entry.events.emit('change');
    };
    this.pool.pdf(task, (p) => change(p), entry.abort.signal).then(
      (bytes) => {
        entry.bytes = bytes;
        change({ status: 'ready', done: entry.state.total });
      },
      (e: unknown) => {
        if (entry.abort.signal.aborted) return change({ status: 'cancelled' });
        this.log(e);
        change({ status: 'failed', message: 'The document could not be written; the log says why.' });
      },
    );
    return entry.state;
  }

  get(id: string): { state: DocumentState; bytes: Uint8Array | null } | undefined {
    return this.entries.get(id);
  }

  cancel(id: string): DocumentState | undefined {
    const entry = this.entries.get(id);
    if (entry?.state.status === 'working') entry.abort.abort();
    return entry?.state;
  }

  /** Server-sent events: the state now and on every change, until the document is ready or given up. */
  stream(id: string, res: Response): boolean {
    const entry = this.entries.get(id);
    if (!entry) return false;
    res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', connection: 'keep-alive' });
    const send = (): void => {
      res.write(`data: ${JSON.stringify(entry.state)}\n\n`);
      if (entry.state.status !== 'working') res.end();
    };
    entry.events.on('change', send);
    res.on('close', () => entry.events.off('change', send));
    send();
    return true;
  }
}
