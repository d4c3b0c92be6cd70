import { create } from 'zustand';

/** What a hand without a pen holds: how the made-up pen is pressed, leans and is turned. */
interface MadeUpPen {
  /** where its pressure comes from */
  by: 'swell' | 'speed' | 'steady';
  pressure: number;
  /** degrees, as Pointer Events define them */
  tiltX: number;
  tiltY: number;
  twist: number;
}

export const usePenHand = create<MadeUpPen>(() => ({ by: 'swell', pressure: 0.75, tiltX: 0, tiltY: 0, twist: 0 }));

const SWELL_PX = 60;
/** px per ms at which a fast hand hardly presses any more */
const FAST = 3;

/** The pressure of the made-up pen after `travelled` px, at a speed in px per ms. */
export function heldPressure({ by, pressure }: MadeUpPen, travelled: number, speed: number): number {
  if (by === 'steady') return pressure;
  if (by === 'swell') return pressure * (0.45 + 0.55 * Math.min(1, travelled / SWELL_PX));
  return pressure * (1 - 0.85 * Math.min(1, speed / FAST));
}
