import type { Bench } from '@amber-stamp/core/bench';
import { wideStrokes } from '@amber-stamp/core/path';
import { lazy, Suspense, useMemo, useRef } from 'react';
import { useEcho } from '../../bench/echo.ts';
import { useBoxSize } from '../../parts/useBoxSize.ts';
import { SingleDabs } from '../../wide/SingleDabs.tsx';
import { WideSheet } from '../../wide/WideSheet.tsx';
import { Comparison } from './Comparison.tsx';
import { LadderWork } from './LadderWork.tsx';
import { MeasuredStroke } from './MeasuredStroke.tsx';
import { placeOfPin, useProveEye } from './view.ts';

const SurfaceWork = lazy(() => import('./surface/SurfaceWork.tsx').then((m) => ({ default: m.SurfaceWork })));
const EchoPlot = lazy(() => import('./EchoPlot.tsx').then((m) => ({ default: m.EchoPlot })));

/** The measured stroke, and how alike its dabs are to those further on. */
function EchoStrip({ bench }: { bench: Bench }) {
  const told = useEcho((s) => s.told);
  return (
    <div className="echo-strip on-paper">
      <span>
        <b>How alike the dabs are</b> to those so many px further on; point at a place to see them on the stroke
      </span>
      {told?.likeness ? (
        <>
          <MeasuredStroke bench={bench} told={told} />
          <Suspense fallback={<div className="plot" />}>
            <EchoPlot bench={bench} told={told} />
          </Suspense>
        </>
      ) : (
        <p className="note">{told ? 'The stroke has too few dabs to compare.' : 'Measuring …'}</p>
      )}
    </div>
  );
}

/** What is told of a state stands over its strokes, px. */
const TOLD_PX = 30;

/** The present state beside a pin, over what the view adds: the echo, or single dabs. */
function Compared({ bench }: { bench: Bench }) {
  const field = useRef<HTMLDivElement>(null);
  const { view, pin, how, blink } = useProveEye();
  const pinned = bench.pins[placeOfPin(pin, bench.pins)];
  // single dabs of a pin are a row more under the field
  const box = useBoxSize(field, `${view} ${pinned !== undefined}`);
  const halved = pinned !== undefined && how === 'beside' && !blink;
  // two panels are half as high: the strokes of the whole at a smaller scale
  const scale = halved ? 0.62 : 1;
  const width = Math.max(1, Math.round(box.width));
  const height = Math.max(1, Math.round(box.height * (halved ? 0.5 : 1)) - TOLD_PX);
  const strokes = useMemo(
    () => [...wideStrokes(width / scale, height / scale), ...bench.strokes],
    [width, height, scale, bench.strokes],
  );
  return (
    <section className="work" aria-label="Comparison" style={{ gridTemplateRows: 'minmax(0, 1fr) auto' }}>
      <div ref={field} className="compared">
        <Comparison bench={bench} pin={pinned} strokes={strokes} scale={scale} />
      </div>
      {view === 'echo' ? <EchoStrip bench={bench} /> : <SingleDabs bench={bench} pin={pinned} />}
    </section>
  );
}

export function ProveWork({ bench }: { bench: Bench }) {
  const view = useProveEye((s) => s.view);
  if (view === 'ladder') return <LadderWork bench={bench} />;
  if (view === 'ground') return <WideSheet bench={bench} />;
  if (view === 'surface')
    return (
      <Suspense fallback={<section className="work" aria-busy="true" />}>
        <SurfaceWork bench={bench} />
      </Suspense>
    );
  return <Compared bench={bench} />;
}
