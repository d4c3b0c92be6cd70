import { makeRecipe, makeStep } from '@amber-stamp/core/cut';
import type { Driver } from '@amber-stamp/core/model';
import { MADE_BRUSHES } from './brushes-made.ts';
import { MORE_BRUSHES } from './brushes-more.ts';
import { RELIEF_BRUSHES } from './brushes-relief.ts';
import { by, type DemoBrush } from './demo-brush.ts';

const SWELL: Driver['curve'] = [
  [0, 0],
  [0.58, 0.52],
  [1, 1],
];

const lichen: DemoBrush = {
  name: 'Crust lichen',
  source: 'lichen',
  drawer: 'Tideline',
  note: 'scan',
  recipe: makeRecipe([
    makeStep('gray', { prints: 'light', redPct: 30, greenPct: 60, bluePct: 10 }),
    makeStep('levels', { automatic: false, low: 0.27, high: 0.66, middle: 0.56 }),
    makeStep('specks', { areaPx: 400 }),
    makeStep('trim'),
    makeStep('fit', { resolutionPx: 512, padPct: 6 }),
  ]),
  tune: ({ coats: [{ properties: p }] }) => {
    Object.assign(p.size, {
      rest: 124,
      low: 50,
      high: 100,
      drivers: [by('pressure', { share: 0.7, curve: SWELL }), by('chance', { share: 0.3, spread: 'centred' })],
    });
    p.spacing.rest = 21;
    Object.assign(p.across, { low: -14, high: 14, drivers: [by('chance', { spread: 'centred' })] });
    Object.assign(p.flow, { rest: 100, low: 26, high: 72, drivers: [by('pressure')] });
    p.mirrorX.chance = 0.5;
  },
};

const kelp: DemoBrush = {
  name: 'Kelp blade',
  source: 'kelp',
  drawer: 'Tideline',
  note: 'ink drawing',
  recipe: makeRecipe([
    makeStep('gray', { prints: 'dark' }),
    makeStep('levels', { automatic: false, low: 0.3, high: 0.82 }),
    makeStep('specks', { areaPx: 400 }),
    makeStep('trim'),
    makeStep('fit', { resolutionPx: 640, padPct: 4 }),
  ]),
  tune: ({ ends, coats: [{ properties: p }] }) => {
    Object.assign(p.size, {
      rest: 190,
      low: 45,
      high: 100,
      drivers: [by('pressure', { share: 0.75 }), by('chance', { share: 0.25 })],
    });
    p.spacing.rest = 30;
    Object.assign(p.angle, { low: -38, high: 26, drivers: [by('chance', { spread: 'centred' })] });
    Object.assign(p.across, { low: -12, high: 12, drivers: [by('chance')] });
    Object.assign(p.flow, { rest: 92, low: 55, high: 100, drivers: [by('pressure')] });
    p.mirrorY.chance = 0.5;
    Object.assign(ends.head, { lengthPct: 12, size: 40 });
    Object.assign(ends.tail, { lengthPct: 22, size: 22 });
  },
};

const barnacles: DemoBrush = {
  name: 'Barnacle field',
  source: 'barnacles',
  drawer: 'Tideline',
  note: 'height map',
  recipe: makeRecipe([
    makeStep('heights', { base: 'darkest' }),
    makeStep('levels', { automatic: false, low: 0.3, high: 0.88, middle: 0.45 }),
    makeStep('fit', { resolutionPx: 640, padPct: 0 }),
    makeStep('fade', { widthPct: 38, shape: 'round' }),
    makeStep('specks', { areaPx: 160 }),
  ]),
  tune: ({ coats: [{ properties: p }] }) => {
    Object.assign(p.size, {
      rest: 170,
      low: 48,
      high: 100,
      drivers: [by('pressure', { share: 0.6, curve: SWELL }), by('chance', { share: 0.4 })],
    });
    p.spacing.rest = 34;
    Object.assign(p.angle, { follow: 'none', rest: 0, low: -180, high: 180, drivers: [by('chance')] });
    Object.assign(p.across, { low: -22, high: 22, drivers: [by('chance')] });
    Object.assign(p.flow, { rest: 88, low: 60, high: 100, drivers: [by('pressure')] });
    p.mirrorX.chance = 0.5;
  },
};

const paint: DemoBrush = {
  name: 'Boat paint',
  source: 'paint',
  drawer: 'Wood and paint',
  note: 'photograph',
  recipe: makeRecipe([
    makeStep('gray', { prints: 'dark' }),
    makeStep('levels', { automatic: false, low: 0.46, high: 0.86, middle: 0.5 }),
    makeStep('specks', { areaPx: 60 }),
    makeStep('fit', { resolutionPx: 640, padPct: 0 }),
    makeStep('fade', { widthPct: 36, shape: 'round' }),
  ]),
  tune: ({ coats: [{ properties: p }] }) => {
    Object.assign(p.size, { rest: 130, low: 60, high: 100, drivers: [by('pressure')] });
    p.spacing.rest = 16;
    Object.assign(p.angle, {
      follow: 'path',
      rest: 0,
      low: -14,
      high: 14,
      drivers: [by('chance', { spread: 'centred' })],
    });
    Object.assign(p.across, { low: -10, high: 10, drivers: [by('chance')] });
    Object.assign(p.flow, { rest: 70, low: 34, high: 90, drivers: [by('pressure')] });
    p.mirrorX.chance = 0.5;
    p.mirrorY.chance = 0.5;
  },
};

export const BRUSHES: readonly DemoBrush[] = [
  lichen,
  kelp,
  barnacles,
  paint,
  ...RELIEF_BRUSHES,
  ...MORE_BRUSHES,
  ...MADE_BRUSHES,
];
