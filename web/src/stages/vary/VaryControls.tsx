import { PROPERTIES, withoutGuess, type Bench } from '@amber-stamp/core';
import { Button } from '@mui/material';
import { useState } from 'react';
import { change } from '../../bench/store.ts';
import { MirrorRow } from './MirrorRow.tsx';
import { PropertyRow } from './PropertyRow.tsx';
import { ROWS } from './rows.ts';

const plain = (what: string, bench: Bench) =>
  change(what, (draft) => {
    const [coat] = withoutGuess(bench.brush).coats;
    draft.brush.coats[0] = { ...coat, deck: bench.brush.coats[0].deck, ink: bench.brush.coats[0].ink };
    draft.guessed = {};
  });

/** What was guessed for a new plate, and the one press that takes it back. */
function Guessed({ bench }: { bench: Bench }) {
  const count = Object.keys(bench.guessed).length;
  if (count === 0) return null;
  return (
    <div className="section" style={{ borderTop: 0, paddingTop: 0 }}>
      <span className="note">
        {count} {count === 1 ? 'row is' : 'rows are'} at a first guess from the shape of the plate; each says why.{' '}
      </span>
      <button className="link" onClick={() => plain('first guess taken back', bench)}>
        take the guess back
      </button>
    </div>
  );
}

/** The rows of the coat: everything a dab can have, each in the same kind of row. */
export function VaryControls({ bench }: { bench: Bench }) {
  const [wanted, setWanted] = useState('');
  const [open, setOpen] = useState<string | null>('size');
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const matches = (text: string) => words.length === 0 || words.some((w) => text.toLowerCase().includes(w));
  const rows = ROWS.filter((row) => matches(`${PROPERTIES[row.name].label} ${row.words}`));
  const mirrors = matches('mirror flip left right top bottom');
  return (
    <>
      <div className="top">
        <h2>Rows</h2>
        <input
          className="underline"
          placeholder="thinner at the end…"
          aria-label="Find a row"
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
        />
      </div>
      <Guessed bench={bench} />
      {rows.map((row) => (
        <PropertyRow
          key={row.name}
          row={row}
          bench={bench}
          open={open === row.name}
          onOpen={() => setOpen(open === row.name ? null : row.name)}
        />
      ))}
      {mirrors && (
        <>
          <MirrorRow name="mirrorX" label="Mirror" note="left to right" bench={bench} />
          <MirrorRow name="mirrorY" label="Turn over" note="top to bottom" bench={bench} />
        </>
      )}
      {rows.length === 0 && !mirrors && (
        <p className="note" style={{ padding: '4px 16px' }}>
          No row by that word. Try size, spacing, turn, scatter, flow.
        </p>
      )}
      <div className="section">
        <Button onClick={() => plain('all rows as they were made', bench)}>Reset all rows</Button>
      </div>
    </>
  );
}
