import { clamp, smoothstep } from '../maths/ramps.ts';
import type { Raster } from '../raster/raster.ts';
import { drawAll, drawnSentence, strokesParam } from './draw.ts';
import { makeStroke, type DrawnStroke } from './drawn.ts';
import { drawStroke } from './hand.ts';
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

/** A mark of a recipe from before strokes had brushes of their own, as one of today. */
const strokeOfMark = (mark: readonly number[], brush: string, number: number): DrawnStroke => {
  const points: number[][] = [];
  for (let k = HEAD; k + 2 < mark.length; k += 3)
    points.push([mark[k], mark[k + 1], mark[k + 2], 0, 0, points.length * 8]);
  return makeStroke({ brush, sizePct: 200 * mark[1], out: mark[0] < 0.5, soft: mark[2], number, points });
};

export const retouchStep = defineStep({
  name: 'retouch',
  label: 'Retouch by hand',
  group: 'Hand',
  help: 'Paints out what should not print and in what should; kept as strokes, so the steps before it stay free.',
  params: {
    strokes: strokesParam,
    brush: {
      kind: 'brush',
      label: 'Brush of the marks',
      default: '',
      help: 'Of recipes from before strokes had brushes of their own.',
      former: true,
    },
    marks: {
      kind: 'rows',
      former: true,
      label: 'Marks',
      columns: ['in', 'radius', 'softness'],
      open: true,
      most: 2000,
      min: -1,
      max: 2,
      default: [],
      help: 'Each stroke: 1 paints in, 0 out; radius in shares of the longer side; softness; then x, y and pressure of every place.',
    },
  },
  run: (input, values, materials): StepResult => {
    const { marks, brush } = values;
    if (marks.length === 0) return drawAll(input, values.strokes, materials);
    const { brushes } = materials.others;
    if (brush !== '' && !brushes.has(brush)) return { raster: input, facts: { missing: 'brush' } };
    const target: Raster = { ...input, data: input.data.slice() };
    marks.forEach((mark, i) => {
      if (brush) drawStroke(target, strokeOfMark(mark, brush, i), brushes);
      else draw(target, mark);
    });
    return drawAll(target, values.strokes, materials);
  },
  sentence: (values, facts) => drawnSentence(values.marks.length + values.strokes.length, facts.missing !== undefined),
});
