import type { BrushListing } from '@amber-stamp/core/api';
import { Popover } from '@mui/material';
import { useState, type FormEvent } from 'react';
import { useCabinet } from '../../api/queries.ts';
import { orNotifyError } from '../../parts/messages.tsx';
import { endAsking, useAsking } from './asking.ts';
import { changeBrushes, moveBrushes } from './deeds.ts';
import { DeleteDialog } from './DeleteDialog.tsx';
import { PackDialog } from './PackDialog.tsx';

interface AskProps {
  ids: readonly string[];
  name: string;
  /** those of the chosen brushes that are shown */
  brushes: readonly BrushListing[];
}

/** A field that takes one word or name by Enter. */
function Word({
  label,
  usual = '',
  most,
  onTake,
}: {
  label: string;
  usual?: string;
  most: number;
  onTake: (word: string) => void;
}) {
  const [word, setWord] = useState(usual);
  const take = (event: FormEvent) => {
    event.preventDefault();
    onTake(word.trim());
    setWord('');
  };
  return (
    <form onSubmit={take}>
      <input
        className="underline"
        aria-label={label}
        placeholder={label}
        autoFocus
        maxLength={most}
        value={word}
        onChange={(e) => setWord(e.target.value)}
      />
    </form>
  );
}

function AskDrawer({ ids, name }: AskProps) {
  const { data } = useCabinet();
  const move = (drawer: string) => {
    if (drawer === '') return;
    endAsking();
    orNotifyError(moveBrushes([...ids], name, drawer));
  };
  return (
    <>
      <h3>To which drawer?</h3>
      {(data?.drawers ?? []).map((drawer) => (
        <button key={drawer.name} className="pick-drawer" onClick={() => move(drawer.name)}>
          {drawer.name} <i>{drawer.count}</i>
        </button>
      ))}
      <Word label="a new drawer" most={60} onTake={move} />
    </>
  );
}

function AskTags({ ids, name, brushes }: AskProps) {
  const { data } = useCabinet();
  const has = (tag: string) => brushes.some((brush) => brush.tags.includes(tag));
  const known = [...new Set([...(data?.tags ?? []).map((tag) => tag.name), ...brushes.flatMap((brush) => brush.tags)])];
  const add = (tag: string) => {
    if (tag !== '') orNotifyError(changeBrushes({ ids: [...ids], addTags: [tag] }, `${name}: tagged ${tag}.`));
  };
  const drop = (tag: string) =>
    orNotifyError(changeBrushes({ ids: [...ids], dropTags: [tag] }, `${name}: ${tag} taken off.`));
  return (
    <>
      <h3>Tags of {name}</h3>
      <div className="tags">
        {known.map((tag) => (
          <button
            key={tag}
            className={`tagged ${has(tag) ? 'on' : ''}`}
            aria-pressed={has(tag)}
            onClick={() => (has(tag) ? drop(tag) : add(tag))}
          >
            {tag}
          </button>
        ))}
      </div>
      <Word label="another tag" most={40} onTake={add} />
      <span className="note">One that is pressed goes again.</span>
    </>
  );
}

function AskNote({ ids, name, brushes }: AskProps) {
  const write = (note: string) => {
    endAsking();
    orNotifyError(changeBrushes({ ids: [...ids], note }, `${name}: noted.`));
  };
  return (
    <>
      <h3>Note on {name}</h3>
      <Word label="what it is for" usual={brushes.length === 1 ? brushes[0].note : ''} most={200} onTake={write} />
    </>
  );
}

const ASKS = { drawer: AskDrawer, tags: AskTags, note: AskNote } as const;

/** What is being asked about the chosen brushes. `shown`: the brushes of the shelf as far as they are known. */
export function Asked({ shown }: { shown: readonly BrushListing[] }) {
  const { what, ids, name, anchor } = useAsking();
  if (what === 'delete') return <DeleteDialog ids={ids} name={name} />;
  if (what === 'pack') return <PackDialog ids={ids} name={name} />;
  const Ask = what && ASKS[what];
  const brushes = shown.filter(({ id }) => ids.includes(id));
  return (
    <Popover
      open={Ask !== null}
      anchorEl={anchor}
      onClose={endAsking}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      slotProps={{ paper: { className: 'ask-beside', 'aria-label': 'About the chosen brushes', role: 'dialog' } }}
    >
      {Ask && <Ask ids={ids} name={name} brushes={brushes} />}
    </Popover>
  );
}
