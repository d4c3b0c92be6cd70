import './kernel.ts';
import { heightsOf, resample, type Plate, type Raster } from '@amber-stamp/core/raster';
import { gridNormals, linesFor, makeSurface, press, type PressTip, type Surface } from '@amber-stamp/core/relief';
import { expose, transfer } from 'comlink';
import { HeldByKey } from '../engine/held-by-key.ts';
import { carry } from '../engine/carry.ts';
import {
  SURFACE_SIDE,
  TIPS_KEPT,
  type PressedSurface,
  type SurfaceApi,
  type SurfaceJob,
} from '../engine/protocol/surface.ts';

/** Longest side of a tip that is pressed: the grid of a surface shows no more. */
const TIP_SIDE = 512;
const tips = new HeldByKey<PressTip>(TIPS_KEPT, () => 0);
/** The surface as it was last wanted: its lines lie closer where dabs are. */
let made: { key: string; surface: Surface } | undefined;

/** The surface of a job; the same one as long as no line of it would lie elsewhere. */
function surfaceOf({ shape, presses }: SurfaceJob): Surface {
  const lines = linesFor(shape, presses, SURFACE_SIDE);
  const key = `${shape} ${lines.u.join()} ${lines.v.join()}`;
  if (made?.key !== key) {
    made = { key, surface: makeSurface(shape, SURFACE_SIDE, lines) };
    settled = undefined;
  }
  return made.surface;
}

/** A surface as it is pressed dab by dab, with how far the stroke that is at work has moved each corner. */
interface Clay {
  positions: Float32Array;
  stroke: number;
  within: Float32Array;
}

/** What the presses before the last one made: the hand changes only that one. */
let settled: (Clay & { shape: string; keys: string[] }) | undefined;

function put(surface: Surface, clay: Clay, one: SurfaceJob['presses'][number]): void {
  if (one.stroke !== clay.stroke) {
    clay.stroke = one.stroke;
    clay.within.fill(0);
  }
  press(surface, clay.positions, one, tips.get(one.plate) as PressTip, one.stroke > 0 ? clay.within : undefined);
}

function pressAll(surface: Surface, { shape, presses }: SurfaceJob): { positions: Float32Array; missing: number } {
  const here = presses.filter(({ plate }) => tips.has(plate));
  const before = here.slice(0, -1);
  const keys = before.map((one) => JSON.stringify(one));
  const goesOn = settled?.shape === shape && settled.keys.every((key, i) => key === keys[i]);
  if (!settled || !goesOn) {
    const positions = surface.positions.slice();
    settled = { shape, keys: [], positions, stroke: 0, within: new Float32Array(positions.length) };
  }
  for (const one of before.slice(settled.keys.length)) put(surface, settled, one);
  settled.keys = keys;
  const clay = { positions: settled.positions.slice(), stroke: settled.stroke, within: settled.within.slice() };
  const last = here.at(-1);
  if (last) put(surface, clay, last);
  return { positions: clay.positions, missing: presses.length - here.length };
}

/** Clay that hangs over, as three pictures of its moves. */
function displacedTip(width: number, height: number, displaced: Float32Array): PressTip {
  const part = (k: number): Raster => ({
    width,
    height,
    data: Float32Array.from({ length: width * height }, (_, i) => displaced[3 * i + k]),
  });
  return { across: part(0), upwards: part(1), heights: part(2) };
}

/** At most TIP_SIDE px large. */
function tipOf(plate: Plate): PressTip {
  if (plate.displaced) return displacedTip(plate.width, plate.height, plate.displaced);
  const heights = heightsOf(plate);
  const scale = Math.max(1, Math.max(heights.width, heights.height) / TIP_SIDE);
  const size = (px: number) => Math.max(1, Math.round(px / scale));
  return { heights: scale > 1 ? resample(heights, size(heights.width), size(heights.height)) : heights };
}

const worker: SurfaceApi = {
  hold(wanted, fresh) {
    tips.take(
      wanted,
      fresh.map(([key, plate]) => [key, tipOf(plate)]),
    );
  },

  dropPlates() {
    tips.drop();
  },

  press(job): PressedSurface {
    const start = performance.now();
    const surface = surfaceOf(job);
    const { positions, missing } = pressAll(surface, job);
    const normals = gridNormals({ ...surface, positions });
    const pressed = { positions, normals, missing, ms: performance.now() - start };
    return transfer(pressed, [positions.buffer, normals.buffer]);
  },
};

carry();
expose(worker);
