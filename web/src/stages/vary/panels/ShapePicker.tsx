import { SHAPE_STARTERS, type Shapes } from '@amber-stamp/core/make';
import { useMemo } from 'react';
import { useMade } from '../../../bench/useMade.ts';
import { BitmapView } from '../../../parts/BitmapView.tsx';
import { PicturesButton } from '../../../parts/PicturesButton.tsx';

const PICTURE_SIDE = 90;

function Drawing({ label, shapes, onPick }: { label: string; shapes: Shapes; onPick: () => void }) {
  const { tip } = useMade(shapes, PICTURE_SIDE);
  return (
    <button className="plate-pick" aria-label={label} title={label} onClick={onPick}>
      <span className="shot">{tip && <BitmapView bitmap={tip.bitmap} label="" />}</span>
      <span>{label}</span>
    </button>
  );
}

/** Drawings of shapes to begin with as pictures, beside the controls; it stays open, for one after the other. */
export function ShapePicker({ label, onPick }: { label: string; onPick: (shapes: Shapes, name: string) => void }) {
  const drawings = useMemo(() => SHAPE_STARTERS.map(({ label: name, make }) => ({ name, shapes: make() })), []);
  return (
    <PicturesButton label={label} title="Drawings of shapes">
      {() =>
        drawings.map(({ name, shapes }) => (
          <Drawing key={name} label={name} shapes={shapes} onPick={() => onPick(shapes, name)} />
        ))
      }
    </PicturesButton>
  );
}
