import { AmberError } from '../errors.ts';
import type { Box } from '../raster/box.ts';
import { contentBox } from '../raster/content-box.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { cutSides } from '../raster/straight-edges.ts';
import { fact, defineStep } from './step.ts';

function centreOf(source: Raster, box: Box, by: string): [number, number] {
  if (by === 'box') return [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2];
  let mass = 0;
  let mx = 0;
  let my = 0;
  for (let y = box.y0; y < box.y1; y++)
    for (let x = box.x0; x < box.x1; x++) {
      const v = source.data[y * source.width + x];
      mass += v;
      mx += v * (x + 0.5);
      my += v * (y + 0.5);
    }
  return [mx / mass, my / mass];
}

/** What is fainter at the frame cuts nothing off that is seen. */
const CUT_ABOVE = 0.1;

export const trimStep = defineStep({
  name: 'trim',
  label: 'Trim and centre',
  group: 'Shape',
  help: 'Cuts away the empty border and puts the middle of the mark in the middle of the plate.',
  params: {
    thresholdPct: {
      kind: 'number',
      label: 'Counts as print',
      unit: '%',
      min: 0,
      max: 90,
      step: 0.5,
      default: 3,
      help: 'Fainter than this is border.',
    },
    centre: {
      kind: 'choice',
      label: 'Centre',
      options: ['mass', 'box'],
      default: 'mass',
      help: 'By its weight or by its outline.',
    },
  },
  run: (input, values) => {
    const box = contentBox(input, values.thresholdPct / 100);
    if (!box)
      throw new AmberError(
        'nothing-to-print',
        'Nothing in the picture prints after this step; change what prints or the levels.',
        'trim',
      );
    const [cx, cy] = centreOf(input, box, values.centre);
    const halfWidth = Math.ceil(Math.max(cx - box.x0, box.x1 - cx));
    const halfHeight = Math.ceil(Math.max(cy - box.y0, box.y1 - cy));
    const target = raster(2 * halfWidth, 2 * halfHeight);
    const dx = Math.round(cx) - halfWidth;
    const dy = Math.round(cy) - halfHeight;
    const left = Math.max(box.x0, dx);
    const right = Math.min(box.x1, dx + target.width);
    for (let y = Math.max(box.y0, dy); y < Math.min(box.y1, dy + target.height); y++)
      target.data.set(
        input.data.subarray(y * input.width + left, y * input.width + right),
        (y - dy) * target.width + left - dx,
      );
    const facts = {
      width: box.x1 - box.x0,
      height: box.y1 - box.y0,
      // how the outcome lies on what came in
      left: dx,
      top: dy,
      sideX: target.width,
      sideY: target.height,
      // where the mark goes on beyond what came in
      cut: cutSides(input, box, Math.max(values.thresholdPct / 100, CUT_ABOVE)).join(', '),
    };
    return { raster: target, facts };
  },
  placement: (_, facts) => ({
    by: [1, 0, fact(facts, 'left'), 0, 1, fact(facts, 'top')],
    to: { width: fact(facts, 'sideX'), height: fact(facts, 'sideY') },
  }),
  sentence: (values, facts) =>
    facts.width === undefined
      ? 'the empty border goes'
      : `${facts.width} x ${facts.height} px, centred by ${values.centre}`,
});
