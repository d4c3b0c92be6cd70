import { useEffect, useRef } from 'react';
import { pictureLabel } from './picture-label.ts';

/** Shows a bitmap; the bitmap stays usable. */
export function BitmapView({ bitmap, label }: { bitmap: ImageBitmap | null; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const target = canvas.current;
    if (!target || !bitmap) return;
    target.width = bitmap.width;
    target.height = bitmap.height;
    target.getContext('2d')?.drawImage(bitmap, 0, 0);
  }, [bitmap]);
  return <canvas ref={canvas} {...pictureLabel(label)} />;
}
