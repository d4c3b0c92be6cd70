/** Triangles in space, in whatever unit they came: x, y, z of each corner, and three corners a triangle. */
export interface Mesh {
  positions: Float32Array;
  indices: Uint32Array;
  /** which axis points up in files of its kind; y */
  up?: 'y' | 'z';
}

/** A decoded source: interleaved channels (1 gray, 2 gray and alpha, 3 RGB, 4 RGBA) at the depth of the file. */
export interface Picture {
  width: number;
  height: number;
  channels: 1 | 2 | 3 | 4;
  data: Uint8Array | Uint16Array | Float32Array;
  /** names that the file gives its channels, where they are no colours */
  names?: readonly string[];
  /** where the file says which heights it holds: what its 0 and its full scale stand for */
  span?: { low: number; high: number };
  /** it was made of settings here: it prints as it is, the paler the more */
  made?: true;
  /** where the source is a mesh: the picture is then its front view */
  mesh?: Mesh;
}

/** What one step of a sample is worth: samples times this are 0..1 (floats are as they are). */
export function sampleScale(picture: Picture): number {
  if (picture.data instanceof Uint8Array) return 1 / 255;
  return picture.data instanceof Uint16Array ? 1 / 65535 : 1;
}

export const hasAlpha = (picture: Picture): boolean => picture.channels === 2 || picture.channels === 4;

/** The longer side that sources are worked on at: a tip has at most 2048 px, so nothing that prints is lost. */
export const WORKING_SIDE = 4096;

/** How many times smaller a picture is worked on. */
export const workingFactor = (width: number, height: number, side = WORKING_SIDE): number =>
  Math.max(1, Math.ceil(Math.max(width, height) / side));

/** Adds the pixels of a row from `p` on, `factor` of them to each sum. */
function addRow(sums: Float64Array, from: Picture['data'], p: number, channels: number, factor: number): void {
  for (let to = 0; to < sums.length; to += channels)
    for (let i = 0; i < factor; i++) for (let c = 0; c < channels; c++) sums[to + c] += from[p++];
}

/** Averages whole blocks of pixels until the longer side is at most `side`; the same depth, rounded once. */
export function reducePicture(picture: Picture, side = WORKING_SIDE): Picture {
  const factor = workingFactor(picture.width, picture.height, side);
  if (factor === 1) return picture;
  const { channels } = picture;
  const width = Math.max(1, Math.floor(picture.width / factor));
  const height = Math.max(1, Math.floor(picture.height / factor));
  const make = picture.data.constructor as new (n: number) => Picture['data'];
  const data = new make(width * height * channels);
  const share = 1 / (factor * factor);
  const round = data instanceof Float32Array ? 0 : 0.5;
  const sums = new Float64Array(width * channels);
  const from = picture.data;
  for (let y = 0; y < height; y++) {
    sums.fill(0);
    for (let j = 0; j < factor; j++) {
      addRow(sums, from, (y * factor + j) * picture.width * channels, channels, factor);
    }
    const row = y * sums.length;
    for (let k = 0; k < sums.length; k++) data[row + k] = sums[k] * share + round;
  }
  return { ...picture, width, height, data };
}

/** Whether every pixel is the same. */
export function isUniform({ data, channels }: Picture): boolean {
  for (let i = channels; i < data.length; i++) if (data[i] !== data[i - channels]) return false;
  return true;
}
