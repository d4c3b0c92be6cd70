import type { BrushState, OwnStroke, SheetState } from '@amber-stamp/core/bench';
import { PLAIN_PLACEMENT } from '@amber-stamp/core/ground';
import type { Ground } from '@amber-stamp/core/ink';
import type { Brush, PenStroke } from '@amber-stamp/core/model';
import { LAMP } from '@amber-stamp/core/relief';
import type { InkBrush, InkJob } from '../engine/protocol/ink.ts';
import { inkGround } from './ink-ground.ts';
import { plateKey } from './plate-key.ts';
import { strokeKey } from './stroke-key.ts';

/** A stroke to print: a bare one, or one with what the user made of it. */
export interface ProofStroke extends PenStroke, Partial<Omit<OwnStroke, keyof PenStroke>> {
  /** printed with this card of the lowest coat alone */
  card?: number;
}

const NONE: readonly BrushState[] = [];

/** The states of other brushes that strokes are printed with, each once. */
export function statesOf(strokes: readonly ProofStroke[]): readonly BrushState[] {
  const found = new Set(strokes.flatMap(({ state }) => (state ? [state] : [])));
  return found.size > 0 ? [...found] : NONE;
}

/** Only the lowest coat is recoloured: upper ones join it as the brush says. */
const recoloured = (brush: Brush, colour: string): Brush => ({
  ...brush,
  coats: brush.coats.map((coat, c) => (c === 0 ? { ...coat, ink: { ...coat.ink, colour } } : coat)),
});

/** Only one card of the lowest coat is dealt. */
const dealing = (brush: Brush, card: number): Brush => ({
  ...brush,
  coats: brush.coats.map((coat, c) =>
    c === 0
      ? { ...coat, deck: { ...coat.deck, cards: coat.deck.cards.map((one, k) => ({ ...one, muted: k !== card })) } }
      : coat,
  ),
});

/** Keys of the plates of a state as it stands. */
export const keysOf = ({ plates }: Pick<BrushState, 'plates'>): Record<string, string> =>
  Object.fromEntries(Object.entries(plates).map(([name, plate]) => [name, plateKey(plate)]));

/** The strokes of a job with the brush of each; `main` prints those that name no other. */
function inkStrokes(
  strokes: readonly ProofStroke[],
  main: InkBrush,
  lie: SheetState['lie'] = PLAIN_PLACEMENT,
): Pick<InkJob, 'brushes' | 'strokes'> {
  const brushes: InkBrush[] = [main];
  const places = new Map<BrushState | string, number>();
  const placed = (key: BrushState | string, make: () => InkBrush): number => {
    const place = places.get(key) ?? brushes.push(make()) - 1;
    places.set(key, place);
    return place;
  };
  const brushOf = ({ state, colour, card }: ProofStroke): number => {
    if (card !== undefined) return placed(`card ${card}`, () => ({ ...main, brush: dealing(main.brush, card) }));
    const plain = state ? placed(state, () => ({ brush: state.brush, plates: keysOf(state) })) : 0;
    if (!colour) return plain;
    const { brush, plates } = brushes[plain];
    return placed(`${plain} ${colour}`, () => ({ brush: recoloured(brush, colour), plates }));
  };
  const made = strokes.map((stroke, i) => ({
    stroke: { points: stroke.points, width: stroke.width },
    key: strokeKey(stroke),
    number: stroke.number ?? i,
    brush: brushOf(stroke),
    away: stroke.away ?? false,
    lie: stroke.lie ?? lie,
  }));
  return { brushes, strokes: made };
}

/** Strokes of a brush on plain paper, or on a sheet as it says, as the ink workers draw them. */
export function inkJob(
  view: string,
  main: InkBrush,
  strokes: readonly ProofStroke[],
  size: Pick<InkJob, 'width' | 'height' | 'zoom' | 'left' | 'top' | 'spread'>,
  on: Ground | SheetState,
): InkJob {
  const { lie, lamp } = typeof on === 'string' ? { lie: undefined, lamp: LAMP } : on;
  return { view, ...inkStrokes(strokes, main, lie), ...size, ground: inkGround(on), lamp };
}
