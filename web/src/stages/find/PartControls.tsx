import type { Bench } from '@amber-stamp/core/bench';
import { Button } from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { coded } from '../../parts/coded.ts';
import { brushesFromMarks, deckFromMarks, MOST_CARDS } from '../../bench/mark-brushes.ts';
import { notify, notifyError } from '../../parts/messages.tsx';
import { useSource } from '../../api/queries.ts';
import { cutter } from '../../engine/pool.ts';
import { beginRegion, regionPlace, useParts, type FoundMark } from './parts.ts';
import { presentPrints } from './prints.ts';

const notifyFailure = (cause: unknown): void => notifyError(coded(cause, 'The marks could not be looked for.'));

interface FoundProps {
  bench: Bench;
  source: string;
  found: readonly FoundMark[];
}

/** What becomes of the marks that were found: one brush that deals them, or a brush of each. */
function FoundMarks({ bench, source, found }: FoundProps) {
  const { data: info } = useSource(source);
  const navigate = useNavigate();
  const taken = found.filter(({ off }) => !off);
  const make = async (into: 'deck' | 'each') => {
    if (!info) return;
    const recipes = await cutter.markRecipes(source, taken, presentPrints(bench));
    if (into === 'deck') {
      const id = await deckFromMarks(info, recipes);
      if (id === undefined) return;
      useParts.setState({ mode: 'look' });
      await navigate(`/brush/${id}/vary`);
      return;
    }
    const count = await brushesFromMarks(info, recipes);
    if (count === undefined) return;
    notify(`${count} brushes are in the drawer ${info.name}.`);
    useParts.setState({ mode: 'look' });
    await navigate(`/?shelf=${encodeURIComponent(`drawer:${info.name.slice(0, 60)}`)}`);
  };
  if (found.length === 0)
    return (
      <span className="note" role="status">
        No separate marks stand out of this source. Take a part of it by hand.
      </span>
    );
  return (
    <>
      {taken.length > 0 && (
        <div className="buttons">
          <Button
            variant="contained"
            disabled={taken.length > MOST_CARDS}
            onClick={() => void make('deck').catch(notifyFailure)}
          >
            One brush, a deck of these ({taken.length})
          </Button>
          <Button onClick={() => void make('each').catch(notifyFailure)}>Make a brush of each ({taken.length})</Button>
        </div>
      )}
      <span className="note">
        {taken.length > MOST_CARDS
          ? `A deck holds ${MOST_CARDS}: press marks on the picture to leave them out.`
          : 'Press a mark on the picture to leave it out, or to take it in again.'}
      </span>
    </>
  );
}

/** A part of the source by hand, or the marks on it. */
export function PartControls({ bench, source }: { bench: Bench; source: string }) {
  const { mode, marks, source: lookedAt } = useParts();
  const [busy, setBusy] = useState(false);
  const look = async () => {
    setBusy(true);
    try {
      const made = await cutter.marks(source, presentPrints(bench));
      useParts.setState({ mode: 'marks', marks: made.map((mark) => ({ ...mark, off: false })), source });
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="section">
      <h3>A part of it</h3>
      <span className="note">
        {mode === 'region'
          ? 'Drag on the picture: a box. With Alt: an outline.'
          : regionPlace(bench) >= 0
            ? 'A part of the source is taken.'
            : 'The whole source is used.'}
      </span>
      <div className="buttons">
        <Button
          aria-pressed={mode === 'region'}
          onClick={() => (mode === 'region' ? useParts.setState({ mode: 'look' }) : beginRegion(bench))}
        >
          {mode === 'region' ? 'Done' : 'Take a part'}
        </Button>
        <Button disabled={busy} onClick={() => void look().catch(notifyFailure)}>
          {busy ? 'looking…' : 'Find the marks'}
        </Button>
      </div>
      {mode === 'marks' && lookedAt === source && <FoundMarks bench={bench} source={source} found={marks} />}
    </div>
  );
}
