import { useAbortable } from '../../parts/useAbortable.ts';
import type { Inspection } from '../../engine/protocol/cut.ts';
import type { Plate } from '@amber-stamp/core/raster';
import { Dialog } from '@mui/material';
import { lazy, Suspense, useRef, useState, type PointerEvent } from 'react';
import { PlateView } from '../../parts/PlateView.tsx';
import { cutter } from '../../engine/pool.ts';

const Histogram = lazy(() => import('../../parts/Histogram.tsx').then((m) => ({ default: m.Histogram })));

const ZOOMS = [0.5, 1, 2, 4, 8, 16, 32] as const;
const VERDICTS = {
  clear: 'clear: no dab shows its frame',
  touches: 'touched: the mark ends in a straight line there',
  square: 'prints a square: every dab shows its frame',
} as const;

interface Spot {
  x: number;
  y: number;
  word: number;
}

function spotUnder(event: PointerEvent, plate: Plate): Spot | null {
  const r = event.currentTarget.getBoundingClientRect();
  const x = Math.floor(((event.clientX - r.left) / r.width) * plate.width);
  const y = Math.floor(((event.clientY - r.top) / r.height) * plate.height);
  if (x < 0 || y < 0 || x >= plate.width || y >= plate.height) return null;
  return { x, y, word: plate.data[y * plate.width + x] };
}

function Facts({ found, plate, spot }: { found: Inspection | undefined; plate: Plate; spot: Spot | null }) {
  if (!found) return <p className="note">looking closely…</p>;
  const rows: [string, string, boolean?][] = [
    [
      'under the pointer',
      spot ? `${(spot.word / 65535).toFixed(4)}, ${spot.word} of 65535, at ${spot.x}, ${spot.y}` : '–',
    ],
    ['plate', `${plate.width} x ${plate.height} px`],
    ['covered', `${found.coveragePct.toFixed(1)} %`],
    ['empty border', `${found.emptyPx} px`, found.emptyPx === 0],
    [
      'border ring',
      `${VERDICTS[found.border.verdict]}, max ${found.border.max.toFixed(3)}`,
      found.border.verdict !== 'clear',
    ],
    [
      'specks',
      found.specks.length === 0 ? 'none left' : `${found.specks.length} left, ringed on the plate`,
      found.specks.length > 0,
    ],
    ['different values', found.levels.toLocaleString('en')],
  ];
  return (
    <>
      <dl className="facts">
        {rows.map(([name, value, bad]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd className={bad ? 'bad' : ''}>{value}</dd>
          </div>
        ))}
      </dl>
      <h3>Values</h3>
      <Suspense fallback={<div className="histogram" />}>
        <Histogram shares={found.histogram} label="Histogram of the plate" />
      </Suspense>
    </>
  );
}

interface PixelsProps {
  plate: Plate;
  zoom: number;
  specks: Inspection['specks'];
  onSpot: (spot: Spot | null) => void;
}

/** The plate at a zoom, its specks ringed. */
const Pixels = ({ plate, zoom, specks, onSpot }: PixelsProps) => (
  <div
    className={zoom >= 4 ? 'pixels' : ''}
    style={{ width: plate.width * zoom, height: plate.height * zoom, position: 'relative' }}
    onPointerMove={(e) => onSpot(spotUnder(e, plate))}
    onPointerLeave={() => onSpot(null)}
  >
    <PlateView plate={plate} label="Plate, close up" />
    <svg viewBox={`0 0 ${plate.width} ${plate.height}`} aria-hidden>
      {specks.map((s, i) => (
        <ellipse
          key={i}
          cx={(s.left + s.right) / 2}
          cy={(s.top + s.bottom) / 2}
          rx={(s.right - s.left) / 2 + 5}
          ry={(s.bottom - s.top) / 2 + 5}
        />
      ))}
    </svg>
  </div>
);

const Zooms = ({ zoom, onZoom }: { zoom: number; onZoom: (zoom: number) => void }) => (
  <div className="zooms" role="radiogroup" aria-label="Zoom">
    {ZOOMS.map((z) => (
      <button key={z} className="choice" role="radio" aria-checked={z === zoom} onClick={() => onZoom(z)}>
        {z * 100} %
      </button>
    ))}
  </div>
);

/** A plate to the pixel: zoomed, every value under the pointer, its border and its specks. */
export function Inspector({ plate, onClose }: { plate: Plate; onClose: () => void }) {
  const [zoom, setZoom] = useState(1);
  const [spot, setSpot] = useState<Spot | null>(null);
  const pane = useRef<HTMLDivElement>(null);
  const [found, setFound] = useState<Inspection>();
  useAbortable(
    (signal) => {
      void cutter.inspect(plate).then((made) => {
        if (!signal.aborted) setFound(made);
      });
    },
    [plate],
  );
  const step = (by: number) => {
    const at = ZOOMS.indexOf(zoom as (typeof ZOOMS)[number]) + by;
    setZoom(ZOOMS[Math.max(0, Math.min(ZOOMS.length - 1, at))]);
  };
  return (
    <Dialog
      fullScreen
      open
      onClose={onClose}
      slotProps={{ paper: { 'aria-label': 'Plate, close up', sx: { borderRadius: 0 } } }}
    >
      <div className="inspector">
        <div
          className="pane"
          ref={pane}
          onWheel={(e) => {
            if (e.ctrlKey || e.metaKey) step(e.deltaY < 0 ? 1 : -1);
          }}
        >
          <Pixels plate={plate} zoom={zoom} specks={found?.specks ?? []} onSpot={setSpot} />
        </div>
        <aside>
          <div style={{ display: 'flex', alignItems: 'baseline' }}>
            <h2>Close up</h2>
            <span className="spacer" />
            <button className="link" onClick={onClose}>
              Close
            </button>
          </div>
          <Zooms zoom={zoom} onZoom={setZoom} />
          <Facts found={found} plate={plate} spot={spot} />
        </aside>
      </div>
    </Dialog>
  );
}
