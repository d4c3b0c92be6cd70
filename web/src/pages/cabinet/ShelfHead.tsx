import { Button, MenuItem, Select } from '@mui/material';
import { Link } from 'react-router';
import { useState } from 'react';
import { SORTS, type Sort } from '../../api/lists.ts';
import { sendJson } from '../../api/client.ts';
import { useChooseFile } from '../../bench/parts/DropAnywhere.tsx';
import { Choices } from '../../parts/Choices.tsx';
import { NameField } from '../../parts/NameField.tsx';
import { orNotifyError } from '../../parts/messages.tsx';
import { did } from './deeds.ts';
import type { Shelf } from './shelves.ts';
import { useView } from './view.ts';

const SORTED: Readonly<Record<Sort, string>> = {
  kept: 'last kept first',
  name: 'by name',
  echo: 'least echo first',
  texture: 'most texture first',
};

/** The note on a drawer, written in its place. */
function DrawerNote({ shelf }: { shelf: Shelf }) {
  const [writing, setWriting] = useState(false);
  const note = (text: string) => sendJson('PATCH', `/drawers/${encodeURIComponent(shelf.drawer)}`, { note: text });
  const end = (text: string | undefined) => {
    setWriting(false);
    if (text === undefined) return;
    orNotifyError(note(text).then(() => did(`${shelf.name}: noted.`, () => note(shelf.note))));
  };
  if (writing)
    return (
      <NameField
        className="underline note-field"
        label={`Note on ${shelf.name}`}
        name={shelf.note}
        most={200}
        onEnd={end}
      />
    );
  return (
    <button className="plain note" onClick={() => setWriting(true)} title="Write a note on this drawer">
      {shelf.note || 'a note…'}
    </button>
  );
}

interface Props {
  shelf: Shelf;
  wanted: string;
  onWant: (wanted: string) => void;
}

/** What the shelf is called, the search in it, how it is shown, and the ways to a new brush. */
export function ShelfHead({ shelf, wanted, onWant }: Props) {
  const choose = useChooseFile();
  const { sort, shown } = useView();
  const ofBrushes = shelf.kind === 'brushes' || shelf.kind === 'away';
  return (
    <div className="head">
      <h1 title={shelf.name}>{shelf.name}</h1>
      {shelf.drawer ? <DrawerNote shelf={shelf} /> : <span className="note">{shelf.note}</span>}
      <span className="spacer" />
      {ofBrushes && (
        <>
          <Select
            variant="standard"
            value={sort}
            slotProps={{ input: { 'aria-label': 'Sorted' } }}
            onChange={(e) => useView.setState({ sort: e.target.value })}
          >
            {SORTS.map((name) => (
              <MenuItem key={name} value={name}>
                {SORTED[name]}
              </MenuItem>
            ))}
          </Select>
          <Choices
            label="Shown as"
            options={[
              ['boxes', 'boxes'],
              ['list', 'list'],
            ]}
            value={shown}
            onChange={(next) => useView.setState({ shown: next })}
          />
        </>
      )}
      <input
        className="underline"
        placeholder={ofBrushes ? 'find: soft, band, turned…' : 'find…'}
        aria-label={`Find in ${shelf.name}`}
        value={wanted}
        onChange={(e) => onWant(e.target.value)}
      />
      <Link className="link" to="/new/scanner">
        draw, shapes, type, scan…
      </Link>
      <Button variant="contained" onClick={choose}>
        New brush from a picture
      </Button>
    </div>
  );
}
