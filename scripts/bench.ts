// Measures the ink engine against its peers in one run, in alternating rounds: only the ratios count.
import { createCanvas, ImageData, loadImage, type Canvas, type Image, type SKRSContext2D } from '@napi-rs/canvas';
import {
  dabsOf,
  groundColour,
  impress,
  InkEngine,
  layOut,
  parseBrush,
  portraitStroke,
  trialStrokes,
  TILE,
  type DabTable,
  type Plate,
} from '@amber-stamp/core';
import { mkdirSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { float64Lay } from './lib/float64-peer.ts';

const ROUNDS = 9;
const SHEET = { width: 2000, height: 2000 };
const TIP_SIDE = 512;

const cpuMs = (): number => {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1000;
};
const median = (values: number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1];

/** Median CPU milliseconds of each runner, the runners taking turns. */
function alternate(runners: Record<string, () => void>, rounds = ROUNDS): Record<string, number> {
  const times: Record<string, number[]> = {};
  for (const run of Object.values(runners)) run(); // warm
  for (let k = 0; k < rounds; k++)
    for (const [name, run] of Object.entries(runners)) {
      const start = cpuMs();
      run();
      (times[name] ??= []).push(cpuMs() - start);
    }
  return Object.fromEntries(Object.entries(times).map(([name, list]) => [name, median(list)]));
}

function tipPlate(): Plate {
  const data = new Uint16Array(TIP_SIDE * TIP_SIDE);
  for (let y = 0; y < TIP_SIDE; y++)
    for (let x = 0; x < TIP_SIDE; x++) {
      const r = Math.hypot(x - 256, y - 256) / 256;
      const bristle = 0.55 + 0.45 * Math.sin(x * 0.9) * Math.cos(y * 1.3);
      data[y * TIP_SIDE + x] = r < 1 ? Math.round(65535 * Math.min(1, (1 - r) * 3) * bristle) : 0;
    }
  return { width: TIP_SIDE, height: TIP_SIDE, data };
}

/** Rows of dabs over the sheet at random angles. */
function dabsOfSize(sizePx: number, count: number): DabTable {
  const brush = parseBrush({
    format: 'amber-stamp/brush',
    version: 1,
    coats: [
      {
        deck: { cards: [{ plate: 'tip' }] },
        properties: {
          size: { rest: sizePx },
          spacing: { rest: 10 },
          flow: { rest: 35 },
          opacity: { rest: 90 },
          angle: { low: -180, high: 180, drivers: [{ by: 'chance' }] },
          mirrorX: { chance: 0.5 },
        },
      },
    ],
  });
  const margin = Math.min(SHEET.width / 2 - 1, sizePx * 0.75);
  const points = [];
  const rows = Math.max(2, Math.ceil((count * sizePx * 0.1) / (SHEET.width - 2 * margin)) + 1);
  for (let row = 0; row < rows; row++) {
    const y = margin + ((row * sizePx * 0.35) % (SHEET.height - 2 * margin + 1));
    const ends = [margin, SHEET.width - margin];
    for (const x of row % 2 ? ends.reverse() : ends)
      points.push({ x, y, t: 0, pressure: 0.5, tiltX: 0, tiltY: 0, twist: 0 });
  }
  const dabs = dabsOf(brush, 0, { points }, 0);
  dabs.count = Math.min(dabs.count, count);
  return dabs;
}

async function imageOf(plate: Plate): Promise<Image> {
  const canvas = createCanvas(TIP_SIDE, TIP_SIDE);
  const image = new ImageData(TIP_SIDE, TIP_SIDE);
  for (let i = 0; i < plate.data.length; i++) image.data[4 * i + 3] = plate.data[i] >> 8;
  canvas.getContext('2d').putImageData(image, 0, 0);
  return loadImage(canvas.toBuffer('image/png'));
}

/** The peer: Skia on the CPU, through a canvas. */
class Skia {
  readonly canvas: Canvas;
  readonly context: SKRSContext2D;
  constructor(width: number, height: number) {
    this.canvas = createCanvas(width, height);
    this.context = this.canvas.getContext('2d');
  }
  lay(dabs: DabTable, quality: 'low' | 'medium', target = this.context, zoom = 1): void {
    target.imageSmoothingQuality = quality;
    for (let i = 0; i < dabs.count; i++) {
      const a = (dabs.angleDeg[i] * Math.PI) / 180;
      const scale = (dabs.sizePx[i] * zoom) / TIP_SIDE;
      const mirror = dabs.mirrorX[i] ? -1 : 1;
      target.globalAlpha = (dabs.opacityPct[i] * dabs.flowPct[i]) / 10000;
      target.setTransform(
        Math.cos(a) * scale * mirror,
        Math.sin(a) * scale * mirror,
        -Math.sin(a) * scale,
        Math.cos(a) * scale,
        dabs.x[i] * zoom,
        dabs.y[i] * zoom,
      );
      target.drawImage(tipImage, -TIP_SIDE / 2, -TIP_SIDE / 2);
    }
    target.setTransform(1, 0, 0, 1, 0, 0);
    target.globalAlpha = 1;
    this.finish(target);
  }
  /** Drawing is queued until something is read. */
  finish(target = this.context): void {
    target.getImageData(0, 0, 1, 1);
  }
}

const plate = tipPlate();
/** The tip as the peer's image: a canvas as the source would be copied at every dab. */
const tipImage = await imageOf(plate);

function layingTable(): string[] {
  const engine = new InkEngine();
  const skia = new Skia(SHEET.width, SHEET.height);
  const field = new Float32Array(SHEET.width * SHEET.height);
  const rows = [
    '| size | Amber Stamp | float64 JS | Skia low | Skia medium | against low | against medium | against JS |',
    '|---|---|---|---|---|---|---|---|',
  ];
  for (const [size, count] of [
    [16, 8000],
    [60, 1500],
    [200, 200],
    [800, 14],
  ]) {
    const dabs = dabsOfSize(size, count);
    const ms = alternate({
      amber: () => engine.free(engine.lay(dabs, [plate], SHEET)),
      js: () => float64Lay(field, SHEET.width, SHEET.height, dabs, engine.tip(plate)),
      low: () => skia.lay(dabs, 'low'),
      medium: () => skia.lay(dabs, 'medium'),
    });
    const rate = (name: string) => (dabs.count * size * size) / ms[name] / 1000;
    const times = (name: string) => `${(ms[name] / ms.amber).toFixed(1)} x`;
    rows.push(
      `| ${size} px | ${rate('amber').toFixed(0)} | ${rate('js').toFixed(0)} | ${rate('low').toFixed(0)} | ${rate('medium').toFixed(0)} | ${times('low')} | ${times('medium')} | ${times('js')} |`,
    );
  }
  return rows;
}

function memoryLimit(): string {
  const engine = new InkEngine();
  const count = 4_000_000;
  const a = engine.memory.allocate(count * 4);
  const b = engine.memory.allocate(count * 4);
  const ms = alternate({ limit: () => engine.kernel.multiplyAdd(a, b, count, 1e-7) });
  return `${(count / ms.limit / 1000).toFixed(0)} million floats a second`;
}

const trialBrush = () =>
  parseBrush({
    format: 'amber-stamp/brush',
    version: 1,
    seed: 3,
    coats: [
      {
        deck: { cards: [{ plate: 'tip' }] },
        properties: {
          size: { rest: 90, low: 20, drivers: [{ by: 'pressure' }] },
          spacing: { rest: 8 },
          flow: { rest: 40 },
          angle: { low: -180, high: 180, drivers: [{ by: 'chance' }] },
        },
      },
    ],
  });

/** From a changed row to finished RGBA, at the half scale of the screen. */
function trialSheet(): { text: string[] } {
  const engine = new InkEngine();
  const strokes = trialStrokes();
  const size = { width: 300, height: 490 };
  const plates = new Map([['tip', plate]]);
  const skia = new Skia(size.width, size.height);
  const layerCanvas = createCanvas(size.width, size.height);
  const layer = layerCanvas.getContext('2d');
  let turn = 0;
  const brush = trialBrush();
  const changed = () => {
    brush.coats[0].properties.flow.rest = 40 + (turn++ % 7);
    return layOut(brush, strokes);
  };
  const ms = alternate(
    {
      amber: () => {
        const impressions = impress(engine, brush, plates, changed(), size, 'white', 0.5);
        engine.toBytes(impressions, groundColour('white'), size);
        for (const i of impressions) engine.free(i.layer);
      },
      low: () => {
        const laid = changed();
        skia.context.fillStyle = '#fff';
        skia.context.fillRect(0, 0, size.width, size.height);
        for (const { dabs } of laid) {
          layer.clearRect(0, 0, size.width, size.height);
          skia.lay(dabs, 'low', layer, 0.5);
          skia.context.drawImage(layerCanvas, 0, 0);
        }
        skia.context.getImageData(0, 0, size.width, size.height);
      },
    },
    21,
  );
  const count = changed().reduce((n, l) => n + l.dabs.count, 0);
  return {
    text: [
      `${count} dabs in ${strokes.strokes.length} strokes: ${ms.amber.toFixed(1)} ms, Skia low ${ms.low.toFixed(1)} ms: ${(ms.low / ms.amber).toFixed(1)} x.`,
    ],
  };
}

function largeSheet(): string[] {
  const size = { width: 8192, height: 8192 };
  const dabs = dabsOfSize(80, 10000);
  for (let i = 0; i < dabs.count; i++) {
    dabs.x[i] *= 4;
    dabs.y[i] *= 4;
  }
  const engine = new InkEngine();
  const skia = new Skia(size.width, size.height);
  let tiles = 0;
  const ms = alternate(
    {
      amber: () => {
        const layer = engine.lay(dabs, [plate], size);
        tiles = layer.tiles.size;
        engine.free(layer);
      },
      low: () => skia.lay(dabs, 'low'),
    },
    5,
  );
  const all = (size.width / TILE) ** 2;
  return [
    `${dabs.count} dabs of 80 px on 8192 x 8192: ${ms.amber.toFixed(0)} ms, Skia low ${ms.low.toFixed(0)} ms: ${(ms.low / ms.amber).toFixed(1)} x; ${tiles} of ${all} tiles touched, ${(engine.memory.usedBytes / 1048576).toFixed(0)} MB.`,
  ];
}

function dabRate(): string {
  const drivers = ['chance', 'pressure', 'tilt', 'twist', 'speed', 'heading', 'progress', 'cycle'].map((by) => ({
    by,
  }));
  const brush = parseBrush({
    format: 'amber-stamp/brush',
    version: 1,
    coats: [
      {
        deck: { cards: [{ plate: 'tip' }] },
        properties: {
          size: { rest: 8, low: 50, drivers },
          spacing: { rest: 10 },
          angle: { low: -180, high: 180, drivers },
          flow: { low: 10, drivers },
        },
      },
    ],
  });
  const stroke = portraitStroke(100_000, 1000).strokes[0];
  let count = 0;
  const ms = alternate({ dabs: () => (count = dabsOf(brush, 0, stroke, 0).count) }, 5);
  return `${count} dabs, all eight drivers on size, angle and flow: ${(count / ms.dabs / 1000).toFixed(2)} million dabs a second.`;
}

const processor = cpus()[0]?.model ?? 'unknown processor';
const step = <T>(name: string, run: () => T): T => {
  console.error(`measuring ${name} ...`);
  return run();
};
const lines = [
  '# The ink engine against its peers',
  '',
  `Measured on ${cpus().length} cores (${processor}), a shared machine: only ratios hold. Rates are million dab pixels (size x size)`,
  `a second of CPU time, the median of ${ROUNDS} alternating rounds in one run of \`npm run bench\`. Peers: Skia on the CPU through`,
  '`@napi-rs/canvas` (smoothing low, and medium, its mip-mapped mode), and a plain float64 kernel in JavaScript over the same levels.',
  `Tip ${TIP_SIDE} px, sheet ${SHEET.width} x ${SHEET.height}, random angles.`,
  '',
  '## Laying dabs',
  '',
  ...step('laying', layingTable),
  '',
  `Memory limit of this machine (SIMD multiply-add over 32 MB): ${memoryLimit()}.`,
  '',
  '## The trial sheet, from a changed row to finished RGBA',
  '',
  ...step('the trial sheet', trialSheet).text,
  '',
  '## A large sheet',
  '',
  ...step('a large sheet', largeSheet),
  '',
  '## Dab tables',
  '',
  step('dab tables', dabRate),
  '',
];
mkdirSync('docs/bench', { recursive: true });
writeFileSync('docs/bench/engine.md', lines.join('\n'));
console.log(lines.join('\n'));
