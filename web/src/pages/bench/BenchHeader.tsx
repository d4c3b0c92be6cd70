import { IconButton, Tooltip } from '@mui/material';
import { memo, useState } from 'react';
import { Link } from 'react-router';
import { useStore } from 'zustand';
import { change, redo, useBench, type KeepState } from '../../bench/store.ts';
import { useOldest } from '../../bench/further-back.ts';
import { Header } from '../../parts/Header.tsx';
import { NameField } from '../../parts/NameField.tsx';
import { KeptIcon, RedoIcon, UndoIcon, WaitIcon } from '../../parts/icons.tsx';
import { SearchField } from '../../search/SearchField.tsx';
import { takeBackOrSay } from './take-back.ts';
import { Versions } from './Versions.tsx';

/** The brush's name; pressed, it is renamed in place. */
function Name({ name }: { name: string }) {
  const [renaming, setRenaming] = useState(false);
  if (!renaming)
    return (
      <button className="name" onClick={() => setRenaming(true)} title="Rename" aria-label={`Rename ${name}`}>
        {name}
      </button>
    );
  const end = (next: string | undefined) => {
    setRenaming(false);
    if (next) change(`named ${next}`, (d) => void (d.brush.name = next));
  };
  return <NameField className="name" label="Name of the brush" name={name} onEnd={end} />;
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
export const BenchHeader = memo(function BenchHeader({ id, name }: { id: string; name: string }) {
  const [versions, setVersions] = useState(false);
  const past = useStore(useBench.temporal, (s) => s.pastStates.length);
  const future = useStore(useBench.temporal, (s) => s.futureStates.length);
  const what = useBench((s) => s.what || 'the last change');
  const older = useOldest(({ oldest }) => (oldest?.number ?? 1) > 1);
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
      <SearchField id={id} />
      <Kept onOpen={() => setVersions(true)} />
      <Tooltip title={`Take back: ${past > 0 ? what : 'the state before it was opened'} (Ctrl Z)`}>
        <span>
          <IconButton aria-label="Undo" onClick={takeBackOrSay} disabled={past === 0 && !older}>
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
