import { smoothstep } from '../maths/ramps.ts';
import type { Box } from '../raster/box.ts';
import { contentBox } from '../raster/content-box.ts';
import { SIDES, type Side } from '../raster/straight-edges.ts';
import { choice, defineStep, toWrite } from './step.ts';

/** Fainter than this is no content, where it is faded from its own edge. */
const CONTENT = 0.03;

/** How far a pixel lies inside a box from the sides that are faded: 0 on their border pixels, 1 in the middle. */
function insideOf(box: Box, side: string, round: boolean): (x: number, y: number) => number {
  const [w, h] = [Math.max(1, box.x1 - box.x0 - 1), Math.max(1, box.y1 - box.y0 - 1)];
  if (side !== 'all') {
    const of: Record<Side, (x: number, y: number) => number> = {
      left: (x) => (x - box.x0) / w,
      right: (x) => (box.x1 - 1 - x) / w,
      top: (_, y) => (y - box.y0) / h,
      bottom: (_, y) => (box.y1 - 1 - y) / h,
    };
    return (x, y) => 2 * of[side as Side](x, y);
  }
  return (x, y) => {
    const dx = 1 - Math.abs((2 * (x - box.x0)) / w - 1);
    const dy = 1 - Math.abs((2 * (y - box.y0)) / h - 1);
    return round ? 1 - Math.sqrt((1 - dx) * (1 - dx) + (1 - dy) * (1 - dy)) : Math.min(dx, dy);
  };
}

export const fadeStep = defineStep({
  name: 'fade',
  label: 'Border fade',
  group: 'Edge',
  help: 'Lets the plate run out towards its border, so that no dab ends in a straight line.',
  params: {
    widthPct: {
      kind: 'number',
      label: 'Width',
      unit: '%',
      min: 0.5,
      max: 50,
      step: 0.5,
      default: 12,
      help: 'Share of the plate on each side.',
    },
    shape: {
      kind: 'choice',
      label: 'Shape',
      options: ['square', 'round'],
      default: 'square',
      help: 'Along the sides, or as a circle.',
    },
    side: choice('Side', ['all', ...SIDES], 'all', 'One side alone where only that one is cut off.'),
    from: choice(
      'From',
      ['frame', 'content'],
      'frame',
      'The frame of the plate, or where what prints ends: air around it is left.',
    ),
  },
  run: (input, values, materials) => {
    const { width, height } = input;
    const target = toWrite(input, materials);
    const reach = values.widthPct / 50;
    const frame = { x0: 0, y0: 0, x1: width, y1: height };
    const box = values.from === 'content' ? (contentBox(input, CONTENT) ?? frame) : frame;
    const inside = insideOf(box, values.side, values.shape === 'round');
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        target.data[y * width + x] = input.data[y * width + x] * smoothstep(0, reach, inside(x, y));
    return { raster: target, facts: {} };
  },
  sentence: (values) => `${values.widthPct} % wide, ${values.side === 'all' ? values.shape : `at the ${values.side}`}`,
});
