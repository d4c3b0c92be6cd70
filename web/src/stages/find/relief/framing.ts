import { frameOf, viewOf, type Mesh, type RecipeStep, type View } from '@amber-stamp/core';

/** How the object is looked at: as its cast is framed. */
export interface Sight {
  view: View;
  padPct: number;
  zoom: number;
  across: number;
  down: number;
  /** share of the depth that is kept */
  depth: number;
  /** lowest and highest place that is seen, where it is known: the depth is a share of that */
  seen: { low: number; high: number } | undefined;
}

/** The sight of a cast's settings; `facts`: what the cast found. */
export function sightOf(step: RecipeStep, facts: Readonly<Record<string, number | string>> | undefined): Sight {
  const share = (name: string) => Number(step[name]) / 100;
  return {
    view: viewOf(step),
    padPct: Number(step.padPct),
    zoom: share('zoomPct'),
    across: share('acrossPct'),
    down: share('downPct'),
    depth: share('depthPct'),
    seen: typeof facts?.low === 'number' ? { low: facts.low, high: Number(facts.high) } : undefined,
  };
}

export interface Framed {
  /** the box of the mesh as it is seen: to the right, upwards, towards the eye */
  low: number[];
  high: number[];
  centre: number[];
  /** of the square, in units of the mesh */
  side: number;
}

/** The square around a mesh, as the cast frames it. */
export function frameSeen({ positions, indices }: Mesh, { view, padPct, zoom }: Sight): Framed {
  const frame = frameOf(view);
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (const corner of indices)
    for (let k = 0; k < 3; k++) {
      const [a, b, c] = frame[k];
      const v = a * positions[3 * corner] + b * positions[3 * corner + 1] + c * positions[3 * corner + 2];
      if (v < low[k]) low[k] = v;
      if (v > high[k]) high[k] = v;
    }
  const extent = Math.max(high[0] - low[0], high[1] - low[1]) || 1;
  return {
    low,
    high,
    centre: [0, 1, 2].map((k) => (low[k] + high[k]) / 2),
    side: extent / (1 - (2 * padPct) / 100) / zoom,
  };
}
