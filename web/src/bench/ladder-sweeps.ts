import type { Bench } from '@amber-stamp/core/bench';
import { stepNamed, type NumberParam } from '@amber-stamp/core/cut';
import { brushSchema, deckSchema, floorSchema, limitsOf, taperSchema } from '@amber-stamp/core/model';
import { swept, SWEEPS, type Sweep } from '@amber-stamp/core/vary';
import { produce } from 'immer';
import { coatOf, coatPlace } from './coat.ts';
import { presentPlate } from './edit.ts';

/** A setting of the bench that a ladder can be swept over: of the coat, the ends, or a step of the recipe. */
export interface LadderSweep extends Pick<Sweep, 'name' | 'label' | 'unit' | 'min' | 'max' | 'digits'> {
  /** what a ladder begins with */
  ends: (bench: Bench) => readonly [number, number];
  set: (bench: Bench, value: number) => Bench;
}

const ofCoat = (sweep: Sweep): LadderSweep => ({
  ...sweep,
  ends: (bench) => sweep.ends(coatOf(bench)),
  set: (bench, value) => ({ ...bench, brush: swept(bench.brush, coatPlace(bench), [[sweep, value]]) }),
});

type Field = Parameters<typeof limitsOf>[0];

/** A number of the coat or the brush that is no property. */
interface Plain extends Pick<LadderSweep, 'name' | 'label' | 'unit'> {
  field: Field;
  edit: (bench: Bench, value: number) => void;
}

function plain({ field, edit, ...text }: Plain): LadderSweep {
  const { min, max } = limitsOf(field);
  return {
    ...text,
    min,
    max,
    digits: 0,
    ends: () => [min, max],
    set: (bench, value) => produce(bench, (draft) => edit(draft as Bench, value)),
  };
}

const tapering = (name: 'head' | 'tail', label: string): LadderSweep =>
  plain({
    name,
    label,
    unit: '%',
    field: taperSchema.fields.lengthPct,
    edit: ({ brush }, v) => Object.assign(brush.ends[name], { lengthPct: v, lengthPx: 0, lengthDabs: 0 }),
  });

/** Settings that are no properties, in the order of the parts of Vary. */
const PLAIN: readonly LadderSweep[] = [
  plain({
    name: 'changeover',
    label: 'Changeover of the deck',
    unit: '%',
    field: deckSchema.fields.softness,
    edit: (bench, v) => void (coatOf(bench).deck.softness = v),
  }),
  tapering('head', 'Head of the stroke'),
  tapering('tail', 'Tail of the stroke'),
  plain({
    name: 'steady',
    label: 'Steady',
    unit: '%',
    field: brushSchema.fields.steady,
    edit: ({ brush }, v) => void (brush.steady = v),
  }),
  plain({
    name: 'floor',
    label: 'Tilt of the sheet',
    unit: '°',
    field: floorSchema.fields.tiltDeg,
    edit: (bench, v) => void (coatOf(bench).floor.tiltDeg = v),
  }),
];

/** Decimals that a step of a handle is told with. */
const digitsOf = (step: number): number => (step >= 1 ? 0 : Math.min(3, Math.ceil(-Math.log10(step))));

const ofStep = (place: number, label: string, name: string, param: NumberParam): LadderSweep => {
  const [min, max] = param.reach ?? [param.min, param.max];
  return {
    name: `step ${place} ${name}`,
    label: `${place + 1}. ${label}: ${param.label}`,
    unit: param.unit,
    min: param.min,
    max: param.max,
    digits: digitsOf(param.step),
    ends: () => [min, max],
    set: (bench, value) =>
      produce(bench, (draft) => {
        const { recipe } = presentPlate(draft as Bench).plate;
        if (recipe) recipe.steps[place][name] = value;
      }),
  };
};

/** The numbers of the steps of the plate that is looked at. */
function ofRecipe(bench: Bench): LadderSweep[] {
  const { steps } = presentPlate(bench).plate.recipe ?? { steps: [] };
  return steps.flatMap((step, place) => {
    if (!step.on) return [];
    const { label, params } = stepNamed(step.step);
    return Object.entries(params).flatMap(([name, param]) =>
      param.kind === 'number' && !param.former ? [ofStep(place, label, name, param)] : [],
    );
  });
}

/** All that a ladder of the bench can be swept over. */
export const ladderSweeps = (bench: Bench): LadderSweep[] => [
  ...SWEEPS.filter((sweep) => sweep.has(coatOf(bench))).map(ofCoat),
  ...PLAIN,
  ...ofRecipe(bench),
];

/** A sweep by its name; the first of all where there is none by it any more. */
export function sweepIn(bench: Bench, name: string): LadderSweep {
  const all = ladderSweeps(bench);
  return all.find((sweep) => sweep.name === name) ?? all[0];
}
