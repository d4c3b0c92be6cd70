import { castValues, viewOf, type RecipeStep } from '@amber-stamp/core/cut';
import type { Mesh } from '@amber-stamp/core/raster';
import { boxOfMesh, frameOf, seenFrom, type View } from '@amber-stamp/core/relief';
import type { Pane } from './panes.ts';

/** How the object is looked at: as its cast is framed. */
export interface ViewExtent {
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
export function viewExtent(step: RecipeStep, facts: Readonly<Record<string, number | string>> | undefined): ViewExtent {
  const share = (name: string) => Number(step[name]) / 100;
  return {
    view: viewOf(castValues(step)),
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

type Bounds = Pick<Framed, 'low' | 'high'>;
const boxes = new WeakMap<Mesh, { key: string; box: Bounds }>();

/** The box of a mesh as a view sees it; the last one of each mesh is kept. */
function boxSeen(mesh: Mesh, view: View): Bounds {
  const key = JSON.stringify(view);
  const kept = boxes.get(mesh);
  if (kept?.key === key) return kept.box;
  const box = boxOfMesh({ positions: seenFrom(mesh, frameOf(view)), indices: mesh.indices });
  boxes.set(mesh, { key, box });
  return box;
}

/** The square around a mesh, as the cast frames it. */
export function frameSeen(mesh: Mesh, { view, padPct, zoom }: ViewExtent): Framed {
  const { low, high } = boxSeen(mesh, view);
  const extent = Math.max(high[0] - low[0], high[1] - low[1]) || 1;
  return {
    low,
    high,
    centre: [0, 1, 2].map((k) => (low[k] + high[k]) / 2),
    side: extent / (1 - (2 * padPct) / 100) / zoom,
  };
}

/** How deep a mesh is in its frame, in halves of it, and what the view from below shows. */
export interface Depth {
  halfDepth: number;
  /** the nearest and the farthest place that is seen */
  near: number;
  far: number;
  /** half of what the view from below shows across and down */
  wide: number;
  halfHeight: number;
}

/** The depth of a mesh for a view from below that lies under the front view, at its scale where the depth fits in. */
export function depthSeen(mesh: Mesh, sight: ViewExtent, pane: Pane): Depth {
  const { low, high, centre, side } = frameSeen(mesh, sight);
  const s = 2 / side;
  const halfDepth = ((high[2] - low[2]) / 2) * s;
  const seen = sight.seen ?? { low: low[2], high: high[2] };
  const ratio = pane.height / pane.width;
  const wide = Math.max(1, (halfDepth * 1.12) / ratio);
  return {
    halfDepth,
    near: (seen.high - centre[2]) * s,
    far: (seen.low - centre[2]) * s,
    wide,
    halfHeight: wide * ratio,
  };
}

/** Where the nearest and the farthest place lie on the view from below, px from its top. */
export function sliceIn(mesh: Mesh, sight: ViewExtent, pane: Pane): { near: number; far: number } {
  const { near, far, halfHeight } = depthSeen(mesh, sight, pane);
  const at = (z: number) => (pane.height / 2) * (1 - z / halfHeight);
  return { near: at(near), far: at(far) };
}
