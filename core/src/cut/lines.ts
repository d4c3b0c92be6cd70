import { blur } from '../raster/blur.ts';
import { closed, opened } from '../raster/morph.ts';
import { choice, lengthPx, mapped, number, percent, defineStep, toWrite } from './step.ts';

export const linesStep = defineStep({
  name: 'lines',
  label: 'Remove lines',
  group: 'Clean',
  help: 'Fades thin lines that run through the mark: pale cuts are filled, strong ones are brought down to their surroundings.',
  params: {
    widthPct: number('Narrower than', '%', [0.1, 8, 0.1], 1, 'Width of the widest line that goes.'),
    which: choice('Which', ['pale', 'strong', 'both'], 'both', 'Lines paler than the mark, stronger, or both.'),
    amountPct: percent('Amount', 100, 'How much of them goes.'),
  },
  run: (input, values, materials) => {
    const r = Math.max(1, Math.round(lengthPx(input, values.widthPct) / 2));
    const amount = values.amountPct / 100;
    const which = values.which;
    const full = closed(input, r);
    // a ridge inside the mark: what an opening takes where the mark is wide
    const bare = which === 'pale' ? undefined : blur(opened(input, r), r * 0.5);
    const wide = which === 'pale' ? undefined : opened(full, 3 * r);
    return {
      raster: mapped(
        input,
        (v, i) => {
          let value = v;
          if (which !== 'strong') value += amount * (full.data[i] - v);
          if (bare && wide && wide.data[i] > 0.15 && v > bare.data[i]) value += amount * (bare.data[i] - v);
          return value;
        },
        toWrite(input, materials),
      ),
      facts: {},
    };
  },
  sentence: (values) => `${values.which} lines under ${values.widthPct} %`,
});
