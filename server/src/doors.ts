import { AmberError } from '@amber-stamp/core/errors';
import type { RequestHandler } from 'express';
import { isIP } from 'node:net';

/** Asking for these changes nothing. */
const READS = new Set(['GET', 'HEAD', 'OPTIONS']);
/** What a page of another site can send without being asked whether it may. */
const FORM_TYPES = /^(multipart\/form-data|application\/x-www-form-urlencoded|text\/plain)\b/i;
const JSON_TYPE = /^application\/json\s*(;|$)/i;

/** The name of a `Host` without its port; of an address of version 6 without its brackets. */
const nameOf = (host: string): string => {
  const bare = host.startsWith('[') ? host.slice(1, host.indexOf(']')) : host.replace(/:\d*$/, '');
  return bare.toLowerCase();
};

/** Names of hosts from a list with commas. */
export const hostsIn = (list = ''): string[] =>
  list
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter(Boolean);

/**
 * Refuses requests to names that are not served: a page elsewhere may have its own name pointed here, and would then be taken
 * for this one. Addresses in numbers cannot be pointed.
 */
export function checkHost(served: readonly string[]): RequestHandler {
  const names = new Set(['localhost', ...served]);
  return (req, _res, next) => {
    const name = nameOf(req.get('host') ?? '');
    const fine = names.has(name) || isIP(name) !== 0;
    next(
      fine
        ? undefined
        : new AmberError(
            'wrong-host',
            `This server does not serve ${name.slice(0, 80) || 'a request without a host'}; name it in AMBER_HOSTS where it should.`,
          ),
    );
  };
}

/** Refuses what a page of another site asks to be changed. */
export const checkOrigin: RequestHandler = (req, _res, next) => {
  if (READS.has(req.method)) return next();
  const site = req.get('sec-fetch-site');
  const origin = req.get('origin');
  const same = origin === undefined || hostOf(origin) === (req.get('host') ?? '').toLowerCase();
  if (same && (site === undefined || site === 'same-origin' || site === 'none')) return next();
  next(new AmberError('wrong-origin', 'Only pages of this server may change what it keeps; open it itself.'));
};

function hostOf(origin: string): string | undefined {
  try {
    return new URL(origin).host.toLowerCase();
  } catch {
    return undefined;
  }
}

/** Which bodies are taken, and what they are called. Forms are computed with only: nothing of the cabinet changes by one. */
const TYPES = {
  json: [(type = '') => JSON_TYPE.test(type), 'application/json'],
  file: [(type?: string) => type === undefined || !FORM_TYPES.test(type), 'application/octet-stream'],
  form: [(type = '') => type.startsWith('multipart/form-data'), 'multipart/form-data'],
} as const satisfies Record<string, readonly [(type?: string) => boolean, string]>;

/** Refuses bodies of a kind that forms of other sites can send: documents are JSON, files are bytes. */
export const checkType =
  (body: keyof typeof TYPES): RequestHandler =>
  (req, _res, next) => {
    const type = req.get('content-type');
    const [fine, wanted] = TYPES[body];
    next(
      fine(type)
        ? undefined
        : new AmberError('wrong-type', `This is sent as ${wanted}, not as ${(type ?? 'nothing').slice(0, 80)}.`),
    );
  };

/** Refuses addresses with broken percent codes, or with a NUL in them. */
export const checkAddress: RequestHandler = (req, _res, next) => {
  let plain: string | undefined;
  try {
    plain = decodeURIComponent(req.originalUrl);
  } catch {
    plain = undefined;
  }
  next(
    plain === undefined || plain.includes('\0')
      ? new AmberError('bad-request', 'The address holds a percent code that stands for no character; write it anew.')
      : undefined,
  );
};

/** What the reading of a body refused, as an error of ours. */
export function bodyError(cause: unknown): AmberError | undefined {
  const { type = '', status } = cause as { type?: string; status?: number };
  if (type === 'entity.too.large') return new AmberError('file-too-large', 'The request is larger than 32 MB.');
  if (status === 415)
    return new AmberError(
      'wrong-type',
      'The request is in a character set or an encoding that is not read here; use UTF-8.',
    );
  if (status === 400)
    return new AmberError('bad-request', 'The request cannot be read: it was cut off or is broken; send it again.');
  return undefined;
}
