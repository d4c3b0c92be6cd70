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

const plain = transferHandlers.get('throw') as unknown as {
  canHandle: (v: unknown) => v is Carried;
};

/** Errors keep their code when they cross from a worker. Both sides call this once. */
export function carryErrors(): void {
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
