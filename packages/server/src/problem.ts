import { DocumentError, printable, Refusal } from '@ample/core';
import type { Duplex } from 'node:stream';
import type { ErrorRequestHandler, Request, Response } from 'express';
import { storeWords } from './store/condition.ts';
import { Busy, Conflict, NotFound, StaleSave, Unreadable } from './store/errors.ts';

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
  res
    .status(problem.status)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', ...problem, ...(id ? { instance: `request:${id}` } : {}) }));
}

export function problemOf(e: unknown): Omit<Problem, 'type'> {
  if (e instanceof BadRequest || e instanceof DocumentError || e instanceof Refusal)
    return { title: 'The input can not be used', status: 400, detail: e.message, field: e.field };
  if (e instanceof NotFound) return { title: 'Not found', status: 404, detail: e.message };
  if (e instanceof StaleSave) return { title: 'Changed meanwhile', status: 409, detail: e.message, current: e.current };
  if (e instanceof Conflict) return { title: 'Already taken', status: 409, detail: e.message, field: e.field };
  if (e instanceof Unreadable) return { title: 'It can not be read', status: 409, detail: e.message };
  if (e instanceof Busy) return { title: 'Too much at once', status: 429, detail: e.message };
  const store = storeWords(e);
  if (store) return store;
  const http = e as { status?: number; type?: string; limit?: number };
  if (http.type === 'entity.too.large')
    return {
      title: 'Too large',
      status: 413,
      detail: `body: the upload is larger than ${Math.round((http.limit ?? 0) / 1048576)} MB; accepted are smaller ones.`,
      field: 'body',
    };
  if (http.type === 'entity.parse.failed')
    return { title: 'Not JSON', status: 400, detail: 'body: it is not JSON; accepted is a JSON object.', field: 'body' };
  if (e instanceof URIError)
    return {
      title: 'The request can not be used',
      status: 400,
      detail: 'address: it holds a percent code that stands for no character; accepted are whole ones.',
      field: 'address',
    };
  // Of other errors of the parsers only the words that they publish are shown.
  if (typeof http.status === 'number' && http.status >= 400 && http.status < 500)
    return { title: 'The request can not be used', status: http.status, detail: printable((e as Error).message, 200) };
  return {
    title: 'Something went wrong here',
    status: 500,
    detail: 'The server met an error of its own; nothing was changed. The log has it under this request.',
  };
}

/** Answers what the HTTP parser itself refuses, in the same form as all else. */
export function clientError(e: NodeJS.ErrnoException, socket: Duplex): void {
  if (e.code === 'ECONNRESET' || !socket.writable) return void socket.destroy();
  const [status, words, detail] =
    e.code === 'HPE_HEADER_OVERFLOW'
      ? [431, 'Request Header Fields Too Large', 'headers: they are longer than 16 kB; accepted are shorter ones.']
      : e.code === 'ERR_HTTP_REQUEST_TIMEOUT'
        ? [408, 'Request Timeout', 'request: it was not finished in time; send it again.']
        : [400, 'Bad Request', 'request: it is not HTTP as this server understands it; accepted is HTTP/1.1.'];
  const body = JSON.stringify({ type: 'about:blank', title: words, status, detail });
  socket.end(
    `HTTP/1.1 ${status} ${words}\r\ncontent-type: application/problem+json; charset=utf-8\r\ncontent-length: ${Buffer.byteLength(body)}\r\nconnection: close\r\n\r\n${body}`,
  );
}

export const problemHandler: ErrorRequestHandler = (e, req, res, _next) => {
  const problem = problemOf(e);
  if (problem.status >= 500)
    (req as Request & { log?: { error(o: unknown, m: string): void } }).log?.error({ err: e }, 'request failed');
  if (res.headersSent) {
    res.end();
    return;
  }
  sendProblem(req, res, problem);
};
