import { encodeRgba } from '@amber-stamp/core/formats';
import type { GroundStack, Lie, LyingInk } from '@amber-stamp/core/ground';
import {
  freeThickness,
  layThickness,
  lightStrokes,
  coatPrint,
  freeAll,
  groundColour,
  InkEngine,
  impress,
  layCoat,
  layKey,
  layOut,
  type Impression,
  type LaidCoat,
  type LaidThickness,
  type ThickCoat,
} from '@amber-stamp/core/ink';
import { partsOf } from '@amber-stamp/core/maths';
import { soundingCoats, type PenStroke } from '@amber-stamp/core/model';
import { fromPlate, resample, toPlate, type Plate } from '@amber-stamp/core/raster';
import { dabsOf } from '@amber-stamp/core/vary';
import { expose, transfer } from 'comlink';
import { carryErrors } from './errors.ts';
import { groundOf } from './ground.ts';
import { HeldByKey } from '../engine/held-by-key.ts';
import { plateCalls } from '../engine/worker-plates.ts';
import { INKED_KEPT, type InkApi, type InkJob, type InkResult, type SideCost } from './protocol.ts';

interface KeptCoat {
  laid: LaidCoat;
  thick: LaidThickness | undefined;
  dabs: number;
}

const engine = new InkEngine();
const views = new Map<string, Map<string, KeptCoat>>();
const plates = new HeldByKey<Plate>(INKED_KEPT);

function free({ laid, thick }: KeptCoat): void {
  engine.free(laid.layer);
  freeThickness(engine, thick);
}

const MOST_STROKES = 400;
const knownStrokes = new Map<string, PenStroke>();

/** The strokes of a job as they came first: what is known of a stroke is kept with the object. */
function known(job: InkJob): PenStroke[] {
  const met = job.strokes.map(({ key, stroke }) => knownStrokes.get(key) ?? stroke);
  // those of other views are drawn again and again as well
  if (knownStrokes.size > MOST_STROKES) knownStrokes.clear();
  job.strokes.forEach(({ key }, i) => knownStrokes.set(key, met[i]));
  return met;
}

/** The strokes of a job as impressions: coats that were laid before with the same settings are used again. */
function impressions(job: InkJob): { impressions: Impression[]; coats: ThickCoat[][]; dabs: number } {
  const before = views.get(job.view) ?? new Map<string, KeptCoat>();
  const after = new Map<string, KeptCoat>();
  const { width, height, zoom } = job;
  const ground = job.ground.paper;
  const brushes = job.brushes.map(({ brush, plates: keys }) => ({
    brush,
    held: plates.named(keys),
    keys: brush.coats.map((_, coat) => layKey(brush, coat, ground)),
    rest: `${JSON.stringify(keys)} ${width}x${height}@${zoom}`,
  }));
  let dabs = 0;
  const thick: ThickCoat[][] = [];
  const met = known(job);
  const made = job.strokes.map(({ number, key: strokeKey, brush: which, away }, place): Impression => {
    thick[place] = [];
    const { brush, held, keys, rest } = brushes[which];
    const coats = soundingCoats(brush).map((coat) => {
      const key = `${keys[coat]} ${rest} ${number} ${coat} ${strokeKey}`;
      const coatJob = { brush, coat, stroke: number, plates: held, size: job, zoom, ground };
      let kept = after.get(key) ?? before.get(key);
      if (!kept) {
        const table = dabsOf(brush, coat, met[place], number, zoom);
        kept = {
          laid: layCoat(engine, coatJob, table),
          thick: layThickness(engine, coatJob, table),
          dabs: table.count,
        };
      }
      after.set(key, kept);
      dabs += kept.dabs;
      thick[place].push({ job: coatJob, laid: kept.thick });
      return coatPrint(engine, coatJob, kept.laid);
    });
    return { coats, away };
  });
  for (const [key, kept] of before) if (!after.has(key)) free(kept);
  views.set(job.view, after);
  return { impressions: made, coats: thick, dabs };
}

/** Impressions that lie alike are one ink; those that take away do so from every ink. */
function inksOf(job: InkJob, made: readonly Impression[]): LyingInk[] {
  const keys = job.strokes.map(({ lie }) => JSON.stringify(lie));
  const lies = new Map<string, Lie>();
  job.strokes.forEach(({ lie, away }, i) => !away && lies.set(keys[i], lie));
  return [...lies].map(([key, lie]) => ({
    lie,
    pixels: engine.toFloats(
      made.filter(({ away }, i) => away || keys[i] === key),
      job,
    ),
  }));
}

/** `stack`: the ground, where it is more than paper. */
function paint(job: InkJob, stack: GroundStack | undefined): { bytes: Uint8ClampedArray<ArrayBuffer>; dabs: number } {
  const { impressions: made, coats, dabs } = impressions(job);
  const bytes = stack
    ? stack.compose(inksOf(job, made), partsOf(job.ground.cover), { zoom: job.zoom, covered: job.ground.covered })
    : engine.toBytes(made, groundColour(job.ground.paper), job);
  // what lies behind or in a layer is flat to the lamp, which stands before the sheet
  const strokes = made.flatMap((impression, i) =>
    job.strokes[i].lie.place === 'front' ? [{ impression, coats: coats[i] }] : [],
  );
  lightStrokes(engine, bytes, strokes, { size: job, zoom: job.zoom, lamp: job.lamp });
  return { bytes: bytes as Uint8ClampedArray<ArrayBuffer>, dabs };
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
    const made = impress(own, brush, held, laid, job, paper, job.zoom);
    own.toBytes(made, groundColour(paper), job);
    freeAll(own, made);
    return performance.now() - start;
  };
  const first = timed();
  const drawMs = Math.min(timed(), timed());
  return { side, buildMs: Math.max(0, first - drawMs), drawMs };
}

const worker: InkApi = {
  ...plateCalls(plates, engine),

  async draw(job: InkJob): Promise<InkResult> {
    const stack = await groundOf(job);
    const start = performance.now();
    const { bytes, dabs } = paint(job, stack);
    const ms = performance.now() - start;
    const bitmap = await createImageBitmap(new ImageData(bytes, job.width, job.height));
    return transfer({ bitmap, dabs, ms }, [bitmap]);
  },

  async png(job: InkJob): Promise<Uint8Array> {
    const bytes = encodeRgba(job.width, job.height, paint(job, await groundOf(job)).bytes);
    return transfer(bytes, [bytes.buffer]);
  },

  async groundAt(job: InkJob, x: number, y: number): Promise<string> {
    const stack = await groundOf({ ...job, strokes: [], ground: { ...job.ground, covered: false } });
    const bytes = stack?.compose([], [0, 0, 0]);
    const at = 4 * (Math.floor(y) * job.width + Math.floor(x));
    const parts = bytes
      ? [...bytes.subarray(at, at + 3)]
      : groundColour(job.ground.paper).map((v) => Math.round(v * 255));
    return `#${parts.map((v) => v.toString(16).padStart(2, '0')).join('')}`;
  },

  forget(view: string): void {
    for (const kept of views.get(view)?.values() ?? []) free(kept);
    views.delete(view);
  },

  costs: (job, sides) => sides.map((side) => costOf(job, side)),
};

carryErrors();
expose(worker);
