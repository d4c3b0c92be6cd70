import { makeRecipe, makeStep, makeStroke, type DrawnStroke } from '@amber-stamp/core/cut';
import { asMade, emptySource, SHAPE_STARTERS, type Shapes } from '@amber-stamp/core/make';
import { by, type DemoBrush } from './demo-brush.ts';
import { kelpFrond, mooringRope } from './drawings.ts';

// Brushes without a picture: made of figures, drawn with one another, bent along the path.

const starter = (name: string): Shapes => {
  const found = SHAPE_STARTERS.find((one) => one.name === name);
  if (!found) throw new Error(`there is no drawing ${name}`);
  return found.make();
};

const rope: DemoBrush = {
  name: 'Mooring rope',
  source: mooringRope(),
  drawer: 'Rigging',
  note: 'shapes',
  recipe: asMade(),
  tune: ({ coats: [coat] }) => {
    const { properties: p } = coat;
    coat.band = { fill: 'repeat', turnAbout: false, corner: 'round', head: 0, tail: 0, length: 100, overlap: 12 };
    Object.assign(p.size, { rest: 58, low: 100, high: 100, drivers: [] });
    Object.assign(p.flow, { rest: 100, low: 100, high: 100, drivers: [] });
  },
};

const frond: DemoBrush = {
  name: 'Kelp frond',
  source: kelpFrond(),
  drawer: 'Tideline',
  note: 'shapes',
  recipe: asMade(),
  tune: ({ coats: [coat] }) => {
    const { properties: p } = coat;
    coat.band = { fill: 'stretch', turnAbout: false, corner: 'round', head: 22, tail: 40, length: 100, overlap: 12 };
    Object.assign(p.size, { rest: 104, low: 24, high: 100, drivers: [by('pressure')] });
    Object.assign(p.flow, { rest: 100, low: 100, high: 100, drivers: [] });
  },
};

const sliver: DemoBrush = {
  name: 'Crescent sliver',
  source: starter('sliver'),
  drawer: 'Tideline',
  note: 'shapes',
  recipe: makeRecipe([...asMade().steps, makeStep('trim'), makeStep('fit', { resolutionPx: 512, padPct: 4 })]),
  tune: ({ coats: [{ properties: p, count }] }) => {
    count.rest = 3;
    Object.assign(p.size, { rest: 74, low: 32, high: 100, drivers: [by('chance'), by('pressure', { share: 0.6 })] });
    p.spacing.rest = 24;
    Object.assign(p.aspect, { low: 25, high: 100, drivers: [by('chance')] });
    Object.assign(p.across, { low: -50, high: 50, drivers: [by('chance', { spread: 'centred' })] });
    Object.assign(p.angle, { low: -64, high: 64, drivers: [by('chance', { spread: 'centred' })] });
    Object.assign(p.flow, { rest: 100, low: 45, high: 100, drivers: [by('chance')] });
  },
};

const button: DemoBrush = {
  name: 'Spoked button',
  source: starter('button'),
  drawer: 'Rigging',
  note: 'shapes',
  recipe: asMade(),
  tune: ({ coats: [{ properties: p }] }) => {
    Object.assign(p.size, { rest: 76, low: 82, high: 100, drivers: [by('chance')] });
    p.spacing.rest = 118;
    Object.assign(p.angle, { low: -180, high: 180, drivers: [by('chance')] });
    Object.assign(p.flow, { rest: 100, low: 100, high: 100, drivers: [] });
  },
};

/** A stroke of the demo: with a brush by its name, from place to place in shares of the sides. */
const stroke = (
  brush: string,
  places: readonly (readonly [number, number, number?])[],
  more: Partial<DrawnStroke>,
): DrawnStroke =>
  makeStroke({ brush, points: places.map(([x, y, pressure = 0.8], k) => [x, y, pressure, 0, 0, k * 40]), ...more });

const DOTS = 'Splinter dots';
const BURST = 'Splinter burst';

const dots: DemoBrush = {
  name: DOTS,
  source: starter('dots'),
  drawer: 'Glass',
  note: 'shapes',
  recipe: asMade(),
  tune: ({ coats: [{ properties: p }] }) => {
    Object.assign(p.size, { rest: 60, low: 30, high: 100, drivers: [by('chance')] });
    p.spacing.rest = 46;
    Object.assign(p.angle, { low: -180, high: 180, drivers: [by('chance')] });
    Object.assign(p.aspect, { low: 40, high: 100, drivers: [by('chance')] });
    Object.assign(p.flow, { rest: 100, low: 60, high: 100, drivers: [by('chance')] });
  },
};

/** Rays of dots, twirled into a burst, with a hole in the middle and a darker ring round it. */
const burst: DemoBrush = {
  name: BURST,
  source: emptySource(768, 768),
  drawer: 'Glass',
  note: 'drawn',
  recipe: makeRecipe([
    ...asMade().steps,
    makeStep('draw', {
      strokes: [
        stroke(
          DOTS,
          [
            [0.5, 0.44],
            [0.53, 0.26],
            [0.5, 0.07, 0.3],
          ],
          { sizePct: 11, sectors: 11 },
        ),
        stroke(
          DOTS,
          [
            [0.56, 0.4],
            [0.62, 0.24, 0.4],
          ],
          { sizePct: 7, sectors: 11, number: 1, value: 0.8 },
        ),
      ],
    }),
    makeStep('twirl', { angleDeg: 62, radiusPct: 49 }),
    makeStep('gradient', {
      effect: 'denser',
      fromPct: 90,
      toPct: 0,
      fromXPct: 50,
      fromYPct: 50,
      toXPct: 86,
      toYPct: 50,
    }),
    makeStep('gradient', { effect: 'less', softPct: 25, fromXPct: 50, fromYPct: 50, toXPct: 57, toYPct: 50 }),
  ]),
  tune: ({ coats: [{ properties: p }] }) => {
    Object.assign(p.size, { rest: 150, low: 60, high: 100, drivers: [by('chance')] });
    p.spacing.rest = 60;
    Object.assign(p.angle, { low: -180, high: 180, drivers: [by('chance')] });
    Object.assign(p.flow, { rest: 100, low: 100, high: 100, drivers: [] });
  },
};

/** The burst printed three times, each turned and of another size. */
const pane: DemoBrush = {
  name: 'Struck pane',
  source: emptySource(1024, 1024),
  drawer: 'Glass',
  note: 'drawn',
  recipe: makeRecipe([
    ...asMade().steps,
    makeStep('draw', {
      strokes: [
        stroke(BURST, [[0.44, 0.46]], { sizePct: 84 }),
        stroke(BURST, [[0.68, 0.66]], { sizePct: 56, number: 1 }),
        stroke(BURST, [[0.7, 0.28]], { sizePct: 40, number: 2 }),
      ],
    }),
    makeStep('fade', { widthPct: 10, shape: 'round' }),
  ]),
  tune: ({ coats: [{ properties: p }] }) => {
    Object.assign(p.size, { rest: 190, low: 45, high: 100, drivers: [by('chance'), by('pressure', { share: 0.6 })] });
    p.spacing.rest = 52;
    Object.assign(p.angle, { low: -180, high: 180, drivers: [by('chance')] });
    Object.assign(p.aspect, { low: 60, high: 100, drivers: [by('chance')] });
    Object.assign(p.flow, { rest: 92, low: 60, high: 100, drivers: [by('chance')] });
  },
};

/** Each after those that it is drawn with, read from the end. */
export const MADE_BRUSHES: readonly DemoBrush[] = [rope, frond, sliver, button, pane, burst, dots];
