import { AmberError } from '@amber-stamp/core/errors';
import { UsageError } from './arguments.ts';

/** A number of an option within its limits. */
export function numberOf(o: Record<string, string>, name: string, usual: number, least: number, most: number): number {
  if (o[name] === undefined) return usual;
  const value = Number(o[name]);
  if (o[name].trim() === '' || !Number.isFinite(value))
    throw new UsageError(`--${name} must be a number, not ${o[name]}`);
  if (value < least || value > most)
    throw new AmberError('bad-value', `--${name} must lie between ${least} and ${most} (it is ${value}).`, name);
  return value;
}
