import type { Bench } from '@amber-stamp/core/bench';
import { distanceTo } from '@amber-stamp/core/path';
import { useEffect, type RefObject } from 'react';
import { coatOf } from '../bench/coat.ts';
import { inkJob, keysOf } from '../bench/ink-job.ts';
import { change } from '../bench/store.ts';
import { orNotifyError } from '../parts/messages.tsx';
import type { BoxSize } from '../parts/useBoxSize.ts';
import { groundAt } from '../engine/pool.ts';
import { useHand } from '../bench/hand.ts';
import { nominalPx } from './StrokeHandles.tsx';

const LEAST_REACH = 12;

/** The topmost of the own strokes at a place, by its number. */
function strokeAt(bench: Bench, x: number, y: number): number | null {
  const hit = bench.strokes.findLast(
    (stroke) => distanceTo(stroke, x, y) <= Math.max(LEAST_REACH, nominalPx(stroke.state ?? bench) / 2),
  );
  return hit?.number ?? null;
}

async function takeColour(bench: Bench, { width, height }: BoxSize, x: number, y: number): Promise<void> {
  const size = { width: Math.round(width), height: Math.round(height), zoom: 1 };
  const colour = await groundAt(
    inkJob('wide', { brush: bench.brush, plates: keysOf(bench) }, [], size, bench.sheet),
    Math.max(0, Math.min(size.width - 1, x)),
    Math.max(0, Math.min(size.height - 1, y)),
  );
  change(`colour ${colour} from the ground`, (draft) => void (coatOf(draft).ink.colour = colour));
  useHand.setState({ does: 'draw' });
}

/** What a press on the paper does besides drawing: it picks a stroke, or takes the colour of the ground. */
export function usePicking(paper: RefObject<HTMLElement | null>, bench: Bench, box: BoxSize): void {
  useEffect(() => {
    const element = paper.current;
    if (!element) return;
    const down = (event: PointerEvent) => {
      const { does, zoom, holding, ...seen } = useHand.getState();
      if (
        does === 'draw' ||
        holding ||
        event.button !== 0 ||
        (event.target as Element).closest('button, [role=slider]')
      )
        return;
      const { left, top } = element.getBoundingClientRect();
      const [x, y] = [(event.clientX - left + seen.left) / zoom, (event.clientY - top + seen.top) / zoom];
      if (does === 'pick') useHand.setState({ picked: strokeAt(bench, x, y) });
      else orNotifyError(takeColour(bench, box, x, y));
    };
    element.addEventListener('pointerdown', down);
    return () => element.removeEventListener('pointerdown', down);
  }, [paper, bench, box]);
}
