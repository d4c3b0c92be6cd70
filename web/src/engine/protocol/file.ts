import type { Plate } from '@amber-stamp/core/raster';
import type { ReliefWish } from '@amber-stamp/core/relief-file';

/** Reads and writes files beside the cutting. */
export interface FileApi {
  /** The plate with the given bytes; `name` is what a sentence calls it. */
  open(sha256: string, name: string): Promise<Plate>;
  /** The file of a plate, PNG or OpenEXR, and its hash. */
  file(plate: Plate): Promise<{ bytes: Uint8Array; sha256: string }>;
  /** The heights of a plate in the form that is wished. */
  relief(plate: Plate, wish: ReliefWish): Promise<Uint8Array>;
}
