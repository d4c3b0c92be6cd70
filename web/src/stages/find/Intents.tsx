import { originOf, type Bench } from '@amber-stamp/core/bench';
import { INTENTS, partIn, readingOf, regionIn, type Intent, type TriedUse } from '@amber-stamp/core/cut';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { presentPlate } from '../../bench/edit.ts';
import { shownFirstStrokes } from '../../bench/first-strokes.ts';
import { useBench } from '../../bench/store.ts';
import { presentIntent } from '../../bench/use.ts';
import { cutter, holdPlate } from '../../engine/pool.ts';
import { BitmapView } from '../../parts/BitmapView.tsx';
import { coded } from '../../parts/coded.ts';
import { notifyError } from '../../parts/messages.tsx';
import { takeFor } from './read-anew.ts';

const WORDS: Record<Intent, readonly [string, string]> = {
  tip: ['A tip', 'it is stamped'],
  grain: ['A grain', 'ink goes through it'],
  band: ['A band', 'bent along the path'],
  relief: ['A relief', 'its heights are pressed'],
  marks: ['Several marks', 'one brush deals them'],
};

const notifyFailure = (cause: unknown): void =>
  notifyError(coded(cause, 'It could not be taken for that; nothing was changed.'));

/** The stroke of a source that is taken for something; null where nothing prints. */
async function strokeFor(key: string, { intent, made }: TriedUse): Promise<ImageBitmap | null> {
  if (made.length === 0) return null;
  const named = made.map(({ plate }, i) => ({ plate, name: `${intent}-${i + 1}.${plate.heights ? 'exr' : 'png'}` }));
  const keys = Object.fromEntries(named.map(({ name }) => [name, `for ${name} ${key}`]));
  for (const { plate, name } of named) holdPlate(keys[name], plate);
  const [{ plate, name: plateName }] = named;
  const origin = originOf({ recipe: made[0].recipe, made: null }, intent);
  const [{ picture }] = await shownFirstStrokes({ plate, plateName, keys, name: intent, origin }, 1);
  return picture;
}

/** What a source may be for, each tried small; while a hand takes another part what was tried before stays. */
function useUses(bench: Bench, source: string) {
  const gesturing = useBench((s) => s.gesturing);
  const { recipe } = presentPlate(bench).plate;
  const settled = useRef(recipe);
  if (!gesturing) settled.current = recipe;
  const region = presentIntent(bench) === 'marks' ? undefined : regionIn(settled.current);
  const reading = readingOf(settled.current);
  const key = `${source} ${reading} ${JSON.stringify(partIn(region))}`;
  const { data } = useQuery({
    queryKey: ['uses', key],
    queryFn: async () => ({ key, ...(await cutter.uses(source, reading, region)) }),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: Infinity,
  });
  return data;
}

type TriedUses = NonNullable<ReturnType<typeof useUses>>;

interface ChoiceProps {
  intent: Intent;
  uses: TriedUses | undefined;
  chosen: boolean;
  onChoose: () => void;
}

/** One thing that the source may be for, as a stroke of it; each stands there as soon as it is laid. */
function Choice({ intent, uses, chosen, onChoose }: ChoiceProps) {
  const use = uses?.tried.find((one) => one.intent === intent);
  const { data: picture } = useQuery({
    queryKey: ['stroke for', intent, uses?.key],
    queryFn: () => (use && uses ? strokeFor(uses.key, use) : null),
    enabled: use !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: Infinity,
  });
  const [word, yes] = WORDS[intent];
  return (
    <button
      className="intent"
      role="radio"
      aria-checked={chosen}
      aria-label={word}
      disabled={!chosen && !use?.made.length}
      onClick={onChoose}
    >
      <span className="shot">
        {picture ? <BitmapView bitmap={picture} label="" /> : picture === null ? 'nothing' : '…'}
      </span>
      <b>{word}</b>
      <span>{yes}</span>
    </button>
  );
}

/** What the source is for, asked by pictures: each is a stroke of it. */
export function Intents({ bench, source }: { bench: Bench; source: string }) {
  const uses = useUses(bench, source);
  const present = presentIntent(bench);
  return (
    <>
      <h3 className="asked-for">What is it for?</h3>
      <div className="intents" role="radiogroup" aria-label="What is it for?">
        {INTENTS.map((intent) => (
          <Choice
            key={intent}
            intent={intent}
            uses={uses}
            chosen={intent === present}
            onChoose={() => void takeFor(bench, source, intent).catch(notifyFailure)}
          />
        ))}
      </div>
      <p className="note" style={{ padding: '0 16px', margin: '0 0 12px' }}>
        {uses ? (uses.intent === present ? uses.reason : 'Chosen by you.') : 'A stroke of each is being laid…'}
      </p>
    </>
  );
}
