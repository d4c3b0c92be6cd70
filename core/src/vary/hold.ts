import type { Coat } from '../model/coat-schema.ts';
import type { DabTable } from './dab-table.ts';

/** How small the range of a size lets a dab be, px. */
function smallestPx({ properties: { size } }: Coat): number {
  const end = size.muted || size.drivers.length === 0 ? size.high : Math.min(size.low, size.high);
  return (size.rest * end) / 100;
}

/**
 * Makes dabs flatter as they grow, so that they stay as thick as the smallest (full), or as thick as the mean of both by
 * proportion (half): aspect x smallest / size, or the root of that. A range down to nothing has no thickness to hold.
 */
export function holdThickness(table: DabTable, coat: Coat): void {
  const hold = coat.holdThickness;
  if (hold !== 'full' && hold !== 'half') return;
  const smallest = smallestPx(coat);
  if (smallest <= 0) return;
  for (let i = 0; i < table.count; i++) {
    const by = Math.min(1, smallest / table.sizePx[i]);
    table.aspectPct[i] *= hold === 'full' ? by : Math.sqrt(by);
  }
}
