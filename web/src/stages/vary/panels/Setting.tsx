import type { Param, ParamValue } from '@amber-stamp/core/cut';
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
