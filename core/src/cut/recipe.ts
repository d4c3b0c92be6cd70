import { array, boolean, lazy, number, object, string, type InferType, type Schema } from 'yup';
import { AmberError } from '../errors.ts';
import { parseDocument, shape, typed } from '../model/check.ts';
import { paramSchema } from './param-schema.ts';
import { defaultsOf, isStep, STEPS, stepNamed } from './steps.ts';
import type { DrawnStroke } from './drawn.ts';
import type { ParamValue } from './step.ts';

/** One operation in a recipe, with its settings beside its name. */
export interface RecipeStep {
  step: string;
  on: boolean;
  [param: string]: ParamValue;
}

const STEP_SCHEMAS = new Map<string, Schema<RecipeStep>>(
  STEPS.map(({ name, params }) => [
    name,
    typed<RecipeStep>(
      shape({
        step: string().oneOf([name]).required(),
        on: boolean().default(true),
        ...Object.fromEntries(Object.entries(params).map(([key, param]) => [key, paramSchema(param)])),
      }),
    ),
  ]),
);

const anyStep = lazy((value: unknown): Schema<RecipeStep> => {
  const name = (value as { step?: unknown } | null)?.step;
  const known = typeof name === 'string' && STEP_SCHEMAS.get(name);
  return (
    known ||
    typed(
      object({
        step: string()
          .oneOf(STEPS.map((s) => s.name))
          .required(),
      }),
    )
  );
});

export const recipeSchema = shape({
  format: string().oneOf(['amber-stamp/recipe']).required(),
  version: number().oneOf([1]).required(),
  steps: array(anyStep).max(64).required(),
});
export interface Recipe extends InferType<typeof recipeSchema> {}

/** Reads a recipe strictly; missing settings take their defaults. */
export const parseRecipe = (value: unknown, where = 'recipe'): Recipe => parseDocument(recipeSchema, value, where);

/** A step with its defaults and what is given. */
export function makeStep(name: string, values: Record<string, ParamValue> = {}): RecipeStep {
  if (!isStep(name)) throw new AmberError('bad-value', `There is no step called ${name}.`, 'step');
  return { step: name, on: true, ...defaultsOf(stepNamed(name)), ...values };
}

export const makeRecipe = (steps: RecipeStep[]): Recipe => ({ format: 'amber-stamp/recipe', version: 1, steps });

/** What a step may name besides the source that is cut: another source, a kept brush. */
export type Material = 'source' | 'brush';
const MATERIALS: readonly Material[] = ['source', 'brush'];

const strokesOf = (step: RecipeStep): readonly DrawnStroke[] =>
  stepNamed(step.step).params.strokes?.kind === 'strokes' ? (step.strokes as readonly DrawnStroke[]) : [];

/** A source or a brush by its word. */
interface NamedMaterial {
  kind: Material;
  name: string;
}

/** What a step names by settings of its own. */
const ownMaterials = (step: RecipeStep): NamedMaterial[] =>
  MATERIALS.flatMap((kind) => {
    const name = step[kind];
    return typeof name === 'string' && name !== '' ? [{ kind, name }] : [];
  });

/** What a step names by settings of its own, and what its strokes are drawn with. */
export const materialsOf = (step: RecipeStep): NamedMaterial[] => [
  ...ownMaterials(step),
  ...strokesOf(step).flatMap(({ brush }) => (brush === '' ? [] : [{ kind: 'brush' as const, name: brush }])),
];

/** A step whose own word and whose strokes name their materials otherwise. */
function renamedStep(step: RecipeStep, rename: (kind: Material, name: string) => string): RecipeStep {
  const own = ownMaterials(step).map(({ kind, name }) => [kind, rename(kind, name)] as const);
  const drawn = strokesOf(step);
  const strokes = drawn.map((stroke) =>
    stroke.brush === '' ? stroke : { ...stroke, brush: rename('brush', stroke.brush) },
  );
  return { ...step, ...Object.fromEntries(own), ...(drawn.length > 0 ? { strokes } : {}) };
}

/** The other sources or brushes that the steps of a recipe name, each once; of steps that are off only when asked. */
export const materialsNamed = (recipe: Recipe, kind: Material, alsoOff = false): string[] => [
  ...new Set(
    recipe.steps
      .filter(({ on }) => on || alsoOff)
      .flatMap(materialsOf)
      .flatMap((material) => (material.kind === kind ? [material.name] : [])),
  ),
];

/** A recipe whose steps, those that are off too, name their other sources and brushes as `rename` has it. */
export const withMaterials = (recipe: Recipe, rename: (kind: Material, name: string) => string): Recipe => ({
  ...recipe,
  steps: recipe.steps.map((step) => renamedStep(step, rename)),
});

/** Where a part is taken: behind the gray, where places are those of the source, and behind its light, which needs all of it. */
export function placeForRegion(steps: readonly RecipeStep[]): number {
  const gray = steps.findIndex(({ step }) => step === 'gray');
  return steps[gray + 1]?.step === 'light' ? gray + 2 : gray + 1;
}

/** A recipe for another source of a family: what that one takes of its own sheet, its region, stays its own. */
export function withRegionOf(recipe: Recipe, own: Recipe): Recipe {
  const region = own.steps.find((step) => step.step === 'region');
  const steps = recipe.steps.filter((step) => step.step !== 'region');
  if (!region) return makeRecipe(steps);
  const at = placeForRegion(steps);
  return makeRecipe([...steps.slice(0, at), region, ...steps.slice(at)]);
}
