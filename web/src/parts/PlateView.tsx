import type { Plate } from '@amber-stamp/core';
import { useEffect, useRef } from 'react';
import { said } from './said.ts';

interface Props {
  plate: Plate;
  label: string;
  /** longest side to draw, px; a larger plate is read every so many pixels */
  most?: number;
}

/** Draws a plate as it prints, black on white, a canvas pixel for every `every` px. */
function paint(target: HTMLCanvasElement, { width, height, data }: Plate, every: number): void {
  const across = Math.ceil(width / every);
  const down = Math.ceil(height / every);
  const pixels = new ImageData(across, down);
  const out = new Uint32Array(pixels.data.buffer);
  for (let y = 0, o = 0; y < down; y++)
    for (let x = 0, i = y * every * width; x < across; x++, i += every) {
      const v = 255 - ((data[i] * 241) >> 16);
      out[o++] = 0xff000000 | (v << 16) | (v << 8) | v;
    }
  target.width = across;
  target.height = down;
  target.getContext('2d')?.putImageData(pixels, 0, 0);
}

/** A plate as it prints: black on white, pixel for pixel. */
export function PlateView({ plate, label, most = Infinity }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const every = Math.max(1, Math.ceil(Math.max(plate.width, plate.height) / most));
    // with the next frame, so that the strokes are asked for before the page is busy with this
    const frame = requestAnimationFrame(() => canvas.current && paint(canvas.current, plate, every));
    return () => cancelAnimationFrame(frame);
  }, [plate, most]);
  return <canvas ref={canvas} {...said(label)} />;
}
