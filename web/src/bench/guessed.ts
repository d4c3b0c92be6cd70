import type { Bench } from '@amber-stamp/core/bench';
import type { Properties } from '@amber-stamp/core/model';
import { withoutGuess, type Guess } from '@amber-stamp/core/vary';
import { inOrder } from '@amber-stamp/core/model';
import { coatOf } from './coat.ts';
import { propertiesOf } from './edit.ts';

type Name = keyof Properties;
/** How dabs meet where nothing is chosen. */
const PLAIN_MEET = 'build';

/** Whether nobody has set a row: it stands at its guess, or as it is made. */
function isUntouched({ guessed }: Bench, name: Name, present: Properties, plain: Properties): boolean {
  return name in guessed || JSON.stringify(present[name], inOrder) === JSON.stringify(plain[name], inOrder);
}

/** Whether the brush still stands at a guess in some row. */
export const standsAtGuess = ({ guessed }: Bench): boolean => Object.keys(guessed).length > 0;

/** Puts a guess into the rows that nobody has set; the others stay as they are. */
export function takeGuess(draft: Bench, { brush, reasons }: Guess): void {
  const present = propertiesOf(draft);
  const plain = withoutGuess(draft.brush).coats[0].properties;
  const guess = brush.coats[0].properties;
  const rows = (Object.keys(guess) as Name[]).filter((name) => isUntouched(draft, name, present, plain));
  const meets = 'meet' in draft.guessed || coatOf(draft).meet === PLAIN_MEET;
  for (const key of Object.keys(draft.guessed)) delete draft.guessed[key];
  for (const name of rows) {
    Object.assign(present, { [name]: guess[name] });
    if (reasons[name]) draft.guessed[name] = reasons[name];
  }
  if (!meets) return;
  coatOf(draft).meet = brush.coats[0].meet;
  if (reasons.meet) draft.guessed.meet = reasons.meet;
}

/** Puts a first stroke that is chosen as a whole: what its plate is for, too. */
export function takeStroke(draft: Bench, guess: Guess): void {
  takeGuess(draft, guess);
  const { grain, band } = guess.brush.coats[0];
  Object.assign(coatOf(draft), { grain, band });
}

/** Takes back what was guessed; rows that somebody has set stay. */
export function takeGuessBack(draft: Bench): void {
  const present = propertiesOf(draft);
  const plain = withoutGuess(draft.brush).coats[0].properties;
  for (const name of Object.keys(draft.guessed)) {
    if (name === 'meet') coatOf(draft).meet = PLAIN_MEET;
    if (name in plain) Object.assign(present, { [name]: plain[name as Name] });
    delete draft.guessed[name];
  }
}
