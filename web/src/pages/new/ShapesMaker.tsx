import { SHAPE_STARTERS, type Shapes } from '@amber-stamp/core/make';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { brushFromMade } from '../../bench/arrivals.ts';
import { BitmapView } from '../../parts/BitmapView.tsx';
import { useMade } from '../../bench/useMade.ts';
import { MakerFrame, notifyFailure } from './Maker.tsx';

const PICTURE_SIDE = 264;

function Starter({ label, shapes, onTake }: { label: string; shapes: Shapes; onTake: () => void }) {
  const { tip } = useMade(shapes, PICTURE_SIDE);
  return (
    <button className="answer" onClick={onTake}>
      <span className="shot">{tip && <BitmapView bitmap={tip.bitmap} label="" />}</span>
      <b>{label}</b>
      <span>{shapes.rows.length === 1 ? '1 row' : `${shapes.rows.length} rows`}, open to change</span>
    </button>
  );
}

/** A tip made of shapes: one begins with a drawing that is there and changes it. */
export function ShapesMaker() {
  const navigate = useNavigate();
  const drawings = useMemo(() => SHAPE_STARTERS.map(({ name, label, make }) => ({ name, label, shapes: make() })), []);
  const take = async (shapes: Shapes) => {
    const id = await brushFromMade(shapes);
    if (id) await navigate(`/brush/${id}/find`);
  };
  return (
    <MakerFrame
      title="A tip made of shapes"
      controls={
        <>
          <p className="note">
            Ellipses, rectangles, polygons, stars and lines, one over the other: each prints, cuts, adds, stands alone
            or many times, in a row or in a ring.
          </p>
          <p className="note">
            Begin with one of these. It opens on the bench, and every change shows at once in strokes. A file of shapes
            or an SVG is dropped anywhere.
          </p>
        </>
      }
    >
      <div className="starters drawings" role="group" aria-label="Drawings to begin with">
        {drawings.map(({ name, label, shapes }) => (
          <Starter key={name} label={label} shapes={shapes} onTake={() => void take(shapes).catch(notifyFailure)} />
        ))}
      </div>
    </MakerFrame>
  );
}
