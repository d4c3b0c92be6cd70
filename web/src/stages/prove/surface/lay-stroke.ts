import { largestPx, type Brush } from '@amber-stamp/core/model';
import type { Press } from '@amber-stamp/core/relief';
import { dabsOf } from '@amber-stamp/core/vary';
import type { Hit } from '../../../parts/surface-scene.ts';
import { cross, length, minus, plus, unit, type Triple } from '../../../parts/vectors.ts';

/** A place of a stroke over a surface. */
export interface WayPoint extends Hit {
  /** 0..1 */
  pressure: number;
  /** ms since the stroke began */
  t: number;
}

/** A dab of a stroke over a surface, before it is said how deep it goes. */
export type LaidDab = Pick<Press, 'at' | 'up' | 'mirrored' | 'size' | 'card'> & {
  /** share of the depth: a dab that prints half is pressed half as deep */
  share: number;
};

interface Laying {
  /** side of the largest dab, in units of the surface */
  size: number;
  /** what is up to the eye, for dabs that follow nothing */
  upwards: Triple;
  /** dabs of a brush that follows nothing stand along the way */
  follow: boolean;
}

/** A direction turned clockwise, as the eye sees it from outside, by Rodrigues' formula. */
function turned(v: Triple, away: Triple, angleDeg: number): Triple {
  const a = (-angleDeg * Math.PI) / 180;
  const along = (v[0] * away[0] + v[1] * away[1] + v[2] * away[2]) * (1 - Math.cos(a));
  return plus(plus(plus([0, 0, 0], v, Math.cos(a)), cross(away, v), Math.sin(a)), away, along);
}

/** The way at a length along it: where it is, where it goes, and what is away from the surface. */
function placeAt(way: readonly WayPoint[], lengths: readonly number[], along: number) {
  let k = 0;
  while (k < way.length - 2 && lengths[k + 1] < along) k++;
  const next = Math.min(way.length - 1, k + 1);
  const span = lengths[next] - lengths[k];
  const t = span > 0 ? (along - lengths[k]) / span : 0;
  const step = minus(way[next].at, way[k].at);
  return { at: plus(way[k].at, step, t), on: unit(step), away: unit(way[k].away) };
}

/**
 * The dabs of a brush's lowest coat along a way over a surface: spacing, sizes, tapering ends, scatter, turns, flips and cards are
 * those that the same stroke has on a sheet. `number`: of the stroke, for chance. Throws too-many-dabs.
 */
export function layStroke(brush: Brush, way: readonly WayPoint[], number: number, laying: Laying): LaidDab[] {
  const [coat] = brush.coats;
  const pxPerUnit = largestPx(coat) / laying.size;
  const lengths = [0];
  for (let i = 1; i < way.length; i++) lengths.push(lengths[i - 1] + length(minus(way[i].at, way[i - 1].at)));
  const points = way.map(({ pressure, t }, i) => ({
    x: lengths[i] * pxPerUnit,
    y: 0,
    pressure,
    t,
    tiltX: 0,
    tiltY: 0,
    twist: 0,
  }));
  const { angle } = coat.properties;
  const follows = !angle.muted && (angle.follow === 'path' || angle.follow === 'chain');
  const dabs = dabsOf(brush, 0, { points }, number);
  return Array.from({ length: dabs.count }, (_, i): LaidDab => {
    const { at, on, away } = placeAt(way, lengths, dabs.x[i] / pxPerUnit);
    const still = length(on) === 0;
    const top = still ? laying.upwards : follows ? cross(away, on) : laying.follow ? on : laying.upwards;
    const [x, y, z] = plus(at, cross(on, away), dabs.y[i] / pxPerUnit);
    const [ux, uy, uz] = turned(top, away, dabs.angleDeg[i]);
    // top and bottom exchanged is left and right exchanged, turned by a half
    const upside = dabs.mirrorY[i] ? -1 : 1;
    return {
      at: [x, y, z],
      up: [upside * ux, upside * uy, upside * uz],
      ...(dabs.mirrorX[i] !== dabs.mirrorY[i] ? { mirrored: true } : {}),
      size: Math.min(8, Math.max(0.001, dabs.sizePx[i] / pxPerUnit)),
      card: dabs.card[i],
      share: dabs.opacityPct[i] / 100,
    };
  });
}
