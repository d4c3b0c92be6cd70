import { type AmberError, type BenchPlate, type Brush, type Ground, type SheetState } from '@amber-stamp/core';
import { useEffect, useMemo, useRef } from 'react';
import { create } from 'zustand';
import { coded } from './coded.ts';
import { useHeldStates } from '../bench/held-states.ts';
import { inkJob, statesOf, type ProofStroke } from '../bench/ink-job.ts';
import { plateKey } from '../bench/plate-key.ts';
import { usePlates } from '../bench/plates.ts';
import { useBench } from '../bench/store.ts';
import { draw, forgetView } from '../workers/pool.ts';
import { said } from './said.ts';
import { useBoxSize } from './useBoxSize.ts';

/** Dabs and time of the last drawing of each view. */
export const useInkFacts = create<Record<string, { dabs: number; ms: number; fullMs: number }>>(() => ({}));
export const useInkTrouble = create<{ error: AmberError | null }>(() => ({ error: null }));

interface Props {
  view: string;
  label: string;
  brush: Brush;
  plates: Readonly<Record<string, BenchPlate>>;
  strokes: readonly ProofStroke[];
  /** css px per px of the strokes */
  scale: number | ((width: number) => number);
  /** plain paper, or what lies under the strokes of a sheet and how they lie on it */
  ground: Ground | SheetState;
  /** waits until the hand rests: for pictures that are not what is being worked on */
  calm?: boolean;
  /** the brush is a kept state, not what is on the bench */
  kept?: boolean;
}

const CALM_MS = 160;
/** A view that takes longer is drawn coarsely while a handle moves, and fully when it rests. */
const SLOW_MS = 60;

/** Keys of the plates to print with: of a kept state its own, else the newest that is ready while a recipe is cut. */
function usePlateKeys(plates: Props['plates'], kept: boolean): { keys: Record<string, string>; complete: boolean } {
  const ready = usePlates((s) => s.ready);
  const named = JSON.stringify(
    Object.entries(plates).map(([name, plate]) => [name, (!kept && ready[name]?.key) || plateKey(plate)]),
  );
  // the same keys are the same object: a recipe that has changed but is not cut yet draws nothing new
  const keys = useMemo(() => Object.fromEntries(JSON.parse(named) as [string, string][]), [named]);
  return { keys, complete: kept || Object.keys(plates).every((name) => ready[name]) };
}

/** Strokes drawn by the ink workers, again at every change. React renders no pixel: bitmaps arrive ready. */
export function InkProof({ view, label, brush, plates, strokes, scale, ground, calm = false, kept = false }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useBoxSize(canvas);
  const { keys, complete } = usePlateKeys(plates, kept);
  const others = useMemo(
    () => (kept ? [{ brush, plates }, ...statesOf(strokes)] : statesOf(strokes)),
    [kept, brush, plates, strokes],
  );
  const held = useHeldStates(others);
  const slow = useInkFacts((s) => (s[view]?.fullMs ?? 0) > SLOW_MS);
  const moving = useBench((s) => s.gesturing);
  const coarse = slow && moving && brush.coats.every((coat) => coat.sizeFixedTo === 'sheet');
  useEffect(() => () => forgetView(view), [view]);
  useEffect(() => {
    const target = canvas.current;
    if (!target || !complete || !held || box.width === 0) return;
    const ratio = (window.devicePixelRatio || 1) * (coarse ? 0.5 : 1);
    const width = Math.max(1, Math.round(box.width * ratio));
    const height = Math.max(1, Math.round(box.height * ratio));
    const zoom = (typeof scale === 'number' ? scale : scale(box.width)) * ratio;
    const job = inkJob(view, { brush, plates: keys }, strokes, { width, height, zoom }, ground);
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
          const error = coded(cause, 'The strokes could not be drawn; take the last change back.');
          useInkTrouble.setState({ error });
        });
    if (!calm) return void start();
    const timer = setTimeout(() => void start(), target.dataset.drawn ? CALM_MS : 0);
    return () => clearTimeout(timer);
  }, [view, brush, keys, complete, held, strokes, scale, ground, box, calm, coarse]);
  return <canvas ref={canvas} {...said(label)} data-view={view} />;
}
