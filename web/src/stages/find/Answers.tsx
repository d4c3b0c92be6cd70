import type { Bench } from '@amber-stamp/core/bench';
import { readingOf, regionIn, type Reading } from '@amber-stamp/core/cut';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { presentPlate } from '../../bench/edit.ts';
import { useBench } from '../../bench/store.ts';
import { BitmapView } from '../../parts/BitmapView.tsx';
import { Choices } from '../../parts/Choices.tsx';
import { coded } from '../../parts/coded.ts';
import { notifyError } from '../../parts/messages.tsx';
import { cutter } from '../../engine/pool.ts';
import type { Answer } from '../../engine/protocol/cut.ts';
import { answer, useReadAnew } from './read-anew.ts';

const CHANNELS = ['red', 'green', 'blue'] as const;
type Channel = (typeof CHANNELS)[number];
const isChannel = (reading: string): reading is Channel => (CHANNELS as readonly string[]).includes(reading);

type Asked = 'dark' | 'light' | 'alpha' | 'tone' | 'red' | 'heights';

const WORDS: Record<Asked, readonly [string, string, string]> = {
  light: ['The pale', 'on a dark ground', 'nothing pale stands out'],
  dark: ['The dark', 'on a pale ground', 'nothing dark stands out'],
  alpha: ['What is opaque', 'the rest is clear', 'nothing is clear here'],
  tone: ['Its tone', 'within what is opaque', 'one tone, or nothing clear'],
  red: ['One channel', 'red, green or blue', 'this channel is empty'],
  heights: ['Its heights', 'pale is high: a relief', 'it is all of one height'],
};
const ORDER: readonly Asked[] = ['dark', 'light', 'alpha', 'tone', 'red', 'heights'];
/** Where heights are among the first things to think of. */
const HEIGHTS_FIRST: readonly Asked[] = ['heights', ...ORDER.filter((key) => key !== 'heights')];

const notifyFailure = (cause: unknown): void =>
  notifyError(coded(cause, 'The answer could not be tried; nothing was changed.'));

interface AnswerProps {
  asked: Asked;
  /** undefined until they are cut */
  found: Answer | undefined;
  loading: boolean;
  chosen: boolean;
  onChoose: () => void;
}

/** One answer as the picture that it would print. */
function AnswerButton({ asked, found, loading, chosen, onChoose }: AnswerProps) {
  const [word, yes, no] = WORDS[asked];
  return (
    <button
      className="answer"
      role="radio"
      aria-checked={chosen}
      aria-label={word}
      disabled={!found?.recipe}
      onClick={onChoose}
    >
      <span className="shot">
        {found?.picture ? <BitmapView bitmap={found.picture} label="" /> : loading ? '…' : 'nothing'}
      </span>
      <b>{word}</b>
      <span>{loading || found?.recipe ? yes : no}</span>
    </button>
  );
}

/** The answers for the part that is taken; while a hand draws another one those before stay. */
function useAnswers(bench: Bench, source: string) {
  const gesturing = useBench((s) => s.gesturing);
  const taken = regionIn(presentPlate(bench).plate.recipe);
  const settled = useRef(taken);
  if (!gesturing) settled.current = taken;
  const region = settled.current;
  return useQuery({
    queryKey: ['answers', source, JSON.stringify(region)],
    queryFn: () => cutter.answers(source, region),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: Infinity,
  });
}

/** The question that a picture is asked, with pictures of its answers. */
export function Answers({ bench, source }: { bench: Bench; source: string }) {
  useReadAnew(bench, source, notifyFailure);
  const { data, error } = useAnswers(bench, source);
  const present = readingOf(presentPlate(bench).plate.recipe);
  const choose = (reading: Reading) => void answer(bench, source, reading).catch(notifyFailure);
  if (error)
    return (
      <p className="note" role="alert" style={{ padding: '0 16px' }}>
        {error.message}
      </p>
    );
  return (
    <>
      <div className="answers" role="radiogroup" aria-label="What prints?">
        {(data?.heightsFirst ? HEIGHTS_FIRST : ORDER).map((asked) => (
          <AnswerButton
            key={asked}
            asked={asked}
            found={data?.answers.find(({ reading }) => reading === asked)}
            loading={!data}
            chosen={asked === present || (asked === 'red' && isChannel(present))}
            onChoose={() => choose(asked)}
          />
        ))}
      </div>
      {isChannel(present) && (
        <div style={{ padding: '0 16px 8px' }}>
          <Choices label="Channel" value={present} options={CHANNELS.map((c) => [c, c] as const)} onChange={choose} />
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
