import type { Plate } from '@amber-stamp/core/raster';
import { limitsOf } from '@amber-stamp/core/model';
import { pressFields, USUAL_UNIT, type Press } from '@amber-stamp/core/relief';
import { create } from 'zustand';
import { turnedOn } from '../../../parts/table-turn.ts';

/** How the next dabs are pressed, and from where the surface is seen: choices of the hand and eye, not of the brush. */
interface SurfaceEye {
  lays: 'dab' | 'stroke';
  /** of the depth that tips were made with */
  depthPct: number;
  edge: Press['edge'];
  /** of the dabs of a stroke, in percent of the surface's width */
  sizePct: number;
  follow: boolean;
  /** what overlapping dabs of one stroke do */
  meet: 'the farthest stands' | 'add up';
  yawDeg: number;
  pitchDeg: number;
  zoom: number;
}
export const useSurfaceEye = create<SurfaceEye>(() => ({
  lays: 'dab',
  depthPct: 100,
  edge: 'constant',
  sizePct: 14,
  follow: true,
  meet: 'the farthest stands',
  yawDeg: 0,
  pitchDeg: 14,
  zoom: 1,
}));

/**
 * How deep a tip is pressed, percent of the dab's size: heights stand as tall against their side as clay that moves in
 * three directions does, however the tip was made.
 */
export const pressedPct = (depthPct: number, tip: Plate | undefined): number =>
  within(tip?.displaced ? depthPct : depthPct * USUAL_UNIT, DEEPEST.min, DEEPEST.max);
const DEEPEST = limitsOf(pressFields.depthPct);

const within = (v: number, low: number, high: number): number => Math.max(low, Math.min(high, v));

/** Turns the surface under the eye by degrees. */
export const turnBy = (yaw: number, pitch: number): void =>
  useSurfaceEye.setState((turn) => turnedOn(turn, yaw, pitch));
export const zoomBy = (factor: number): void =>
  useSurfaceEye.setState(({ zoom }) => ({ zoom: within(zoom * factor, 0.5, 6) }));
