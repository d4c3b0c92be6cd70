import { cloud } from '../maths/noise.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { rowReader } from '../raster/sample.ts';
import { lengthPx, number, type Rows, defineStep } from './step.ts';

/** Side of a cell of the map in px: pins bend a picture smoothly, so between the cells it is read straight. */
const CELL = 8;

/**
 * Where in the source each place comes from when pins were moved: moving least squares with similarities (Schaefer,
 * McPhail and Warren 2006), backwards, from where pins are to where they were. `pins` are x, y, and the way they were
 * moved, in shares of the picture's sides.
 */
function similarity(pins: Rows, width: number, height: number): (x: number, y: number, place: Float64Array) => void {
  const now = pins.map(([x, y, dx, dy]) => [(x + dx) * width, (y + dy) * height]);
  const was = pins.map(([x, y]) => [x * width, y * height]);
  const weights = new Float64Array(pins.length);
  return (x, y, place) => {
    let total = 0;
    let [nx, ny, wx, wy] = [0, 0, 0, 0];
    for (let k = 0; k < pins.length; k++) {
      const dx = now[k][0] - x;
      const dy = now[k][1] - y;
      const w = 1 / Math.max(1e-6, dx * dx + dy * dy);
      weights[k] = w;
      total += w;
      nx += w * now[k][0];
      ny += w * now[k][1];
      wx += w * was[k][0];
      wy += w * was[k][1];
    }
    nx /= total;
    ny /= total;
    wx /= total;
    wy /= total;
    let [a, b, size] = [0, 0, 0];
    for (let k = 0; k < pins.length; k++) {
      const px = now[k][0] - nx;
      const py = now[k][1] - ny;
      const qx = was[k][0] - wx;
      const qy = was[k][1] - wy;
      a += weights[k] * (px * qx + py * qy);
      b += weights[k] * (px * qy - py * qx);
      size += weights[k] * (px * px + py * py);
    }
    // one pin, or all in one place, moves without turning
    const [c, s] = size < 1e-9 ? [1, 0] : [a / size, b / size];
    place[0] = wx + c * (x - nx) - s * (y - ny);
    place[1] = wy + s * (x - nx) + c * (y - ny);
  };
}

/** A map read on a coarse lattice and straight between its places. */
function throughLattice(input: Raster, where: (x: number, y: number, place: Float64Array) => void): Raster {
  const { width, height } = input;
  const columns = Math.ceil(width / CELL) + 2;
  const across = raster(columns, Math.ceil(height / CELL) + 2);
  const down = raster(columns, across.height);
  const place = new Float64Array(2);
  for (let j = 0; j < across.height; j++)
    for (let i = 0; i < columns; i++) {
      where(i * CELL, j * CELL, place);
      across.data[j * columns + i] = place[0];
      down.data[j * columns + i] = place[1];
    }
  const target = raster(width, height);
  const row = rowReader(input, width);
  for (let y = 0; y < height; y++) {
    betweenCells(across, y, row.x);
    betweenCells(down, y, row.y);
    const values = row.read();
    // in a loop: to set floats from doubles takes ten times as long
    for (let x = 0; x < width; x++) target.data[y * width + x] = values[x];
  }
  return target;
}

/** A row of px of what is known at the corners of cells. */
function betweenCells({ width, data }: Raster, y: number, out: Float64Array): void {
  const y0 = Math.floor(y / CELL);
  const fy = y / CELL - y0;
  for (let x = 0; x < out.length; x++) {
    const x0 = Math.floor(x / CELL);
    const fx = x / CELL - x0;
    const at = y0 * width + x0;
    const upper = data[at] + (data[at + 1] - data[at]) * fx;
    const lower = data[at + width] + (data[at + width + 1] - data[at + width]) * fx;
    out[x] = upper + (lower - upper) * fy;
  }
}

export const warpStep = defineStep({
  name: 'warp',
  label: 'Warp by points',
  group: 'Shape',
  help: 'Pins hold places or carry them elsewhere; everything between bends with them.',
  params: {
    pins: {
      kind: 'rows',
      label: 'Points',
      columns: ['x', 'y', 'moved x', 'moved y'],
      open: false,
      most: 64,
      min: -2,
      max: 3,
      default: [],
      help: 'Where each pin was put and how far it was carried, in shares of the sides.',
    },
  },
  run: (input, values) => {
    const pins = values.pins;
    if (!pins.some(([, , dx, dy]) => dx !== 0 || dy !== 0)) return { raster: input, facts: {} };
    return { raster: throughLattice(input, similarity(pins, input.width, input.height)), facts: {} };
  },
  sentence: (values) => {
    const pins = values.pins;
    const moved = pins.filter(([, , dx, dy]) => dx !== 0 || dy !== 0).length;
    return pins.length === 0 ? 'put pins on the picture' : `${pins.length} pins, ${moved} of them carried`;
  },
});

export const waveStep = defineStep({
  name: 'wave',
  label: 'Wave',
  group: 'Shape',
  help: 'Bends the picture like paper on water: smoothly, by chance, differently for every seed.',
  params: {
    amountPct: number('Amount', '%', [0, 30, 0.25], 4, 'How far places are carried.'),
    lengthPct: number('Length', '%', [2, 100, 1], 30, 'From one swell to the next.'),
    detail: number('Detail', 'octaves', [1, 5, 1], 2, 'Finer waves on the large ones.'),
    seed: number('Seed', '', [0, 999, 1], 1, 'Another number is another wave.'),
  },
  run: (input, values) => {
    const amount = lengthPx(input, values.amountPct);
    if (amount === 0) return { raster: input, facts: {} };
    const scale = 1 / Math.max(1, lengthPx(input, values.lengthPct));
    const seed = Math.round(values.seed);
    const octaves = Math.round(values.detail);
    const target = throughLattice(input, (x, y, place) => {
      place[0] = x + amount * 1.6 * cloud(x * scale, y * scale, seed, octaves);
      place[1] = y + amount * 1.6 * cloud(x * scale, y * scale, seed + 5000, octaves);
    });
    return { raster: target, facts: {} };
  },
  sentence: (values) => `${values.amountPct} %, ${values.lengthPct} % long, seed ${values.seed}`,
});
