import type { Bench } from '@amber-stamp/core/bench';
import { useRef } from 'react';
import { Stage } from 'react-konva';
import { useBoxSize } from '../../parts/useBoxSize.ts';
import { RegionHandles } from '../cut/handles/RegionHandles.tsx';
import { recipeOf } from '../cut/steps.ts';
import { presentIntent } from '../../bench/use.ts';
import { MarkBoxes } from './MarkBoxes.tsx';
import { regionPlace, useParts } from './parts.ts';

/** What lies over the picture of the source: the handles of a region, or the marks that were found. */
export function PartOverlay({ bench, source }: { bench: Bench; source: string }) {
  const frame = useRef<HTMLDivElement>(null);
  const box = useBoxSize(frame);
  const { mode } = useParts();
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
      {presentIntent(bench) === 'marks' && <MarkBoxes bench={bench} source={source} />}
    </div>
  );
}
