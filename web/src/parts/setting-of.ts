import { numberParam, type NumberParam } from '@amber-stamp/core/cut';
import { defaultOf, limitsOf } from '@amber-stamp/core/model';

type Field = Parameters<typeof limitsOf>[0];

/** A number as its schema limits it; `reach` is how far the handle goes where that is less. */
export function settingOf(
  field: Field,
  label: string,
  unit: string,
  help: string,
  reach?: readonly [number, number],
): NumberParam {
  const { min, max } = limitsOf(field);
  const param = numberParam(label, unit, [min, max, 1], defaultOf(field), help);
  return reach ? { ...param, reach } : param;
}
