import { borderMiddle } from '../raster/measure.ts';
import { choice, fact, mapped, number, toWrite, defineStep } from './step.ts';

export const baseStep = defineStep({
  name: 'base',
  label: 'Move the base',
  group: 'Relief',
  relief: true,
  help: 'Shifts all heights so that another one is the base plane, and stretches them about it; nothing is cut off.',
  params: {
    to: choice('Base plane', ['border', 'typed'], 'border', 'What becomes 0: the height along the border, or a value.'),
    basePct: { ...number('Base at', '%', [-200, 200, 0.5], 0, 'The height that becomes 0.'), when: ['to', 'typed'] },
    gainPct: number('Strength', '%', [-400, 400, 1], 100, 'Heights times this; below 0 the relief is turned over.'),
  },
  run: (input, values, materials) => {
    const base = values.to === 'border' ? borderMiddle(input, 1) : values.basePct / 100;
    const gain = values.gainPct / 100;
    return { raster: mapped(input, (v) => (v - base) * gain, toWrite(input, materials)), facts: { base } };
  },
  sentence: (values, facts) =>
    `${Math.round(fact(facts, 'base') * 100)} % becomes 0${values.gainPct === 100 ? '' : `, strength ${values.gainPct} %`}`,
});
