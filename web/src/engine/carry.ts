import { AmberError, type ErrorCode } from '@amber-stamp/core/errors';
import { transferHandlers } from 'comlink';

interface Carried {
  value: unknown;
}
interface Sent {
  code?: ErrorCode;
  message: string;
  where?: string;
  name: string;
  stack?: string;
}

/** What a worker is given of an AbortSignal: it can look, even in the middle of a loop. */
export type Stop = Pick<AbortSignal, 'aborted'>;
export const NEVER: Stop = { aborted: false };

const plain = transferHandlers.get('throw') as unknown as {
  canHandle: (v: unknown) => v is Carried;
};

/** Errors keep their code, name and stack. */
function carryErrors(): void {
  transferHandlers.set('throw', {
    canHandle: plain.canHandle as (v: unknown) => v is Carried,
    serialize: ({ value }: Carried): [Sent, Transferable[]] => {
      const error = value instanceof Error ? value : new Error(String(value));
      const coded = error instanceof AmberError ? { code: error.code, where: error.where } : {};
      return [{ name: error.name, message: error.message, stack: error.stack, ...coded }, []];
    },
    deserialize: (sent: Sent): never => {
      if (sent.code) throw new AmberError(sent.code, sent.message, sent.where);
      throw Object.assign(new Error(sent.message), { name: sent.name, stack: sent.stack });
    },
  });
}

const shared = new WeakMap<AbortSignal, Int32Array>();

/** A signal as four shared bytes: a message would reach a busy worker only when it is done. */
export function shareSignal(signal: AbortSignal): Int32Array {
  const there = shared.get(signal);
  if (there) return there;
  // a page that is not isolated shares nothing: its signals are seen once the worker has time
  const flag = new Int32Array(typeof SharedArrayBuffer === 'undefined' ? new ArrayBuffer(4) : new SharedArrayBuffer(4));
  shared.set(signal, flag);
  const raise = () => void Atomics.store(flag, 0, 1);
  if (signal.aborted) raise();
  else signal.addEventListener('abort', raise, { once: true });
  return flag;
}

/** The signal whose bytes were shared. */
export const stopOf = (flag: Int32Array): Stop => ({
  get aborted() {
    return Atomics.load(flag, 0) === 1;
  },
});

/** What crosses from page to worker and back besides plain data: errors and signals. Both sides call this once. */
export function carry(): void {
  carryErrors();
  transferHandlers.set('signal', {
    canHandle: (value: unknown): value is AbortSignal => value instanceof AbortSignal,
    serialize: (signal: AbortSignal): [Int32Array, Transferable[]] => [shareSignal(signal), []],
    deserialize: stopOf as unknown as (flag: Int32Array) => AbortSignal,
  });
}
