import type { Plate } from '@amber-stamp/core/raster';
import { isSoft } from '@amber-stamp/core/vary';
import { readPlateFile } from '@amber-stamp/core/exr';
import { inflateQuickly } from '@amber-stamp/io';

/** What is known of a plate: its sides in px, and whether its outline runs out softly. */
export interface PlateLook {
  width: number;
  height: number;
  soft: boolean;
}
export const lookAtPlate = (plate: Plate): PlateLook => ({
  width: plate.width,
  height: plate.height,
  soft: isSoft(plate),
});

/** Reads the file of a plate. Throws bad-picture and picture-too-large. */
export const readPlate = (bytes: Uint8Array, where: string): Plate => readPlateFile(bytes, where, inflateQuickly);
