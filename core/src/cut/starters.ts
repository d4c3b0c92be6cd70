import type { Picture } from '../raster/picture.ts';
import { automaticRecipe } from './automatic.ts';
import type { Prints } from './gray.ts';
import { makeRecipe, makeStep, type Recipe, type RecipeStep } from './recipe.ts';

/** A recipe to start with, by kind of source; `make` is told what prints of it. */
export interface Starter {
  name: string;
  label: string;
  help: string;
  make: (picture: Picture, prints: Prints) => Recipe;
}

const FIT = makeStep('fit');

const gray = (prints: Prints): RecipeStep => makeStep('gray', { prints });

export const STARTERS: readonly Starter[] = [
  {
    name: 'automatic',
    label: 'Automatic',
    help: 'What a new brush starts with.',
    make: (picture, prints) => automaticRecipe(picture, prints),
  },
  {
    name: 'scan',
    label: 'Scan',
    help: 'Marks on paper: the light is evened, dust and pinholes go.',
    make: (_, prints) =>
      makeRecipe([
        gray(prints),
        makeStep('light'),
        makeStep('levels'),
        makeStep('specks', { areaPx: 60, holesPx: 12 }),
        makeStep('trim'),
        FIT,
      ]),
  },
  {
    name: 'photograph',
    label: 'Photograph',
    help: 'A piece of surface: evened, then run out in a circle so that it prints no square.',
    make: (_, prints) =>
      makeRecipe([
        gray(prints),
        makeStep('light', { radiusPct: 30 }),
        makeStep('levels'),
        makeStep('fit', { padPct: 0 }),
        makeStep('falloff'),
      ]),
  },
  {
    name: 'drawing',
    label: 'Ink drawing',
    help: 'Black and white, solid inside, with its edge kept.',
    make: (_, prints) =>
      makeRecipe([
        gray(prints),
        makeStep('levels'),
        makeStep('tone', { contrastPct: 40 }),
        makeStep('specks', { areaPx: 30 }),
        makeStep('crush', { depthPct: 1 }),
        makeStep('trim'),
        FIT,
      ]),
  },
  {
    name: 'rubbing',
    label: 'Rubbing',
    help: 'Broken grain: the ground is taken out and nothing is closed.',
    make: (_, prints) =>
      makeRecipe([
        gray(prints),
        makeStep('light', { radiusPct: 20, by: 'subtracting' }),
        makeStep('levels'),
        makeStep('sharpen', { radiusPct: 0.3, amountPct: 60 }),
        makeStep('fit', { padPct: 0 }),
        makeStep('falloff', { radiusPct: 48, softPct: 70 }),
      ]),
  },
  {
    name: 'heights',
    label: 'Height map',
    help: 'The higher the more, its base shifted to nothing.',
    make: () =>
      makeRecipe([
        makeStep('gray', { prints: 'light' }),
        makeStep('shift', { shiftPct: 8 }),
        makeStep('levels'),
        makeStep('fit', { padPct: 0 }),
        makeStep('fade', { widthPct: 16 }),
      ]),
  },
];
