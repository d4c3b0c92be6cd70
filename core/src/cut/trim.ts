import { AmberError } from '../errors.ts';
import { contentBox, type ContentBox } from '../raster/content-box.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { fact, num, word, type StepDefinition } from './step.ts';

function centreOf(source: Raster, box: ContentBox, by: string): [number, number] {
  if (by === 'box') return [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  let mass = 0;
  let mx = 0;
  let my = 0;
  for (let y = box.top; y < box.bottom; y++)
    for (let x = box.left; x < box.right; x++) {
      const v = source.data[y * source.width + x];
      mass += v;
      mx += v * (x + 0.5);
      my += v * (y + 0.5);
    }
  return [mx / mass, my / mass];
}

export const trimStep: StepDefinition = {
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
    const box = contentBox(input, num(values, 'thresholdPct') / 100);
    if (!box)
      throw new AmberError(
        'nothing-to-print',
        'Nothing in the picture prints after this step; change what prints or the levels.',
        'trim',
      );
    const [cx, cy] = centreOf(input, box, word(values, 'centre'));
    const halfWidth = Math.ceil(Math.max(cx - box.left, box.right - cx));
    const halfHeight = Math.ceil(Math.max(cy - box.top, box.bottom - cy));
    const target = raster(2 * halfWidth, 2 * halfHeight);
    const dx = Math.round(cx) - halfWidth;
    const dy = Math.round(cy) - halfHeight;
    const left = Math.max(box.left, dx);
    const right = Math.min(box.right, dx + target.width);
    for (let y = Math.max(box.top, dy); y < Math.min(box.bottom, dy + target.height); y++)
      target.data.set(
        input.data.subarray(y * input.width + left, y * input.width + right),
        (y - dy) * target.width + left - dx,
      );
    const facts = {
      width: box.right - box.left,
      height: box.bottom - box.top,
      // how the outcome lies on what came in
      left: dx,
      top: dy,
      sideX: target.width,
      sideY: target.height,
    };
    return { raster: target, facts };
  },
  lies: (_, facts) => ({
    by: [1, 0, fact(facts, 'left'), 0, 1, fact(facts, 'top')],
    to: { width: fact(facts, 'sideX'), height: fact(facts, 'sideY') },
  }),
  sentence: (values, facts) =>
    facts.width === undefined
      ? 'the empty border goes'
      : `${facts.width} x ${facts.height} px, centred by ${word(values, 'centre')}`,
};
