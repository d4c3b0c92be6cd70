import type { Bench } from '@amber-stamp/core/bench';
import { evenStroke } from '@amber-stamp/core/prove';
import { useMemo, useRef } from 'react';
import { InkProof } from '../../bench/parts/InkProof.tsx';
import { useBoxSize } from '../../parts/useBoxSize.ts';
import type { EchoView } from '../../engine/protocol/prove.ts';
import { alikeAfter } from './curves.ts';
import { useMarked, WHOLE } from './marked.ts';

const HEIGHT = 84;

/** The stroke that was measured, with what is marked on it: alike dabs, or where a give-away is seen again. */
export function MeasuredStroke({ bench, told }: { bench: Bench; told: EchoView }) {
  const field = useRef<HTMLDivElement>(null);
  const { width } = useBoxSize(field);
  const { lag, giveAway } = useMarked();
  const { spanPx, tipPx, giveAways, whole } = told;
  const scale = width > 0 ? width / (spanPx + 2 * tipPx) : 0;
  const middle = scale > 0 ? HEIGHT / 2 / scale : 0;
  const strokes = useMemo(
    () => [{ points: evenStroke(spanPx).points.map((p) => ({ ...p, x: p.x + tipPx, y: p.y + middle })) }],
    [spanPx, tipPx, middle],
  );
  const at = ([x, y]: readonly [number, number]) => ({ cx: (x + tipPx) * scale, cy: HEIGHT / 2 + y * scale });
  const r = Math.max(5, (tipPx * scale) / 2);
  const pairs = lag !== null ? alikeAfter(told, lag) : [];
  const seen =
    giveAway === WHOLE ? (whole?.places ?? []) : giveAway !== null ? (giveAways[giveAway]?.places ?? []) : [];
  return (
    <div ref={field} className="measured" style={{ height: HEIGHT }}>
      {scale > 0 && (
        <InkProof
          view="measured"
          label="The stroke that is measured"
          brush={bench.brush}
          plates={bench.plates}
          strokes={strokes}
          scale={scale}
          ground="white"
          calm
        />
      )}
      <svg aria-hidden width="100%" height="100%">
        {pairs.map(([a, b], i) => {
          const [from, to] = [at(a), at(b)];
          const lift = HEIGHT / 2 - 6;
          return (
            <g key={i}>
              <circle {...from} r={r} />
              <circle {...to} r={r} />
              <path d={`M${from.cx} ${from.cy} Q${(from.cx + to.cx) / 2} ${from.cy - lift} ${to.cx} ${to.cy}`} />
            </g>
          );
        })}
        {seen.map((place, i) => (
          <circle key={i} {...at(place)} r={6} className="seen" />
        ))}
      </svg>
    </div>
  );
}
