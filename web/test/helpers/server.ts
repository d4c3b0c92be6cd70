import type { Page } from '@amber-stamp/core/api';
import { AmberError } from '@amber-stamp/core/errors';

export interface Request {
  method: string;
  path: string;
  body: unknown;
}
/** Entries of a page of a list. */
const PER_PAGE = 60;

type Answer = (request: Request) => unknown;

/** A server that answers what tests say, and remembers what it was asked. */
export class StandInServer {
  readonly asked: Request[] = [];
  private readonly answers = new Map<string, Answer>();
  private reachable = true;

  constructor() {
    globalThis.fetch = (url, init) => this.answer(String(url), init ?? {});
  }

  /** Answers a route such as `GET /brushes`; a star stands for any part of a path. A thrown AmberError is a refusal. */
  on(route: string, answer: Answer): void {
    this.answers.set(route, answer);
  }
  goAway(): void {
    this.reachable = false;
  }
  comeBack(): void {
    this.reachable = true;
  }
  /** What was asked of a route. */
  to(route: string): Request[] {
    return this.asked.filter((request) => matches(route, request));
  }

  private async answer(url: string, { method = 'GET', body }: RequestInit): Promise<Response> {
    await Promise.resolve();
    if (!this.reachable) throw new TypeError('Failed to fetch');
    const request = {
      method,
      path: url.replace(/^\/api/, ''),
      body: readBody(body),
    };
    this.asked.push(request);
    const [, found] = [...this.answers].find(([route]) => matches(route, request)) ?? [];
    if (!found) return new Response('nobody here', { status: 404 });
    try {
      return Response.json(found(request));
    } catch (cause) {
      if (!(cause instanceof AmberError)) throw cause;
      return Response.json({ code: cause.code, detail: cause.message }, { status: 422 });
    }
  }
}

/** A list as the server gives it: page by page, and only those whose name has every word and that a query holds. */
export const listOf =
  <T extends { name: string }>(all: readonly T[], holds: (item: T, query: URLSearchParams) => boolean = () => true) =>
  ({ path }: Request): Page<T> => {
    const query = new URLSearchParams(path.split('?')[1]);
    const words = (query.get('find') ?? '').toLowerCase().split(' ');
    const found = all.filter(
      (item) => holds(item, query) && words.every((word) => item.name.toLowerCase().includes(word)),
    );
    const from = Number(query.get('after') ?? 0);
    const to = from + PER_PAGE;
    return { items: found.slice(from, to), next: to < found.length ? String(to) : null };
  };

/** A body of JSON as what it says, any other as it is. */
function readBody(body: RequestInit['body']): unknown {
  try {
    return typeof body === 'string' ? (JSON.parse(body) as unknown) : body;
  } catch {
    return body;
  }
}

function matches(route: string, { method, path }: Request): boolean {
  const [wanted, pattern] = route.split(' ');
  const parts = pattern.split('/');
  const given = path.split('?')[0].split('/');
  return (
    method === wanted && parts.length === given.length && parts.every((part, i) => part === '*' || part === given[i])
  );
}
