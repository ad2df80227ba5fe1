import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { printable } from '@ample/core';
import express, { type Express, type Request, type Response } from 'express';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import { Api } from './api.ts';
import { problemHandler, sendProblem } from './problem.ts';
import { backupRoute } from './routes/backup.ts';
import { calculationRoutes } from './routes/calculations.ts';
import { changeRoutes } from './routes/changes.ts';
import { commentRoutes } from './routes/comments.ts';
import { fieldRoutes } from './routes/fields.ts';
import { searchRoutes } from './routes/search.ts';
import { documentRoutes } from './routes/documents.ts';
import { houseRoutes } from './routes/house.ts';
import { issueRoutes } from './routes/issues.ts';
import { jobRoutes } from './routes/jobs.ts';
import { jointRoutes } from './routes/joints.ts';
import { modelRoutes } from './routes/model.ts';
import { rulesRoutes } from './routes/rules.ts';
import { tableRoutes } from './routes/tables.ts';
import type { Services } from './services.ts';

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

const nothingHere = (req: Request, res: Response): void =>
  sendProblem(req, res, { title: 'Not found', status: 404, detail: `There is nothing at ${printable(req.originalUrl, 120)}.` });

/** The application: API below /api, the built pages elsewhere. Answers only requests that name a loopback host. */
export function makeApp(
  services: Services,
  { pages, folder }: { readonly pages?: string; readonly folder?: string } = {},
): Express {
  const app = express();
  app.disable('x-powered-by');
  guard(app, services.log);
  const api = apiOf(services, folder);
  app.use(
    '/api',
    (_req, res, next) => {
      res.setHeader('cache-control', 'no-store');
      next();
    },
    api.router,
  );
  app.use('/api', nothingHere);

  if (pages && existsSync(pages)) servePages(app, pages);
  app.use(nothingHere);
  app.use(problemHandler);
  return app;
}

/** Every request is logged and names a loopback host; every answer says what a page may load. */
function guard(app: Express, log: Services['log']): void {
  app.use(
    pinoHttp({
      logger: log,
      genReqId: () => crypto.randomUUID(),
      customLogLevel: (_req, res, err) => (err || res.statusCode >= 500 ? 'error' : 'debug'),
    }),
  );
  app.use((req, res, next) => {
    if (LOOPBACK.test(req.headers.host ?? '')) return next();
    sendProblem(req, res, {
      title: 'Wrong host',
      status: 421,
      detail: 'Host: this server answers only on localhost, 127.0.0.1 and [::1].',
    });
  });
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        // Formulas are placed with style attributes; scripts, styles and workers come from here alone.
        directives: {
          defaultSrc: ["'self'"],
          // WebAssembly of our own is compiled; no script is made from text.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'"],
          styleSrcAttr: ["'unsafe-inline'"],
          imgSrc: ["'self'", 'data:'],
          fontSrc: ["'self'", 'data:'],
          workerSrc: ["'self'"],
          connectSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          frameAncestors: ["'none'"],
          formAction: ["'self'"],
        },
      },
      strictTransportSecurity: false,
    }),
  );
}

function apiOf(services: Services, folder: string | undefined): Api {
  const api = new Api();
  api.route(
    { method: 'get', path: '/health', summary: 'Whether the server is up, and the folder of its store', answer: 'ok' },
    async () => ({ ok: true, ...(folder === undefined ? {} : { folder }) }),
  );
  jobRoutes(api, services);
  jointRoutes(api, services);
  tableRoutes(api, services);
  houseRoutes(api, services);
  changeRoutes(api, services);
  commentRoutes(api, services);
  fieldRoutes(api, services);
  searchRoutes(api, services);
  calculationRoutes(api, services);
  documentRoutes(api, services);
  issueRoutes(api, services);
  modelRoutes(api, services);
  rulesRoutes(api, services);
  backupRoute(api, services);
  api.route({ method: 'get', path: '/openapi.json', summary: 'This description', answer: 'OpenAPI 3.1' }, async () =>
    api.openApi(),
  );
  return api;
}

/** The built pages: assets by their names for ever, and one page for every address. */
function servePages(app: Express, pages: string): void {
  app.use(
    express.static(pages, {
      index: false,
      setHeaders: (res, path) =>
        res.setHeader('cache-control', path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache'),
    }),
  );
  app.get('/{*path}', (_req, res) => {
    res.setHeader('cache-control', 'no-cache');
    res.sendFile(join(pages, 'index.html'));
  });
}
