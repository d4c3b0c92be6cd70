import { create } from 'zustand';

/** What is looked at on Prove. */
export const VIEWS = [
  ['echo', 'echo'],
  ['pins', 'pins'],
  ['ladder', 'ladder'],
  ['ground', 'ground'],
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
export const useProveEye = create<ProveEye>(() => ({ view: 'echo', pin: 0, how: 'wipe', wipe: 0.5, blink: false }));
