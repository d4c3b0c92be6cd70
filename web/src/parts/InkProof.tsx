import { AmberError, type BenchPlate, type Brush, type Ground, type PenStroke } from '@amber-stamp/core';
import { useEffect, useMemo, useRef } from 'react';
import { create } from 'zustand';
import { plateKey, usePlates } from '../bench/plates.ts';
import { useBench } from '../bench/store.ts';
import { draw } from '../workers/pool.ts';
import { useBoxSize } from './useBoxSize.ts';
import { said } from './said.ts';

/** Dabs and time of the last drawing of each view. */
export const useInkFacts = create<Record<string, { dabs: number; ms: number; fullMs: number }>>(() => ({}));
export const useInkTrouble = create<{ error: AmberError | null }>(() => ({ error: null }));

const strokeNumbers = new WeakMap<PenStroke, string>();
let nextNumber = 0;
/** Strokes are immutable: the same object is the same stroke. */
export function strokeKey(stroke: PenStroke): string {
  let key = strokeNumbers.get(stroke);
  if (!key) {
    key = String(nextNumber++);
    strokeNumbers.set(stroke, key);
  }
  return key;
}

interface Props {
  view: string;
  label: string;
  brush: Brush;
  plates: Readonly<Record<string, BenchPlate>>;
  strokes: readonly PenStroke[];
  /** css px per px of the strokes */
  scale: number | ((width: number) => number);
  ground: Ground;
  /** waits until the hand rests: for pictures that are not what is being worked on */
  calm?: boolean;
}

const CALM_MS = 160;
/** A view that takes longer is drawn coarsely while a handle moves, and fully when it rests. */
const SLOW_MS = 60;

/** Strokes drawn by the ink workers, again at every change. React renders no pixel: bitmaps arrive ready. */
export function InkProof({ view, label, brush, plates, strokes, scale, ground, calm = false }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useBoxSize(canvas);
  const ready = usePlates((s) => s.ready);
  // the newest plate that is ready, which may be one step behind while a recipe is cut
  const named = JSON.stringify(
    Object.entries(plates).map(([name, plate]) => [name, ready[name]?.key ?? plateKey(plate)]),
  );
  // the same keys are the same object: a recipe that has changed but is not cut yet draws nothing new
  const keys = useMemo(() => Object.fromEntries(JSON.parse(named) as [string, string][]), [named]);
  const complete = Object.keys(plates).every((name) => ready[name]);
  const slow = useInkFacts((s) => (s[view]?.fullMs ?? 0) > SLOW_MS);
  const moving = useBench((s) => s.gesturing);
  const coarse = slow && moving && brush.coats.every((coat) => coat.sizeFixedTo === 'sheet');
  useEffect(() => {
    const target = canvas.current;
    if (!target || !complete || box.width === 0) return;
    const ratio = (window.devicePixelRatio || 1) * (coarse ? 0.5 : 1);
    const width = Math.max(1, Math.round(box.width * ratio));
    const height = Math.max(1, Math.round(box.height * ratio));
    const zoom = (typeof scale === 'number' ? scale : scale(box.width)) * ratio;
    const job = { view, brush, plates: keys, strokes, strokeKeys: strokes.map(strokeKey), width, height, zoom, ground };
    const start = () =>
      draw(job)
        .then((result) => {
          if (!result) return;
          if (target.width !== width) target.width = width;
          if (target.height !== height) target.height = height;
          target.getContext('bitmaprenderer')?.transferFromImageBitmap(result.bitmap);
          target.dataset.ms = result.ms.toFixed(1);
          target.dataset.drawn = String(Number(target.dataset.drawn ?? 0) + 1);
          const { dabs, ms } = result;
          useInkFacts.setState((s) => ({ [view]: { dabs, ms, fullMs: coarse ? (s[view]?.fullMs ?? 0) : ms } }));
          useInkTrouble.setState({ error: null });
        })
        .catch((cause: unknown) => {
          const error =
            cause instanceof AmberError
              ? cause
              : new AmberError('unexpected', 'The strokes could not be drawn; take the last change back.');
          useInkTrouble.setState({ error });
        });
    if (!calm) return void start();
    const timer = setTimeout(() => void start(), target.dataset.drawn ? CALM_MS : 0);
    return () => clearTimeout(timer);
  }, [view, brush, keys, complete, strokes, scale, ground, box, calm, coarse]);
  return <canvas ref={canvas} {...said(label)} data-view={view} />;
}
