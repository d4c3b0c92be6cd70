import { numberParam, type Param, type ParamValue } from '@amber-stamp/core/cut';
import { defaultOf, limitsOf } from '@amber-stamp/core/model';
import { settle } from '../../../bench/store.ts';
import { ParamField } from '../../../parts/ParamField.tsx';

interface Props {
  param: Param;
  value: ParamValue;
  onLive: (value: ParamValue) => void;
}

/** A setting that is no property of a dab, with its gesture told by its own name. */
export const Setting = ({ param, value, onLive }: Props) => (
  <ParamField
    param={param}
    value={value}
    onLive={onLive}
    onDone={(told) => settle(`${param.label} ${told}`.trim().toLowerCase())}
  />
);

type Field = Parameters<typeof limitsOf>[0];

/** A number as its schema limits it; `reach` is how far the handle goes where that is less. */
export function settingOf(field: Field, label: string, unit: string, help: string, reach?: [number, number]): Param {
  const { min, max } = limitsOf(field);
  const param = numberParam(label, unit, [min, max, 1], defaultOf(field), help);
  return reach ? { ...param, reach } : param;
}
