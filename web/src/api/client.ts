import { AmberError, ERRORS, type ErrorCode } from '@amber-stamp/core/errors';
import { create } from 'zustand';

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

/** Whether the server asks for its token before it gives anything. */
export const useDoor = create<{ closed: boolean }>(() => ({ closed: false }));

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
  if (problem.code === 'not-allowed') useDoor.setState({ closed: true });
  throw problem;
}

export async function getJson<T>(path: string, init?: RequestInit): Promise<T> {
  return (await api(path, init)).json() as Promise<T>;
}

export async function sendJson<T>(method: 'POST' | 'PATCH' | 'DELETE', path: string, body: unknown): Promise<T> {
  const init = { method, body: JSON.stringify(body), headers: { 'content-type': 'application/json' } };
  return (await api(path, init)).json() as Promise<T>;
}
