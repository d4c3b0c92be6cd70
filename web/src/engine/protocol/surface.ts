import type { Press, SurfaceName } from '@amber-stamp/core/relief';
import type { Kept } from '../held-by-key.ts';
import type { PlateApi } from '../plate-ledger.ts';

/** Corners along each side of a surface. */
export const SURFACE_SIDE = 420;

/** Tips that the worker keeps: they are small. */
export const TIPS_KEPT: Kept = { most: 40, mostBytes: Infinity };

/** What lies on a surface: presses with the key of the plate of each. Plates were given before, by key. */
export interface SurfaceJob {
  shape: SurfaceName;
  presses: readonly (Press & { plate: string })[];
}

/** A pressed surface: places and directions of its corners. */
export interface PressedSurface {
  positions: Float32Array;
  normals: Float32Array;
  /** presses whose plate is not here */
  missing: number;
  ms: number;
}

export interface SurfaceApi extends PlateApi {
  press(job: SurfaceJob): PressedSurface;
}
