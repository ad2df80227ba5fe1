import { DocumentError, Refusal } from '@ample/core';
import type { ErrorRequestHandler, Request, Response } from 'express';
import { Conflict, NotFound, StaleSave } from './store/errors.ts';

/** RFC 9457. `field` names the input at fault; `current` carries the stored record beside a stale save. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly instance?: string;
  readonly field?: string;
  readonly current?: unknown;
}

/** Input that the edge refuses: 400 with the field and one sentence. */
export class BadRequest extends Error {
  override readonly name = 'BadRequest';
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}

export function sendProblem(req: Request, res: Response, problem: Omit<Problem, 'type'>): void {
  const id = (req as Request & { id?: string }).id;
  res.status(problem.status).type('application/problem+json').send(JSON.stringify({ type: 'about:blank', ...problem, ...(id ? { instance: `request:${id}` } : {}) }));
}

export function problemOf(e: unknown): Omit<Problem, 'type'> {
  if (e instanceof BadRequest || e instanceof DocumentError || e instanceof Refusal) return { title: 'The input can not be used', status: 400, detail: e.message, field: e.field };
  if (e instanceof NotFound) return { title: 'Not found', status: 404, detail: e.message };
  if (e instanceof StaleSave) return { title: 'Changed meanwhile', status: 409, detail: e.message, current: e.current };
  if (e instanceof Conflict) return { title: 'Already taken', status: 409, detail: e.message, field: e.field };
  const http = e as { status?: number; type?: string; limit?: number };
  if (http.type === 'entity.too.large') return { title: 'Too large', status: 413, detail: `The upload is larger than ${Math.round((http.limit ?? 0) / 1048576)} MB; accepted are smaller ones.` };
  if (http.type === 'entity.parse.failed') return { title: 'Not JSON', status: 400, detail: `body: it is not JSON: ${(e as Error).message.slice(0, 160)}.`, field: 'body' };
  if (typeof http.status === 'number' && http.status >= 400 && http.status < 500) return { title: 'The request can not be used', status: http.status, detail: (e as Error).message.slice(0, 200) };
  return { title: 'Something went wrong here', status: 500, detail: 'The server met an error of its own; nothing was changed. The log has it under this request.' };
}

export const problemHandler: ErrorRequestHandler = (e, req, res, _next) => {
  const problem = problemOf(e);
  if (problem.status >= 500) (req as Request & { log?: { error(o: unknown, m: string): void } }).log?.error({ err: e }, 'request failed');
  if (res.headersSent) {
    res.end();
    return;
  }
  sendProblem(req, res, problem);
};
