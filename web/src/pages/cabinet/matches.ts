import type { BrushListing } from '@amber-stamp/core/api';

/** A text cut where words are found in it: every second part is one of them. */
export function partsOf(text: string, find: string): string[] {
  const words = find.split(/\s+/).filter(Boolean);
  if (words.length === 0) return [text];
  const any = words.map((word) => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')).join('|');
  return text.split(new RegExp(`(${any})`, 'gi'));
}

const has = (text: string, find: string): boolean => partsOf(text, find).length > 1;

/** What of a brush, beside its name, it was found by. */
export function foundBy(brush: BrushListing, find: string): string[] {
  if (find === '') return [];
  const { note, drawer, tags, words } = brush;
  return [...new Set([...tags, ...words, note, drawer])].filter((text) => has(text, find));
}
