import { bias, type Facts, type RecipeStep } from '@amber-stamp/core/cut';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { settle } from '../../bench/store.ts';
import { setParams } from './steps.ts';

interface Props {
  place: number;
  step: RecipeStep;
  facts: Facts | undefined;
  histogram: readonly number[] | undefined;
}

const W = 260;
const H = 66;
const BASE = 56;
const PEG = { low: 'Low end', high: 'High end' } as const;
const GAP = 0.01;

/** The histogram of what comes in, with a peg at each end; moving one ends automatic levels. */
export function LevelsControl({ place, step, facts, histogram = [] }: Props) {
  const box = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<'low' | 'high' | null>(null);
  const shown = step.automatic && facts?.low !== undefined ? facts : step;
  const ends = { low: Number(shown.low), high: Number(shown.high) };
  const most = Math.max(1e-6, ...histogram.slice(1, -1));
  const hill = histogram
    .map((v, i) => `L${((i + 0.5) / histogram.length) * W} ${BASE - 46 * Math.min(1, Math.sqrt(v / most))}`)
    .join('');
  const middle = Number(step.middle);
  const response = Array.from({ length: 25 }, (_, i) => {
    const t = i / 24;
    const x = ends.low + (ends.high - ends.low) * t;
    return `${i === 0 ? 'M' : 'L'}${(x * W).toFixed(1)} ${(BASE - 50 * bias(t, middle)).toFixed(1)}`;
  }).join('');
  const set = (which: 'low' | 'high', value: number) => {
    const v = Math.round(Math.max(0, Math.min(1, value)) * 1000) / 1000;
    const low = which === 'low' ? Math.min(v, ends.high - GAP) : ends.low;
    const high = which === 'high' ? Math.max(v, ends.low + GAP) : ends.high;
    setParams(place, { automatic: false, low: Math.max(0, low), high: Math.min(1, high) });
  };
  const at = (event: PointerEvent) => {
    const r = (box.current as SVGSVGElement).getBoundingClientRect();
    return (event.clientX - r.left) / r.width;
  };
  const done = () => settle(`Levels ${ends.low.toFixed(2)} – ${ends.high.toFixed(2)}`);
  const key = (which: 'low' | 'high') => (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    set(which, ends[which] + by * (event.shiftKey ? 0.05 : 0.005));
    settle('Levels');
  };
  return (
    <svg
      ref={box}
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="group"
      aria-label="Histogram"
      style={{ touchAction: 'none', cursor: 'pointer', overflow: 'visible' }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        const x = at(e);
        const which = Math.abs(x - ends.low) < Math.abs(x - ends.high) ? 'low' : 'high';
        setHeld(which);
        set(which, x);
      }}
      onPointerMove={(e) => held && set(held, at(e))}
      onPointerUp={() => {
        if (held) done();
        setHeld(null);
      }}
    >
      {histogram.length > 0 && <path d={`M0 ${BASE}${hill}L${W} ${BASE}Z`} fill="var(--paper3)" />}
      <path d={`M0 ${BASE}H${W}`} stroke="var(--line)" />
      <path d={response} fill="none" stroke="var(--amber)" strokeWidth={1.8} />
      {(['low', 'high'] as const).map((which) => (
        <rect
          key={which}
          x={ends[which] * W - 3}
          y={46}
          width={6}
          height={18}
          rx={2.5}
          fill="var(--paper)"
          stroke="var(--amber)"
          strokeWidth={1.6}
          tabIndex={0}
          role="slider"
          aria-label={PEG[which]}
          aria-valuemin={0}
          aria-valuemax={1}
          aria-valuenow={Math.round(ends[which] * 1000) / 1000}
          onKeyDown={key(which)}
          style={{ cursor: 'ew-resize' }}
        />
      ))}
    </svg>
  );
}
