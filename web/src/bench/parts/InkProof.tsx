import { later } from '../../engine/clock.ts';
import type { BenchPlate, SheetState } from '@amber-stamp/core/bench';
import type { AmberError } from '@amber-stamp/core/errors';
import type { Ground } from '@amber-stamp/core/ink';
import type { Brush } from '@amber-stamp/core/model';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef } from 'react';
import { create } from 'zustand';
import { coded } from '../../parts/coded.ts';
import { afterHand, drawnFirst } from '../hand-first.ts';
import { useHeldStates } from '../held-states.ts';
import { inkJob, statesOf, type ProofStroke } from '../ink-job.ts';
import { plateKey } from '../plate-key.ts';
import { useQuality } from '../quality.ts';
import { usePlates } from '../plates.ts';
import { useBench } from '../store.ts';
import { draw, forgetView } from '../../engine/pool.ts';
import type { InkResult } from '../../engine/protocol/ink.ts';
import { pictureLabel } from '../../parts/picture-label.ts';
import { useBoxSize } from '../../parts/useBoxSize.ts';

interface InkFacts {
  dabs: number;
  ms: number;
  /** of the last drawing of every pixel, and of a quarter of them; 0 before there was one */
  fullMs: number;
  coarseMs: number;
}

/** Dabs and time of the last drawing of each view. */
export const useInkFacts = create<Record<string, InkFacts>>(() => ({}));
export const useInkTrouble = create<{ error: AmberError | null }>(() => ({ error: null }));

/** A window on a sheet. */
export interface SeenPart {
  /** css px from the sheet's corner to the window's */
  left: number;
  top: number;
  /** what pictures of the ground are spread over, px of the sheet */
  spread: { width: number; height: number };
}

/** The part in pixels, at so many of them a css px. */
const partOf = (seen: SeenPart | undefined, ratio: number) =>
  seen && { left: Math.round(seen.left * ratio), top: Math.round(seen.top * ratio), spread: seen.spread };

interface Props {
  view: string;
  label: string;
  brush: Brush;
  plates: Readonly<Record<string, BenchPlate>>;
  strokes: readonly ProofStroke[];
  /** css px per px of the strokes */
  scale: number | ((width: number) => number);
  /** the part of a sheet that is seen; all of it from its corner unless said */
  seen?: SeenPart;
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

type Readiness = ReturnType<typeof usePlates.getState>['ready'];

/** Keys of the plates to print with as text: of a kept state its own, else the newest that is ready while a recipe is cut. */
const keysText = (plates: Props['plates'], kept: boolean, ready: Readiness): string =>
  JSON.stringify(Object.entries(plates).map(([name, plate]) => [name, (!kept && ready[name]?.key) || plateKey(plate)]));

const isComplete = (plates: Props['plates'], kept: boolean, ready: Readiness): boolean =>
  kept || Object.keys(plates).every((name) => ready[name]);

/** Whether a view is drawn with a quarter of its pixels now: a habit of the user's, or because it cannot follow the hand. */
function useCoarse(view: string, brush: Brush): boolean {
  const slow = useInkFacts((s) => (s[view]?.fullMs ?? 0) > SLOW_MS);
  const moving = useBench((s) => s.gesturing);
  const quality = useQuality((s) => s.quality);
  const mayBeCoarse = brush.coats.every((coat) => coat.sizeFixedTo === 'sheet');
  return mayBeCoarse && (quality === 'quick' || (quality === 'automatic' && slow && moving));
}

function noteFacts(view: string, { dabs, ms }: InkResult, coarse: boolean): void {
  useInkFacts.setState(({ [view]: before }) => {
    const fullMs = coarse ? (before?.fullMs ?? 0) : ms;
    return { [view]: { dabs, ms, fullMs, coarseMs: coarse ? ms : (before?.coarseMs ?? 0) } };
  });
}

/** Has what is calm stand back until a view was drawn for the first time; gives the way to say that it was. */
function useDrawnFirst(view: string, calm: boolean): () => void {
  const wasDrawn = useRef<() => void>(undefined);
  // before any effect asks for a drawing
  useLayoutEffect(() => (calm ? undefined : (wasDrawn.current = drawnFirst(view))), [view, calm]);
  return useCallback(() => wasDrawn.current?.(), []);
}

/** Strokes drawn by the ink workers, again at every change. React renders no pixel: bitmaps arrive ready. */
export function InkProof({ calm = false, kept = false, ...proof }: Props) {
  const { view, brush, plates, strokes, scale, seen, ground } = proof;
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useBoxSize(canvas);
  // the same keys are the same text: a recipe that has changed but is not cut yet draws nothing new
  const keys = usePlates((s) => keysText(plates, kept, s.ready));
  const complete = usePlates((s) => isComplete(plates, kept, s.ready));
  const others = useMemo(
    () => (kept ? [{ brush, plates }, ...statesOf(strokes)] : statesOf(strokes)),
    [kept, brush, plates, strokes],
  );
  const held = useHeldStates(others);
  const drawn = useRef<unknown[]>([]);
  const coarse = useCoarse(view, brush);
  const wasDrawn = useDrawnFirst(view, calm);
  useEffect(() => () => forgetView(view), [view]);
  useEffect(() => {
    const target = canvas.current;
    if (!target || !complete || !held || box.width === 0) return;
    const ratio = (window.devicePixelRatio || 1) * (coarse ? 0.5 : 1);
    const width = Math.max(1, Math.round(box.width * ratio));
    const height = Math.max(1, Math.round(box.height * ratio));
    const zoom = (typeof scale === 'number' ? scale : scale(box.width)) * ratio;
    const start = (named: string) => {
      const made = [view, brush, named, held, strokes, zoom, seen, ground, width, height];
      // what was drawn ahead of the page
      if (made.every((part, i) => part === drawn.current[i])) return;
      drawn.current = made;
      const main = { brush, plates: Object.fromEntries(JSON.parse(named) as [string, string][]) };
      const job = inkJob(view, main, strokes, { width, height, zoom, ...partOf(seen, ratio) }, ground);
      target.ariaBusy = 'true';
      draw(job, calm)
        .then((result) => {
          if (!result) return;
          if (target.width !== width) target.width = width;
          if (target.height !== height) target.height = height;
          target.getContext('bitmaprenderer')?.transferFromImageBitmap(result.bitmap);
          target.dataset.ms = result.ms.toFixed(1);
          target.dataset.drawn = String(Number(target.dataset.drawn ?? 0) + 1);
          noteFacts(view, result, coarse);
          useInkTrouble.setState({ error: null });
        })
        .catch((cause: unknown) => {
          const error = coded(cause, 'The strokes could not be drawn; take the last change back.');
          useInkTrouble.setState({ error });
        })
        .finally(() => {
          wasDrawn();
          // a newer wish is still being drawn
          if (drawn.current === made) target.ariaBusy = 'false';
        });
    };
    if (calm) return target.dataset.drawn ? later(CALM_MS, () => start(keys)) : afterHand(() => start(keys));
    start(keys);
    // a new plate is drawn with at once, not after the page has been rendered: both then run side by side
    return usePlates.subscribe(({ ready }) => {
      if (isComplete(plates, kept, ready)) start(keysText(plates, kept, ready));
    });
  }, [view, brush, plates, kept, keys, complete, held, strokes, scale, seen, ground, box, calm, coarse, wasDrawn]);
  return <canvas ref={canvas} {...pictureLabel(proof.label)} data-view={view} />;
}
