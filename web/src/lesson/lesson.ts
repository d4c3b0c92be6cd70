import { AmberError } from '@amber-stamp/core/errors';
import { create } from 'zustand';
import { STEPS } from './steps.ts';

/** The lesson that is being taken: its step, and the brush that it is taken on; null while none is. */
export const useLesson = create<{ step: number | null; brush: string }>(() => ({ step: null, brush: '' }));

export const endLesson = (): void => useLesson.setState({ step: null, brush: '' });

/** Goes on to the next step, or ends after the last. */
export function nextStep(): void {
  const { step } = useLesson.getState();
  if (step === null) return;
  if (step + 1 < STEPS.length) useLesson.setState({ step: step + 1 });
  else endLesson();
}

const PICTURE = '/lesson/gravel.jpg';

/** Brings in the picture of the lesson and begins; gives the brush that was made, undefined where none was. */
export async function beginLesson(): Promise<string | undefined> {
  const response = await fetch(PICTURE);
  if (!response.ok) throw new AmberError('unexpected', 'The picture of the lesson could not be read. Try again.');
  const file = new File([await response.blob()], 'gravel.jpg', { type: 'image/jpeg' });
  const { arrive } = await import('../bench/arrivals.ts');
  const arrived = await arrive(file);
  if (!arrived) return undefined;
  useLesson.setState({ step: 0, brush: arrived.brushId });
  return arrived.brushId;
}
