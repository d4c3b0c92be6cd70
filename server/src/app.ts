import { AmberError, ERRORS } from '@amber-stamp/core/errors';
import { parseDocument, parseJson } from '@amber-stamp/core/model';
import compression from 'compression';
import packedFiles from 'express-static-gzip';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import swagger from 'swagger-ui-express';
import { bodyError, checkAddress, checkHost, checkOrigin, checkType } from './doors.ts';
import { openApi } from './openapi.ts';
import { docsPolicy, policy, servePage } from './policy.ts';
import { ROUTES } from './routes/index.ts';
import type { Route, Services } from './routes/route.ts';
import { asksToken } from './token.ts';

export interface AppOptions {
  logger: Logger;
  /** folder of the built pages; left out in API tests */
  pages?: string;
  /** answers are held against what their routes promise: for tests, since it takes time */
  checkAnswers?: boolean;
  /** asked for when the server is reachable from other machines */
  token?: string;
  /** names that it is served by, besides localhost and addresses in numbers */
  hosts?: readonly string[];
}

const MAX_JSON = 32 * 1024 * 1024;
/** So much of an address is logged. */
const MOST_LOGGED = 300;

/** Throws where an answer is not what its route promises. */
function checkAnswer({ answers, path }: Route, result: unknown): void {
  answers?.label(`the answer of ${path}`).validateSync(JSON.parse(JSON.stringify(result)), { strict: true });
}

function handlerOf(route: Route, services: Services, checkAnswers = false): RequestHandler {
  return async (req, res) => {
    let body: unknown;
    if (route.body && typeof route.body !== 'string')
      body = parseDocument(route.body, parseJson(String(req.body ?? ''), 'The request'), 'The request');
    const result = await route.run({
      ...services,
      req,
      res,
      body,
      param: (name) => String(req.params[name]),
      query: (name) => (typeof req.query[name] === 'string' ? req.query[name] : ''),
    });
    if (checkAnswers && !res.headersSent) checkAnswer(route, result);
    if (!res.headersSent) res.status(route.status ?? 200).json(result);
  };
}

/** A statement that PostgreSQL could not carry out for want of room or of itself. */
function storageError(cause: unknown): AmberError | undefined {
  const inner = (cause as { cause?: { code?: string } })?.cause ?? (cause as { code?: string });
  const code = inner?.code ?? '';
  if (code === '53100')
    return new AmberError(
      'storage-failed',
      'The disk of the database is full; nothing was kept. Make room, then try again.',
    );
  if (/^(57P|08|ECONN|EPIPE)/.test(code))
    return new AmberError('storage-failed', 'The database cannot be reached; nothing was kept. It is tried again.');
  return undefined;
}

/** Errors as application/problem+json (RFC 9457) with the code of the catalogue. */
const answerError: ErrorRequestHandler = (cause: unknown, req, res, next) => {
  if (res.headersSent) {
    next(cause);
    return;
  }
  const known = cause instanceof AmberError ? cause : (bodyError(cause) ?? storageError(cause));
  const error =
    known ?? new AmberError('unexpected', 'Something went wrong on the server; nothing was changed. Try again.');
  if (!known) req.log.error({ err: cause }, 'unexpected');
  const { title, status } = ERRORS[error.code];
  if (error.code === 'too-busy') res.set('retry-after', '2');
  res
    .status(status)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: `urn:amber-stamp:${error.code}`,
        title,
        status,
        detail: error.message,
        code: error.code,
        where: error.where,
      }),
    );
};

/** What is checked and read before a route runs. */
function beforeOf({ body }: Route, json: RequestHandler): RequestHandler[] {
  if (!body) return [];
  return typeof body === 'string' ? [checkType(body)] : [checkType('json'), json];
}

/** The HTTP application over its services. */
export function createApp(services: Services, options: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    pinoHttp({
      logger: options.logger,
      autoLogging: { ignore: (req) => !req.url?.startsWith('/api/') },
      // headers are as long as whoever sends them likes, and hold the token
      serializers: {
        req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({
          id,
          method,
          url: url.slice(0, MOST_LOGGED),
        }),
        res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
      },
    }),
  );
  app.use(...policy);
  app.use(checkHost(options.hosts ?? []), checkAddress, checkOrigin);
  app.use(
    compression({
      filter: (req, res) =>
        !/octet-stream|image|zip|event-stream/.test(String(res.getHeader('content-type'))) &&
        compression.filter(req, res),
    }),
  );
  if (options.token) app.use('/api', asksToken(options.token));
  const json = express.text({ type: () => true, limit: MAX_JSON });
  for (const route of ROUTES) {
    const path = route.path.replace(/\{(\w+)\}/g, ':$1');
    const before = beforeOf(route, json);
    app[route.method](path, ...before, handlerOf(route, services, options.checkAnswers));
  }
  const document = openApi();
  app.get('/api/openapi.json', (_req, res) => void res.json(document));
  app.use('/api/docs', docsPolicy, swagger.serve, swagger.setup(document));
  app.use('/api', (req, _res, next) =>
    next(new AmberError('no-such-route', `There is no ${req.method} ${req.originalUrl.split('?')[0]}.`)),
  );
  if (options.pages && existsSync(options.pages)) {
    // only what is built has its content in its name, and was packed then
    app.use(
      '/assets',
      packedFiles(join(options.pages, 'assets'), {
        index: false,
        enableBrotli: true,
        orderPreference: ['br', 'gz'],
        serveStatic: { maxAge: '1y', immutable: true },
      }),
    );
    app.use(express.static(options.pages, { index: false }));
    servePage(app, options.pages);
  }
  app.use(answerError);
  return app;
}
