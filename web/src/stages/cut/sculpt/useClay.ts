import { cutSignal } from '../../../bench/long-cut.ts';
import { clayOfStep, type RecipeStep, type Rows } from '@amber-stamp/core/cut';
import { useEffect, useRef, type RefObject } from 'react';
import { coded } from '../../../parts/coded.ts';
import { notifyError } from '../../../parts/messages.tsx';
import type { SurfaceScene } from '../../../parts/surface-scene.ts';
import { LatestJob } from '../../../engine/latest-jobs.ts';
import { cutter } from '../../../engine/pool.ts';
import { waitingWorker } from '../../../engine/workers.ts';
import type { ClayRows } from '../../../engine/protocol/sculpt.ts';
import type { recipeOf } from '../steps.ts';

const sculptor = waitingWorker('sculpt');

/** The clay of a sculpt step, kept on its table: laid anew when what comes in changes, shown anew with every stroke that is kept or taken back. */
export function useClay(
  scene: RefObject<SurfaceScene | null>,
  source: string,
  recipe: ReturnType<typeof recipeOf>,
  place: number,
  onRows: () => void,
) {
  const step = recipe.steps[place];
  const strokes = step.strokes as Rows;
  const lying = useRef<string | null>(null);
  const shown = useRef<Rows | null>(null);
  const newest = useRef(new LatestJob());

  const ask = (question: () => Promise<ClayRows | null>): void =>
    void newest.current.ask(async () => {
      try {
        const rows = await question();
        if (!rows) return;
        scene.current?.setRows(rows);
        onRows();
      } catch (cause) {
        notifyError(coded(cause, 'The clay could not be shown. Take the last stroke back.'));
      }
    });

  const before = JSON.stringify(recipe.steps.slice(0, place));
  const base = `${source} ${before} ${String(step.sidePx)} ${String(step.guardPct)} ${String(step.unitPct)} ${String(step.brush)}`;
  useEffect(() => {
    if (lying.current !== base) {
      lying.current = base;
      shown.current = strokes;
      const job = (input: Awaited<ReturnType<typeof cutter.heights>>, now: RecipeStep) => ({
        input,
        clay: clayOfStep(now),
        strokes,
        brush: String(now.brush),
      });
      ask(async () => {
        const input = await cutter.heights(source, { ...recipe, steps: recipe.steps.slice(0, place) }, -1, cutSignal());
        scene.current?.setSide(clayOfStep(step).side);
        return sculptor.begin(job(input, step));
      });
    } else if (shown.current !== strokes) {
      shown.current = strokes;
      ask(() => sculptor.show(strokes));
    }
  });

  return { hand: (row: readonly number[]) => ask(() => sculptor.hand(row)) };
}
