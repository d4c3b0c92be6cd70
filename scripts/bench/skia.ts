import { createCanvas, ImageData, loadImage, type Canvas, type Image, type SKRSContext2D } from '@napi-rs/canvas';
import type { Plate } from '@amber-stamp/core/raster';
import type { DabTable } from '@amber-stamp/core/vary';
import { TIP_SIDE } from './dabs.ts';

/** A plate as a canvas of the peer's: what most programs draw with, though it is copied at every dab. */
export function canvasOf(plate: Plate): Canvas {
  const canvas = createCanvas(TIP_SIDE, TIP_SIDE);
  const image = new ImageData(TIP_SIDE, TIP_SIDE);
  for (let i = 0; i < plate.data.length; i++) image.data[4 * i + 3] = plate.data[i] >> 8;
  canvas.getContext('2d').putImageData(image, 0, 0);
  return canvas;
}

/** A plate as an image of the peer's, which keeps its smaller copies: the fastest way it has. */
export const imageOf = (plate: Plate): Promise<Image> => loadImage(canvasOf(plate).toBuffer('image/png'));

/** The peer: Skia on the CPU, through a canvas. */
export class Skia {
  readonly canvas: Canvas;
  readonly context: SKRSContext2D;
  private readonly tip: Image | Canvas;
  constructor(tip: Image | Canvas, width: number, height: number) {
    this.tip = tip;
    this.canvas = createCanvas(width, height);
    this.context = this.canvas.getContext('2d');
  }
  /** Empties the canvas and lays dabs, as a stroke's layer is made anew. */
  lay(dabs: DabTable, quality: 'low' | 'medium', target = this.context, zoom = 1): void {
    target.clearRect(0, 0, target.canvas.width, target.canvas.height);
    target.imageSmoothingQuality = quality;
    for (let i = 0; i < dabs.count; i++) {
      const a = (dabs.angleDeg[i] * Math.PI) / 180;
      const scale = (dabs.sizePx[i] * zoom) / TIP_SIDE;
      const mirror = dabs.mirrorX[i] ? -1 : 1;
      target.globalAlpha = (dabs.opacityPct[i] * dabs.flowPct[i]) / 10000;
      target.setTransform(
        Math.cos(a) * scale * mirror,
        Math.sin(a) * scale * mirror,
        -Math.sin(a) * scale,
        Math.cos(a) * scale,
        dabs.x[i] * zoom,
        dabs.y[i] * zoom,
      );
      target.drawImage(this.tip, -TIP_SIDE / 2, -TIP_SIDE / 2);
    }
    target.setTransform(1, 0, 0, 1, 0, 0);
    target.globalAlpha = 1;
    this.finish(target);
  }
  /** Drawing is queued until something is read. */
  finish(target = this.context): void {
    target.getImageData(0, 0, 1, 1);
  }
}
