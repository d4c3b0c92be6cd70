import { SHAPE_STARTERS, type Shapes } from '@amber-stamp/core/make';
import { useMemo, useState } from 'react';
import { useMade } from '../../../bench/useMade.ts';
import { BesideControls } from '../../../parts/BesideControls.tsx';
import { BitmapView } from '../../../parts/BitmapView.tsx';

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
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const drawings = useMemo(() => SHAPE_STARTERS.map(({ label: name, make }) => ({ name, shapes: make() })), []);
  return (
    <>
      <button
        className="link"
        aria-haspopup="dialog"
        aria-expanded={anchor !== null}
        onClick={(e) => setAnchor(anchor ? null : e.currentTarget)}
      >
        {label}
      </button>
      <BesideControls anchor={anchor} label="Drawings of shapes" onClose={() => setAnchor(null)}>
        {drawings.map(({ name, shapes }) => (
          <Drawing key={name} label={name} shapes={shapes} onPick={() => onPick(shapes, name)} />
        ))}
      </BesideControls>
    </>
  );
}
