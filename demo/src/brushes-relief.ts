import { makeRecipe, makeStep, type ParamValue, type Recipe } from '@amber-stamp/core/cut';
import type { CoatInk, Properties } from '@amber-stamp/core/model';
import { by, type DemoBrush } from './demo-brush.ts';

const cast = (values: Record<string, ParamValue>): Recipe => makeRecipe([makeStep('cast', values)]);

/** Ink of a colour that stands on the sheet. */
function standing(p: Properties, ink: CoatInk, colour: string, thicknessPx: number): void {
  ink.colour = colour;
  Object.assign(p.thickness, { rest: thicknessPx, low: 40, high: 100, drivers: [by('pressure')] });
}

const mussel: DemoBrush = {
  name: 'Mussel scale',
  source: 'mussel',
  drawer: 'Reliefs',
  note: 'mesh',
  recipe: cast({ from: 'front', padPct: 5 }),
  more: [
    { name: 'mussel scale left.exr', source: 'mussel', recipe: cast({ from: 'front', yawDeg: 28, padPct: 5 }) },
    {
      name: 'mussel scale right.exr',
      source: 'mussel',
      recipe: cast({ from: 'front', yawDeg: -24, pitchDeg: 14, padPct: 5 }),
    },
  ],
  tune: ({ ends, coats: [{ deck, ink, properties: p }] }) => {
    deck.deal = 'shuffled';
    for (const name of ['mussel scale left.exr', 'mussel scale right.exr'])
      deck.cards.push({ plate: name, weight: 1, muted: false });
    Object.assign(p.size, { rest: 132, low: 62, high: 100, drivers: [by('pressure')] });
    p.spacing.rest = 46;
    Object.assign(p.angle, {
      follow: 'path',
      rest: 90,
      low: -16,
      high: 16,
      drivers: [by('chance', { spread: 'centred' })],
    });
    Object.assign(p.across, { low: -9, high: 9, drivers: [by('chance')] });
    p.flow.rest = 100;
    p.mirrorX.chance = 0.5;
    standing(p, ink, '#46506a', 26);
    Object.assign(ends.tail, { lengthPct: 45, size: 24 });
    Object.assign(ends.head, { lengthPct: 20, size: 50 });
  },
};

const pebbles: DemoBrush = {
  name: 'Tide pebbles',
  source: 'pebble',
  drawer: 'Reliefs',
  note: 'mesh',
  recipe: cast({ from: 'top', padPct: 4 }),
  more: [
    { name: 'tide pebbles tipped.exr', source: 'pebble', recipe: cast({ from: 'top', pitchDeg: 34, padPct: 4 }) },
    { name: 'tide pebbles rolled.exr', source: 'pebble', recipe: cast({ from: 'bottom', yawDeg: 42, padPct: 4 }) },
  ],
  tune: ({ coats: [{ deck, ink, properties: p }] }) => {
    deck.deal = 'shuffled';
    for (const name of ['tide pebbles tipped.exr', 'tide pebbles rolled.exr'])
      deck.cards.push({ plate: name, weight: 1, muted: false });
    Object.assign(p.size, {
      rest: 84,
      low: 34,
      high: 100,
      drivers: [by('pressure', { share: 0.35 }), by('chance', { share: 0.65, spread: 'apart' })],
    });
    p.spacing.rest = 58;
    Object.assign(p.across, { low: -62, high: 62, drivers: [by('chance', { spread: 'apart' })] });
    Object.assign(p.angle, { low: -180, high: 180, drivers: [by('chance')] });
    Object.assign(p.aspect, { low: 78, high: 100, drivers: [by('chance')] });
    p.flow.rest = 100;
    p.mirrorX.chance = 0.5;
    standing(p, ink, '#8d8880', 24);
    Object.assign(p.lightness, { low: -9, high: 9, drivers: [by('chance')] });
  },
};

const silt: DemoBrush = {
  name: 'Cracked silt',
  source: 'silt',
  drawer: 'Reliefs',
  note: 'height map',
  recipe: makeRecipe([
    makeStep('heights', { base: 'typed', baseAt: 0, unit: 'file' }),
    makeStep('fit', { resolutionPx: 640, padPct: 0 }),
    makeStep('falloff', { radiusPct: 50, softPct: 42 }),
  ]),
  tune: ({ coats: [{ ink, properties: p }] }) => {
    Object.assign(p.size, { rest: 180, low: 60, high: 100, drivers: [by('pressure')] });
    p.spacing.rest = 38;
    Object.assign(p.angle, { low: -180, high: 180, drivers: [by('chance')] });
    Object.assign(p.across, { low: -18, high: 18, drivers: [by('chance')] });
    Object.assign(p.flow, { rest: 84, low: 60, high: 100, drivers: [by('pressure')] });
    p.mirrorX.chance = 0.5;
    standing(p, ink, '#9a876c', 9);
  },
};

const button: DemoBrush = {
  name: 'Rosette button',
  source: 'rosette',
  drawer: 'Reliefs',
  note: 'height map',
  recipe: makeRecipe([
    makeStep('heights', { base: 'typed', baseAt: 0, unit: 'file' }),
    makeStep('fit', { resolutionPx: 512, padPct: 0 }),
  ]),
  tune: ({ coats: [{ ink, properties: p }] }) => {
    Object.assign(p.size, { rest: 96, low: 60, high: 100, drivers: [by('pressure')] });
    p.spacing.rest = 104;
    Object.assign(p.angle, { low: -7, high: 7, drivers: [by('chance')] });
    p.flow.rest = 100;
    standing(p, ink, '#a5792f', 8);
  },
};

const ledge: DemoBrush = {
  name: 'Rock ledge',
  source: 'ledge',
  drawer: 'Reliefs',
  note: 'displacement',
  recipe: makeRecipe([makeStep('displacement')]),
  tune: ({ coats: [{ ink, properties: p }] }) => {
    Object.assign(p.size, {
      rest: 150,
      low: 55,
      high: 100,
      drivers: [by('pressure', { share: 0.5 }), by('chance', { share: 0.5 })],
    });
    p.spacing.rest = 44;
    Object.assign(p.angle, { low: -14, high: 14, drivers: [by('chance')] });
    Object.assign(p.across, { low: -12, high: 12, drivers: [by('chance')] });
    p.flow.rest = 100;
    p.mirrorX.chance = 0.5;
    standing(p, ink, '#857c70', 30);
  },
};

/** Brushes whose tips are heights. */
export const RELIEF_BRUSHES: readonly DemoBrush[] = [mussel, pebbles, silt, button, ledge];
