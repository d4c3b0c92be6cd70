import { useEffect, useRef, useState } from 'react';
import { cutter } from '../../../workers/pool.ts';
import type { StepView } from '../../../workers/protocol.ts';
import type { recipeOf } from '../steps.ts';

const VIEW_SIDE = 1100;

/** What stands at a place of the recipe, the newest that is ready. */
export function useStepView(source: string, recipe: ReturnType<typeof recipeOf>, place: number): StepView | null {
  const [view, setView] = useState<StepView | null>(null);
  const asked = useRef(0);
  const busy = useRef(false);
  const next = useRef<(() => void) | null>(null);
  useEffect(() => {
    const number = ++asked.current;
    const ask = () => {
      busy.current = true;
      cutter
        .view(source, recipe, place, VIEW_SIDE)
        .then((made) => {
          if (number <= asked.current) setView(made);
        })
        .catch(() => undefined) // what is wrong with the recipe is told by its plate
        .finally(() => {
          busy.current = false;
          const wish = next.current;
          next.current = null;
          wish?.();
        });
    };
    if (busy.current) next.current = ask;
    else ask();
  }, [source, recipe, place]);
  return view;
}
