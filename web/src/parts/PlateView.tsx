import type { Plate } from '@amber-stamp/core/raster';
import { useEffect, useRef } from 'react';
import { pictureLabel } from './picture-label.ts';

interface Props {
  plate: Plate;
  label: string;
  /** longest side to draw, px; a larger plate is read every so many pixels */
  most?: number;
}

/** The pixel of each value, by its upper eight bits: paper down to near black. */
const INKED = Uint32Array.from({ length: 256 }, (_, k) => {
  const v = 255 - ((k * 241) >> 8);
  return 0xff000000 | (v << 16) | (v << 8) | v;
});

/** Draws a plate as it prints, black on white, a canvas pixel for every `every` px; into `used` again where that fits. */
function paint(target: HTMLCanvasElement, plate: Plate, every: number, used: ImageData | null): ImageData {
  const { width, height, data } = plate;
  const across = Math.ceil(width / every);
  const down = Math.ceil(height / every);
  const fits = used?.width === across && used.height === down && target.width === across && target.height === down;
  const pixels = fits ? used : new ImageData(across, down);
  const out = new Uint32Array(pixels.data.buffer);
  for (let y = 0, o = 0; y < down; y++)
    for (let x = 0, i = y * every * width; x < across; x++, i += every) out[o++] = INKED[data[i] >> 8];
  if (!fits) {
    target.width = across;
    target.height = down;
  }
  target.getContext('2d')?.putImageData(pixels, 0, 0);
  return pixels;
}

/** A plate as it prints: black on white, pixel for pixel. */
export function PlateView({ plate, label, most = Infinity }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pixels = useRef<ImageData>(null);
  useEffect(() => {
    const every = Math.max(1, Math.ceil(Math.max(plate.width, plate.height) / most));
    // with the next frame, so that the strokes are asked for before the page is busy with this
    const frame = requestAnimationFrame(() => {
      if (canvas.current) pixels.current = paint(canvas.current, plate, every, pixels.current);
    });
    return () => cancelAnimationFrame(frame);
  }, [plate, most]);
  return <canvas ref={canvas} {...pictureLabel(label)} />;
}
