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

/** The mean difference between neighbouring columns, of the whole range. */
function neighboursApart(plate: Plate): number {
  const { width } = plate;
  let sum = 0;
  for (let x = 0; x + 1 < width; x++) sum += columnsApart(plate, x, x + 1);
  return sum / (width - 1);
}

/** Whether a plate that is laid end to end shows no joint: its last column is followed by its first as by a neighbour. */
export function endsMeet(plate: Plate): boolean {
  const { width } = plate;
  if (width < 4) return true;
  return columnsApart(plate, width - 1, 0) <= Math.max(LEAST, SEEN * neighboursApart(plate));
}

/** So many times what neighbours differ by is still a neighbour; columns far apart differ by more than the other. */
const AS_A_NEIGHBOUR = 1.5;
const AS_A_STRANGER = 2;

/**
 * Whether a plate was made to be laid end to end: its last column is followed by its first as by a neighbour, and by others
 * it would not be.
 */
export function endsWereMade(plate: Plate): boolean {
  const { width } = plate;
  if (width < 4) return false;
  const near = neighboursApart(plate);
  const strangers = [0.23, 0.41, 0.59, 0.77].map((at) => columnsApart(plate, width - 1, Math.floor(at * width)));
  return (
    columnsApart(plate, width - 1, 0) <= AS_A_NEIGHBOUR * near &&
    Math.min(...strangers) > Math.max(LEAST, AS_A_STRANGER * near)
  );
}
