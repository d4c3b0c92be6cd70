import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { EVERYWHERE } from '../parts/keys.ts';

/** A press makes the hand's dabs so much larger. */
const STEP = 1.1;
const HOLD = { ...EVERYWHERE, keydown: true, keyup: false };
const LET_GO = { ...EVERYWHERE, keydown: false, keyup: true };

/** The part of a hand that keys change, whatever it draws on. */
interface KeyedHand {
  does: 'draw' | 'pick';
  /** number of the picked stroke */
  picked: number | null;
  away: boolean;
  straight: boolean;
}

interface HandStore {
  /** what it does now may be more than keys bring it to */
  setState: (part: Partial<KeyedHand> | ((hand: { does: string }) => Partial<KeyedHand>)) => void;
}

interface StrokeKeys {
  hand: HandStore;
  resize: (by: number) => void;
  /** nothing where none is picked */
  deletePicked: () => unknown;
  doublePicked: () => unknown;
}

/** What keys do wherever strokes are drawn: T takes away, L is straight, plus and minus, S picks, D twice, Delete. */
export function useStrokeKeys({ hand, resize, deletePicked, doublePicked }: StrokeKeys): void {
  useHotkeys('t', () => hand.setState({ away: true }), HOLD);
  useHotkeys('t', () => hand.setState({ away: false }), LET_GO);
  useHotkeys('l', () => hand.setState({ straight: true }), HOLD);
  useHotkeys('l', () => hand.setState({ straight: false }), LET_GO);
  useHotkeys('equal, shift+equal, add', () => resize(STEP), EVERYWHERE);
  useHotkeys('minus, subtract', () => resize(1 / STEP), EVERYWHERE);
  useHotkeys(
    's',
    () => hand.setState(({ does }) => ({ does: does === 'pick' ? 'draw' : 'pick', picked: null })),
    EVERYWHERE,
  );
  useHotkeys('escape', () => hand.setState({ does: 'draw', picked: null }), EVERYWHERE);
  useHotkeys('delete, backspace', deletePicked, EVERYWHERE);
  useHotkeys('d', doublePicked, EVERYWHERE);
  // a key let go in another window must not stay held
  useEffect(() => {
    const letGo = () => hand.setState({ away: false, straight: false });
    window.addEventListener('blur', letGo);
    return () => {
      letGo();
      window.removeEventListener('blur', letGo);
    };
  }, [hand]);
}
