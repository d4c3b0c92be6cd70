import { Button } from '@mui/material';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useBrushes, usePlateList, useSources } from '../api/queries.ts';
import { closeBench } from '../bench/store.ts';
import { useChooseFile } from '../bench/parts/DropAnywhere.tsx';
import { Header } from '../parts/Header.tsx';
import { BrushBoxes } from './cabinet/BrushBoxes.tsx';
import { PlateBoxes, SourceBoxes } from './cabinet/MaterialBoxes.tsx';
import { shelfOf, useDrawers, type Shelf } from './cabinet/shelves.ts';

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

type Drawers = ReturnType<typeof useDrawers>;

const Shelves = ({ drawers, material, chosen }: Drawers & { chosen: Shelf }) => (
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
);

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
        placeholder="find by name…"
        aria-label="Find by name"
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

export function CabinetPage() {
  const [search] = useSearchParams();
  const [wanted, setWanted] = useState('');
  const brushes = useBrushes();
  const sources = useSources();
  const plates = usePlateList();
  const { drawers, material } = useDrawers(brushes.data ?? [], sources.data?.length ?? 0, plates.data?.length ?? 0);
  const shelf = shelfOf(search.get('shelf'), [...drawers, ...material]);
  useEffect(() => {
    closeBench();
    document.title = 'Cabinet – Amber Stamp';
  }, []);
  const matches = (name: string) => name.toLowerCase().includes(wanted.trim().toLowerCase());
  return (
    <div className="app">
      <Header crumb={<b style={{ color: 'var(--ink)' }}>Cabinet</b>} />
      <main className="cabinet">
        <Shelves drawers={drawers} material={material} chosen={shelf} />
        <section className="shelf" aria-label={shelf.name}>
          <ShelfHead shelf={shelf} wanted={wanted} onWant={setWanted} />
          {brushes.error ? (
            <div className="empty" role="alert">
              <h2>The cabinet does not open</h2>
              <span>{brushes.error.message}</span>
              <Button onClick={() => void brushes.refetch()}>Try again</Button>
            </div>
          ) : shelf.kind === 'sources' ? (
            <SourceBoxes sources={(sources.data ?? []).filter((s) => matches(s.name))} />
          ) : shelf.kind === 'plates' ? (
            <PlateBoxes plates={(plates.data ?? []).filter((p) => matches(p.name))} />
          ) : (
            <BrushBoxes
              brushes={(brushes.data ?? []).filter((b) => shelf.holds(b) && matches(b.name))}
              shelf={shelf}
              searching={wanted !== ''}
              loading={brushes.isLoading}
            />
          )}
        </section>
      </main>
    </div>
  );
}
