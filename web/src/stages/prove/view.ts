import { create } from 'zustand';

/** What is looked at on Prove. */
export const VIEWS = [
  ['echo', 'echo'],
  ['pins', 'pins'],
  ['ladder', 'ladder'],
  ['ground', 'ground'],
  ['surface', 'surface'],
] as const;
export type View = (typeof VIEWS)[number][0];

interface ProveEye {
  view: View;
  /** which pin is beside the present state, and how */
  pin: number;
  how: 'wipe' | 'beside';
  /** where the wipe stands, 0..1 */
  wipe: number;
  /** the pin is shown in place of the present state */
  blink: boolean;
}
/** Which of so many pins is looked at; -1 where there is none. */
export const placeOfPin = (wanted: number, pins: readonly unknown[]): number => Math.min(wanted, pins.length - 1);

export const useProveEye = create<ProveEye>(() => ({ view: 'echo', pin: 0, how: 'wipe', wipe: 0.5, blink: false }));
