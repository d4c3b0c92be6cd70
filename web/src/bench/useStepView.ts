import { asMade, type MadeSource } from '@amber-stamp/core/make';
import { madeKey } from '../engine/made-key.ts';
import { cutSignal } from './long-cut.ts';
import type { StepView } from '../engine/protocol/cut.ts';
import { useEffect, useRef, useState } from 'react';
import { LatestJob } from '../engine/latest-jobs.ts';
import { cutter } from '../engine/pool.ts';
import type { Recipe } from '@amber-stamp/core/cut';

const VIEW_SIDE = 1100;

const AS_MADE = asMade();

/** What a made source prints by itself, the newest that is ready. */
export const useMadeView = (made: MadeSource): StepView | null =>
  useStepView(madeKey(made), AS_MADE, AS_MADE.steps.length - 1);

/** What stands at a place of the recipe, the newest that is ready. */
export function useStepView(source: string, recipe: Recipe, place: number): StepView | null {
  const [view, setView] = useState<StepView | null>(null);
  const newest = useRef(new LatestJob());
  useEffect(() => {
    newest.current
      .ask(async () => setView(await cutter.view(source, recipe, place, VIEW_SIDE, cutSignal())))
      .catch(() => undefined); // what is wrong with the recipe is told by its plate
  }, [source, recipe, place]);
  return view;
}
