import type { Property } from '@amber-stamp/core/model';
import { editProperty } from '../../bench/edit.ts';
import { settle } from '../../bench/store.ts';
import { useInkFacts } from '../../bench/parts/InkProof.tsx';

/** From here on the sheet no longer follows the hand. */
const SLOW_MS = 60;

/** Says when the dabs lie so close that the sheet cannot follow, with the spacing that halves the cost. */
export function SpacingCost({ property }: { property: Property }) {
  const facts = useInkFacts((s) => s.sheet);
  if (!facts || facts.ms < SLOW_MS || facts.dabs < 400 || property.rest > 20) return null;
  const wider = Math.round(property.rest * 20) / 10;
  return (
    <div className="why">
      <span>
        {facts.dabs.toLocaleString('en')} dabs take {facts.ms.toFixed(0)} ms.{' '}
        <button
          className="small"
          onClick={() => {
            editProperty('spacing', (p) => void (p.rest = wider));
            settle(`Spacing ${wider} %`);
          }}
        >
          {wider} % takes half
        </button>
      </span>
    </div>
  );
}
