import type { Raster } from '../raster/raster.ts';
import type { Size } from './step.ts';

/**
 * Gives steps rasters to write into, and takes back those that nobody looks at any more: to get memory from the system
 * takes longer than to change every value in it.
 */
export class Recycler {
  private readonly given = new WeakSet<Float32Array>();
  private spare: Float32Array[] = [];

  /** A raster of which every value will be written; it may hold old ones. */
  readonly fresh = ({ width, height }: Size): Raster => {
    const at = this.spare.findIndex(({ length }) => length === width * height);
    const data = at >= 0 ? this.spare.splice(at, 1)[0] : new Float32Array(width * height);
    this.given.add(data);
    return { width, height, data };
  };

  /** Takes back what was given and is not among `kept`; what was spare before is let go. */
  takeBack(left: readonly Raster[], kept: readonly Raster[]): void {
    const stays = new Set(kept.map(({ data }) => data));
    this.spare = [...new Set(left.map(({ data }) => data))].filter((data) => this.given.has(data) && !stays.has(data));
  }
}
