import { AmberError } from '@amber-stamp/core/errors';
import { parseDocument, parseJson, shape } from '@amber-stamp/core/model';
import { createHmac, timingSafeEqual } from 'node:crypto';
import express, { type Request, type RequestHandler, type Router } from 'express';
import { string } from 'yup';
import { checkType } from './doors.ts';

const COOKIE = 'amber-session';
/** A browser need not give the token again for so long. */
const SESSION_MS = 30 * 24 * 3600 * 1000;
/** After a wrong try the next one from there is not looked at for so long. */
const PAUSE_MS = 1000;
/** So many places of wrong tries are remembered. */
const MOST_PLACES = 10_000;

const askedSchema = shape({ token: string().required().max(1000) });

const equal = (given: string, wanted: string): boolean => {
  const [a, b] = [Buffer.from(given), Buffer.from(wanted)];
  return a.length === b.length && timingSafeEqual(a, b);
};

/** The door of a server that asks for a token: as a bearer, or once by a page, which then holds a session. */
class Door {
  private readonly token: string;
  /** when tries are looked at again, by where they come from */
  private readonly closed = new Map<string, number>();

  constructor(token: string) {
    this.token = token;
  }

  private sealOf(expires: number): string {
    return createHmac('sha256', this.token).update(`session until ${expires}`).digest('hex');
  }

  session(): string {
    const expires = Date.now() + SESSION_MS;
    return `${expires}.${this.sealOf(expires)}`;
  }

  hasSession(req: Request): boolean {
    const [, expires, seal] =
      new RegExp(`(?:^|;\\s*)${COOKIE}=(\\d+)\\.([0-9a-f]+)`).exec(req.get('cookie') ?? '') ?? [];
    return expires !== undefined && Number(expires) > Date.now() && equal(seal, this.sealOf(Number(expires)));
  }

  /** Looks at a try, right or wrong; throws where it is wrong or comes too soon after a wrong one. */
  try(req: Request, given: string): void {
    const from = req.ip ?? '';
    const now = Date.now();
    if ((this.closed.get(from) ?? 0) > now)
      throw new AmberError('too-busy', 'The token was wrong a moment ago; wait a second, then try again.');
    if (equal(given, this.token)) return;
    if (this.closed.size >= MOST_PLACES) this.closed.clear();
    this.closed.set(from, now + PAUSE_MS);
    throw new AmberError('not-allowed', 'This is not the token of this server.');
  }
}

/** Asks for the token on everything behind it; `POST /session` takes it from a page. */
export function asksToken(token: string): Router {
  const door = new Door(token);
  const router = express.Router();
  const enter: RequestHandler = (req, res) => {
    const asked = parseDocument(askedSchema, parseJson(String(req.body ?? ''), 'The request'), 'The request');
    door.try(req, asked.token);
    res.cookie(COOKIE, door.session(), {
      httpOnly: true,
      sameSite: 'strict',
      secure: req.secure,
      maxAge: SESSION_MS,
      path: '/',
    });
    res.status(204).end();
  };
  router.post('/session', checkType('json'), express.text({ type: () => true, limit: 4096 }), enter);
  router.use((req, _res, next) => {
    if (door.hasSession(req)) return next();
    const bearer = /^Bearer (.+)$/.exec(req.get('authorization') ?? '')?.[1];
    if (bearer === undefined)
      throw new AmberError(
        'not-allowed',
        'This server asks for its token; send it as a bearer token, or give it on its page.',
      );
    door.try(req, bearer);
    next();
  });
  return router;
}
