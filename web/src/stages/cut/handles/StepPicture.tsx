import { useEffect, useRef } from 'react';
import type { StepView } from '../../../workers/protocol.ts';

/** What stands at a place of a recipe. */
export function StepPicture({ view, label }: { view: StepView; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const target = canvas.current;
    if (!target) return;
    target.width = view.bitmap.width;
    target.height = view.bitmap.height;
    target.getContext('2d')?.drawImage(view.bitmap, 0, 0);
  }, [view]);
  return <canvas ref={canvas} role="img" aria-label={label} />;
}
