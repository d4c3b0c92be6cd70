import { FLAWS } from '../flaws/flaw.ts';
import { flawsOf } from '../flaws/flaws.ts';
import { flawAt, healed } from '../flaws/heal.ts';
import { analysedTip } from '../flaws/analysed-tip.ts';
import { toPlate } from '../raster/raster.ts';
import { defineStep } from './step.ts';

export const healStep = defineStep({
  name: 'heal',
  label: 'Remove give-aways',
  group: 'Clean',
  help: 'Looks for what gives the tip away at these places and cures it: strays erased, bumps cut, holes and lines filled.',
  params: {
    places: {
      kind: 'rows',
      label: 'Give-aways',
      columns: ['what', 'x', 'y'],
      open: false,
      most: 12,
      min: 0,
      max: FLAWS.length - 1,
      default: [],
      help: `What it is (${FLAWS.map((name, k) => `${k} ${name}`).join(', ')}) and the middle of it, in shares of the sides.`,
    },
  },
  run: (input, values) => {
    const places = values.places;
    if (places.length === 0) return { raster: input, facts: { cured: 0 } };
    const plate = toPlate(input);
    const flaws = flawsOf(plate);
    const found = new Set(
      places.flatMap(([what, x, y]) => flawAt(plate, flaws, { what: FLAWS[Math.round(what)], x, y }) ?? []),
    );
    let raster = input;
    for (const flaw of found) raster = healed(raster, analysedTip(plate), flaw.cure());
    return { raster, facts: { cured: found.size } };
  },
  sentence: (values, facts) => {
    const wanted = values.places.length;
    if (wanted === 0) return 'no place chosen: press a give-away in Prove';
    const kinds = [...new Set(values.places.map(([what]) => FLAWS[Math.round(what)]))].join(', ');
    return facts.cured === undefined ? kinds : `${kinds}: ${facts.cured} of ${wanted} found and cured`;
  },
});
