/** A decoded source: interleaved channels (1 gray, 2 gray and alpha, 3 RGB, 4 RGBA) at the depth of the file. */
export interface Picture {
  width: number;
  height: number;
  channels: 1 | 2 | 3 | 4;
  data: Uint8Array | Uint16Array | Float32Array;
}

/** What one step of a sample is worth: samples times this are 0..1 (floats are as they are). */
export function sampleScale(picture: Picture): number {
  if (picture.data instanceof Uint8Array) return 1 / 255;
  return picture.data instanceof Uint16Array ? 1 / 65535 : 1;
}

export const hasAlpha = (picture: Picture): boolean => picture.channels === 2 || picture.channels === 4;

/** The longer side that sources are worked on at: a tip has at most 2048 px, so nothing that prints is lost. */
export const WORKING_SIDE = 4096;

/** Averages whole blocks of pixels until the longer side is at most `side`; the same depth, rounded once. */
export function reducePicture(picture: Picture, side = WORKING_SIDE): Picture {
  const factor = Math.ceil(Math.max(picture.width, picture.height) / side);
  if (factor <= 1) return picture;
  const { channels } = picture;
  const width = Math.max(1, Math.floor(picture.width / factor));
  const height = Math.max(1, Math.floor(picture.height / factor));
  const make = picture.data.constructor as new (n: number) => Picture['data'];
  const data = new make(width * height * channels);
  const share = 1 / (factor * factor);
  const round = data instanceof Float32Array ? 0 : 0.5;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < channels; c++) {
        let sum = 0;
        for (let j = 0; j < factor; j++) {
          const row = ((y * factor + j) * picture.width + x * factor) * channels + c;
          for (let i = 0; i < factor; i++) sum += picture.data[row + i * channels];
        }
        data[(y * width + x) * channels + c] = sum * share + round;
      }
  return { width, height, channels, data };
}

/** Whether every pixel is the same. */
export function isUniform({ data, channels }: Picture): boolean {
  for (let i = channels; i < data.length; i++) if (data[i] !== data[i - channels]) return false;
  return true;
}
