import type { Property } from '@amber-stamp/core/model';
import { coatOf } from '../../bench/coat.ts';
import { editProperty } from '../../bench/edit.ts';
import { usePlates, type ReadyPlate } from '../../bench/plates.ts';
import { settle, useBench } from '../../bench/store.ts';

/** Dabs that are larger by no more still look sharp. */
const STILL_SHARP = 1.15;

/** Px of detail along the longer side of a plate: less than its side where a step has enlarged it. */
function detailOf({ size, report }: ReadyPlate): number {
  const side = Math.max(size.width, size.height);
  const scales = report?.facts.map(({ scale }) => scale).filter((scale) => typeof scale === 'number') ?? [];
  const enlarged = scales.reduce((all, scale) => all * scale, 1);
  return Math.round(side / Math.max(1, enlarged));
}

/** Says when dabs are larger than what their tip holds, with the largest size that is sharp. */
export function BeyondDetail({ property }: { property: Property }) {
  const [{ plate }] = useBench((s) => s.bench && coatOf(s.bench).deck.cards) ?? [{ plate: '' }];
  const ready = usePlates((s) => s.ready[plate]);
  if (!ready || property.muted) return null;
  const detail = detailOf(ready);
  const largest = (property.rest * (property.drivers.length > 0 ? Math.max(property.low, property.high) : 100)) / 100;
  if (largest <= STILL_SHARP * detail) return null;
  return (
    <div className="why">
      <span>
        The tip holds {detail} px of detail: larger dabs look soft.{' '}
        <button
          className="small"
          onClick={() => {
            editProperty('size', (p) => void (p.rest = Math.max(1, Math.floor((p.rest * detail) / largest))));
            settle(`Size within ${detail} px`);
          }}
        >
          as large as it is sharp
        </button>
      </span>
    </div>
  );
}
