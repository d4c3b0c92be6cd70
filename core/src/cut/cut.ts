import { AmberError } from '../errors.ts';
import { coverage } from '../raster/measure.ts';
import type { Picture } from '../raster/picture.ts';
import { NOTHING, type Raster } from '../raster/raster.ts';
import { grayChecked } from './gray.ts';
import { materialsOf, type Recipe, type RecipeStep } from './recipe.ts';
import { Recycler } from './recycler.ts';
import { NO_OTHERS, type Materials, type Others, type StepResult } from './step.ts';
import { stepNamed } from './steps.ts';

/** What one step of a recipe made; a step that is off hands its input on. */
export type StepOutcome = StepResult;

interface Done {
  key: string;
  outcome: StepOutcome;
}

/** How many steps of `done` stand in the same words at the head of `keys`. */
function sharedSteps(done: readonly Done[], keys: readonly string[]): number {
  let same = 0;
  while (same < keys.length && same < done.length && done[same].key === keys[same]) same++;
  return same;
}

/**
 * Cuts the same picture again and again, and keeps the result of every step: after a change only the steps from the
 * first changed one on are run. Drafts are kept beside what is cut in full, so that neither has the other run anew.
 */
export class Cutter {
  private readonly materials: Materials;
  private full: Done[] = [];
  private drafted: Done[] = [];
  private plain: Raster | undefined;
  private readonly recycler: Recycler | undefined;

  /**
   * `tell`: told the share done of a step that takes long; what it throws ends the cutting, and nothing of that step is kept.
   * `reuse`: what a run gave is not looked at any more once the next one begins, so that it may be written over.
   */
  constructor(picture: Picture, others = NO_OTHERS, onProgress?: (share: number) => void, reuse = false) {
    this.recycler = reuse ? new Recycler() : undefined;
    this.materials = { picture, others, onProgress, fresh: this.recycler?.fresh };
  }

  private rasters(): Raster[] {
    return [...this.full, ...this.drafted].map(({ outcome }) => outcome.raster);
  }

  /** What comes into the first step; nothing where that does not look at it. */
  private start(step: RecipeStep): Raster {
    if (step.on && stepNamed(step.step).fromSource) return NOTHING;
    this.plain ??= grayChecked(this.materials.picture, 'dark');
    return this.plain;
  }

  private runStep(input: Raster, step: RecipeStep): StepOutcome {
    if (!step.on) return { raster: input, facts: {} };
    return stepNamed(step.step).run(input, step, this.materials);
  }

  /** Marks steps by what is here of the sources and brushes that they name: they run anew once it has come. */
  private present(step: RecipeStep): string {
    const { sources, brushes } = this.materials.others;
    const here = materialsOf(step).filter(({ kind, name }) => (kind === 'source' ? sources : brushes).has(name));
    return here.length > 0 ? ` here ${[...new Set(here.map(({ name }) => name))].join(' ')}` : '';
  }

  /** The outcome of every step, in order. Throws nothing-to-print when a step finds nothing left. */
  run(recipe: Recipe, draft = false): StepOutcome[] {
    const keys = recipe.steps.map((step) => JSON.stringify(step) + this.present(step));
    const own = draft ? this.drafted : this.full;
    const other = draft ? this.full : this.drafted;
    const most = Math.max(sharedSteps(own, keys), sharedSteps(other, keys));
    const done = (sharedSteps(own, keys) === most ? own : other).slice(0, most);
    const left = this.rasters();
    if (draft) this.drafted = done;
    else this.full = done;
    this.recycler?.takeBack(left, this.rasters());
    for (let i = most; i < keys.length; i++) {
      const input = done[i - 1]?.outcome.raster ?? this.start(recipe.steps[i]);
      done.push({ key: keys[i], outcome: this.runStep(input, recipe.steps[i]) });
    }
    return done.map(({ outcome }) => outcome);
  }
}

const BLANK = 1 / 65535;

/** What a recipe makes of a picture, and the outcome of every step. Throws nothing-to-print when the result is blank. */
export function cutAll(picture: Picture, recipe: Recipe, others?: Others): { raster: Raster; outcomes: StepOutcome[] } {
  const outcomes = new Cutter(picture, others).run(recipe);
  const result = outcomes.at(-1)?.raster ?? grayChecked(picture, 'dark');
  if (coverage(result) < BLANK) throw blank();
  return { raster: result, outcomes };
}

/** The raster that a recipe makes of a picture. Throws nothing-to-print when the result is blank. */
export const cut = (picture: Picture, recipe: Recipe, others?: Others): Raster =>
  cutAll(picture, recipe, others).raster;

export const blank = () =>
  new AmberError(
    'nothing-to-print',
    'The picture is blank: nothing in it prints; choose another answer to what prints, or another picture.',
  );
