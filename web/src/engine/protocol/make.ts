import type { MadeSource } from '@amber-stamp/core/make';
import type { Plate } from '@amber-stamp/core/raster';
import type { ScanOrder } from '@amber-stamp/demo/flatbed';

/** A tip to look at, and to try in strokes. */
export interface MadeTip {
  bitmap: ImageBitmap;
  plate: Plate;
}

/** Sources that are made here. */
export interface MakeApi {
  /** A made source as a tip to look at, `side` px at its longer side. */
  made(made: MadeSource, side: number): Promise<MadeTip>;
  /** Scans a sheet to a file; tells the share that is done, and each band of rows as it comes. */
  scan(
    order: ScanOrder,
    onBand: (share: number, band: { bitmap: ImageBitmap; top: number } | null) => void,
  ): Promise<Uint8Array>;
}
