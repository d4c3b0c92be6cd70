import { parseArgs, type ParseArgsConfig } from 'node:util';

/** Wrong use of the command line: exit status 2. */
export class UsageError extends Error {}

export interface OptionTable {
  [name: string]: { required?: boolean; values?: readonly string[]; flag?: boolean };
}

/** Options of a command, checked against its table. */
export function readOptions(args: string[], table: OptionTable): Record<string, string> {
  const options: NonNullable<ParseArgsConfig['options']> = { json: { type: 'boolean' } };
  for (const [name, { flag }] of Object.entries(table)) options[name] = { type: flag ? 'boolean' : 'string' };
  let values: Record<string, unknown>;
  try {
    ({ values } = parseArgs({ args, options, allowPositionals: false, strict: true }));
  } catch (cause) {
    throw new UsageError((cause as Error).message.split('\n')[0]);
  }
  for (const [name, { required, values: allowed }] of Object.entries(table)) {
    const value = values[name];
    if (required && (value === undefined || value === '')) throw new UsageError(`--${name} is missing`);
    if (allowed && value !== undefined && !allowed.includes(String(value)))
      throw new UsageError(`--${name} must be one of ${allowed.join(', ')}, not ${String(value)}`);
  }
  return Object.fromEntries(Object.entries(values).map(([k, v]) => [k, String(v)]));
}
