import { nextNumber, type Bench } from '@amber-stamp/core/bench';
import type { PenPoint } from '@amber-stamp/core/model';
import { settledWay, wideStrokes } from '@amber-stamp/core/path';
import { useEffect, useLayoutEffect, useMemo, useRef, type RefObject } from 'react';
import { addStroke } from '../bench/strokes.ts';
import { InkProof } from '../bench/parts/InkProof.tsx';
import { useBoxSize, type BoxSize } from '../parts/useBoxSize.ts';
import { pickedStroke, useHand, type Hand } from '../bench/hand.ts';
import { seenOf, useReplay } from './Replay.tsx';
import { SingleDabs } from './SingleDabs.tsx';
import { StrokeEditor } from './StrokeEditor.tsx';
import { StrokeHandles } from './StrokeHandles.tsx';
import { useHandKeys } from './useHandKeys.ts';
import { usePen, type Drawn } from './usePen.ts';
import { usePicking } from './usePicking.ts';
import { WideTools } from './WideTools.tsx';

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

const TOLD = {
  draw: 'your strokes, drawn again at every change',
  pick: 'press on one of your strokes to pick it',
  'take colour': 'press on the ground to take its colour',
} as const;

function toldOf({ does, zoom, away }: Pick<Hand, 'does' | 'zoom' | 'away'>, empty: boolean): string {
  if (away) return 'the next stroke takes away';
  if (does === 'draw' && zoom > 1) return 'the wheel moves the sheet, with Shift sideways';
  return does === 'draw' && empty ? 'draw here: your strokes stay and are drawn again at every change' : TOLD[does];
}

/** A sheet seen larger than its window is as large as it is seen: it is moved by scrolling. */
function sizeOf(zoom: number): { width: string; height: string } {
  const side = `${100 * Math.max(1, zoom)}%`;
  return { width: side, height: side };
}

/** Keeps in the middle of the window what was there when the sheet gets larger or smaller. */
function useMiddleKept(view: RefObject<HTMLElement | null>, whole: BoxSize): void {
  const before = useRef(whole);
  useLayoutEffect(() => {
    const element = view.current;
    const { width, height } = before.current;
    before.current = whole;
    if (!element || width === 0 || height === 0) return;
    const { clientWidth, clientHeight } = element;
    element.scrollLeft = ((element.scrollLeft + clientWidth / 2) * whole.width) / width - clientWidth / 2;
    element.scrollTop = ((element.scrollTop + clientHeight / 2) * whole.height) / height - clientHeight / 2;
  }, [view, whole]);
}

/** The large paper: trial strokes and the user's own, all live; drawn on with mouse, pen or finger. */
export function WideSheet({ bench }: { bench: Bench }) {
  const view = useRef<HTMLDivElement>(null);
  const paper = useRef<HTMLDivElement>(null);
  const box = useBoxSize(view);
  const whole = useBoxSize(paper);
  const { does, picked, zoom, away } = useHand();
  const played = useReplay((s) => s.at);
  const drawing = usePen(paper, onDrawn);
  useEffect(() => useHand.setState({ paper: whole }), [whole]);
  useMiddleKept(view, whole);
  useEffect(() => () => useReplay.setState({ at: null, running: false }), []);
  useHandKeys();
  usePicking(paper, bench, whole);
  const { strokes: own, sheet } = bench;
  const trial = useMemo(() => (box.width > 0 ? wideStrokes(Math.round(box.width), Math.round(box.height)) : []), [box]);
  const { steady } = bench.brush;
  const way = useMemo(() => drawing && settledWay(drawing.points, steady), [drawing, steady]);
  const shown = useMemo(() => {
    const under = way && drawing ? [{ points: [...way.settled], away: drawing.away, number: nextNumber(own) }] : [];
    return [...(sheet.trial ? trial : []), ...seenOf(own, played), ...under];
  }, [sheet.trial, trial, own, played, way, drawing]);
  const chosen = pickedStroke(bench, picked);
  const cursor = does === 'draw' ? 'crosshair' : does === 'pick' ? 'pointer' : 'cell';
  return (
    <section className="work" aria-label="Wide sheet">
      <div className="proof">
        <div
          className="sheet-view"
          ref={view}
          {...(zoom > 1 ? { tabIndex: 0, role: 'group', 'aria-label': 'Sheet, larger than its window' } : {})}
        >
          <div
            className="sheet-whole"
            ref={paper}
            style={{ ...sizeOf(zoom), cursor, touchAction: 'none' }}
            data-testid="wide"
          >
            <InkProof
              view="wide"
              label="Your strokes"
              brush={bench.brush}
              plates={bench.plates}
              strokes={shown}
              scale={zoom}
              ground={sheet}
            />
            {way && way.thread.length > 1 && <Thread points={way.thread} zoom={zoom} />}
            {chosen && <StrokeHandles bench={bench} stroke={chosen} />}
          </div>
        </div>
        <span className="tag" role="status">
          {toldOf({ does, zoom, away }, own.length === 0)}
        </span>
        <WideTools bench={bench} sheet={box} />
      </div>
      {chosen ? <StrokeEditor bench={bench} stroke={chosen} /> : <SingleDabs bench={bench} />}
    </section>
  );
}
