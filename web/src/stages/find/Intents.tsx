import type { Bench } from '@amber-stamp/core/bench';
import {
  INTENTS,
  partIn,
  readingOf,
  regionIn,
  type Intent,
  type Reading,
  type RecipeStep,
  type TriedUse,
} from '@amber-stamp/core/cut';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { presentPlate } from '../../bench/edit.ts';
import { originOf, shownFirstStrokes } from '../../bench/first-strokes.ts';
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

interface TriedIntents {
  intent: Intent;
  reason: string;
  pictures: Partial<Record<Intent, ImageBitmap>>;
}

async function tryAll(source: string, reading: Reading, region: RecipeStep | undefined): Promise<TriedIntents> {
  const { tried, intent, reason } = await cutter.uses(source, reading, region);
  const key = `${source} ${reading} ${JSON.stringify(partIn(region))}`;
  const pictures: TriedIntents['pictures'] = {};
  for (const use of tried) {
    const picture = await strokeFor(key, use);
    if (picture) pictures[use.intent] = picture;
  }
  return { intent, reason, pictures };
}

/** What a source may be for, each tried; while a hand takes another part those before stay. */
function useIntents(bench: Bench, source: string) {
  const gesturing = useBench((s) => s.gesturing);
  const { recipe } = presentPlate(bench).plate;
  const settled = useRef(recipe);
  if (!gesturing) settled.current = recipe;
  const region = presentIntent(bench) === 'marks' ? undefined : regionIn(settled.current);
  const reading = readingOf(settled.current);
  return useQuery({
    queryKey: ['intents', source, reading, JSON.stringify(region)],
    queryFn: () => tryAll(source, reading, region),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: Infinity,
  });
}

/** What the source is for, asked by pictures: each is a stroke of it. */
export function Intents({ bench, source }: { bench: Bench; source: string }) {
  const { data } = useIntents(bench, source);
  const present = presentIntent(bench);
  return (
    <>
      <h3 className="asked-for">What is it for?</h3>
      <div className="intents" role="radiogroup" aria-label="What is it for?">
        {INTENTS.map((intent) => {
          const picture = data?.pictures[intent];
          const [word, yes] = WORDS[intent];
          return (
            <button
              key={intent}
              className="intent"
              role="radio"
              aria-checked={intent === present}
              aria-label={word}
              disabled={!picture && intent !== present}
              onClick={() => void takeFor(bench, source, intent).catch(notifyFailure)}
            >
              <span className="shot">
                {picture ? <BitmapView bitmap={picture} label="" /> : data ? 'nothing' : '…'}
              </span>
              <b>{word}</b>
              <span>{yes}</span>
            </button>
          );
        })}
      </div>
      <p className="note" style={{ padding: '0 16px', margin: '0 0 12px' }}>
        {data ? (data.intent === present ? data.reason : 'Chosen by you.') : 'A stroke of each is being laid…'}
      </p>
    </>
  );
}
