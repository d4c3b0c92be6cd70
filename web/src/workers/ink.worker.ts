import './kernel.ts';
import { encodeRgba } from '@amber-stamp/core/formats';
import type { GroundStack, GroundPlacement, PlacedInk } from '@amber-stamp/core/ground';
import {
  groundColour,
  InkEngine,
  layOnce,
  layOut,
  lightStrokes,
  SheetBytes,
  sheetOrder,
  SheetSession,
  type StrokePrint,
  type LaidSheet,
} from '@amber-stamp/core/ink';
import { partsOf } from '@amber-stamp/core/maths';
import { fromPlate, resample, toPlate, type Plate } from '@amber-stamp/core/raster';
import { dabsOf } from '@amber-stamp/core/vary';
import { expose, transfer } from 'comlink';
import { carry } from '../engine/carry.ts';
import { groundOf } from './ground.ts';
import { bytesOf, HeldByKey } from '../engine/held-by-key.ts';
import { HeldStrokes } from '../engine/stroke-ledger.ts';
import { plateCalls } from '../engine/worker-plates.ts';
import {
  INKED_KEPT,
  type GroundJob,
  type InkApi,
  type InkJob,
  type InkResult,
  type SentJob,
  type SideCost,
} from '../engine/protocol/ink.ts';

// others can help where pages are isolated from other sites
const engine = new InkEngine('wasm', { shared: crossOriginIsolated });
/** What is kept of each view. */
const views = new Map<string, { session: SheetSession; picture: SheetBytes }>();

function keptOf(view: string): { session: SheetSession; picture: SheetBytes } {
  const kept = views.get(view) ?? { session: new SheetSession(engine), picture: new SheetBytes(engine) };
  views.set(view, kept);
  return kept;
}
const plates = new HeldByKey<Plate>(INKED_KEPT, bytesOf);

const strokes = new HeldStrokes();

/** The sheet of a job, laid by the session of its view. */
function laidSheet(job: InkJob): LaidSheet {
  const { view, zoom } = job;
  const { session } = keptOf(view);
  return session.lay({
    brushes: job.brushes.map(({ brush, plates: keys }) => ({
      brush,
      plates: plates.named(keys),
      key: JSON.stringify(keys),
    })),
    strokes: job.strokes.map(({ key, number, brush, away, stroke }) => ({
      key,
      number,
      brush,
      away,
      dabs: (coat) => dabsOf(job.brushes[brush].brush, coat, stroke, number, zoom),
    })),
    size: job,
    zoom,
    ground: job.ground.paper,
    lit: true,
  });
}

/** Impressions that lie alike are one ink; those that take away do so from every ink. */
function inksOf(job: InkJob, made: readonly StrokePrint[]): PlacedInk[] {
  const keys = job.strokes.map(({ lie }) => JSON.stringify(lie));
  const lies = new Map<string, GroundPlacement>();
  job.strokes.forEach(({ lie, away }, i) => !away && lies.set(keys[i], lie));
  return [...lies].map(([key, lie]) => ({
    lie,
    pixels: engine.toFloats(
      made.filter(({ away }, i) => away || keys[i] === key),
      job,
    ),
  }));
}

/** Everything but its strokes that the picture of a job on plain paper depends on. */
const picturedBy = ({ brushes, zoom, width, height, left, top, ground, lamp }: InkJob): string =>
  JSON.stringify([brushes, zoom, width, height, left, top, ground.paper, lamp]);

interface Painted {
  bytes: Uint8ClampedArray<ArrayBuffer>;
  dabs: number;
}

/** `stack`: the ground, where it is more than paper. What it gives is painted over by the next call for the same view. */
function paint(job: InkJob, stack: GroundStack | undefined): Painted {
  const laid = laidSheet(job);
  const { zoom, lamp } = job;
  // what lies behind or in a layer is flat to the lamp, which stands before the sheet
  const lit = (stroke: number) => job.strokes[stroke].lie.place === 'front';
  if (!stack) {
    const order = { ground: groundColour(job.ground.paper), size: job, zoom, lamp, key: picturedBy(job), lit };
    return { bytes: keptOf(job.view).picture.print(laid, order) as Painted['bytes'], dabs: laid.dabs };
  }
  const inks = inksOf(job, laid.prints);
  const bytes = stack.compose(inks, partsOf(job.ground.cover), { zoom, covered: job.ground.covered });
  const inFront = laid.strokes.filter((_, i) => lit(i));
  lightStrokes(engine, bytes, inFront, { size: job, zoom, lamp });
  return { bytes: bytes as Painted['bytes'], dabs: laid.dabs };
}

/** Draws a job with every plate resampled to a side, in an engine of its own: once with its levels, then twice without. */
function costOf(job: InkJob, side: number): SideCost {
  const own = new InkEngine();
  const held = new Map<string, Plate>();
  const [{ brush, plates: keys }] = job.brushes;
  for (const [name, key] of Object.entries(keys)) {
    const plate = plates.get(key);
    if (plate) held.set(name, toPlate(resample(fromPlate(plate), side, side)));
  }
  const { paper } = job.ground;
  const timed = () => {
    const start = performance.now();
    const laid = layOut(brush, { strokes: job.strokes.map(({ stroke }) => stroke) }, job.zoom);
    layOnce(own, sheetOrder({ brush: brush, plates: held }, laid, job, paper, job.zoom), ({ prints }) =>
      own.toBytes(prints, groundColour(paper), job),
    );
    return performance.now() - start;
  };
  const first = timed();
  const drawMs = Math.min(timed(), timed());
  return { side, buildMs: Math.max(0, first - drawMs), drawMs };
}

/** A sheet is opaque and in the colours of the screen: what a browser would do to its pixels takes longer than to copy them. */
const AS_IT_IS: ImageBitmapOptions = { premultiplyAlpha: 'none', colorSpaceConversion: 'none' };

const worker: InkApi = {
  ...plateCalls(plates, engine),

  helpersPlace: () => engine.helpersPlace,
  shareOut: () => engine.shareOut(),

  async draw(sent: SentJob): Promise<InkResult> {
    const job = strokes.whole(sent);
    const stack = await groundOf(job);
    const start = performance.now();
    const { bytes, dabs } = paint(job, stack);
    const ms = performance.now() - start;
    const bitmap = await createImageBitmap(new ImageData(bytes, job.width, job.height), AS_IT_IS);
    return transfer({ bitmap, dabs, ms }, [bitmap]);
  },

  async png(sent: SentJob): Promise<Uint8Array> {
    const job = strokes.whole(sent);
    const bytes = encodeRgba(job.width, job.height, paint(job, await groundOf(job)).bytes);
    return transfer(bytes, [bytes.buffer]);
  },

  async groundAt(job: GroundJob, x: number, y: number): Promise<string> {
    const stack = await groundOf({ ...job, strokes: [], ground: { ...job.ground, covered: false } });
    const bytes = stack?.compose([], [0, 0, 0]);
    const at = 4 * (Math.floor(y) * job.width + Math.floor(x));
    const parts = bytes
      ? [...bytes.subarray(at, at + 3)]
      : groundColour(job.ground.paper).map((v) => Math.round(v * 255));
    return `#${parts.map((v) => v.toString(16).padStart(2, '0')).join('')}`;
  },

  forget(view: string): void {
    const kept = views.get(view);
    kept?.session.clear();
    kept?.picture.clear();
    views.delete(view);
  },

  costs(sent: SentJob, sides: readonly number[]): SideCost[] {
    const job = strokes.whole(sent);
    return sides.map((side) => costOf(job, side));
  },
};

carry();
expose(worker);
