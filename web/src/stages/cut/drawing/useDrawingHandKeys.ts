import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { EVERYWHERE } from '../../../parts/keys.ts';
import { resizeTool, useDrawingHand } from './drawing-hand.ts';
import { duplicateDrawn, removeDrawn } from './strokes.ts';

const STEP = 1.1;
const HOLD = { ...EVERYWHERE, keydown: true, keyup: false };
const LET_GO = { ...EVERYWHERE, keydown: false, keyup: true };
const held = (key: 'away' | 'straight', on: boolean) => () => useDrawingHand.setState({ [key]: on });

/** The keys of the wide sheet, for a hand that draws on the picture of a step. */
export function useDrawingHandKeys(place: number): void {
  const onPicked = (act: (place: number, number: number) => void) => () => {
    const { picked } = useDrawingHand.getState();
    if (picked !== null) act(place, picked);
  };
  useHotkeys('t', held('away', true), HOLD);
  useHotkeys('t', held('away', false), LET_GO);
  useHotkeys('l', held('straight', true), HOLD);
  useHotkeys('l', held('straight', false), LET_GO);
  useHotkeys('equal, shift+equal, add', () => resizeTool(STEP), EVERYWHERE);
  useHotkeys('minus, subtract', () => resizeTool(1 / STEP), EVERYWHERE);
  useHotkeys(
    's',
    () => useDrawingHand.setState(({ does }) => ({ does: does === 'pick' ? 'draw' : 'pick', picked: null })),
    EVERYWHERE,
  );
  useHotkeys('escape', () => useDrawingHand.setState({ does: 'draw', picked: null }), EVERYWHERE);
  useHotkeys('delete, backspace', onPicked(removeDrawn), EVERYWHERE, [place]);
  useHotkeys('d', onPicked(duplicateDrawn), EVERYWHERE, [place]);
  // a key let go in another window must not stay held
  useEffect(() => {
    const letGo = () => useDrawingHand.setState({ away: false, straight: false });
    window.addEventListener('blur', letGo);
    return () => {
      letGo();
      window.removeEventListener('blur', letGo);
    };
  }, []);
}
