import { faultOf, given, validate } from '@ample/core';
import express, { type Request as HttpRequest, type RequestHandler, type Response, type Router } from 'express';
import type Joi from 'joi';
import joiToJson from 'joi-to-json';
import { BadRequest } from './problem.ts';
import { askedOf, type Request } from './store/requests.ts';

export interface RouteSpec {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Express path below /api. */
  readonly path: string;
  readonly summary: string;
  readonly body?: Joi.Schema;
  /** A body that is passed on as its text, for a thread that has the time to read it. */
  readonly text?: true;
  /** A body that is a file of any kind, as its bytes. */
  readonly bytes?: true;
  /** What may stand behind the question mark, with what it is. */
  readonly query?: Readonly<Record<string, string>>;
  /** JSON Schema of a body that is passed on as its text. */
  readonly shape?: () => object;
  /** Largest body in bytes. */
  readonly limit?: number;
  readonly answer: string;
}

/** What a handler that answers in its own time gives back. */
export const STREAMED = Symbol('streamed');

interface Input<B> {
  readonly params: Record<string, string>;
  readonly query: Record<string, string>;
  readonly body: B;
  readonly who: string;
  /** Set where the client named its request, so that a retry is known. */
  readonly request: Request | null;
}

const MB = 1024 * 1024;

/** Mounts routes and keeps their description, so that the OpenAPI document can't drift from what is served. */
export class Api {
  readonly router: Router = express.Router();
  private readonly specs: RouteSpec[] = [];

  /** Adds a route; its body is parsed, bounded and validated before the handler sees it. A returned value is sent as JSON. */
  route<B = undefined>(spec: RouteSpec, handler: (input: Input<B>, req: HttpRequest, res: Response) => Promise<unknown>): void {
    this.specs.push(spec);
    const limit = spec.limit ?? MB;
    const parse: RequestHandler[] = spec.text
      ? [express.text({ limit, type: 'application/json' })]
      : spec.bytes
        ? [express.raw({ limit, type: () => true })]
        : spec.body
          ? [express.json({ limit, strict: true })]
          : [];
    this.router[spec.method](spec.path, ...parse, async (req, res) => {
      const body = spec.text ? textOf(req) : spec.bytes ? bytesIn(req) : spec.body ? validated(spec.body, req.body) : undefined;
      const request = requestOf(req, spec, body);
      const answer = await handler(
        { params: texts(req.params), query: texts(req.query), body: body as B, who: whoOf(req), request },
        req,
        res,
      );
      if (answer === STREAMED || res.headersSent) return;
      if (answer === undefined) res.status(204).end();
      else res.json(answer);
    });
  }

  openApi(): object {
    const paths: Record<string, Record<string, object>> = {};
    for (const spec of this.specs) {
      const path = `/api${spec.path.replace(/:(\w+)/g, '{$1}')}`;
      const names = [...spec.path.matchAll(/:(\w+)/g)].map((m) => m[1]!);
      (paths[path] ??= {})[spec.method] = {
        summary: spec.summary,
        ...parametersOf(names, spec),
        ...bodyOf(spec),
        responses: {
          200: { description: spec.answer },
          400: { $ref: '#/components/responses/Problem' },
          404: { $ref: '#/components/responses/Problem' },
          409: { $ref: '#/components/responses/Problem' },
        },
      };
    }
    return {
      openapi: '3.1.0',
      info: {
        title: 'Ample Gusset',
        version: '0.1.0',
        description: 'Jobs, joints, checks and documents. Lengths in mm, forces in kN, stresses in MPa.',
      },
      paths,
      components: {
        responses: {
          Problem: {
            description: 'What is wrong, in one sentence (RFC 9457)',
            content: {
              'application/problem+json': {
                schema: {
                  type: 'object',
                  properties: {
                    type: { type: 'string' },
                    title: { type: 'string' },
                    status: { type: 'integer' },
                    detail: { type: 'string' },
                    field: { type: 'string' },
                    instance: { type: 'string' },
                    current: {},
                  },
                },
              },
            },
          },
        },
      },
    };
  }
}

const bodyOf = ({ text, bytes, body, shape }: RouteSpec): { requestBody?: object } => {
  const of = (type: string, schema: object) => ({ requestBody: { required: true, content: { [type]: { schema } } } });
  if (text) return of('application/json', shape?.() ?? { type: 'object' });
  if (bytes) return of('application/octet-stream', { type: 'string', format: 'binary' });
  return body ? of('application/json', joiToJson(body, 'open-api-3.1')) : {};
};

const parametersOf = (names: readonly string[], { method, query = {}, ...spec }: RouteSpec): { parameters?: object[] } => {
  const text = { type: 'string' };
  const keyed = method === 'post' && !spec.body && !spec.text;
  const list = [
    ...names.map((name) => ({ name, in: 'path', required: true, schema: text })),
    ...Object.entries(query).map(([name, description]) => ({ name, in: 'query', required: false, description, schema: text })),
    ...(method === 'get'
      ? []
      : [
          {
            ...{ name: 'idempotency-key', in: 'header', required: keyed, schema: text },
            description:
              "The client's own key of this request, 8 to 80 letters and figures: asked again with it, it is not done again",
          },
          { name: 'x-ample-user', in: 'header', required: false, schema: text, description: 'Who asks, for the history' },
        ]),
  ];
  return list.length ? { parameters: list } : {};
};

function validated(schema: Joi.Schema, body: unknown): unknown {
  const result = validate<unknown>(schema, body ?? null);
  if ('error' in result) throw new BadRequest(result.error.field, result.error.message);
  return result.value;
}

function bytesIn(req: HttpRequest): Uint8Array {
  if (!(req.body instanceof Uint8Array) || req.body.length === 0)
    throw new BadRequest('file', 'file: the body is empty; accepted is the file itself.');
  return req.body;
}

function textOf(req: HttpRequest): string {
  if (typeof req.body !== 'string')
    throw new BadRequest('content-type', 'content-type: the body is not JSON; accepted is application/json.');
  return req.body;
}

/** Parameters of a path or a query, each one text. */
const texts = (of: object): Record<string, string> =>
  Object.fromEntries(Object.entries(of).map(([k, v]) => [k, typeof v === 'string' ? v.slice(0, 200) : '']));

/** A whole number of a query. */
export function whole(query: Record<string, string>, name: string, start: number, least: number, most: number): number {
  const text = query[name];
  if (text === undefined) return start;
  const n = /^-?\d{1,16}$/.test(text) ? Number(text) : NaN;
  if (!(n >= least && n <= most))
    throw new BadRequest(name, `${name}: ${given(text)} can not be used; accepted is a whole number from ${least} to ${most}.`);
  return n;
}

const whoOf = (req: HttpRequest): string => {
  const who = decodeURIComponent(safe(String(req.header('x-ample-user') ?? '').slice(0, 240)));
  const fault = faultOf(who);
  if (fault) throw new BadRequest('x-ample-user', `x-ample-user: ${fault.says}`);
  return who.slice(0, 80) || 'designer';
};

const KEY = /^[\w.:-]{8,80}$/;
/**
 * The client's own key of this request. A request that changes something and has no body must have one: a page of another site can't send this
 * header without asking first, and is never answered yes.
 */
function requestOf(req: HttpRequest, spec: RouteSpec, body: unknown): Request | null {
  const key = req.header('idempotency-key');
  if (key === undefined) {
    if (spec.method === 'post' && !spec.body && !spec.text)
      throw new BadRequest(
        'idempotency-key',
        'idempotency-key: the header is missing; accepted is a key of 8 to 80 letters and figures, new for each request.',
      );
    return null;
  }
  if (!KEY.test(key))
    throw new BadRequest(
      'idempotency-key',
      `idempotency-key: ${given(key)} can not be used; accepted are 8 to 80 letters, figures and . _ : -`,
    );
  return {
    key,
    asked: askedOf(
      spec.method,
      req.path,
      typeof body === 'string' || body instanceof Uint8Array ? body : JSON.stringify(body ?? null),
    ),
  };
}

/** A header that is no valid percent code is taken as it is. */
function safe(value: string): string {
  try {
    decodeURIComponent(value);
    return value;
  } catch {
    return encodeURIComponent(value);
  }
}
