import type { MadeSource, Shapes } from '@amber-stamp/core/make';
import { useRef } from 'react';
import { Stage } from 'react-konva';
import { BitmapView } from '../../../parts/BitmapView.tsx';
import { useBoxSize } from '../../../parts/useBoxSize.ts';
import { useMadeView } from '../../../bench/useStepView.ts';
import { DrawingHandles } from './DrawingHandles.tsx';
import { useDrawingKeys } from './useDrawingKeys.ts';

const SAYS: Record<MadeSource['format'], string> = {
  'amber-stamp/shapes': 'made of shapes',
  'amber-stamp/numbers': 'made from numbers',
  'amber-stamp/type': 'made of type',
  'amber-stamp/empty': 'empty: strokes are drawn on it under Cut',
};

function Handles({ shapes }: { shapes: Shapes }) {
  const frame = useRef<HTMLDivElement>(null);
  const box = useBoxSize(frame);
  return (
    <div ref={frame} data-testid="handles" style={{ position: 'absolute', inset: 0, touchAction: 'none' }}>
      {box.width > 0 && (
        <Stage width={box.width} height={box.height}>
          <DrawingHandles shapes={shapes} width={box.width} height={box.height} />
        </Stage>
      )}
    </div>
  );
}

/** What the tip is made of, as it prints; figures are taken hold of on the picture. */
export function DrawingWork({ made }: { made: MadeSource }) {
  const view = useMadeView(made);
  const shapes = made.format === 'amber-stamp/shapes' ? made : undefined;
  useDrawingKeys(shapes);
  const ratio = view ? view.width / view.height : 1;
  return (
    <section className="work" aria-label="Source">
      <div
        className="proof"
        style={{ display: 'grid', placeItems: 'center', padding: '34px 20px 18px', containerType: 'size' }}
      >
        <div
          className="frame"
          style={{
            position: 'relative',
            aspectRatio: String(ratio),
            width: `min(100%, calc(${ratio} * (100cqh - 4px)))`,
            outline: '1px solid rgba(143,75,0,.45)',
          }}
        >
          {view && <BitmapView bitmap={view.bitmap} label="What the tip is made of" />}
          {view && shapes && <Handles shapes={shapes} />}
        </div>
        <span className="tag">
          {SAYS[made.format]}
          {view ? `, ${view.width} x ${view.height} px` : ', drawing…'}
        </span>
      </div>
    </section>
  );
}
