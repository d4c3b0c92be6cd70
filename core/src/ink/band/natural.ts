import type { SheetTilt } from '../place.ts';
import type { Spine } from './spine.ts';

const LEAST_PX = 1e-3;

/**
 * How many lengths of the plate fit up to each place of a spine: narrower parts take more of them. On a sheet that is tilted
 * the band lies as on a floor: its halves are made narrower, and lengths shorter, as the floor is foreshortened there.
 */
export function layOut(spine: Spine, aspect: number, [a, b, d]: SheetTilt): Float64Array {
  const { count, s, half, tx, ty } = spine;
  const along = new Float64Array(count);
  // what the tilt leaves of an area
  const squashed = 1 / (a * d - b * b);
  let before = half[0];
  for (let i = 1; i < count; i++) {
    const [ex, ey] = [a * tx[i] + b * ty[i], b * tx[i] + d * ty[i]];
    const onFloor = (s[i] - s[i - 1]) * Math.sqrt(ex * ex + ey * ey);
    along[i] = along[i - 1] + onFloor / (Math.max(LEAST_PX, half[i] + before) * aspect);
    before = half[i];
  }
  for (let i = 0; i < count; i++) {
    const [ex, ey] = [a * tx[i] + b * ty[i], b * tx[i] + d * ty[i]];
    half[i] *= squashed * Math.sqrt(ex * ex + ey * ey);
  }
  return along;
}
