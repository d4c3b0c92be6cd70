import { originOf, type Bench } from '@amber-stamp/core/bench';
import { plainBrush, plainGrain, type Brush, type Coat } from '@amber-stamp/core/model';
import type { Guess } from '@amber-stamp/core/vary';
import { coatOf, coatPlace } from '../../bench/coat.ts';
import { presentPlate, propertyOf, type RangeName, type RowName } from '../../bench/edit.ts';
import { firstStrokes } from '../../bench/first-strokes.ts';
import { takeStroke } from '../../bench/guessed.ts';
import { openedBench } from '../../bench/opened.ts';
import { usePlates } from '../../bench/plates.ts';
import { change, presentBench } from '../../bench/store.ts';
import { presentIntent } from '../../bench/use.ts';
import type { Part } from './parts.ts';
import { rowsOfPart } from './rows.ts';

/** What is reset: one row, all of a part, or the brush. */
export type ResetWhat = { row: RowName; label: string } | { part: Part } | 'brush';
/** As nothing was set; as it was guessed from the plate; as the brush was opened. */
export const RESETS = ['plain', 'guess', 'opened'] as const;
export type ResetTo = (typeof RESETS)[number];

/** A brush as nothing was set of it: the same tips, coats and name. */
function plainOf(brush: Brush): Brush {
  const plain = (coat: Coat): Coat => ({
    ...plainBrush('', 'tip').coats[0],
    join: coat.join,
    grain: coat.grain && plainGrain(coat.grain.plate),
    deck: {
      ...plainBrush('', 'tip').coats[0].deck,
      cards: coat.deck.cards.map(({ plate }) => ({ plate, weight: 1, muted: false })),
    },
  });
  const { ends, steady } = plainBrush('', 'tip');
  return { ...brush, ends, steady, coats: brush.coats.map(plain) };
}

/** The best first stroke of the plate that the coat is about; undefined while that is being cut. */
async function guessOf(bench: Bench): Promise<Guess | undefined> {
  const { name: plateName, plate } = presentPlate(bench);
  const ready = usePlates.getState().ready[plateName];
  if (!ready) return undefined;
  const origin = originOf(plate, presentIntent(bench));
  const tip = { plate: ready.plate, plateName, keys: { [plateName]: ready.key }, name: bench.brush.name, origin };
  return (await firstStrokes(tip))[0];
}

/** A bench as it would be if all of its coat were reset. */
async function wholeAs(to: ResetTo): Promise<Bench | undefined> {
  const bench = presentBench();
  if (to === 'opened') return openedBench() ?? undefined;
  const plain: Bench = structuredClone({ ...bench, brush: plainOf(bench.brush), guessed: {} });
  if (to === 'plain') return plain;
  const guess = await guessOf(bench);
  if (!guess) return undefined;
  takeStroke(plain, guess);
  return plain;
}

/** The rows that stand in a part, with both flips. */
const rowsOf = (part: Part): RowName[] => [
  ...rowsOfPart(part).map(({ name }) => name),
  ...(part === 'rows' ? (['mirrorX', 'mirrorY'] as const) : []),
];

function takeRow(draft: Bench, whole: Bench, name: RowName): void {
  if (name === 'mirrorX' || name === 'mirrorY') coatOf(draft).properties[name] = { ...coatOf(whole).properties[name] };
  else Object.assign(propertyOf(draft, name), structuredClone(propertyOf(whole, name satisfies RangeName)));
  delete draft.guessed[name];
  if (whole.guessed[name]) draft.guessed[name] = whole.guessed[name];
}

/** What a part has beside its rows. */
function takePart(draft: Bench, whole: Bench, part: Part): void {
  const coat = coatOf(draft);
  const from = structuredClone(coatOf(whole));
  switch (part) {
    case 'deck':
      Object.assign(coat, { band: from.band });
      Object.assign(coat.deck, { deal: from.deck.deal, softness: from.deck.softness });
      coat.deck.cards.forEach((card, place) => {
        const { weight, muted } = from.deck.cards.at(place) ?? { weight: 1, muted: false };
        Object.assign(card, { weight, muted });
      });
      break;
    case 'ink':
      Object.assign(coat, { meet: from.meet, crossing: from.crossing, ink: from.ink, sizeFixedTo: from.sizeFixedTo });
      break;
    case 'grain':
      if (coat.grain && from.grain) Object.assign(coat.grain, { ...from.grain, plate: coat.grain.plate });
      break;
    case 'ends':
      Object.assign(draft.brush, structuredClone({ ends: whole.brush.ends, steady: whole.brush.steady }));
      coat.floor = from.floor;
      break;
    case 'coats':
      draft.brush.coats.forEach((one, place) => {
        one.muted = whole.brush.coats.at(place)?.muted ?? false;
      });
      break;
    case 'rows':
    case 'relief':
      break;
  }
}

/** What a reset is told as. */
const TOLD: Record<ResetTo, string> = { plain: 'plain again', guess: 'as guessed', opened: 'as it was opened' };

/** Sets something back. The coat that is worked on is meant, unless it is the whole brush. False where nothing is known to go back to. */
export async function reset(what: ResetWhat, to: ResetTo): Promise<boolean> {
  const whole = await wholeAs(to);
  if (!whole || coatPlace(whole) !== coatPlace(presentBench())) return false;
  const name = what === 'brush' ? 'the brush' : 'row' in what ? what.label : what.part;
  change(`${name} ${TOLD[to]}`, (draft) => {
    if (what === 'brush') {
      const { brush, plates, guessed } = structuredClone(whole);
      Object.assign(draft, { brush: { ...brush, name: draft.brush.name }, plates, guessed });
    } else if ('row' in what) takeRow(draft, whole, what.row);
    else {
      for (const row of rowsOf(what.part)) takeRow(draft, whole, row);
      takePart(draft, whole, what.part);
    }
  });
  return true;
}
