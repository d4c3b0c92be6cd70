import type { Bench } from '@amber-stamp/core/bench';
import { useRef } from 'react';
import { Stage } from 'react-konva';
import { useBoxSize } from '../../parts/useBoxSize.ts';
import { RegionHandles } from '../cut/handles/RegionHandles.tsx';
import { recipeOf } from '../cut/steps.ts';
import { regionPlace, toggleMark, useParts } from './parts.ts';

/** What lies over the picture of the source: the handles of a region, or the marks that were found. */
export function PartOverlay({ bench, source }: { bench: Bench; source: string }) {
  const frame = useRef<HTMLDivElement>(null);
  const box = useBoxSize(frame);
  const { mode, marks, source: lookedAt } = useParts();
  const place = regionPlace(bench);
  const step = recipeOf(bench).steps[place];
  return (
    <div ref={frame} className="part-overlay">
      {mode === 'region' && step && box.width > 0 && (
        <div data-testid="handles" style={{ cursor: 'crosshair', touchAction: 'none', pointerEvents: 'auto' }}>
          <Stage width={box.width} height={box.height}>
            <RegionHandles place={place} step={step} width={box.width} height={box.height} />
          </Stage>
        </div>
      )}
      {mode === 'marks' &&
        lookedAt === source &&
        marks.map((m, i) => (
          <button
            key={i}
            className="mark"
            aria-pressed={!m.off}
            aria-label={`Mark ${i + 1}`}
            title={m.off ? 'left out; press to take it in' : 'taken; press to leave it out'}
            onClick={() => toggleMark(i)}
            style={{
              left: `${m.x0 * 100}%`,
              top: `${m.y0 * 100}%`,
              width: `${(m.x1 - m.x0) * 100}%`,
              height: `${(m.y1 - m.y0) * 100}%`,
            }}
          >
            <b>{i + 1}</b>
          </button>
        ))}
    </div>
  );
}
