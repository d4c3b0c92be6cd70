import type { Plate } from '@amber-stamp/core/raster';
import { PlateView } from '../../parts/PlateView.tsx';

const NINE = Array.from({ length: 9 }, (_, i) => i);

/** A plate three by three, edge to edge: a joint that shows is seen at once. */
export const NineTimes = ({ plate }: { plate: Plate }) => (
  <div className="nine" role="img" aria-label="The plate three by three">
    {NINE.map((i) => (
      <PlateView key={i} plate={plate} label={`Tile ${i + 1}`} />
    ))}
  </div>
);
