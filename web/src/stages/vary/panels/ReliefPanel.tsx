import type { Bench } from '@amber-stamp/core/bench';
import { flatShare, mayThicken } from '@amber-stamp/core/ink';
import { coatOf } from '../../../bench/coat.ts';
import { usePlates } from '../../../bench/plates.ts';
import { SheetLamp } from '../../../bench/parts/SheetLamp.tsx';

/** A tip that is full over more than this share of what it prints stands flat. */
const FLAT = 0.35;

/** How strokes stand on the sheet: the lamp that shows it, and what takes it away. */
export function ReliefPanel({ bench }: { bench: Bench }) {
  const coat = coatOf(bench);
  const plate = usePlates((s) => s.ready[coat.deck.cards[0].plate]?.plate);
  const thick = mayThicken(coat);
  const flat = plate && thick ? flatShare(plate) : 0;
  const { lamp } = bench.sheet;
  return (
    <section className="panel" aria-label="Relief">
      <h3>Lamp</h3>
      <div className="lamp-row">
        <SheetLamp bench={bench} />
        <span className="note">
          {thick
            ? `It shines from ${Math.round(lamp.azimuthDeg)}°, ${Math.round(lamp.altitudeDeg)}° high: the lower, the more every edge shows.`
            : 'The stroke is flat. Give it a thickness below, and the lamp shows how it stands.'}
        </span>
      </div>
      {flat > FLAT && (
        <p className="note" role="status">
          The tip is full over {Math.round(flat * 100)} % of what it prints, so the stroke is flat on top; let it print
          less by the step Tone under Cut.
        </p>
      )}
    </section>
  );
}
