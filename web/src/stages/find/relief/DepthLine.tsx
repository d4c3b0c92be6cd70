import type { RecipeStep } from '@amber-stamp/core/cut';
import type { PointerEvent } from 'react';
import { settle } from '../../../bench/store.ts';
import { setCast } from './cast-place.ts';
import { placed, type Pane } from './panes.ts';

/** The view from below with a brass line: how deep the cast reaches. */
export function DepthLine({
  pane,
  step,
  slice,
}: {
  pane: Pane;
  step: RecipeStep;
  slice: { near: number; far: number };
}) {
  const depth = Number(step.depthPct);
  const y = slice.near + ((slice.far - slice.near) * depth) / 100;
  const move = (event: PointerEvent<HTMLElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const { top } = (event.currentTarget.parentElement as HTMLElement).getBoundingClientRect();
    setCast({ depthPct: (100 * (event.clientY - top - slice.near)) / (slice.far - slice.near) });
  };
  return (
    <div className="elevation" style={placed(pane)}>
      <button
        className="depth-line"
        style={{ top: y }}
        role="slider"
        aria-label="Depth that is kept"
        aria-valuenow={depth}
        aria-valuemin={0.5}
        aria-valuemax={100}
        onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
        onPointerMove={move}
        onPointerUp={() => settle(`depth ${Math.round(depth)} %`)}
        onKeyDown={(e) => {
          const by = { ArrowUp: -1, ArrowDown: 1 }[e.key];
          if (!by) return;
          e.preventDefault();
          setCast({ depthPct: depth + by * (e.shiftKey ? 10 : 1) });
          settle('depth');
        }}
      >
        <b>{Math.round(depth)} %</b>
      </button>
      <span className="tag low">from below: what lies under the line is not cast</span>
    </div>
  );
}
