import { wideStrokes, type Bench, type BrushState, type Ground, type PenStroke } from '@amber-stamp/core';
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { useEcho } from '../../bench/echo.ts';
import { loadPinned } from '../../bench/plates.ts';
import { InkProof } from '../../parts/InkProof.tsx';
import { useBoxSize } from '../../parts/useBoxSize.ts';
import { useBlink } from './blink.ts';
import { MeasuredStroke } from './MeasuredStroke.tsx';

const EchoPlot = lazy(() => import('./EchoPlot.tsx').then((m) => ({ default: m.EchoPlot })));

interface PanelProps {
  view: string;
  label: string;
  tag: string;
  state: BrushState;
  ready: boolean;
  strokes: readonly PenStroke[];
  ground: Ground;
  scale: number;
}

const Panel = ({ view, label, tag, state, ready, strokes, ground, scale }: PanelProps) => (
  <div className="proof">
    {ready && (
      <InkProof
        view={view}
        label={label}
        brush={state.brush}
        plates={state.plates}
        strokes={strokes}
        scale={scale}
        ground={ground}
      />
    )}
    <span className="tag">{tag}</span>
  </div>
);

/** The pinned state gets plates under names of its own, so that both can be in print at once. */
function usePinned(pin: Bench['pin']): { state: BrushState; ready: boolean } | null {
  const [loaded, setLoaded] = useState<BrushState | null>(null);
  useEffect(() => {
    if (!pin) return;
    let gone = false;
    void loadPinned(pin).then((state) => {
      if (!gone) setLoaded(state);
    });
    return () => {
      gone = true;
    };
  }, [pin]);
  if (!pin) return null;
  return { state: loaded ?? pin, ready: loaded !== null };
}

const ECHO_HEIGHT = 250;

/** The measured stroke, and how alike its dabs are to those further on. */
function EchoStrip({ bench }: { bench: Bench }) {
  const told = useEcho((s) => s.told);
  return (
    <div className="echo-strip">
      <span>
        <b>How alike the dabs are</b> to those so many px further on; point at a place to see them on the stroke
      </span>
      {told?.likeness ? (
        <>
          <MeasuredStroke bench={bench} told={told} />
          <Suspense fallback={<div className="plot" />}>
            <EchoPlot bench={bench} likeness={told.likeness} />
          </Suspense>
        </>
      ) : (
        <p className="note">{told ? 'The stroke has too few dabs to compare.' : 'Measuring …'}</p>
      )}
    </div>
  );
}

/** The pinned state above, the present one below: the same strokes, the same seeds. */
export function ProveWork({ bench }: { bench: Bench }) {
  const field = useRef<HTMLElement>(null);
  const box = useBoxSize(field);
  const pinned = usePinned(bench.pin);
  const blink = useBlink((s) => s.pinned);
  const width = Math.max(1, Math.round(box.width - 32));
  const half = Math.max(1, Math.round((box.height - 40 - ECHO_HEIGHT) / (pinned ? 2 : 1)));
  // two panels are half as high: the strokes of the whole at a smaller scale
  const scale = pinned ? 0.62 : 1;
  const strokes = useMemo(
    () => [...wideStrokes(width / scale, half / scale), ...bench.strokes],
    [width, half, scale, bench.strokes],
  );
  const { ground } = bench.sheet;
  return (
    <section
      className="work"
      aria-label="Comparison"
      ref={field}
      style={{ gridTemplateRows: `${pinned ? '1fr 1fr' : '1fr'} auto` }}
    >
      {pinned && (
        <Panel
          view="pinned"
          label="Pinned state"
          tag={`pinned, ${bench.pin?.label ?? ''}`}
          state={pinned.state}
          ready={pinned.ready}
          strokes={strokes}
          ground={ground}
          scale={scale}
        />
      )}
      {pinned && blink ? (
        <Panel
          view="blink"
          label="Present state, blinking"
          tag={`now shown: pinned, ${bench.pin?.label ?? ''}`}
          state={pinned.state}
          ready={pinned.ready}
          strokes={strokes}
          ground={ground}
          scale={scale}
        />
      ) : (
        <Panel
          view="present"
          label="Present state"
          tag={pinned ? 'now' : 'now; nothing is pinned beside it yet'}
          state={bench}
          ready
          strokes={strokes}
          ground={ground}
          scale={scale}
        />
      )}
      <EchoStrip bench={bench} />
    </section>
  );
}
