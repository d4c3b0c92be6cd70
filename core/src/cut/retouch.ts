import { clamp, smoothstep } from '../maths/ramps.ts';
import { InkEngine } from '../ink/engine.ts';
import { layOnce, sheetOrder, type BrushWithPlates } from '../ink/print.ts';
import { unmutedCoats } from '../model/brush.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { PenPoint, PenStroke } from '../model/strokes.ts';
import type { Raster } from '../raster/raster.ts';
import { dabsOf } from '../vary/dabs.ts';
import { type StepResult, defineStep } from './step.ts';

/** Numbers before the places of a mark: 1 paints in and 0 out, radius as a share of the longer side, softness 0..1. */
const HEAD = 3;
const STEP = 0.25;

interface RoundDab {
  /** px */
  x: number;
  y: number;
  radius: number;
  /** 0..1 */
  soft: number;
  goal: number;
  strength: number;
}

/** One round dab toward `goal`: full inside, soft toward its rim. */
function dab(target: Raster, { x, y, radius, soft, goal, strength }: RoundDab): void {
  const { width, height, data } = target;
  const inner = radius * (1 - soft);
  for (let py = Math.max(0, Math.floor(y - radius)); py <= Math.min(height - 1, Math.ceil(y + radius)); py++)
    for (let px = Math.max(0, Math.floor(x - radius)); px <= Math.min(width - 1, Math.ceil(x + radius)); px++) {
      const r = Math.sqrt((px - x) * (px - x) + (py - y) * (py - y));
      if (r >= radius + 0.5) continue;
      const share = inner < radius - 0.5 ? 1 - smoothstep(inner, radius, r) : clamp(radius + 0.5 - r);
      const i = py * width + px;
      data[i] += (goal - data[i]) * share * strength;
    }
}

/** Draws one mark: dabs a quarter of the radius apart along its places, as large as the pressure at each. */
function draw(target: Raster, mark: readonly number[]): void {
  const [goal, size, soft] = mark;
  const longest = Math.max(target.width, target.height);
  const place = (k: number) => mark.slice(HEAD + 3 * k, HEAD + 3 * k + 3);
  const count = Math.floor((mark.length - HEAD) / 3);
  let rest = 0;
  for (let k = 0; k < count; k++) {
    const [ax, ay, ap] = place(Math.max(0, k - 1));
    const [bx, by, bp] = place(k);
    const dx = (bx - ax) * target.width;
    const dy = (by - ay) * target.height;
    const length = Math.sqrt(dx * dx + dy * dy);
    const step = Math.max(0.5, size * longest * STEP);
    const stamp = (x: number, y: number, pressure: number, strength: number) =>
      dab(target, {
        x: x * target.width - 0.5,
        y: y * target.height - 0.5,
        radius: size * longest * pressure,
        soft,
        goal,
        strength,
      });
    if (k === 0) stamp(bx, by, bp, 1);
    let at = step - rest;
    for (; at <= length; at += step) {
      const t = at / length;
      stamp(ax + (bx - ax) * t, ay + (by - ay) * t, ap + (bp - ap) * t, soft > 0 ? 0.6 : 1);
    }
    rest = k === 0 ? 0 : length - (at - step);
  }
}

/** A mark as a stroke of a hand, in px of the raster. */
function strokeOf(mark: readonly number[], { width, height }: Raster): PenStroke {
  const points: PenPoint[] = [];
  for (let k = HEAD; k + 2 < mark.length; k += 3)
    points.push({
      x: mark[k] * width,
      y: mark[k + 1] * height,
      t: points.length * 8,
      pressure: clamp(mark[k + 2]),
      tiltX: 0,
      tiltY: 0,
      twist: 0,
    });
  return { points };
}

/** One engine for all retouching: its kernel and memory are made once. */
let engine: InkEngine | undefined;

/** Draws one mark with a brush, its coats, grain and chance with it; the dabs of its lowest coat as large as the mark says. */
function drawWith({ brush, plates }: BrushWithPlates, target: Raster, mark: readonly number[], index: number): void {
  const [goal, size] = mark;
  const sized = scaled(brush, (2 * size * Math.max(target.width, target.height)) / brush.coats[0].properties.size.rest);
  engine ??= new InkEngine();
  const stroke = strokeOf(mark, target);
  const dabs = unmutedCoats(sized).map((coat) => ({ stroke: index, coat, dabs: dabsOf(sized, coat, stroke, index) }));
  const ink = engine;
  layOnce(ink, sheetOrder({ brush: sized, plates }, dabs, target, 'none'), ({ prints }) => {
    for (const one of prints)
      ink.eachCovered(one, target, (row, from, values) => {
        const at = row * target.width + from;
        for (let i = 0; i < values.length; i++) target.data[at + i] += (goal - target.data[at + i]) * values[i];
      });
  });
  ink.keepOnly([...plates.values()]);
}

/** The brush with all its dabs `factor` times as large. */
const scaled = (brush: Brush, factor: number): Brush => ({
  ...brush,
  coats: brush.coats.map((coat) => ({
    ...coat,
    properties: { ...coat.properties, size: { ...coat.properties.size, rest: coat.properties.size.rest * factor } },
  })),
});

export const retouchStep = defineStep({
  name: 'retouch',
  label: 'Retouch by hand',
  group: 'Hand',
  help: 'Paints out what should not print and in what should; kept as strokes, so the steps before it stay free.',
  params: {
    brush: {
      kind: 'brush',
      label: 'Brush',
      default: '',
      help: 'What it is painted with: a round tip, or a brush of the cabinet as it was kept.',
    },
    marks: {
      kind: 'rows',
      label: 'Strokes',
      columns: ['in', 'radius', 'softness'],
      open: true,
      most: 2000,
      min: -1,
      max: 2,
      default: [],
      help: 'Each stroke: 1 paints in, 0 out; radius in shares of the longer side; softness; then x, y and pressure of every place.',
    },
  },
  run: (input, values, { others }): StepResult => {
    const marks = values.marks;
    const name = values.brush;
    const brush = others.brushes.get(name);
    if (marks.length === 0) return { raster: input, facts: {} };
    if (name !== '' && !brush) return { raster: input, facts: { missing: 'brush' } };
    const target: Raster = { ...input, data: input.data.slice() };
    marks.forEach((mark, i) => (brush ? drawWith(brush, target, mark, i) : draw(target, mark)));
    return { raster: target, facts: {} };
  },
  sentence: (values, facts) => {
    if (facts.missing) return 'its brush is not here: it does nothing';
    const count = values.marks.length;
    return count === 0 ? 'draw on the picture' : count === 1 ? '1 stroke' : `${count} strokes`;
  },
});
