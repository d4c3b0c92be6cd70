import { useEffect, useRef, type RefObject } from 'react';
import type { SurfaceName } from '@amber-stamp/core/relief';
import { SurfaceScene } from './surface-scene.ts';

interface KeptScene {
  canvas: RefObject<HTMLCanvasElement | null>;
  scene: RefObject<SurfaceScene | null>;
}

/** A scene of clay of `side` by `side` places, kept as long as its canvas is on the page. */
export function useSurfaceScene(side: number, shape: SurfaceName): KeptScene {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scene = useRef<SurfaceScene | null>(null);
  useEffect(() => {
    if (!canvas.current) return;
    const made = new SurfaceScene(canvas.current, side);
    scene.current = made;
    return () => {
      made.dispose();
      scene.current = null;
    };
  }, [side]);
  useEffect(() => scene.current?.setShape(shape), [shape]);
  return { canvas, scene };
}
