import { originOf, type Bench } from '@amber-stamp/core/bench';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { presentPlate } from '../../bench/edit.ts';
import { shownFirstStrokes, standsAt, type ShownStroke } from '../../bench/first-strokes.ts';
import { standsAtGuess, takeGuessBack, takeStroke } from '../../bench/guessed.ts';
import { presentIntent } from '../../bench/use.ts';
import { usePlates } from '../../bench/plates.ts';
import { change, useBench } from '../../bench/store.ts';
import { BitmapView } from '../../parts/BitmapView.tsx';

interface ChoiceProps {
  stroke: ShownStroke;
  place: number;
  chosen: boolean;
}

/** One way to begin, as its stroke. */
const Choice = ({ stroke, place, chosen }: ChoiceProps) => (
  <button
    className="first-stroke"
    role="radio"
    aria-checked={chosen}
    aria-label={`First stroke ${place + 1}: ${stroke.reasons.spacing ?? ''}`}
    title={Object.values(stroke.reasons).join('\n')}
    onClick={() => change(`first stroke ${place + 1}`, (draft) => takeStroke(draft, stroke))}
  >
    {stroke.picture && <BitmapView bitmap={stroke.picture} label="" />}
    <span>
      echo {Math.round(stroke.echo)}
      <br />
      texture {Math.round(stroke.texture)}
    </span>
  </button>
);

/** Ways to begin with a plate, for as long as the brush stands at one of them. */
function useChoices(bench: Bench): ShownStroke[] {
  const { name: plateName, plate } = presentPlate(bench);
  const ready = usePlates((s) => s.ready[plateName]);
  const intent = presentIntent(bench);
  const { data = [] } = useQuery({
    queryKey: ['first strokes', ready?.key, intent],
    queryFn: () => {
      const keys = { [plateName]: ready.key };
      return shownFirstStrokes({
        plate: ready.plate,
        keys,
        name: bench.brush.name,
        plateName,
        origin: originOf(plate, intent),
      });
    },
    // a deck of marks is laid by its first one alone, so its pictures would show another brush
    enabled: ready !== undefined && intent !== 'marks' && standsAtGuess(bench),
    staleTime: Infinity,
  });
  return data.some((stroke) => standsAt(bench, stroke)) ? data : [];
}

/** What was guessed for a new plate: other first strokes to choose from, and the one press that takes it back. */
export function FirstStrokes({ bench: present }: { bench: Bench }) {
  // it goes when the hand rests: what is under the hand must not move away from it
  const gesturing = useBench((s) => s.gesturing);
  const rested = useRef(present);
  useEffect(() => {
    if (!gesturing) rested.current = present;
  });
  const bench = gesturing ? rested.current : present;
  const choices = useChoices(bench);
  const count = Object.keys(bench.guessed).length;
  if (count === 0) return null;
  return (
    <div className="section" style={{ borderTop: 0, paddingTop: 0 }}>
      {choices.length > 1 && (
        <div className="first-strokes" role="radiogroup" aria-label="First strokes">
          {choices.map((stroke, place) => (
            <Choice key={place} stroke={stroke} place={place} chosen={standsAt(bench, stroke)} />
          ))}
        </div>
      )}
      <span className="note">
        {count} {count === 1 ? 'row is' : 'rows are'} at a first guess from the shape of the plate; each says why.{' '}
      </span>
      <button className="link" onClick={() => change('plain settings', takeGuessBack)}>
        use plain settings
      </button>
    </div>
  );
}
