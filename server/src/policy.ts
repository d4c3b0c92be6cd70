import type { Express, RequestHandler, Response } from 'express';
import helmet from 'helmet';
import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

const nonceOf = (res: Response): string => String(res.locals.nonce);

/** Every answer has a word of its own: only style sheets that say it are taken. */
const giveNonce: RequestHandler = (_req, res, next) => {
  res.locals.nonce = randomBytes(16).toString('base64');
  next();
};

type StyleSource = string | ((req: unknown, res: unknown) => string);

const contentPolicy = (...styles: StyleSource[]) => ({
  directives: {
    'default-src': ["'self'"],
    'script-src': ["'self'", "'wasm-unsafe-eval'"],
    'style-src': ["'self'", ...styles],
    // what a page computes, such as where a box stands, is set on its element
    'style-src-attr': ["'unsafe-inline'"],
    'font-src': ["'self'"],
    'img-src': ["'self'", 'data:', 'blob:'],
    'connect-src': ["'self'", 'blob:'],
    'worker-src': ["'self'", 'blob:'],
    'upgrade-insecure-requests': null,
  },
});

const headers = helmet({
  contentSecurityPolicy: contentPolicy((_req, res) => `'nonce-${nonceOf(res as Response)}'`),
  crossOriginEmbedderPolicy: { policy: 'require-corp' },
  crossOriginOpenerPolicy: { policy: 'same-origin' },
  strictTransportSecurity: false,
});

/** What browsers are told to do, and not to do, with what is served. */
export const policy: readonly RequestHandler[] = [giveNonce, headers];

/** The pages of the API's description bring style sheets that say nothing. */
export const docsPolicy: RequestHandler = helmet.contentSecurityPolicy(contentPolicy("'unsafe-inline'"));

/** Where the page finds the word that its style sheets say. */
const PLACE = '<meta name="style-nonce" content="" />';

/** The HTML at an address: that of a brush names the scripts of the bench too, so that they are asked for at once. */
const fileAt = (path: string): string => (path.startsWith('/brush/') ? 'bench.html' : 'index.html');

/**
 * What the page at an address asks for first (`askForPage` there, in the same words: an answer that is taken later would be an
 * old one): named in its head, so that it is under way while scripts are read.
 */
const askedFirst = (path: string): string[] => {
  if (path === '/') return ['/api/cabinet', '/api/brushes?sort=kept'];
  const brush = /^\/brush\/([0-9a-f-]{36})(?:\/|$)/.exec(path)?.[1];
  return brush === undefined ? [] : [`/api/brushes/${brush}`];
};
const asPreload = (address: string): string => `<${address}>; rel=preload; as=fetch; crossorigin`;

/** Serves the page at every address that is none of a file; `folder` holds what was built. */
export function servePage(app: Express, folder: string): void {
  app.get('/{*path}', async (req, res) => {
    const html = await readFile(join(folder, fileAt(req.path)), 'utf8');
    const told = html.replace(PLACE, PLACE.replace('content=""', `content="${nonceOf(res)}"`));
    const first = askedFirst(req.path).map(asPreload);
    if (first.length > 0) res.set('link', first.join(', '));
    res.set('cache-control', 'no-cache').type('html').send(told);
  });
}
