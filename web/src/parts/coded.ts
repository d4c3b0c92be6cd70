import { AmberError } from '@amber-stamp/core/errors';

/** What went wrong as an error that can be told; `otherwise` is the sentence where it is none of ours. */
export const coded = (cause: unknown, otherwise: string): AmberError =>
  cause instanceof AmberError ? cause : new AmberError('unexpected', otherwise);
