import { coverBox, GroundStack, isPlainPlacement, type GroundLayer } from '@amber-stamp/core/ground';
import { groundColour, type Ground } from '@amber-stamp/core/ink';
import { Lru } from '@amber-stamp/core/maths';
import type { InkJob } from '../engine/protocol/ink.ts';

const PICTURES_KEPT = 12;
const pictures = new Lru<string, Promise<ImageBitmap>>(PICTURES_KEPT);

/** A picture of the ground; fetched and decoded once. */
function pictureAt(url: string): Promise<ImageBitmap> {
  let picture = pictures.get(url);
  if (!picture) {
    picture = fetch(url).then(async (response) => {
      if (!response.ok) throw new Error(`the picture of the ground answered ${response.status}`);
      return createImageBitmap(await response.blob());
    });
    picture.catch(() => pictures.delete(url));
    pictures.set(url, picture);
  }
  return picture;
}

type Window = Pick<InkJob, 'width' | 'height' | 'left' | 'top' | 'spread' | 'zoom'>;

/** A picture over the whole sheet, its middle in the middle, as far as the window shows it. */
function spread(picture: ImageBitmap, { width, height, zoom, ...window }: Window): Uint8ClampedArray {
  const whole = window.spread && { width: window.spread.width * zoom, height: window.spread.height * zoom };
  const box = coverBox(whole ?? { width, height }, picture);
  const { scale } = box;
  const [left, top] = [box.left - (window.left ?? 0), box.top - (window.top ?? 0)];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true }) as OffscreenCanvasRenderingContext2D;
  context.imageSmoothingQuality = 'high';
  if (whole) {
    // beyond the sheet that a picture was spread over there is paper
    context.beginPath();
    context.rect(-(window.left ?? 0), -(window.top ?? 0), whole.width, whole.height);
    context.clip();
  }
  context.drawImage(picture, left, top, picture.width * scale, picture.height * scale);
  return context.getImageData(0, 0, width, height).data;
}

function plainPaper(paper: Ground, { width, height }: Window): GroundLayer {
  const pixels = new Uint8ClampedArray(width * height * 4);
  new Uint32Array(pixels.buffer).fill(
    new Uint32Array(new Uint8Array([...groundColour(paper).map((v) => Math.round(v * 255)), 255]).buffer)[0],
  );
  return { name: 'paper', pixels };
}

const STACKS_KEPT = 6;
const stacks = new Lru<string, GroundStack>(STACKS_KEPT);

/** The ground of a job where it is more than paper with ink on it; undefined where it is not. */
export async function groundOf(job: InkJob): Promise<GroundStack | undefined> {
  const { paper, layers, covered } = job.ground;
  if (layers.length === 0 && !covered && job.strokes.every(({ lie }) => isPlainPlacement(lie))) return undefined;
  const { width, height, left = 0, top = 0, zoom } = job;
  const box = `${width}x${height}+${left}+${top}@${zoom} ${JSON.stringify(job.spread)}`;
  const key = `${paper} ${layers.map(({ url }) => url).join(' ')} ${box}`;
  const found = await Promise.all(layers.map(({ url }) => pictureAt(url)));
  let stack = stacks.get(key);
  if (!stack) {
    const over = layers.map(({ name }, i) => ({ name, pixels: spread(found[i], job) }));
    stack = new GroundStack([plainPaper(paper, job), ...over], job);
    stacks.set(key, stack);
  }
  return stack;
}
