import type { Plate } from '@amber-stamp/core';
import { useEffect, useRef } from 'react';

/** A plate as it prints: black on white, pixel for pixel. */
export function PlateView({ plate, label }: { plate: Plate; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const target = canvas.current;
    if (!target) return;
    const { width, height, data } = plate;
    const pixels = new ImageData(width, height);
    const out = new Uint32Array(pixels.data.buffer);
    for (let i = 0; i < data.length; i++) {
      const v = 255 - ((data[i] * 241) >> 16);
      out[i] = 0xff000000 | (v << 16) | (v << 8) | v;
    }
    target.width = width;
    target.height = height;
    target.getContext('2d')?.putImageData(pixels, 0, 0);
  }, [plate]);
  return <canvas ref={canvas} role="img" aria-label={label} />;
}
