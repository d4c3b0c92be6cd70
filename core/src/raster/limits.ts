import { AmberError } from '../errors.ts';

/** Of a picture file. */
export const MAX_PIXELS = 200_000_000;

/** Throws picture-too-large for more px than can be read. */
export function checkPixels(where: string, width: number, height: number): void {
  if (width * height > MAX_PIXELS)
    throw new AmberError(
      'picture-too-large',
      `${where} declares ${width} x ${height} px; pictures of up to ${MAX_PIXELS / 1e6} megapixels can be read. Make it smaller first.`,
      where,
    );
}
