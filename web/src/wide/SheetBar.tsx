import type { Bench } from '@amber-stamp/core/bench';
import type { PenStroke } from '@amber-stamp/core/model';
import { useShallow } from 'zustand/react/shallow';
import { change } from '../bench/store.ts';
import { pickedStroke, useHand, type Hand } from '../bench/hand.ts';
import { Lies } from './Lies.tsx';
import { Recordings } from './Recordings.tsx';
import { TakeOver } from './TakeOver.tsx';
import { Replay, useReplay } from './Replay.tsx';
import { SheetView } from './SheetView.tsx';

const TOLD = {
  draw: 'your strokes are drawn again at every change',
  pick: 'press on one of your strokes to pick it',
  'take colour': 'press on the ground to take its colour',
} as const;

interface Telling extends Pick<Hand, 'does' | 'away' | 'holding'> {
  /** a stroke of the sheet is picked */
  picked: boolean;
}

function toldOf({ does, away, holding, picked }: Telling, empty: boolean): string {
  if (holding) return 'drag to move the sheet';
  if (away) return 'the next stroke takes away';
  if (picked) return 'drag its handles; the square one is its size';
  return does === 'draw' && empty ? 'draw here; hold space to move the sheet' : TOLD[does];
}

/** What the hand does now, in words. */
function Told({ bench }: { bench: Bench }) {
  const hand = useHand(useShallow(({ does, away, holding }) => ({ does, away, holding })));
  const picked = useHand((s) => pickedStroke(bench, s.picked) !== undefined);
  return (
    <span className="told" role="status">
      {toldOf({ ...hand, picked }, bench.strokes.length === 0)}
    </span>
  );
}

/** Opens the made-up pen in the place of the strip of dabs, so that it stays open while the hand draws. */
function PenButton() {
  const open = useHand((s) => s.strip === 'the pen');
  return (
    <button
      className="small"
      aria-pressed={open}
      onClick={() => useHand.setState({ strip: open ? 'single' : 'the pen' })}
    >
      the pen
    </button>
  );
}

/** What can be done with the strokes of the sheet. */
function StrokeTools({ bench }: { bench: Bench }) {
  const does = useHand((s) => s.does);
  const sheet = useHand((s) => s.paper);
  const own = bench.strokes.length > 0;
  return (
    <>
      <PenButton />
      <Recordings strokes={bench.strokes} sheet={sheet} />
      <button
        className="small"
        onClick={() =>
          change(bench.sheet.trial ? 'sample strokes off' : 'sample strokes on', (d) => {
            d.sheet.trial = !d.sheet.trial;
          })
        }
      >
        {bench.sheet.trial ? 'hide sample strokes' : 'show sample strokes'}
      </button>
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
      {own && <TakeOver />}
      {own && (
        <button className="small" onClick={() => change('own strokes cleared', (d) => void (d.strokes = []))}>
          clear mine
        </button>
      )}
    </>
  );
}

/** Under the paper, never over it: what the hand does, how the sheet is seen, what can be done with its strokes. */
export function SheetBar({ bench, trial }: { bench: Bench; trial: readonly PenStroke[] }) {
  const playing = useReplay((s) => s.at !== null);
  const picked = useHand((s) => pickedStroke(bench, s.picked) !== undefined);
  return (
    <div className="sheet-bar">
      <div>
        <Told bench={bench} />
        <span className="spacer" />
        <Lies bench={bench} />
        <SheetView bench={bench} trial={trial} />
      </div>
      <div>
        {playing ? (
          <Replay strokes={bench.strokes} />
        ) : picked ? (
          <button className="small" onClick={() => useHand.setState({ does: 'draw', picked: null })}>
            draw again
          </button>
        ) : (
          <StrokeTools bench={bench} />
        )}
      </div>
    </div>
  );
}
