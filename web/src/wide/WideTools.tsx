import type { Bench } from '@amber-stamp/core/bench';
import { change } from '../bench/store.ts';
import type { BoxSize } from '../parts/useBoxSize.ts';
import { pickedStroke, useHand, ZOOMS } from '../bench/hand.ts';
import { PenHand } from './PenHand.tsx';
import { Recordings } from './Recordings.tsx';
import { TakeOver } from './TakeOver.tsx';
import { Replay, useReplay } from './Replay.tsx';

/** 50, 100 or 200 %: one press goes on to the next. */
function Zoom() {
  const zoom = useHand((s) => s.zoom);
  const next = ZOOMS[(ZOOMS.indexOf(zoom as (typeof ZOOMS)[number]) + 1) % ZOOMS.length];
  return (
    <button
      className="small"
      aria-label={`Sheet at ${zoom * 100} %, go to ${next * 100} %`}
      onClick={() => useHand.setState({ zoom: next })}
    >
      {zoom * 100} %
    </button>
  );
}

/** What can be done with the strokes of the wide sheet, in its corner. */
export function WideTools({ bench, sheet }: { bench: Bench; sheet: BoxSize }) {
  const does = useHand((s) => s.does);
  const playing = useReplay((s) => s.at !== null);
  const picked = useHand((s) => pickedStroke(bench, s.picked) !== undefined);
  const own = bench.strokes.length > 0;
  // nothing lies over the handles of a picked stroke
  if (picked)
    return (
      <span className="tag right">
        <button className="small" onClick={() => useHand.setState({ does: 'draw', picked: null })}>
          draw again
        </button>
      </span>
    );
  if (playing)
    return (
      <span className="tag hand">
        <Replay strokes={bench.strokes} />
      </span>
    );
  return (
    <span className="tag hand">
      <Zoom />
      <PenHand />
      <Recordings strokes={bench.strokes} sheet={sheet} />
      {own && (
        <button
          className="small"
          aria-pressed={does === 'pick'}
          onClick={() => useHand.setState({ does: does === 'pick' ? 'draw' : 'pick', picked: null })}
        >
          {does === 'pick' ? 'draw again' : 'pick a stroke'}
        </button>
      )}
      {own && <Replay strokes={bench.strokes} />}
      <button
        className="small"
        onClick={() =>
          change(bench.sheet.trial ? 'trial strokes off' : 'trial strokes on', (d) => {
            d.sheet.trial = !d.sheet.trial;
          })
        }
      >
        {bench.sheet.trial ? 'hide the trial' : 'show the trial'}
      </button>
      {own && <TakeOver />}
      {own && (
        <button className="small" onClick={() => change('own strokes cleared', (d) => void (d.strokes = []))}>
          clear mine
        </button>
      )}
    </span>
  );
}
