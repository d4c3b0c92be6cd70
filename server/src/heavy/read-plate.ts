import type { Plate } from '@amber-stamp/core/raster';
import { readPlateFile } from '@amber-stamp/core/exr';
import { inflateQuickly } from '@amber-stamp/io';

/** Reads the file of a plate. Throws bad-picture and picture-too-large. */
export const readPlate = (bytes: Uint8Array, where: string): Plate => readPlateFile(bytes, where, inflateQuickly);
