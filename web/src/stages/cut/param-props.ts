import type { Param, ParamValue } from '@amber-stamp/core/cut';

/** A setting of one step of the recipe. */
export interface ParamProps {
  place: number;
  /** label of the step, for the words of the gesture */
  step: string;
  name: string;
  param: Param;
  value: ParamValue;
}
