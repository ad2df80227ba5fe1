import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import { createReadStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import type { DocumentState } from '@ample/core';
import type { Response } from 'express';
import { Busy } from './store/errors.ts';
import { storeWords } from './store/condition.ts';
import type { ReadForIssue } from './store/issues.ts';
import type { DocumentTask } from './work/document.ts';

type Task = Omit<DocumentTask, 'port' | 'out'>;
/** Writes one document to its file; ended by the signal. */
export type Write = (
  task: Task & { readonly out: string },
  progress: (p: { done: number; total: number; what: string }) => void,
  signal: AbortSignal,
) => Promise<ReadForIssue>;
/** What is done with a document that is kept: once its file is whole, or once there will be none. */
export interface Keeping {
  /** Name of the document too. */
  readonly id: string;
  readonly number: number;
  readonly written: (read: ReadForIssue, path: string) => Promise<void>;
  readonly given: () => Promise<void>;
}

interface Entry {
  state: DocumentState;
  readonly task: Task;
  readonly path: string;
  readonly abort: AbortController;
  readonly events: EventEmitter;
  readonly keeping: Keeping | undefined;
  /** It is whole and being kept: too late to be stopped. */
  settled?: true;
  /** A document of many parts, which may take minutes. */
  readonly long: boolean;
  listeners: number;
  alone?: NodeJS.Timeout;
}

export interface DocumentLimits {
  /** Documents that are kept to be fetched; the oldest are forgotten first. */
  readonly kept: number;
  readonly waiting: number;
  readonly waitingOfJob: number;
  /** How long a document is written while nobody listens: before the first listener, and after the last; ms. */
  readonly unheard: number;
  readonly left: number;
}
const LIMITS: DocumentLimits = { kept: 20, waiting: 40, waitingOfJob: 8, unheard: 30_000, left: 8_000 };
const AT_ONCE = 2;

/**
 * Documents that wait, are being written, and are ready to fetch. Two are written at once, of which one may be long; the next is of the job that was
 * served longest ago, so that no job stands before another's first.
 */
export class Documents {
  private readonly entries = new Map<string, Entry>();
  private readonly folder = mkdtempSync(join(tmpdir(), 'ample-documents-'));
  private readonly served = new Map<string, number>();
  private turn = 0;

  constructor(
    private readonly write: Write,
    private readonly log: (e: unknown) => void,
    private readonly limits: DocumentLimits = LIMITS,
  ) {}

  /** Takes a document into the queue; refuses when too many wait. `parts`: how many steps its progress has. */
  start(name: string, task: Task, parts: number, keeping?: Keeping): DocumentState {
    const waiting = this.of('waiting');
    const mine = waiting.filter((e) => e.task.jobId === task.jobId).length;
    if (waiting.length >= this.limits.waiting || mine >= this.limits.waitingOfJob)
      throw new Busy(
        `${mine >= this.limits.waitingOfJob ? `${mine} documents of this job` : `${waiting.length} documents`} wait to be written; issue this one when one of them is done.`,
      );
    const id = keeping?.id ?? randomUUID();
    const entry: Entry = {
      state: { id, name, status: 'waiting', done: 0, total: parts, what: '', ...(keeping ? { issue: keeping.number } : {}) },
      task,
      path: join(this.folder, id),
      abort: new AbortController(),
      events: new EventEmitter().setMaxListeners(0),
      keeping,
      long: parts > 1,
      listeners: 0,
    };
    this.entries.set(id, entry);
    this.leftAlone(entry, this.limits.unheard);
    this.next();
    this.forgetOldest();
    return entry.state;
  }

  /** The state and the file of a document, null while it is not ready. */
  get(id: string): { readonly state: DocumentState; readonly path: string | null } | undefined {
    const entry = this.entries.get(id);
    return entry && { state: entry.state, path: entry.state.status === 'ready' ? entry.path : null };
  }

  cancel(id: string): DocumentState | undefined {
    const entry = this.entries.get(id);
    if (entry && running(entry)) this.stop(entry);
    return entry?.state;
  }

  /** Server-sent events: the state now and on every change, until the document is ready or given up. */
  stream(id: string, res: Response): boolean {
    const entry = this.entries.get(id);
    if (!entry) return false;
    res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', connection: 'keep-alive' });
    const send = (): void => {
      res.write(`data: ${JSON.stringify(entry.state)}\n\n`);
      if (!running(entry)) res.end();
    };
    entry.listeners += 1;
    clearTimeout(entry.alone);
    entry.events.on('change', send);
    res.on('close', () => {
      entry.events.off('change', send);
      entry.listeners -= 1;
      if (entry.listeners === 0) this.leftAlone(entry, this.limits.left);
    });
    send();
    return true;
  }

  /** Sends a document that is ready. */
  send(id: string, res: Response): boolean {
    const found = this.get(id);
    if (!found?.path) return false;
    res.attachment(found.state.name).type(extname(found.state.name));
    // A file that went meanwhile ends the download; headers may have gone out already.
    createReadStream(found.path)
      .on('error', () => res.destroy())
      .pipe(res);
    return true;
  }

  close(): void {
    for (const entry of this.entries.values()) if (running(entry)) this.stop(entry);
    rmSync(this.folder, { recursive: true, force: true });
  }

  private of(status: DocumentState['status']): Entry[] {
    return [...this.entries.values()].filter((e) => e.state.status === status);
  }

  private change(entry: Entry, patch: Partial<DocumentState>): void {
    entry.state = { ...entry.state, ...patch };
    entry.events.emit('change');
  }

  /** Work that nobody listens to is stopped. */
  private leftAlone(entry: Entry, after: number): void {
    clearTimeout(entry.alone);
    entry.alone = setTimeout(() => {
      if (entry.listeners === 0 && running(entry)) this.stop(entry);
    }, after);
    entry.alone.unref();
  }

  private stop(entry: Entry): void {
    if (entry.settled) return;
    entry.abort.abort();
    clearTimeout(entry.alone);
    // One that waits is given up here; one that is written is when its thread ends.
    const waited = entry.state.status === 'waiting';
    this.change(entry, { status: 'cancelled' });
    if (waited) this.giveUp(entry);
    rmSync(entry.path, { force: true });
    this.next();
  }

  private next(): void {
    const working = this.of('working');
    if (working.length >= AT_ONCE) return;
    const mayBeLong = !working.some((e) => e.long);
    const [entry] = this.of('waiting')
      .filter((e) => mayBeLong || !e.long)
      .sort((a, b) => (this.served.get(a.task.jobId) ?? 0) - (this.served.get(b.task.jobId) ?? 0));
    if (!entry) return;
    this.served.set(entry.task.jobId, ++this.turn);
    this.change(entry, { status: 'working' });
    this.write(
      { ...entry.task, out: entry.path },
      (p) => {
        if (entry.state.status === 'working') this.change(entry, p);
      },
      entry.abort.signal,
    )
      .then(async (read) => {
        if (entry.state.status !== 'working') return;
        entry.settled = true;
        await entry.keeping?.written(read, entry.path);
        this.change(entry, { status: 'ready', done: entry.state.total });
      })
      .then(
        () => undefined,
        (e: unknown) => {
          rmSync(entry.path, { force: true });
          if (entry.state.status !== 'working') return;
          const refused = e instanceof Error && ['NotFound', 'Unreadable', 'DocumentError'].includes(e.name);
          if (!refused) this.log(e);
          this.change(entry, {
            status: 'failed',
            message: refused ? e.message : (storeWords(e)?.detail ?? 'The document could not be written; the log says why.'),
          });
        },
      )
      .finally(() => {
        this.giveUp(entry);
        this.next();
        this.forgetOldest();
      });
    this.next();
  }

  /** One that was to be kept and has no file gives its number back. */
  private giveUp({ keeping, state }: Entry): void {
    if (state.status !== 'ready') keeping?.given().catch(this.log);
  }

  private forgetOldest(): void {
    const done = [...this.entries].filter(([, e]) => !running(e));
    for (const [id, entry] of done.slice(0, Math.max(0, done.length - this.limits.kept))) {
      this.entries.delete(id);
      rmSync(entry.path, { force: true });
    }
  }
}

const running = ({ state }: Entry): boolean => state.status === 'waiting' || state.status === 'working';
