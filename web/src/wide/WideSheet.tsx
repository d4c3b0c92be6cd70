import { nextNumber, type Bench } from '@amber-stamp/core/bench';
import { broadestPx, type PenPoint } from '@amber-stamp/core/model';
import { settledWay, wideStrokes } from '@amber-stamp/core/path';
import { useEffect, useMemo, useRef } from 'react';
import { addStroke } from '../bench/strokes.ts';
import { InkProof } from '../bench/parts/InkProof.tsx';
import { useBoxSize, type BoxSize } from '../parts/useBoxSize.ts';
import { pickedStroke, useHand } from '../bench/hand.ts';
import { PenHand } from './PenHand.tsx';
import { seenOf, useReplay } from './Replay.tsx';
import { SheetBar } from './SheetBar.tsx';
import { SingleDabs } from './SingleDabs.tsx';
import { StrokeEditor } from './StrokeEditor.tsx';
import { StrokeHandles } from './StrokeHandles.tsx';
import { useHandKeys } from './useHandKeys.ts';
import { usePen, type Drawn } from './usePen.ts';
import { usePicking } from './usePicking.ts';
import { useSheetMoves } from './useSheetMoves.ts';
import { useWide } from './widened.ts';

/** What a steadied hand still has to lay: a thread from the end of the ink to the pen. */
function Thread({ points, zoom }: { points: readonly PenPoint[]; zoom: number }) {
  const pen = points[points.length - 1];
  return (
    <svg className="thread" aria-hidden data-testid="thread">
      <polyline points={points.map(({ x, y }) => `${x * zoom},${y * zoom}`).join(' ')} />
      <circle cx={pen.x * zoom} cy={pen.y * zoom} r={3.5} />
    </svg>
  );
}

const onDrawn = ({ away, ...stroke }: Drawn): void =>
  addStroke({ ...stroke, away }, away ? 'a stroke taken away' : 'a stroke drawn');

const CURSORS = { draw: 'crosshair', pick: 'pointer', 'take colour': 'cell' } as const;

/** The sample strokes of a window, so far apart that broad tips do not merge. */
function useTrial({ brush }: Bench, { width, height }: BoxSize) {
  const broad = Math.round(broadestPx(brush));
  return useMemo(
    () => (width > 0 ? wideStrokes(Math.round(width), Math.round(height), broad) : []),
    [width, height, broad],
  );
}

/** What is under the paper: the strip of dabs, the pen, or what is done to the picked stroke. */
function Under({ bench }: { bench: Bench }) {
  const strip = useHand((s) => s.strip);
  const chosen = useHand((s) => pickedStroke(bench, s.picked));
  const alone = useWide((s) => s.alone);
  if (chosen) return <StrokeEditor bench={bench} stroke={chosen} />;
  if (strip === 'the pen') return <PenHand />;
  return alone ? null : <SingleDabs bench={bench} />;
}

/** The large paper: sample strokes and the user's own, all live; drawn on with mouse, pen or finger. */
export function WideSheet({ bench }: { bench: Bench }) {
  const paper = useRef<HTMLDivElement>(null);
  const box = useBoxSize(paper);
  const { does, picked, zoom, left, top, holding } = useHand();
  const played = useReplay((s) => s.at);
  const drawing = usePen(paper, onDrawn);
  useEffect(() => useHand.setState({ paper: box }), [box]);
  useEffect(() => () => useReplay.setState({ at: null, running: false }), []);
  useHandKeys();
  useSheetMoves(paper);
  usePicking(paper, bench, box);
  const { strokes: own, sheet } = bench;
  const trial = useTrial(bench, box);
  const { steady } = bench.brush;
  const way = useMemo(() => drawing && settledWay(drawing.points, steady), [drawing, steady]);
  const shown = useMemo(() => {
    const under = way && drawing ? [{ points: [...way.settled], away: drawing.away, number: nextNumber(own) }] : [];
    return [...(sheet.trial ? trial : []), ...seenOf(own, played), ...under];
  }, [sheet.trial, trial, own, played, way, drawing]);
  const seen = useMemo(() => ({ left, top, spread: box }), [left, top, box]);
  const chosen = pickedStroke(bench, picked);
  return (
    <section className="work sheet-work" aria-label="Wide sheet">
      <div
        className="proof"
        ref={paper}
        style={{ cursor: holding ? 'grab' : CURSORS[does], touchAction: 'none' }}
        data-testid="wide"
      >
        <InkProof
          view="wide"
          label="Your strokes"
          brush={bench.brush}
          plates={bench.plates}
          strokes={shown}
          scale={zoom}
          seen={seen}
          ground={sheet}
        />
        <div className="on-sheet" style={{ transform: `translate(${-left}px, ${-top}px)` }}>
          {way && way.thread.length > 1 && <Thread points={way.thread} zoom={zoom} />}
          {chosen && <StrokeHandles bench={bench} stroke={chosen} />}
        </div>
      </div>
      <SheetBar bench={bench} trial={trial} />
      <Under bench={bench} />
    </section>
  );
}
