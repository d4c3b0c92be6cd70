import type { Bench } from '@amber-stamp/core/bench';
import { readingOf, type Reading } from '@amber-stamp/core/cut';
import { useQuery } from '@tanstack/react-query';
import { propertiesOf, presentPlate } from '../../bench/edit.ts';
import { change, useBench } from '../../bench/store.ts';
import { BitmapView } from '../../parts/BitmapView.tsx';
import { Choices } from '../../parts/Choices.tsx';
import { coded } from '../../parts/coded.ts';
import { notifyError } from '../../parts/messages.tsx';
import { cutter } from '../../engine/pool.ts';

const CHANNELS = ['red', 'green', 'blue'] as const;
type Channel = (typeof CHANNELS)[number];
const isChannel = (reading: string): reading is Channel => (CHANNELS as readonly string[]).includes(reading);

const WORDS: Record<'dark' | 'light' | 'alpha' | 'red' | 'heights', readonly [string, string, string]> = {
  light: ['The pale', 'on a dark ground', 'nothing pale stands out'],
  dark: ['The dark', 'on a pale ground', 'nothing dark stands out'],
  alpha: ['What is opaque', 'the rest is clear', 'nothing is clear here'],
  red: ['One channel', 'red, green or blue', 'this channel is empty'],
  heights: ['Its heights', 'pale is high: a relief', ''],
};
const ORDER = ['dark', 'light', 'alpha', 'red', 'heights'] as const;

/** Puts an answer into a recipe that begins by reading its source in the same way; gives whether it could. */
function answerInPlace(bench: Bench, reading: Reading): boolean {
  const steps = presentPlate(bench).plate.recipe?.steps ?? [];
  const gray = steps.find((s) => s.step === 'gray');
  if (!gray || reading === 'heights' || readingOf({ format: 'amber-stamp/recipe', version: 1, steps }) === 'heights')
    return false;
  change(`prints: ${reading}`, (draft) => {
    const step = presentPlate(draft).plate.recipe?.steps.find((s) => s.step === 'gray');
    if (step) step.prints = reading;
  });
  return true;
}

/** Answers the question: on a new brush by a new automatic recipe and guess, on a finished one in its gray step alone. */
async function answer(bench: Bench, source: string, reading: Reading): Promise<void> {
  const { name } = presentPlate(bench);
  const { fresh } = useBench.getState();
  if (!fresh && answerInPlace(bench, reading)) return;
  const recipe = await cutter.recipeFor(source, reading);
  const { plate } = await cutter.cut(source, recipe);
  const guess = fresh ? await cutter.guess(plate, bench.brush.name, name) : null;
  change(`prints: ${reading}`, (draft) => {
    presentPlate(draft).plate.recipe = recipe;
    if (!guess) return;
    for (const key of Object.keys(draft.guessed)) delete draft.guessed[key];
    Object.assign(propertiesOf(draft), guess.brush.coats[0].properties);
    Object.assign(draft.guessed, guess.reasons);
  });
}

const notifyFailure = (cause: unknown): void =>
  notifyError(coded(cause, 'The answer could not be tried; nothing was changed.'));

/** The question that a picture is asked, with pictures of its answers. */
export function Answers({ bench, source }: { bench: Bench; source: string }) {
  const { data, error } = useQuery({
    queryKey: ['answers', source],
    queryFn: () => cutter.answers(source),
    staleTime: Infinity,
    gcTime: Infinity,
  });
  const present = readingOf(presentPlate(bench).plate.recipe);
  if (error)
    return (
      <p className="note" role="alert" style={{ padding: '0 16px' }}>
        {error.message}
      </p>
    );
  return (
    <>
      <div className="answers" role="radiogroup" aria-label="What prints?">
        {ORDER.map((key) => {
          const found = data?.answers.find((a) => a.reading === key);
          const chosen = key === present || (key === 'red' && isChannel(present));
          const [word, yes, no] = WORDS[key];
          return (
            <button
              key={key}
              className={key === 'heights' ? 'answer across' : 'answer'}
              role="radio"
              aria-checked={chosen}
              aria-label={word}
              disabled={!found?.recipe}
              onClick={() => void answer(bench, source, key).catch(notifyFailure)}
            >
              <span className="shot">
                {found?.picture ? <BitmapView bitmap={found.picture} label="" /> : data ? 'nothing' : '…'}
              </span>
              <b>{word}</b>
              <span>{!data || found?.recipe ? yes : no}</span>
            </button>
          );
        })}
      </div>
      {isChannel(present) && (
        <div style={{ padding: '0 16px 8px' }}>
          <Choices
            label="Channel"
            value={present}
            options={CHANNELS.map((c) => [c, c] as const)}
            onChange={(c) => void answer(bench, source, c).catch(notifyFailure)}
          />
        </div>
      )}
      <p className="note" style={{ padding: '0 16px', margin: '0 0 12px' }}>
        {data
          ? data.reading === present
            ? data.reason
            : 'Chosen by you.'
          : 'The answers are being cut from this source…'}
      </p>
    </>
  );
}
