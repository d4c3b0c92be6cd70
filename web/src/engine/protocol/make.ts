import type { NumbersValues } from '@amber-stamp/core/make';
import type { Plate } from '@amber-stamp/core/raster';
import type { ScanOrder } from '@amber-stamp/demo/flatbed';

export const TYPEFACES = { serif: 'Fraunces', sans: 'Source Sans', hand: 'Caveat' } as const;
export type Typeface = keyof typeof TYPEFACES;

export interface TypeOrder {
  text: string;
  face: Typeface;
  weight: 'light' | 'regular' | 'bold';
  /** share of the plate's side that the text may fill, percent */
  sizePct: number;
  /** between letters, in percent of the letter height */
  trackingPct: number;
}

/** A tip to look at, and to try in strokes. */
export interface MadeTip {
  bitmap: ImageBitmap;
  plate: Plate;
}

/** Sources that are made here: each as a tip to look at, and as a file. */
export interface MakeApi {
  numbers(values: NumbersValues, side: number): Promise<MadeTip>;
  numbersPng(values: NumbersValues, side: number): Promise<Uint8Array>;
  type(order: TypeOrder, side: number): Promise<MadeTip>;
  typePng(order: TypeOrder, side: number): Promise<Uint8Array>;
  /** Scans a sheet; tells the share that is done, and each band of rows as it comes. */
  scan(
    order: ScanOrder,
    onBand: (share: number, band: { bitmap: ImageBitmap; top: number } | null) => void,
  ): Promise<Uint8Array>;
}
