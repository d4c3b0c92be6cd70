import { clamp } from '../maths/ramps.ts';
import { cloud } from '../maths/noise.ts';
import { sinCosTurns } from '../maths/angles.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { pulled, valueAt } from '../raster/sample.ts';
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
  return pulled(input, width, height, (x, y, at) => {
    at[0] = valueAt(across, x / CELL, y / CELL);
    at[1] = valueAt(down, x / CELL, y / CELL);
  });
}

export const warpStep = defineStep({
  name: 'warp',
  label: 'Warp by pins',
  group: 'Shape',
  help: 'Pins hold places or carry them elsewhere; everything between bends with them.',
  params: {
    pins: {
      kind: 'rows',
      label: 'Pins',
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

export const placeStep = defineStep({
  name: 'place',
  label: 'Turn, scale, move',
  group: 'Shape',
  help: 'Turns about the middle, scales, mirrors and moves; what leaves the frame is lost.',
  params: {
    angleDeg: number('Turn', '°', [-180, 180, 0.5], 0, 'Clockwise.'),
    scalePct: number('Scale', '%', [5, 400, 1], 100, '100 leaves it as it is.'),
    moveXPct: number('Right', '%', [-100, 100, 0.5], 0, 'In percent of the width.'),
    moveYPct: number('Down', '%', [-100, 100, 0.5], 0, 'In percent of the height.'),
    mirrorX: { kind: 'flag', label: 'Mirror left to right', default: false, help: 'Before it is turned.' },
    mirrorY: { kind: 'flag', label: 'Mirror top to bottom', default: false, help: 'Before it is turned.' },
  },
  run: (input, values) => {
    const { width, height } = input;
    const sinCos = new Float64Array(2);
    sinCosTurns(values.angleDeg / 360, sinCos);
    const k = 100 / clamp(values.scalePct, 1, 1000);
    const mx = values.mirrorX ? -k : k;
    const my = values.mirrorY ? -k : k;
    const cx = (width - 1) / 2;
    const cy = (height - 1) / 2;
    const dx = cx + (width * values.moveXPct) / 100;
    const dy = cy + (height * values.moveYPct) / 100;
    const [s, c] = sinCos;
    return {
      raster: pulled(input, width, height, (x, y, place) => {
        place[0] = cx + mx * (c * (x - dx) + s * (y - dy));
        place[1] = cy + my * (c * (y - dy) - s * (x - dx));
      }),
      facts: {},
    };
  },
  placement: (values, _, from) => {
    const sinCos = new Float64Array(2);
    sinCosTurns(values.angleDeg / 360, sinCos);
    const [s, c] = sinCos;
    const k = 100 / values.scalePct;
    const [mx, my] = [values.mirrorX ? -k : k, values.mirrorY ? -k : k];
    const [cx, cy] = [from.width / 2, from.height / 2];
    const dx = cx + (from.width * values.moveXPct) / 100;
    const dy = cy + (from.height * values.moveYPct) / 100;
    return {
      by: [mx * c, mx * s, cx - mx * (c * dx + s * dy), -my * s, my * c, cy - my * (c * dy - s * dx)],
      to: from,
    };
  },
  sentence: (values) => {
    const said = [];
    if (values.angleDeg !== 0) said.push(`${values.angleDeg}°`);
    if (values.scalePct !== 100) said.push(`${values.scalePct} %`);
    if (values.moveXPct !== 0 || values.moveYPct !== 0) said.push('moved');
    if (values.mirrorX || values.mirrorY) said.push('mirrored');
    return said.join(', ') || 'changes nothing yet';
  },
});
