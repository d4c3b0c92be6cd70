import type { BrushWithPlates } from '../ink/print.ts';
import type { DrawnStroke } from './drawn.ts';
import type { Affine } from '../maths/affine.ts';
import type { Picture } from '../raster/picture.ts';
import { raster, type Raster } from '../raster/raster.ts';

interface ParamText {
  label: string;
  help: string;
  /** only in recipes from before: shown where it holds something */
  former?: true;
  /** shown only where another setting has this value */
  when?: readonly [string, string];
}

export interface NumberParam extends ParamText {
  kind: 'number';
  unit: string;
  min: number;
  max: number;
  step: number;
  default: number;
  /** it has no ends worth a handle */
  typed?: true;
  /** how far a handle reaches where values worth having end long before the limits; more can be typed */
  reach?: readonly [number, number];
}
export interface ChoiceParam<Option extends string = string> extends ParamText {
  kind: 'choice';
  options: readonly Option[];
  /** what people read for an option where that is another word */
  words?: Readonly<Partial<Record<Option, string>>>;
  default: Option;
}
export interface FlagParam extends ParamText {
  kind: 'flag';
  default: boolean;
}
/**
 * Words: a colour #rrggbb; the name or number of another source, empty for none; a kept brush by its version, or the name of
 * a brush file, empty for a round tip.
 */
export interface WordParam<Kind extends 'colour' | 'source' | 'brush'> extends ParamText {
  kind: Kind;
  default: string;
}
/** Rows of numbers, each of `columns` or, with `open`, of more; places are shares of the picture's sides. */
export interface RowsParam extends ParamText {
  kind: 'rows';
  columns: readonly string[];
  open: boolean;
  most: number;
  min: number;
  max: number;
  default: Rows;
}

/** Strokes that are drawn on the picture, each with settings of its own. */
export interface StrokesParam extends ParamText {
  kind: 'strokes';
  most: number;
  default: readonly DrawnStroke[];
}

/** One setting of a step: the interface, the validation and the documents are made from this. */
export type Param =
  | NumberParam
  | ChoiceParam
  | FlagParam
  | WordParam<'colour'>
  | WordParam<'source'>
  | WordParam<'brush'>
  | RowsParam
  | StrokesParam;
export type Params = Readonly<Record<string, Param>>;

/** What a setting holds. */
type ValueOf<P extends Param> = P extends NumberParam
  ? number
  : P extends ChoiceParam<infer Option>
    ? Option
    : P extends FlagParam
      ? boolean
      : P extends RowsParam
        ? Rows
        : P extends StrokesParam
          ? readonly DrawnStroke[]
          : string;
/** What the settings of a step hold, by their names. */
export type ValuesOf<Ps extends Params> = { readonly [Name in keyof Ps]: ValueOf<Ps[Name]> };

export type Rows = readonly (readonly number[])[];
export type ParamValue = number | string | boolean | Rows | readonly DrawnStroke[];
export type ParamValues = Readonly<Record<string, ParamValue>>;

/** What a step found out while it ran, for its card. */
export type Facts = Readonly<Record<string, number | string>>;

export interface StepResult {
  raster: Raster;
  facts: Facts;
  /** of clay: by how much each px moves, to the right, up and towards the eye, in shares of the side */
  displaced?: Float32Array;
}

/** What steps name besides the picture itself; one that names what is not here does nothing. */
export interface Others {
  sources: ReadonlyMap<string, Picture>;
  brushes: ReadonlyMap<string, BrushWithPlates>;
}

export const NO_OTHERS: Others = { sources: new Map(), brushes: new Map() };

/** What a step may look at besides the raster that comes in. */
export interface Materials {
  picture: Picture;
  others: Others;
  /** told the share done of a step that takes long; what it throws ends the step */
  onProgress?: (share: number) => void;
  /** a raster of which every value will be written; it may hold old ones */
  fresh?: (size: Size) => Raster;
}

export const STEP_GROUPS = ['Gray', 'Clean', 'Shape', 'Edge', 'Mix', 'Hand', 'Relief'] as const;
export type StepGroup = (typeof STEP_GROUPS)[number];

export interface Size {
  width: number;
  height: number;
}
/** How what a step made lies on what came in, and how large it is. */
export interface StepPlacement {
  /** from the px after the step to the px before it */
  by: Affine;
  to: Size;
}

/** A step as its own file writes it: what its settings hold is known from what they are. */
interface StepSource<Ps extends Params> {
  name: string;
  label: string;
  group: StepGroup;
  help: string;
  params: Ps;
  /** Begins with the source: what comes in does not count. */
  fromSource?: true;
  /** Its outcome is heights: 0 is the base plane, and values below it and above 1 are kept. */
  relief?: true;
  /** Never changes its input. */
  run: (input: Raster, values: ValuesOf<Ps>, materials: Materials) => StepResult;
  /** Where it does not lie as it came in: how it lies, by what the step found; undefined: it has no one place any more. */
  placement?: (values: ValuesOf<Ps>, facts: Facts, from: Size) => StepPlacement | undefined;
  /** One line for the card. */
  sentence: (values: ValuesOf<Ps>, facts: Facts) => string;
}

/** A step among others. Its values were checked by the schema that is made from its params. */
export interface StepDefinition extends Omit<StepSource<Params>, 'run' | 'placement' | 'sentence'> {
  run: (input: Raster, values: ParamValues, materials: Materials) => StepResult;
  placement?: (values: ParamValues, facts: Facts, from: Size) => StepPlacement | undefined;
  sentence: (values: ParamValues, facts: Facts) => string;
}

/** Defines a step. That its values have these types is held by the schema, which is made from the same params. */
export const defineStep = <const Ps extends Params>(step: StepSource<Ps>): StepDefinition & { params: Ps } =>
  step as unknown as StepDefinition & { params: Ps };

/** A step as it stands in a recipe. */
export type StepValues = ParamValues & { readonly step: string };

/** What a step of a recipe is set to, with the types of its definition. Throws where it is another step. */
export function valuesIn<Ps extends Params>(
  { name, params }: { name: string; params: Ps },
  step: StepValues,
): ValuesOf<Ps> {
  if (step.step !== name) throw new Error(`a step ${step.step} was read as ${name}`);
  const values: Record<string, ParamValue> = {};
  for (const key of Object.keys(params)) values[key] = step[key];
  return values as ValuesOf<Ps>;
}

export const fact = (facts: Facts, name: string): number => Number(facts[name] ?? 0);

/** A number among the settings of a step. */
export const number = (
  label: string,
  unit: string,
  [min, max, step]: readonly [number, number, number],
  value: number,
  help: string,
): NumberParam => ({ kind: 'number', label, unit, min, max, step, default: value, help });

/** A number that has no ends worth a handle: it is typed. */
export const typed = (
  label: string,
  unit: string,
  [min, max]: readonly [number, number],
  value: number,
  help: string,
): NumberParam => ({ kind: 'number', label, unit, min, max, step: 0, default: value, help, typed: true });

export const percent = (label: string, value: number, help: string, max = 100, min = 0): NumberParam =>
  number(label, '%', [min, max, 0.5], value, help);

/** Lengths are given in percent of the longer side, so that a recipe does the same to every resolution. */
export const lengthPx = (input: Raster, pct: number): number => (Math.max(input.width, input.height) * pct) / 100;

export const choice = <const Option extends string>(
  label: string,
  options: readonly Option[],
  value: NoInfer<Option>,
  help: string,
): ChoiceParam<Option> => ({
  kind: 'choice',
  label,
  options,
  default: value,
  help,
});

/** A raster as large as what comes in, for a step that writes every value of it. */
export const toWrite = ({ width, height }: Size, { fresh }: Materials): Raster =>
  fresh ? fresh({ width, height }) : raster(width, height);

/** A raster made value by value. */
export function mapped(
  input: Raster,
  change: (value: number, at: number) => number,
  target = raster(input.width, input.height),
): Raster {
  const { data } = target;
  for (let i = 0; i < data.length; i++) data[i] = change(input.data[i], i);
  return target;
}
