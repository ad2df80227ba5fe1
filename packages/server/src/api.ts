import { validate } from '@ample/core';
import express, { type Request, type RequestHandler, type Response, type Router } from 'express';
import Joi from 'joi';
import joiToJson from 'joi-to-json';
import { BadRequest } from './problem.ts';

export interface RouteSpec {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Express path below /api. */
  readonly path: string;
  readonly summary: string;
  readonly body?: Joi.Schema;
  /** Largest body in bytes. */
  readonly limit?: number;
  readonly answer: string;
}

const MB = 1024 * 1024;

/** Mounts routes and keeps their description, so that the OpenAPI document can't drift from what is served. */
export class Api {
  readonly router: Router = express.Router();
  private readonly specs: RouteSpec[] = [];

  /** Adds a route; its body is parsed, bounded and validated before the handler sees it. A returned value is sent as JSON. */
  route<B = undefined>(spec: RouteSpec, handler: (input: { params: Record<string, string>; body: B; who: string }, req: Request, res: Response) => Promise<unknown>): void {
    this.specs.push(spec);
    const parse: RequestHandler[] = spec.body ? [express.json({ limit: spec.limit ?? 2 * MB, strict: true })] : [];
    this.router[spec.method](spec.path, ...parse, async (req, res) => {
      let body = undefined as B;
      if (spec.body) {
        const result = validate<B>(spec.body, req.body ?? null);
        if ('error' in result) throw new BadRequest(result.error.field, result.error.message);
        body = result.value;
      }
      const who = String(req.header('x-ample-user') ?? '').slice(0, 80) || 'designer';
      const answer = await handler({ params: req.params as Record<string, string>, body, who: decodeURIComponent(safe(who)) }, req, res);
      if (!res.headersSent && answer !== undefined) res.json(answer);
      else if (!res.headersSent) res.status(204).end();
    });
  }

  openApi(): object {
    const paths: Record<string, Record<string, object>> = {};
    for (const spec of this.specs) {
      const path = `/api${spec.path.replace(/:(\w+)/g, '{$1}')}`;
      const names = [...spec.path.matchAll(/:(\w+)/g)].map((m) => m[1]!);
      (paths[path] ??= {})[spec.method] = {
        summary: spec.summary,
        ...(names.length ? { parameters: names.map((name) => ({ name, in: 'path', required: true, schema: { type: 'string' } })) } : {}),
        ...(spec.body ? { requestBody: { required: true, content: { 'application/json': { schema: joiToJson(spec.body, 'open-api-3.1') } } } } : {}),
        responses: { 200: { description: spec.answer }, 400: { $ref: '#/components/responses/Problem' }, 404: { $ref: '#/components/responses/Problem' }, 409: { $ref: '#/components/responses/Problem' } },
      };
    }
    return {
      openapi: '3.1.0',
      info: { title: 'Ample Gusset', version: '0.1.0', description: 'Jobs, joints, checks and documents. Lengths in mm, forces in kN, stresses in MPa.' },
      paths,
      components: { responses: { Problem: { description: 'What is wrong, in one sentence (RFC 9457)', content: { 'application/problem+json': { schema: { type: 'object', properties: { type: { type: 'string' }, title: { type: 'string' }, status: { type: 'integer' }, detail: { type: 'string' }, field: { type: 'string' }, instance: { type: 'string' }, current: {} } } } } } } },
    };
  }
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
