import type { Bench } from '@amber-stamp/core/bench';
import { PROPERTIES } from '@amber-stamp/core/model';
import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { change, presentBench } from '../bench/store.ts';
import { deleteStroke, duplicateStroke } from '../bench/strokes.ts';
import { EVERYWHERE } from '../parts/keys.ts';
import { pickedStroke, useHand } from '../bench/hand.ts';

const STEP = 1.1;
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

const held = (key: 'away' | 'straight', on: boolean) => () => useHand.setState({ [key]: on });
const HOLD = { ...EVERYWHERE, keydown: true, keyup: false };
const LET_GO = { ...EVERYWHERE, keydown: false, keyup: true };

const onPicked = (act: (number: number) => void) => () => {
  const { picked } = useHand.getState();
  if (pickedStroke(presentBench(), picked)) act(picked as number);
};

/** What keys do while strokes can be drawn. */
export function useHandKeys(): void {
  useHotkeys('t', held('away', true), HOLD);
  useHotkeys('t', held('away', false), LET_GO);
  useHotkeys('l', held('straight', true), HOLD);
  useHotkeys('l', held('straight', false), LET_GO);
  useHotkeys('equal, shift+equal, add', () => resize(STEP), EVERYWHERE);
  useHotkeys('minus, subtract', () => resize(1 / STEP), EVERYWHERE);
  useHotkeys(
    's',
    () => useHand.setState(({ does }) => ({ does: does === 'pick' ? 'draw' : 'pick', picked: null })),
    EVERYWHERE,
  );
  useHotkeys('escape', () => useHand.setState({ does: 'draw', picked: null }), EVERYWHERE);
  useHotkeys('delete, backspace', onPicked(deleteStroke), EVERYWHERE);
  useHotkeys(
    'd',
    onPicked((n) => useHand.setState({ picked: duplicateStroke(presentBench(), n) })),
    EVERYWHERE,
  );
  // a key let go in another window must not stay held
  useEffect(() => {
    const letGo = () => useHand.setState({ away: false, straight: false });
    window.addEventListener('blur', letGo);
    return () => {
      letGo();
      window.removeEventListener('blur', letGo);
    };
  }, []);
}
