import { coded } from '../../parts/coded.ts';
import { notifyError } from '../../parts/messages.tsx';

export const notifyMarks = (cause: unknown): void =>
  notifyError(coded(cause, 'The marks could not be taken; the brush is as before.'));
