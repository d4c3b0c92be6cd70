import { settledWay, singleDabs, wideStrokes, type Bench, type PenPoint } from '@amber-stamp/core';
import { useMemo, useRef } from 'react';
import { change } from '../../bench/store.ts';
import { InkProof } from '../../parts/InkProof.tsx';
import { useBoxSize } from '../../parts/useBoxSize.ts';
import { PenHand } from './PenHand.tsx';
import { Recordings } from './Recordings.tsx';
import { usePen } from './usePen.ts';

const CELL = 54;
const DABS = 10;
const TEN = singleDabs(DABS, CELL).strokes;

/** Ten single dabs, so that chance shows: the size of each cell is that of the largest dab. */
function TenDabs({ bench }: { bench: Bench }) {
  const largest = Math.max(
    1,
    ...bench.brush.coats.map(({ properties: { size } }) => (size.rest * Math.max(size.low, size.high)) / 100),
  );
  const brush = useMemo(() => {
    // the same dabs as in a stroke, only brought to one height
    const scale = (CELL * 0.78) / largest;
    const coats = bench.brush.coats.map((coat) => ({
      ...coat,
      properties: {
        ...coat.properties,
        size: { ...coat.properties.size, rest: coat.properties.size.rest * scale },
        across: { ...coat.properties.across, muted: true },
        along: { ...coat.properties.along, muted: true },
      },
    }));
    return { ...bench.brush, coats };
  }, [bench.brush, largest]);
  return (
    <div className="strip dabs">
      <span>ten dabs, one by one</span>
      <div className="cells">
        <InkProof
          view="ten"
          label="Ten single dabs"
          brush={brush}
          plates={bench.plates}
          strokes={TEN}
          scale={(width) => Math.min(1, width / (DABS * CELL))}
          ground="white"
        />
      </div>
    </div>
  );
}

/** What a steadied hand still has to lay: a thread from the end of the ink to the pen. */
function Thread({ points }: { points: readonly PenPoint[] }) {
  const pen = points[points.length - 1];
  return (
    <svg className="thread" aria-hidden data-testid="thread">
      <polyline points={points.map(({ x, y }) => `${x},${y}`).join(' ')} />
      <circle cx={pen.x} cy={pen.y} r={3.5} />
    </svg>
  );
}

/** The large paper: trial strokes and the user's own, all live; drawn on with mouse, pen or finger. */
export function WideSheet({ bench }: { bench: Bench }) {
  const paper = useRef<HTMLDivElement>(null);
  const box = useBoxSize(paper);
  const drawing = usePen(paper);
  const { strokes: own, sheet } = bench;
  const trial = useMemo(() => (box.width > 0 ? wideStrokes(Math.round(box.width), Math.round(box.height)) : []), [box]);
  const { steady } = bench.brush;
  const way = useMemo(() => drawing && settledWay(drawing.points, steady), [drawing, steady]);
  const shown = useMemo(
    () => [...(sheet.trial ? trial : []), ...own, ...(way ? [{ points: [...way.settled] }] : [])],
    [sheet.trial, trial, own, way],
  );
  return (
    <section className="work" aria-label="Wide sheet">
      <div className="proof" ref={paper} style={{ cursor: 'crosshair', touchAction: 'none' }} data-testid="wide">
        <InkProof
          view="wide"
          label="Your strokes"
          brush={bench.brush}
          plates={bench.plates}
          strokes={shown}
          scale={1}
          ground={sheet.ground}
        />
        {way && way.thread.length > 1 && <Thread points={way.thread} />}
        <span className="tag">
          {own.length === 0
            ? 'draw here: your strokes stay and are drawn again at every change'
            : 'your strokes, drawn again at every change'}
        </span>
        <span className="tag" style={{ top: 'auto', bottom: 10, left: 'auto', right: 10, display: 'flex', gap: 12 }}>
          <PenHand />
          <Recordings bench={bench} sheet={box} />
          <button
            className="small"
            onClick={() =>
              change(sheet.trial ? 'trial strokes off' : 'trial strokes on', (d) => void (d.sheet.trial = !sheet.trial))
            }
          >
            {sheet.trial ? 'hide the trial strokes' : 'show the trial strokes'}
          </button>
          {own.length > 0 && (
            <button className="small" onClick={() => change('own strokes cleared', (d) => void (d.strokes = []))}>
              clear mine
            </button>
          )}
        </span>
      </div>
      <TenDabs bench={bench} />
    </section>
  );
}
