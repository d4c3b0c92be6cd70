import type { Bench } from '@amber-stamp/core/bench';
import { broadestPx, type PenStroke } from '@amber-stamp/core/model';
import { useHotkeys } from 'react-hotkeys-hook';
import { fitSheet, useHand, ZOOM_STOPS, zoomTo } from '../bench/hand.ts';
import { boxAround, type SheetBox } from '../bench/stroke-box.ts';
import { EVERYWHERE } from '../parts/keys.ts';
import { toggleAlone, useWide } from './widened.ts';

/** All that is drawn, with its dabs; the sheet itself where nothing is. */
function boxOf({ brush }: Bench, strokes: readonly PenStroke[]): SheetBox {
  const { paper } = useHand.getState();
  const room = broadestPx(brush) * 0.6;
  const { left, top, right, low } = boxAround(strokes, () => room);
  return {
    left: Math.min(0, left),
    top: Math.min(0, top),
    right: Math.max(paper.width, right),
    low: Math.max(paper.height, low),
  };
}

const middle = () => {
  const { paper } = useHand.getState();
  return { x: paper.width / 2, y: paper.height / 2 };
};

/** To the next stop of the zoom above or below. */
function step(by: 1 | -1): void {
  const { zoom } = useHand.getState();
  const next = by > 0 ? ZOOM_STOPS.find((z) => z > zoom * 1.001) : ZOOM_STOPS.findLast((z) => z < zoom * 0.999);
  if (next) zoomTo(next, middle());
}

/** How the sheet is seen: smaller, larger, as it is, whole, and with the whole window for itself. */
export function SheetView({ bench, trial }: { bench: Bench; trial: readonly PenStroke[] }) {
  const zoom = useHand((s) => s.zoom);
  const alone = useWide((s) => s.alone);
  const whole = () => zoomTo(1, middle());
  const fit = () => fitSheet(boxOf(bench, [...(bench.sheet.trial ? trial : []), ...bench.strokes]));
  useHotkeys('0', whole, EVERYWHERE);
  useHotkeys('shift+0', fit, EVERYWHERE, [bench, trial]);
  return (
    <span className="sheet-view" role="group" aria-label="View of the sheet">
      <button className="tool" aria-label="Smaller view" title="Smaller view (wheel)" onClick={() => step(-1)}>
        −
      </button>
      <button
        className="small percent"
        title="As it is (0)"
        aria-label={`Sheet at ${Math.round(zoom * 100)} %, show it as it is`}
        onClick={whole}
      >
        {Math.round(zoom * 100)} %
      </button>
      <button className="tool" aria-label="Larger view" title="Larger view (wheel)" onClick={() => step(1)}>
        +
      </button>
      <button className="small" title="All that is drawn (Shift 0)" onClick={fit}>
        fit
      </button>
      <button className="small" aria-pressed={alone} title="The whole window for the sheet (A)" onClick={toggleAlone}>
        {alone ? 'the bench again' : 'sheet alone'}
      </button>
    </span>
  );
}
