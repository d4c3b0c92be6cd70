import {
  dabsOf,
  encodeRgba,
  checkPrintable,
  fromPlate,
  groundColour,
  InkEngine,
  impress,
  inkColour,
  layOut,
  platesOf,
  resample,
  toPlate,
  type Brush,
  type Impression,
  type Layer,
  type Plate,
} from '@amber-stamp/core';
import { expose, transfer } from 'comlink';
import { carryErrors } from './errors.ts';
import type { InkApi, InkJob, InkResult, SideCost } from './protocol.ts';

interface KeptLayer {
  layer: Layer;
  dabs: number;
}

const engine = new InkEngine();
const plates = new Map<string, Plate>();
const views = new Map<string, Map<string, KeptLayer>>();
const PLATES_KEPT = 24;

/** Everything of a brush that moves or presses dabs; colour and ground do not. */
const layKey = (brush: Brush): string =>
  JSON.stringify([brush.seed, brush.ends, brush.coats.map((coat) => ({ ...coat, ink: null }))]);

function layersOf(job: InkJob): { kept: KeptLayer; coat: number }[] {
  checkPrintable(job.brush);
  const before = views.get(job.view) ?? new Map<string, KeptLayer>();
  const after = new Map<string, KeptLayer>();
  const common = `${layKey(job.brush)} ${JSON.stringify(job.plates)} ${job.width}x${job.height}@${job.zoom}`;
  const held = new Map<string, Plate>();
  for (const [name, key] of Object.entries(job.plates)) {
    const plate = plates.get(key);
    if (!plate) continue;
    plates.delete(key);
    plates.set(key, plate);
    held.set(name, plate);
  }
  const out = job.strokes.flatMap((stroke, s) =>
    job.brush.coats.map((coat, c) => {
      const key = `${common} ${s} ${c} ${job.strokeKeys[s]}`;
      let kept = before.get(key);
      if (!kept) {
        const dabs = dabsOf(job.brush, c, stroke, s);
        kept = { layer: engine.lay(dabs, platesOf(coat, held), job, job.zoom), dabs: dabs.count };
      }
      after.set(key, kept);
      return { kept, coat: c };
    }),
  );
  for (const [key, { layer }] of before) if (!after.has(key)) engine.free(layer);
  views.set(job.view, after);
  return out;
}

function paint(job: InkJob): { bytes: Uint8ClampedArray<ArrayBuffer>; dabs: number } {
  const layers = layersOf(job);
  const impressions: Impression[] = layers.map(({ kept, coat }) => ({
    layer: kept.layer,
    colour: inkColour(job.brush.coats[coat], job.ground),
  }));
  const bytes = engine.toBytes(impressions, groundColour(job.ground), job);
  return { bytes: bytes as Uint8ClampedArray<ArrayBuffer>, dabs: layers.reduce((n, l) => n + l.kept.dabs, 0) };
}

/** Draws a job with every plate resampled to a side, in an engine of its own: once with its levels, then twice without. */
function costOf(job: InkJob, side: number): SideCost {
  const own = new InkEngine();
  const held = new Map<string, Plate>();
  for (const [name, key] of Object.entries(job.plates)) {
    const plate = plates.get(key);
    if (plate) held.set(name, toPlate(resample(fromPlate(plate), side, side)));
  }
  const strokes = { width: job.width, height: job.height, strokes: [...job.strokes] };
  const timed = () => {
    const start = performance.now();
    const made = impress(own, job.brush, held, layOut(job.brush, strokes), job, job.ground, job.zoom);
    own.toBytes(made, groundColour(job.ground), job);
    for (const { layer } of made) own.free(layer);
    return performance.now() - start;
  };
  const first = timed();
  const drawMs = Math.min(timed(), timed());
  return { side, buildMs: Math.max(0, first - drawMs), drawMs };
}

const worker: InkApi = {
  hold(key: string, plate: Plate): void {
    plates.delete(key);
    plates.set(key, plate);
    if (plates.size <= PLATES_KEPT) return;
    const [oldest] = plates.keys();
    plates.delete(oldest);
    engine.keepOnly([...plates.values()]);
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
