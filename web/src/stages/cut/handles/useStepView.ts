import { useEffect, useRef, useState } from 'react';
import { Newest } from '../../../parts/newest.ts';
import { cutter } from '../../../workers/pool.ts';
import type { StepView } from '../../../workers/protocol.ts';
import type { recipeOf } from '../steps.ts';

const VIEW_SIDE = 1100;

/** What stands at a place of the recipe, the newest that is ready. */
export function useStepView(source: string, recipe: ReturnType<typeof recipeOf>, place: number): StepView | null {
  const [view, setView] = useState<StepView | null>(null);
  const newest = useRef(new Newest());
  useEffect(() => {
    newest.current.ask(async () => {
      // what is wrong with the recipe is told by its plate
      setView(await cutter.view(source, recipe, place, VIEW_SIDE));
    });
  }, [source, recipe, place]);
  return view;
}
