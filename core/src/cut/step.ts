import type { Picture } from '../raster/picture.ts';
import type { Raster } from '../raster/raster.ts';

/** One setting of a step: the interface, the validation and the documents are made from this. */
export type Param =
  | {
      kind: 'number';
      label: string;
      unit: string;
      min: number;
      max: number;
      step: number;
      default: number;
      help: string;
    }
  | { kind: 'choice'; label: string; options: readonly string[]; default: string; help: string }
  | { kind: 'flag'; label: string; default: boolean; help: string };

export type ParamValue = number | string | boolean;
export type ParamValues = Readonly<Record<string, ParamValue>>;

/** What a step found out while it ran, for its card. */
export type Facts = Readonly<Record<string, number | string>>;

export interface StepResult {
  raster: Raster;
  facts: Facts;
}

export interface StepDefinition {
  name: string;
  label: string;
  help: string;
  params: Readonly<Record<string, Param>>;
  /** Never changes its input. */
  run: (input: Raster, values: ParamValues, picture: Picture) => StepResult;
  /** One line for the card. */
  sentence: (values: ParamValues, facts: Facts) => string;
}

export const num = (values: ParamValues, name: string): number => values[name] as number;
export const word = (values: ParamValues, name: string): string => values[name] as string;
export const flag = (values: ParamValues, name: string): boolean => values[name] as boolean;
