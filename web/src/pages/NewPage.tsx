import { useEffect } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { closeBench } from '../bench/store.ts';
import { Header } from '../parts/Header.tsx';
import { ClayMaker } from './new/ClayMaker.tsx';
import { DrawMaker } from './new/DrawMaker.tsx';
import { NumbersMaker } from './new/NumbersMaker.tsx';
import { ScannerMaker } from './new/ScannerMaker.tsx';
import { ShapesMaker } from './new/ShapesMaker.tsx';
import { TypeMaker } from './new/TypeMaker.tsx';

const WAYS = [
  ['scanner', 'Scanner', 'a sheet of marks', ScannerMaker],
  ['draw', 'Draw', 'with your brushes', DrawMaker],
  ['type', 'Type', 'a word or a sign', TypeMaker],
  ['shapes', 'Shapes', 'discs, lines, stars', ShapesMaker],
  ['numbers', 'Numbers', 'round, square, star', NumbersMaker],
  ['clay', 'Clay', 'sculpted, or a solid', ClayMaker],
] as const;

/** Sources that are made here: scanned, set in type, or drawn from numbers. */
export function NewPage() {
  const { how } = useParams();
  useEffect(() => {
    closeBench();
    document.title = 'New – Amber Stamp';
  }, []);
  const way = WAYS.find(([name]) => name === how);
  if (!way) return <Navigate to="/new/scanner" replace />;
  const Maker = way[3];
  return (
    <div className="app">
      <Header
        crumb={
          <>
            <Link to="/">Cabinet</Link> / <b>New</b>
          </>
        }
      />
      <main className="cabinet" id="main" tabIndex={-1}>
        <nav className="shelves" aria-label="Ways to a new brush">
          <h3>Made here</h3>
          {WAYS.map(([name, label, note]) => (
            <Link
              key={name}
              to={`/new/${name}`}
              className={name === how ? 'on' : ''}
              aria-current={name === how ? 'page' : undefined}
            >
              <b>{label}</b>
              <i>{note}</i>
            </Link>
          ))}
          <p className="note" style={{ padding: '14px 16px' }}>
            A picture of your own is dropped anywhere, pasted, or chosen in the cabinet.
          </p>
        </nav>
        <Maker />
      </main>
    </div>
  );
}
