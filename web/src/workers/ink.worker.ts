import {
  dabsOf,
  encodeRgba,
  coatPrint,
  freeAll,
  fromPlate,
  groundColour,
  InkEngine,
  impress,
  layCoat,
  layOut,
  mayTint,
  resample,
  soundingCoats,
  toPlate,
  type Brush,
  type Coat,
  type Ground,
  type Impression,
  type LaidCoat,
  type Plate,
} from '@amber-stamp/core';
import { expose, transfer } from 'comlink';
import { carryErrors } from './errors.ts';
import { HeldPlates } from './held-plates.ts';
import type { InkApi, InkJob, InkResult, SideCost } from './protocol.ts';

interface KeptCoat {
  laid: LaidCoat;
  dabs: number;
}

const engine = new InkEngine();
const views = new Map<string, Map<string, KeptCoat>>();
const plates = new HeldPlates(24);

/** What of a coat is laid with its dabs; join, colours that are not laid and grain of the finished coat are applied later. */
function laidWith(coat: Coat, ground: Ground): object {
  const { colour, second } = coat.ink;
  const { grain } = coat;
  return {
    ...coat,
    join: null,
    muted: null,
    ink: mayTint(coat) ? [colour ?? ground === 'black', second] : null,
    grain: grain?.appliesTo === 'stroke' ? grain.depth : grain,
  };
}

/** Everything of a brush that moves or presses dabs. */
const layKey = ({ seed, ends, steady, coats }: Brush, ground: Ground): string =>
  JSON.stringify([seed, ends, steady, coats.map((coat) => laidWith(coat, ground))]);

/** The strokes of a job as impressions: coats that were laid before with the same settings are used again. */
function impressions(job: InkJob): { impressions: Impression[]; dabs: number } {
  const before = views.get(job.view) ?? new Map<string, KeptCoat>();
  const after = new Map<string, KeptCoat>();
  const { brush, width, height, zoom, ground } = job;
  const common = `${layKey(brush, ground)} ${JSON.stringify(job.plates)} ${width}x${height}@${zoom}`;
  const held = plates.named(job.plates);
  let dabs = 0;
  const made = job.strokes.map((stroke, s) =>
    soundingCoats(brush).map((c) => {
      const key = `${common} ${s} ${c} ${job.strokeKeys[s]}`;
      const coatJob = { brush, coat: c, stroke: s, plates: held, size: job, zoom, ground };
      let kept = before.get(key);
      if (!kept) {
        const table = dabsOf(brush, c, stroke, s, zoom);
        kept = { laid: layCoat(engine, coatJob, table), dabs: table.count };
      }
      after.set(key, kept);
      dabs += kept.dabs;
      return coatPrint(engine, coatJob, kept.laid);
    }),
  );
  for (const [key, { laid }] of before) if (!after.has(key)) engine.free(laid.layer);
  views.set(job.view, after);
  return { impressions: made, dabs };
}

function paint(job: InkJob): { bytes: Uint8ClampedArray<ArrayBuffer>; dabs: number } {
  const made = impressions(job);
  const bytes = engine.toBytes(made.impressions, groundColour(job.ground), job);
  return { bytes: bytes as Uint8ClampedArray<ArrayBuffer>, dabs: made.dabs };
}

/** Draws a job with every plate resampled to a side, in an engine of its own: once with its levels, then twice without. */
function costOf(job: InkJob, side: number): SideCost {
  const own = new InkEngine();
  const held = new Map<string, Plate>();
  for (const [name, key] of Object.entries(job.plates)) {
    const plate = plates.get(key);
    if (plate) held.set(name, toPlate(resample(fromPlate(plate), side, side)));
  }
  const timed = () => {
    const start = performance.now();
    const laid = layOut(job.brush, job, job.zoom);
    const made = impress(own, job.brush, held, laid, job, job.ground, job.zoom);
    own.toBytes(made, groundColour(job.ground), job);
    freeAll(own, made);
    return performance.now() - start;
  };
  const first = timed();
  const drawMs = Math.min(timed(), timed());
  return { side, buildMs: Math.max(0, first - drawMs), drawMs };
}

const worker: InkApi = {
  hold(key: string, plate: Plate): void {
    const left = plates.hold(key, plate);
    if (left) engine.keepOnly(left);
  },

  async draw(job: InkJob): Promise<InkResult> {
    const start = performance.now();
    const { bytes, dabs } = paint(job);
    const ms = performance.now() - start;
    const bitmap = await createImageBitmap(new ImageData(bytes, job.width, job.height));
    return transfer({ bitmap, dabs, ms }, [bitmap]);
  },

  png(job: InkJob): Promise<Uint8Array> {
    const bytes = encodeRgba(job.width, job.height, paint(job).bytes);
    return Promise.resolve(transfer(bytes, [bytes.buffer]));
  },

  costs: (job, sides) => sides.map((side) => costOf(job, side)),
};

carryErrors();
expose(worker);
