import type { Bench } from '@amber-stamp/core/bench';
import { Button } from '@mui/material';
import { useNavigate } from 'react-router';
import { useSource } from '../../api/queries.ts';
import { brushesFromMarks } from '../../bench/mark-brushes.ts';
import { presentIntent } from '../../bench/use.ts';
import { cutter } from '../../engine/pool.ts';
import { notify } from '../../parts/messages.tsx';
import { takenMarks } from './deal-marks.ts';
import { findAgain, joinMark, splitMark } from './edit-marks.ts';
import { notifyMarks } from './notify-marks.ts';
import { beginRegion, regionPlace, shownMarks, useParts } from './parts.ts';
import { presentPrints } from './prints.ts';

interface Props {
  bench: Bench;
  source: string;
}

/** What becomes of the mark that was pressed last. */
function ChosenMark({ bench, source }: Props) {
  const parts = useParts();
  const marks = shownMarks(bench, source, parts);
  const { chosen } = parts;
  if (chosen === null || !marks[chosen]) return null;
  return (
    <div className="buttons">
      <span className="note">Mark {chosen + 1}</span>
      <Button onClick={() => void splitMark(source, chosen).catch(notifyMarks)}>Split it</Button>
      <Button disabled={marks.length < 2} onClick={() => void joinMark(source, chosen).catch(notifyMarks)}>
        Join with the nearest
      </Button>
    </div>
  );
}

/** The marks of a sheet: the deck deals those that are taken. */
function Marks({ bench, source }: Props) {
  const { data: info } = useSource(source);
  const navigate = useNavigate();
  const taken = takenMarks(bench);
  const each = async () => {
    if (!info) return;
    const recipes = await cutter.markRecipes(source, taken, presentPrints(bench));
    const count = await brushesFromMarks(info, recipes);
    if (count === undefined) return;
    notify(`${count} brushes are in the drawer ${info.name}.`);
    await navigate(`/?shelf=${encodeURIComponent(`drawer:${info.name.slice(0, 60)}`)}`);
  };
  return (
    <div className="section">
      <h3>One brush, a deck of these ({taken.length})</h3>
      <span className="note">
        Press a mark on the picture to leave it out or to take it in; drag it, or its corner; draw another one beside.
      </span>
      <ChosenMark bench={bench} source={source} />
      <div className="buttons">
        <Button onClick={() => void findAgain(source, 'near').catch(notifyMarks)}>Part by part</Button>
        <Button onClick={() => void findAgain(source, 'lines').catch(notifyMarks)}>Line by line</Button>
      </div>
      <div className="buttons">
        <Button onClick={() => void each().catch(notifyMarks)}>Make a brush of each ({taken.length})</Button>
      </div>
    </div>
  );
}

/** A part of the source by hand, or the marks on it. */
export function PartControls({ bench, source }: Props) {
  const { mode } = useParts();
  if (presentIntent(bench) === 'marks') return <Marks bench={bench} source={source} />;
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
      </div>
    </div>
  );
}
