import { makesRelief, type Recipe } from '@amber-stamp/core/cut';
import { heightPlate, toPlate, type Plate, type Raster } from '@amber-stamp/core/raster';

/** A plate of which less is covered, as a share, is blank. */
export const BLANK = 1 / 65535;

/** What a recipe made as a plate: with its heights where it is a relief. */
export const plateOf = (recipe: Recipe, made: Raster, displaced?: Float32Array): Plate =>
  makesRelief(recipe) ? { ...heightPlate(made), ...(displaced ? { displaced } : {}) } : toPlate(made);
