import { fileName, type Bench, type Prints } from '@amber-stamp/core';
import { Button, Menu, MenuItem } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { coded } from '../../parts/coded.ts';
import { useSource, useSources } from '../../api/queries.ts';
import { arriveSource } from '../../bench/arrivals.ts';
import { presentPlate, propertiesOf } from '../../bench/edit.ts';
import { usePlates } from '../../bench/plates.ts';
import { change, useBench } from '../../bench/store.ts';
import { BitmapView } from '../../parts/BitmapView.tsx';
import { Choices } from '../../parts/Choices.tsx';
import { trouble } from '../../parts/messages.tsx';
import { cutter } from '../../workers/pool.ts';
import { PlateChoice } from '../cut/PlateChoice.tsx';
import { PartControls } from './PartControls.tsx';
import { presentPrints } from './prints.ts';

const CHANNELS = ['red', 'green', 'blue'] as const;
type Channel = (typeof CHANNELS)[number];
const isChannel = (prints: string): prints is Channel => (CHANNELS as readonly string[]).includes(prints);

const WORDS: Record<'dark' | 'light' | 'alpha' | 'red', readonly [string, string, string]> = {
  light: ['The pale', 'on a dark ground', 'nothing pale stands out'],
  dark: ['The dark', 'on a pale ground', 'nothing dark stands out'],
  alpha: ['What is opaque', 'the rest is clear', 'nothing is clear here'],
  red: ['One channel', 'red, green or blue', 'this channel is empty'],
};
const ORDER = ['dark', 'light', 'alpha', 'red'] as const;

/** Answers the question: on a new brush by a new automatic recipe and guess, on a finished one in its gray step alone. */
async function answer(bench: Bench, source: string, prints: Prints): Promise<void> {
  const { name } = presentPlate(bench);
  const what = `prints: ${prints}`;
  if (!useBench.getState().fresh) {
    change(what, (draft) => {
      const recipe = presentPlate(draft).plate.recipe;
      const gray = recipe?.steps.find((s) => s.step === 'gray');
      if (gray) gray.prints = prints;
    });
    return;
  }
  const recipe = await cutter.recipeFor(source, prints);
  const { plate } = await cutter.cut(source, recipe);
  const guess = await cutter.guess(plate, bench.brush.name, name);
  change(what, (draft) => {
    presentPlate(draft).plate.recipe = recipe;
    const p = propertiesOf(draft);
    const guessed = guess.brush.coats[0].properties;
    for (const key of Object.keys(draft.guessed)) delete draft.guessed[key];
    Object.assign(p, guessed);
    Object.assign(draft.guessed, guess.reasons);
  });
}

const tellFailure = (cause: unknown): void =>
  trouble(coded(cause, 'The answer could not be tried; nothing was changed.'));

function Answers({ bench, source }: { bench: Bench; source: string }) {
  const { data, error } = useQuery({
    queryKey: ['answers', source],
    queryFn: () => cutter.answers(source),
    staleTime: Infinity,
    gcTime: Infinity,
  });
  const prints = presentPrints(bench);
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
          const found = data?.answers.find((a) => a.prints === key);
          const chosen = key === prints || (key === 'red' && isChannel(prints));
          const [word, yes, no] = WORDS[key];
          return (
            <button
              key={key}
              className="answer"
              role="radio"
              aria-checked={chosen}
              aria-label={word}
              disabled={!found?.recipe}
              onClick={() => void answer(bench, source, key).catch(tellFailure)}
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
      {isChannel(prints) && (
        <div style={{ padding: '0 16px 8px' }}>
          <Choices
            label="Channel"
            value={prints}
            options={CHANNELS.map((c) => [c, c] as const)}
            onChange={(c) => void answer(bench, source, c).catch(tellFailure)}
          />
        </div>
      )}
      <p className="note" style={{ padding: '0 16px', margin: '0 0 12px' }}>
        {data
          ? data.prints === prints
            ? data.reason
            : 'Chosen by you.'
          : 'The four answers are being cut from this source…'}
      </p>
    </>
  );
}

/** Puts another source under the brush: recipe and every other setting stay. */
function OtherSource({ source }: { source: string | null }) {
  const input = useRef<HTMLInputElement>(null);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { data = [] } = useSources();
  const take = (id: string, name: string) => {
    setAnchor(null);
    change(`source: ${name}`, (draft) => {
      const { plate } = presentPlate(draft);
      plate.source = id;
      plate.recipe ??= { format: 'amber-stamp/recipe', version: 1, steps: [] };
    });
  };
  const chosen = async (file: File | undefined) => {
    const arrived = file && (await arriveSource(file));
    if (arrived) take(arrived.id, arrived.name);
  };
  return (
    <div className="buttons">
      <Button onClick={() => input.current?.click()}>Another picture</Button>
      <Button onClick={(e) => setAnchor(e.currentTarget)} aria-haspopup="menu">
        A source from the cabinet
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Another picture"
        onChange={(e) => void chosen(e.target.files?.[0])}
      />
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {data.map((s) => (
          <MenuItem key={s.id} selected={s.id === source} onClick={() => take(s.id, s.name)}>
            {s.name}
          </MenuItem>
        ))}
      </Menu>
    </div>
  );
}

export function FindControls({ bench }: { bench: Bench }) {
  const { plate } = presentPlate(bench);
  const { data: source } = useSource(plate.source);
  const error = usePlates((s) => s.trouble);
  return (
    <>
      <div className="top">
        <h2>What prints?</h2>
      </div>
      <PlateChoice bench={bench} />
      {plate.source ? (
        <Answers key={plate.source} bench={bench} source={plate.source} />
      ) : (
        <p className="note" style={{ padding: '0 16px' }}>
          This brush came with its plate alone. Give it a source to ask again.
        </p>
      )}
      {error && (
        <div className="warning" role="alert">
          <b>{error.message}</b>
        </div>
      )}
      {plate.source && plate.recipe && <PartControls bench={bench} source={plate.source} />}
      <div className="section">
        <h3>Source</h3>
        <span className="note">
          {source ? `${source.name}, kept as ${fileName(source.name)}.${source.format}, its bytes untouched` : 'none'}
        </span>
        <OtherSource source={plate.source} />
        <p className="note" style={{ marginBottom: 0 }}>
          The recipe and all settings of the brush stay.
        </p>
      </div>
    </>
  );
}
