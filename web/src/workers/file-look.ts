import type { Picture } from '@amber-stamp/core/raster';

/** Longer side of a first look, px: enough to see what the plate will be. */
const LOOK_SIDE = 320;
/** What is larger takes longer than a first look is worth. */
const MOST_BYTES = 64 * 1024 * 1024;

/** A JPEG read at a fraction of its size, which takes a quarter of the time; where the browser can do so. */
async function readCoarsely(file: Blob): Promise<VideoFrame> {
  const [desiredWidth, desiredHeight] = [LOOK_SIDE, LOOK_SIDE];
  const decoder = new ImageDecoder({ data: await file.arrayBuffer(), type: file.type, desiredWidth, desiredHeight });
  const { image } = await decoder.decode();
  decoder.close();
  return image;
}

/** A file by the browser's own reader, small, while it is only being sent. Rejects what is no picture, or too large a one. */
export async function lookAtFile(file: Blob): Promise<Picture> {
  if (file.size > MOST_BYTES) throw new Error('too large');
  const frame = file.type === 'image/jpeg' ? await readCoarsely(file).catch(() => undefined) : undefined;
  const bitmap = await createImageBitmap(frame ?? file, { resizeWidth: LOOK_SIDE, resizeQuality: 'medium' });
  frame?.close();
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext('2d');
  if (!context) throw new Error('no canvas');
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { width, height, channels: 4, data: new Uint8Array(context.getImageData(0, 0, width, height).data.buffer) };
}
