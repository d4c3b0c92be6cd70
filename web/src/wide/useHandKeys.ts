import type { Bench } from '@amber-stamp/core/bench';
import { PROPERTIES } from '@amber-stamp/core/model';
import { change, presentBench } from '../bench/store.ts';
import { deleteStroke, duplicateStroke } from '../bench/strokes.ts';
import { pickedStroke, useHand } from '../bench/hand.ts';
import { useStrokeKeys } from './useStrokeKeys.ts';

const { restMin, restMax } = PROPERTIES.size;

/** All coats larger or smaller together, so that the brush keeps its build. */
function resize(by: number): void {
  change(by > 1 ? 'larger' : 'smaller', (draft: Bench) => {
    for (const { properties } of draft.brush.coats) {
      const px = Math.max(restMin, Math.min(restMax, properties.size.rest * by));
      properties.size.rest = Math.round(px * 10) / 10;
    }
    delete draft.guessed.size;
  });
}

const onPicked = (act: (number: number) => void) => () => {
  const { picked } = useHand.getState();
  if (pickedStroke(presentBench(), picked)) act(picked as number);
};
const deletePicked = onPicked(deleteStroke);
const doublePicked = onPicked((n) => useHand.setState({ picked: duplicateStroke(presentBench(), n) }));

/** What keys do while strokes can be drawn on the wide sheet. */
export const useHandKeys = (): void => useStrokeKeys({ hand: useHand, resize, deletePicked, doublePicked });
