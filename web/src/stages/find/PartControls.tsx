import type { Bench } from '@amber-stamp/core/bench';
import { Button } from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { coded } from '../../parts/coded.ts';
import { brushesFromMarks } from '../../bench/arrivals.ts';
import { notify, notifyError } from '../../parts/messages.tsx';
import { useSource } from '../../api/queries.ts';
import { cutter } from '../../engine/pool.ts';
import { beginRegion, regionPlace, useParts } from './parts.ts';
import { presentPrints } from './prints.ts';

const notifyFailure = (cause: unknown): void => notifyError(coded(cause, 'The marks could not be looked for.'));

/** A part of the source by hand, or every mark on it as a brush of its own. */
export function PartControls({ bench, source }: { bench: Bench; source: string }) {
  const { mode, marks, source: lookedAt } = useParts();
  const [busy, setBusy] = useState(false);
  const { data: info } = useSource(source);
  const navigate = useNavigate();
  const found = lookedAt === source ? marks : [];
  const look = async () => {
    setBusy(true);
    try {
      const made = await cutter.marks(source, presentPrints(bench));
      useParts.setState({ mode: 'marks', marks: made, source });
    } finally {
      setBusy(false);
    }
  };
  const makeAll = async () => {
    if (!info) return;
    const recipes = await cutter.markRecipes(source, found, presentPrints(bench));
    const count = await brushesFromMarks(info, recipes);
    if (count === undefined) return;
    notify(`${count} brushes are in the drawer ${info.name}.`);
    useParts.setState({ mode: 'look' });
    await navigate(`/?shelf=${encodeURIComponent(`drawer:${info.name.slice(0, 60)}`)}`);
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
        {mode === 'marks' && lookedAt === source && found.length > 0 && (
          <Button variant="contained" onClick={() => void makeAll().catch(notifyFailure)}>
            Make a brush of each ({found.length})
          </Button>
        )}
      </div>
      {mode === 'marks' && lookedAt === source && found.length === 0 && (
        <span className="note" role="status">
          No separate marks stand out of this source. Take a part of it by hand.
        </span>
      )}
    </div>
  );
}
