import type { Clay, Rows } from '@amber-stamp/core/cut';
import type { Raster } from '@amber-stamp/core/raster';

/** Clay to work on: what it begins as, and what was done to it. */
export interface ClayJob {
  input: Raster;
  clay: Clay;
  strokes: Rows;
  /** kept version of the brush that the hand presses with; empty for a soft round */
  brush: string;
}

/** Places and directions of the points of some rows of the clay, from row `from` on. */
export interface ClayRows {
  from: number;
  positions: Float32Array;
  normals: Float32Array;
}

export interface SculptApi {
  /** Lays clay on the table; gives all of it. */
  begin(job: ClayJob): Promise<ClayRows>;
  /** What is done to the clay that began, all strokes. Gives all of it. */
  show(strokes: Rows): ClayRows;
  /** The stroke under the hand, as far as it has come; gives what changed since the last time. */
  hand(row: readonly number[]): ClayRows | null;
}
