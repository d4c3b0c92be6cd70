import { AmberError, ERRORS, type ErrorCode } from '@amber-stamp/core/errors';
import { createStore } from 'zustand/vanilla';

interface Problem {
  detail?: string;
  code?: string;
  where?: string;
}

/** The error of an answer of the API, as the same coded error that core throws. */
export function problemOf(status: number, text: string): AmberError {
  try {
    const problem = JSON.parse(text) as Problem;
    if (problem.code && problem.code in ERRORS)
      return new AmberError(problem.code as ErrorCode, problem.detail ?? '', problem.where);
  } catch {
    // not ours: a proxy, or a server that is going down
  }
  return new AmberError('unexpected', `The server answered ${status}; nothing was changed. Try again.`);
}

const unreachable = () => new AmberError('storage-failed', 'The server cannot be reached. Try again in a moment.');

/** Whether the server asks for its token before it gives anything; no hook, so that workers do without React. */
export const door = createStore<{ closed: boolean }>(() => ({ closed: false }));

/** A request to the API; rejects with AmberError. */
export async function api(path: string, init: RequestInit = {}): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, init);
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === 'AbortError') throw cause;
    throw unreachable();
  }
  if (response.ok) return response;
  const problem = problemOf(response.status, await response.text());
  if (problem.code === 'not-allowed') door.setState({ closed: true });
  throw problem;
}

const ahead = new Map<string, { answer: Promise<unknown>; at: number }>();
/** An answer that nobody wanted so soon is no news any more, ms. */
const NEWS_MS = 4000;

/** Asks for what will be wanted in a moment; whoever wants it first takes that answer. */
export function askAhead(path: string): void {
  const answer = getJson<unknown>(path);
  // told to whoever takes it
  answer.catch(() => undefined);
  ahead.set(path, { answer, at: performance.now() });
}

/** What was asked ahead is older than what was just changed. */
export const forgetAhead = (): void => ahead.clear();

export async function getJson<T>(path: string, init?: RequestInit): Promise<T> {
  const asked = ahead.get(path);
  ahead.delete(path);
  if (asked && performance.now() - asked.at < NEWS_MS) return asked.answer as Promise<T>;
  return (await api(path, init)).json() as Promise<T>;
}

export async function sendJson<T>(method: 'POST' | 'PATCH' | 'DELETE', path: string, body: unknown): Promise<T> {
  const init = { method, body: JSON.stringify(body), headers: { 'content-type': 'application/json' } };
  return (await api(path, init)).json() as Promise<T>;
}
