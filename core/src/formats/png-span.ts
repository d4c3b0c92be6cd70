import type { Picture } from '../raster/picture.ts';

/** The key of the text chunk of a PNG that says which heights it holds. */
export const SPAN_KEY = 'Heights';

/** What the 0 and the full scale of a PNG stand for, from its text; undefined where it does not say, or not well. */
export function spanFromText(text: Readonly<Record<string, string>> | undefined): Picture['span'] {
  const told = text?.[SPAN_KEY];
  if (told === undefined) return undefined;
  try {
    const { low, high } = JSON.parse(told) as { low?: unknown; high?: unknown };
    const good = typeof low === 'number' && typeof high === 'number' && low < high && high - low < 1e6;
    return good ? { low, high } : undefined;
  } catch {
    return undefined;
  }
}
