import { IconButton, Tooltip } from '@mui/material';
import { memo, useState } from 'react';
import { Link } from 'react-router';
import { useStore } from 'zustand';
import { change, redo, undo, useBench, type KeepState } from '../../bench/store.ts';
import { Header } from '../../parts/Header.tsx';
import { KeptIcon, RedoIcon, UndoIcon, WaitIcon } from '../../parts/icons.tsx';
import { Versions } from './Versions.tsx';

/** The brush's name; pressed, it is renamed in place. */
function Name({ name }: { name: string }) {
  const [draft, setDraft] = useState<string | null>(null);
  const finish = () => {
    const next = draft?.trim().slice(0, 120);
    setDraft(null);
    if (next && next !== name) change(`named ${next}`, (d) => void (d.brush.name = next));
  };
  if (draft === null)
    return (
      <button className="name" onClick={() => setDraft(name)} title="Rename" aria-label={`Rename ${name}`}>
        {name}
      </button>
    );
  return (
    <input
      className="name"
      aria-label="Name of the brush"
      value={draft}
      autoFocus
      maxLength={120}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={finish}
      onKeyDown={(e) => {
        if (e.key === 'Enter') finish();
        if (e.key === 'Escape') setDraft(null);
      }}
    />
  );
}

/** How it looks, and in words, that the present state is not kept yet. */
const KEEPING: Record<Exclude<KeepState, 'kept'>, readonly [string, string]> = {
  pending: ['pending', 'keeping…'],
  keeping: ['pending', 'keeping…'],
  failed: ['failed', 'not kept yet'],
  refused: ['failed', 'not kept'],
};

function Kept({ onOpen }: { onOpen: () => void }) {
  const keep = useBench((s) => s.keep);
  const standing = useBench((s) => s.standing);
  const line = standing && standing.branch > 0 ? `branch ${standing.branch}, ` : '';
  const [look, words] = keep === 'kept' ? ['', `kept, ${line}version ${standing?.number ?? ''}`] : KEEPING[keep];
  return (
    <button className={`kept ${look}`} onClick={onOpen} aria-haspopup="dialog">
      {keep === 'kept' ? <KeptIcon size={17} /> : <WaitIcon size={17} />}
      {words}
    </button>
  );
}

/** Apart from the rest: it stays as it is while a handle moves. */
export const BenchHeader = memo(function BenchHeader({ name }: { name: string }) {
  const [versions, setVersions] = useState(false);
  const past = useStore(useBench.temporal, (s) => s.pastStates.length);
  const future = useStore(useBench.temporal, (s) => s.futureStates.length);
  const drawer = useBench((s) => s.standing?.drawer ?? '');
  return (
    <Header
      crumb={
        <>
          <Link to="/">Cabinet</Link> / <Link to={`/?shelf=${encodeURIComponent(`drawer:${drawer}`)}`}>{drawer}</Link> /{' '}
          <Name name={name} />
        </>
      }
    >
      <Kept onOpen={() => setVersions(true)} />
      <Tooltip title="Take back (Ctrl Z)">
        <span>
          <IconButton aria-label="Undo" onClick={undo} disabled={past === 0}>
            <UndoIcon />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title="Do it again (Ctrl Shift Z)">
        <span>
          <IconButton aria-label="Redo" onClick={redo} disabled={future === 0}>
            <RedoIcon />
          </IconButton>
        </span>
      </Tooltip>
      <Versions open={versions} onClose={() => setVersions(false)} />
    </Header>
  );
});
