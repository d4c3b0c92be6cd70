import { Button } from '@mui/material';
import { memo, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useCabinet } from '../api/queries.ts';
import { closeBench } from '../bench/store.ts';
import { useChooseFile } from '../bench/parts/DropAnywhere.tsx';
import { Header } from '../parts/Header.tsx';
import { BrushBoxes } from './cabinet/BrushBoxes.tsx';
import { PlateBoxes, SourceBoxes } from './cabinet/MaterialBoxes.tsx';
import { shelfOf, shelvesOf, type Shelf } from './cabinet/shelves.ts';

const Entry = ({ shelf, on, count }: { shelf: Shelf; on: boolean; count: number }) => (
  <Link
    to={`/?shelf=${encodeURIComponent(shelf.key)}`}
    className={on ? 'on' : ''}
    aria-current={on ? 'page' : undefined}
  >
    <b>{shelf.name}</b>
    <i>{count}</i>
  </Link>
);

type Drawers = ReturnType<typeof shelvesOf>;

const Shelves = memo(({ drawers, material, chosen }: Drawers & { chosen: Shelf }) => (
  <nav className="shelves" aria-label="Drawers and material">
    <h3>Drawers</h3>
    {drawers.map((s) => (
      <Entry key={s.key} shelf={s} count={s.count} on={s.key === chosen.key} />
    ))}
    <h3>Material</h3>
    {material.map((s) => (
      <Entry key={s.key} shelf={s} count={s.count} on={s.key === chosen.key} />
    ))}
  </nav>
));

interface HeadProps {
  shelf: Shelf;
  wanted: string;
  onWant: (wanted: string) => void;
}

/** What the shelf is called, the search in it, and the ways to a new brush. */
function ShelfHead({ shelf, wanted, onWant }: HeadProps) {
  const choose = useChooseFile();
  return (
    <div className="head">
      <h1>{shelf.name}</h1>
      <span className="note" style={{ fontSize: 14 }}>
        {shelf.note}
      </span>
      <span className="spacer" />
      <input
        className="underline"
        placeholder="find…"
        aria-label={`Find in ${shelf.name}`}
        value={wanted}
        onChange={(e) => onWant(e.target.value)}
      />
      <Link className="link" to="/new/scanner">
        draw, shapes, type, scan…
      </Link>
      <Button variant="contained" onClick={choose} sx={{ alignSelf: 'center' }}>
        New brush from a picture
      </Button>
    </div>
  );
}

/** What lies on a shelf. */
const Boxes = memo(({ shelf, find }: { shelf: Shelf; find: string }) => {
  if (shelf.kind === 'sources') return <SourceBoxes find={find} />;
  if (shelf.kind === 'plates') return <PlateBoxes find={find} />;
  return <BrushBoxes shelf={shelf} find={find} />;
});

export function CabinetPage() {
  const [search] = useSearchParams();
  const [wanted, setWanted] = useState('');
  const { data } = useCabinet();
  const { drawers, material } = useMemo(() => shelvesOf(data), [data]);
  // a letter is on the screen before what it finds is looked for
  const find = useDeferredValue(wanted.trim());
  const shelf = shelfOf(search.get('shelf'), [...drawers, ...material]);
  useEffect(() => {
    closeBench();
    document.title = 'Cabinet – Amber Stamp';
  }, []);
  return (
    <div className="app">
      <Header crumb={<b style={{ color: 'var(--ink)' }}>Cabinet</b>} />
      <main className="cabinet">
        <Shelves drawers={drawers} material={material} chosen={shelf} />
        <section key={shelf.key} className="shelf" aria-label={shelf.name}>
          <ShelfHead shelf={shelf} wanted={wanted} onWant={setWanted} />
          <Boxes shelf={shelf} find={find} />
        </section>
      </main>
    </div>
  );
}
