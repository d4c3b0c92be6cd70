// Measures the ink engine against its peers in one run, in alternating rounds: only the ratios count.
import { createCanvas } from '@napi-rs/canvas';
import { groundColour, InkEngine, layOnce, layOut, sheetOrder, TILE } from '@amber-stamp/core/ink';
import { parseBrush } from '@amber-stamp/core/model';
import { portraitStroke, trialStrokes } from '@amber-stamp/core/path';
import { dabsOf } from '@amber-stamp/core/vary';
import { mkdirSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { bandSheets, bandTable } from './bands.ts';
import { dabsOfSize, TIP_SIDE, tipPlate } from './dabs.ts';
import { fullTable } from './full.ts';
import { float64Lay } from './float64-peer.ts';
import { alternate, ROUNDS, times } from './measure.ts';
import { sharingTable } from './sharing.ts';
import { canvasOf, imageOf, Skia } from './skia.ts';

const SHEET = { width: 2000, height: 2000 };
const plate = tipPlate();
const tipImage = await imageOf(plate);

function layingTable(): string[] {
  const engine = new InkEngine();
  const skia = new Skia(tipImage, SHEET.width, SHEET.height);
  const copying = new Skia(canvasOf(plate), SHEET.width, SHEET.height);
  const field = new Float32Array(SHEET.width * SHEET.height);
  const rows = [
    '| size | Amber Stamp | float64 JS | Skia, canvas, low | medium | Skia, image, low | medium |',
    '|---|---|---|---|---|---|---|',
  ];
  for (const [size, count] of [
    [16, 8000],
    [60, 1500],
    [200, 200],
    [800, 14],
  ]) {
    const dabs = dabsOfSize(size, count, SHEET.width);
    const amber = () => engine.free(engine.lay(dabs, [plate], SHEET));
    const ms = alternate({
      amber,
      js: () => {
        field.fill(0);
        float64Lay(field, SHEET.width, SHEET.height, dabs, engine.tip(plate));
      },
      low: () => skia.lay(dabs, 'low'),
      medium: () => skia.lay(dabs, 'medium'),
    });
    // apart, since what it copies is cleared away in whoever's turn comes next
    const copies = alternate({
      low: () => copying.lay(dabs, 'low'),
      medium: () => copying.lay(dabs, 'medium'),
      pause: () => copying.finish(),
      amber,
    });
    const rate = (took: number) => ((dabs.count * size * size) / took / 1000).toPrecision(3);
    const against = (took: number, amberTook: number) => `${rate(took)}: ${times(took, amberTook)}`;
    const cells = [
      `${size} px`,
      rate(ms.amber),
      against(ms.js, ms.amber),
      ...[copies.low, copies.medium].map((took) => against(took, copies.amber)),
      ...[ms.low, ms.medium].map((took) => against(took, ms.amber)),
    ];
    rows.push(`| ${cells.join(' | ')} |`);
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
  const skia = new Skia(tipImage, size.width, size.height);
  const copying = new Skia(canvasOf(plate), size.width, size.height);
  const layerCanvas = createCanvas(size.width, size.height);
  const layer = layerCanvas.getContext('2d');
  let turn = 0;
  const brush = trialBrush();
  const changed = () => {
    brush.coats[0].properties.flow.rest = 40 + (turn++ % 7);
    return layOut(brush, strokes);
  };
  const drawnBy = (peer: Skia) => {
    peer.context.fillStyle = '#fff';
    peer.context.fillRect(0, 0, size.width, size.height);
    for (const { dabs } of changed()) {
      peer.lay(dabs, 'low', layer, 0.5);
      peer.context.drawImage(layerCanvas, 0, 0);
    }
    peer.context.getImageData(0, 0, size.width, size.height);
  };
  const ms = alternate(
    {
      amber: () => {
        layOnce(engine, sheetOrder({ brush, plates }, changed(), size, 'white', 0.5), ({ prints }) =>
          engine.toBytes(prints, groundColour('white'), size),
        );
      },
      low: () => drawnBy(skia),
      copying: () => drawnBy(copying),
    },
    21,
  );
  const count = changed().reduce((n, l) => n + l.dabs.count, 0);
  return {
    text: [
      `${count} dabs in ${strokes.strokes.length} strokes: ${ms.amber.toFixed(1)} ms, Skia low from a canvas ${ms.copying.toFixed(1)} ms: ${times(ms.copying, ms.amber)}, from an image ${ms.low.toFixed(1)} ms: ${times(ms.low, ms.amber)}.`,
    ],
  };
}

function largeSheet(): string[] {
  const size = { width: 8192, height: 8192 };
  const dabs = dabsOfSize(80, 10000, SHEET.width);
  for (let i = 0; i < dabs.count; i++) {
    dabs.x[i] *= 4;
    dabs.y[i] *= 4;
  }
  const engine = new InkEngine();
  const skia = new Skia(tipImage, size.width, size.height);
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
    `${dabs.count} dabs of 80 px on 8192 x 8192: ${ms.amber.toFixed(0)} ms, Skia low from an image ${ms.low.toFixed(0)} ms: ${(ms.low / ms.amber).toFixed(1)} x; ${tiles} of ${all} tiles touched, ${(engine.memory.usedBytes / 1048576).toFixed(0)} MB.`,
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
  const ms = alternate({ dabs: () => (count = dabsOf(brush, 0, stroke, 0).count) }, 25);
  return `${count} dabs, all eight drivers on size, angle and flow: ${(count / ms.dabs / 1000).toFixed(2)} million dabs a second.`;
}

const processor = cpus()[0]?.model ?? 'unknown processor';
const say = (name: string): void => console.error(`measuring ${name} ...`);
const step = <T>(name: string, run: () => T): T => {
  say(name);
  return run();
};
say('sharing');
const sharing = await sharingTable(plate);
const lines = [
  '# The ink engine against its peers',
  '',
  `Measured on ${cpus().length} cores (${processor}), a shared machine: only ratios hold. Rates are million dab pixels (size x size)`,
  `a second of CPU time, the median of ${ROUNDS} alternating rounds in one run of \`npm run bench\`. Peers: Skia on the CPU through`,
  '`@napi-rs/canvas` (smoothing low, and medium, its mip-mapped mode), and a plain float64 kernel in JavaScript over the same levels.',
  'Skia draws a tip that is a canvas as most programs do, copying it at every dab; from an image, whose smaller copies it keeps, it is',
  'several times faster.',
  `Tip ${TIP_SIDE} px, sheet ${SHEET.width} x ${SHEET.height}, random angles. All of them empty their layer before they lay.`,
  '',
  '## Laying dabs',
  '',
  ...step('laying', layingTable),
  '',
  `Memory limit of this machine (SIMD multiply-add over 32 MB): ${memoryLimit()}.`,
  '',
  '## Two threads',
  '',
  'Wall time from dab table to 8-bit RGBA of a 2048 x 2048 sheet, whose tiles both threads take from one counter; the gain once',
  'more while a third thread computes; SHA-256 of the bytes compared.',
  '',
  ...sharing,
  '',
  '## The trial sheet, from a changed row to finished RGBA',
  '',
  ...step('the trial sheet', trialSheet).text,
  '',
  '## A brush with everything on',
  '',
  'From brush to finished RGBA of four strokes on 2000 x 700, millions of dab pixels a second.',
  '',
  ...step('a full brush', fullTable),
  '',
  '## A large sheet',
  '',
  ...step('a large sheet', largeSheet),
  '',
  '## Bands',
  '',
  'A plate bent along a winding stroke into a new layer, millions of its pixels (length x width) a second of CPU time.',
  '',
  ...step('bands', bandTable),
  ...step('sheets of bands', bandSheets),
  '',
  '## Dab tables',
  '',
  step('dab tables', dabRate),
  '',
];
mkdirSync('docs/bench', { recursive: true });
writeFileSync('docs/bench/engine.md', lines.join('\n'));
console.log(lines.join('\n'));
