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

const ENDS = ['low', 'high'] as const;
type End = (typeof ENDS)[number];
type Ends = Readonly<Record<End, number>>;

/** The outline of the histogram: roots, so that rare values are seen too. */
function hillOf(histogram: readonly number[]): string {
  const most = Math.max(1e-6, ...histogram.slice(1, -1));
  const tops = histogram.map(
    (v, i) => `L${((i + 0.5) / histogram.length) * W} ${BASE - 46 * Math.min(1, Math.sqrt(v / most))}`,
  );
  return `M0 ${BASE}${tops.join('')}L${W} ${BASE}Z`;
}

/** What becomes of the values between the ends. */
const responseOf = ({ low, high }: Ends, middle: number): string =>
  Array.from({ length: 25 }, (_, i) => {
    const t = i / 24;
    const x = low + (high - low) * t;
    return `${i === 0 ? 'M' : 'L'}${(x * W).toFixed(1)} ${(BASE - 50 * bias(t, middle)).toFixed(1)}`;
  }).join('');

function EndPeg({ which, ends, set }: { which: End; ends: Ends; set: (which: End, value: number) => void }) {
  const key = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    set(which, ends[which] + by * (event.shiftKey ? 0.05 : 0.005));
    settle('Levels');
  };
  return (
    <rect
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
      onKeyDown={key}
      style={{ cursor: 'ew-resize' }}
    />
  );
}

/** The histogram of what comes in, with a peg at each end; moving one ends automatic levels. */
export function LevelsControl({ place, step, facts, histogram = [] }: Props) {
  const box = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<End | null>(null);
  const shown = step.automatic && facts?.low !== undefined ? facts : step;
  const ends = { low: Number(shown.low), high: Number(shown.high) };
  const set = (which: End, value: number) => {
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
      {histogram.length > 0 && <path d={hillOf(histogram)} fill="var(--paper3)" />}
      <path d={`M0 ${BASE}H${W}`} stroke="var(--line)" />
      <path d={responseOf(ends, Number(step.middle))} fill="none" stroke="var(--amber)" strokeWidth={1.8} />
      {ENDS.map((which) => (
        <EndPeg key={which} which={which} ends={ends} set={set} />
      ))}
    </svg>
  );
}
