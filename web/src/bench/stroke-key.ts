import type { PenStroke } from '@amber-stamp/core/model';

const numbers = new WeakMap<object, number>();
let next = 0;

/** Points are immutable: the same array and the same width profile are the same stroke. */
export function strokeKey({ points, width }: PenStroke): string {
  let number = numbers.get(points);
  if (number === undefined) {
    number = next++;
    numbers.set(points, number);
  }
  return width && width.length > 0 ? `${number} ${JSON.stringify(width)}` : String(number);
}
