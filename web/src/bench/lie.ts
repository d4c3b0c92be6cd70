import type { Bench, OwnStroke } from '@amber-stamp/core/bench';
import type { GroundPlacement } from '@amber-stamp/core/ground';
import { pickedStroke, useHand } from './hand.ts';
import { live } from './store.ts';

/** How strokes lie on the ground: the picked one, or those of the sheet, and the way to lay them otherwise. */
export interface Lying {
  picked: OwnStroke | undefined;
  lie: GroundPlacement;
  /** the ground has layers between which ink may lie */
  layered: boolean;
  onLive: (next: GroundPlacement) => void;
}

export function useLying(bench: Bench): Lying {
  const picked = useHand((s) => pickedStroke(bench, s.picked));
  const onLive = (next: GroundPlacement) =>
    live((draft) => {
      const stroke = picked && draft.strokes.find(({ number }) => number === picked.number);
      if (stroke) stroke.lie = next;
      else draft.sheet.lie = next;
    });
  return { picked, lie: picked?.lie ?? bench.sheet.lie, layered: bench.sheet.ground === 'scene', onLive };
}
