import type { BorderReport, Plate, Side } from '@amber-stamp/core/raster';
import type { ReliefWish } from '@amber-stamp/core/relief-file';

/** What is found about a plate. */
export interface Findings {
  border: BorderReport;
  /** sides on which its content ends in a straight line; none is looked for where it touches its border, or of heights */
  straight: Side[];
  coveragePct: number;
  /** different 16-bit values */
  levels: number;
}

/** Reads and writes files beside the cutting, and looks at plates. */
export interface FileApi {
  /** The plate with the given bytes; `name` is what a sentence calls it. */
  open(sha256: string, name: string): Promise<Plate>;
  findings(plate: Plate): Findings;
  /** The file of a plate, PNG or OpenEXR, and its hash. */
  file(plate: Plate): Promise<{ bytes: Uint8Array; sha256: string }>;
  /** The heights of a plate in the form that is wished. */
  relief(plate: Plate, wish: ReliefWish): Promise<Uint8Array>;
}
