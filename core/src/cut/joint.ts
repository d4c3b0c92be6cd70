import type { Plate } from '../raster/raster.ts';

/** Ends that differ by so many times what neighbouring columns differ by are seen as a joint. */
const SEEN = 3;
/** Differences below this are seen by nobody, of the whole range. */
const LEAST = 0.01;

/** The mean difference between two columns, of the whole range. */
function columnsApart({ width, height, data }: Plate, a: number, b: number): number {
  let sum = 0;
  for (let y = 0; y < height; y++) sum += Math.abs(data[y * width + a] - data[y * width + b]);
  return sum / height / 65535;
}

/** Whether a plate that is laid end to end shows no joint: its last column is followed by its first as by a neighbour. */
export function endsMeet(plate: Plate): boolean {
  const { width } = plate;
  if (width < 4) return true;
  let sum = 0;
  for (let x = 0; x + 1 < width; x++) sum += columnsApart(plate, x, x + 1);
  return columnsApart(plate, width - 1, 0) <= Math.max(LEAST, (SEEN * sum) / (width - 1));
}
