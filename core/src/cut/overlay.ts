import { BLEND_FUNCTIONS, BLEND_MODES, type BlendMode } from '../maths/blend-modes.ts';
import { clamp, contrastGain } from '../maths/ramps.ts';
import { valueAt } from '../raster/sample.ts';
import { grayOf, type Prints } from './gray.ts';
import { choice, number, percent, type Facts, defineStep, toWrite } from './step.ts';

const missing = (source: string): Facts => ({ missing: source === '' ? 'none' : 'not here' });

export const overlayStep = defineStep({
  name: 'overlay',
  label: 'Lay another source over',
  group: 'Mix',
  help: 'Another source of the cabinet meets the picture.',
  params: {
    source: { kind: 'source', label: 'Source', default: '', help: 'Which source lies above.' },
    prints: choice('Prints', ['dark', 'light', 'alpha'], 'dark', 'What of it prints.'),
    meet: choice('Blend', BLEND_MODES, 'multiply', 'How the two values become one.'),
    amountPct: percent('Amount', 100, 'How much of the meeting counts.'),
    scalePct: number('Scale', '%', [5, 800, 1], 100, '100 makes it as wide as the picture.'),
    moveXPct: number('Right', '%', [-100, 100, 0.5], 0, 'In percent of the width.'),
    moveYPct: number('Down', '%', [-100, 100, 0.5], 0, 'In percent of the height.'),
    contrastPct: number('Contrast', '%', [-100, 100, 1], 0, 'Of the source above.'),
    repeat: {
      kind: 'flag',
      label: 'Repeat',
      default: true,
      help: 'Laid side by side beyond its frame; otherwise it prints nothing there.',
    },
  },
  run: (input, values, materials) => {
    const other = materials.others.sources.get(values.source);
    if (!other) return { raster: input, facts: missing(values.source) };
    const above = grayOf(other, values.prints as Prints);
    const { width, height } = input;
    const target = toWrite(input, materials);
    const meet = BLEND_FUNCTIONS[values.meet as BlendMode];
    const amount = values.amountPct / 100;
    const gain = contrastGain(values.contrastPct);
    const k = above.width / ((width * values.scalePct) / 100);
    const dx = (width * values.moveXPct) / 100 + width / 2;
    const dy = (height * values.moveYPct) / 100 + height / 2;
    const wrap = (v: number, side: number) => (values.repeat ? v - Math.floor(v / side) * side : v);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const u = wrap((x + 0.5 - dx) * k + above.width / 2, above.width) - 0.5;
        const v = wrap((y + 0.5 - dy) * k + above.height / 2, above.height) - 0.5;
        const b = clamp((valueAt(above, u, v) - 0.5) * gain + 0.5);
        const a = input.data[y * width + x];
        target.data[y * width + x] = a + amount * (meet(a, b) - a);
      }
    return { raster: target, facts: {} };
  },
  sentence: (values, facts) => {
    if (facts.missing === 'none' || values.source === '') return 'choose a source';
    if (facts.missing) return 'its source is not here: it does nothing';
    return `${values.meet}, ${values.amountPct} %`;
  },
});
