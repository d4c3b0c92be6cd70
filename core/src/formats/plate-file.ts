import type { Plate } from '../raster/raster.ts';
import { isExr } from './exr-header.ts';
import { decodePlate, encodePlate } from './png.ts';

// what reads and writes heights takes long to load, so it is loaded when a plate has them
const forHeights = () => import('./exr.ts');

/** Reads the file of a plate, PNG or OpenEXR. Throws bad-picture and picture-too-large. */
export const openPlate = async (bytes: Uint8Array, where: string): Promise<Plate> =>
  isExr(bytes) ? (await forHeights()).readPlateFile(bytes, where) : decodePlate(bytes, where);

/** The file of a plate: 16-bit PNG, or OpenEXR with every float where it is one of heights. */
export const writePlate = async (plate: Plate): Promise<Uint8Array> =>
  plate.heights ? (await forHeights()).plateFile(plate) : encodePlate(plate);
