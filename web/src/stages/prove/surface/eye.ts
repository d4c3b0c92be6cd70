import type { Plate } from '@amber-stamp/core/raster';
import type { Press } from '@amber-stamp/core/relief';
import { create } from 'zustand';
import { turnedOn } from '../../../parts/table-turn.ts';

/** How the next dabs are pressed, and from where the surface is seen: choices of the hand and eye, not of the brush. */
interface SurfaceEye {
  lays: 'dab' | 'stroke';
  /** null: as suits the tip */
  depthPct: number | null;
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
  depthPct: null,
  edge: 'constant',
  sizePct: 14,
  follow: true,
  meet: 'the farthest stands',
  yawDeg: 0,
  pitchDeg: 14,
  zoom: 1,
}));

/** A relief is seen well at so much; what moves clay in three directions goes its whole way. */
const USUAL_DEPTH = 20;
const WHOLE_WAY = 100;

/** How deep the next dab is pressed: as it was set, or as suits the tip. */
export const depthFor = (set: number | null, tip: Plate | undefined): number =>
  set ?? (tip?.displaced ? WHOLE_WAY : USUAL_DEPTH);

const within = (v: number, low: number, high: number): number => Math.max(low, Math.min(high, v));

/** Turns the surface under the eye by degrees. */
export const turnBy = (yaw: number, pitch: number): void =>
  useSurfaceEye.setState((turn) => turnedOn(turn, yaw, pitch));
export const zoomBy = (factor: number): void =>
  useSurfaceEye.setState(({ zoom }) => ({ zoom: within(zoom * factor, 0.5, 6) }));
