import { DRIVERS, FOLLOWS, type DriverName, type Follow, type Property } from '@amber-stamp/core/model';
import { definitionOf, type RangeName } from '../../bench/edit.ts';
import { endsOf } from './rows.ts';

const UNIT = { px: ' px', '%': ' %', deg: '°', '': '' } as const;
const short = (v: number): string => String(Math.abs(v) >= 10 ? Math.round(v * 10) / 10 : Math.round(v * 100) / 100);

/** The value as text: one number, a range, or plus and minus. */
export function valueText(name: RangeName, p: Property): string {
  const unit = UNIT[definitionOf(name).unit];
  const [low, high] = endsOf(name, p);
  if (p.drivers.length === 0 || low === high) return `${short(high)}${unit}`;
  if (definitionOf(name).kind === 'added' && low === -high) return `± ${short(Math.abs(high))}${unit}`;
  return `${short(low)} – ${short(high)}${unit}`;
}

/** What may be typed into a row, in words. */
export const TYPED = 'one number, two such as 58 – 96, or two with what moves them: 50 – 100 by pressure';

/** What was typed: both ends, the same where it was one number, and the driver that was named. */
export interface Typed {
  low: number;
  high: number;
  by: DriverName | undefined;
}

function readEnds(text: string): Pick<Typed, 'low' | 'high'> | undefined {
  const around = /^\s*(?:±|\+\/?-)\s*(\d+(?:\.\d+)?)/.exec(text);
  if (around) return { low: -Number(around[1]), high: Number(around[1]) };
  const numbers = /^\s*(-?\d+(?:\.\d+)?)(?:\s*[^\d\s.-]{0,3}\s*(?:-|\.\.|to)\s*(-?\d+(?:\.\d+)?))?/.exec(text);
  if (!numbers) return undefined;
  const first = Number(numbers[1]);
  return { low: first, high: numbers[2] === undefined ? first : Number(numbers[2]) };
}

const MOVED_BY = `${DRIVERS.slice(0, -1).join(', ')} or ${DRIVERS[DRIVERS.length - 1]}`;

/**
 * Reads what was typed: `58 – 96`, `58..96`, `± 14`, `22`, each also with what moves it: `50 – 100 by pressure`. Where it
 * cannot be read, the sentence that says why.
 */
export function readValue(text: string): Typed | string {
  const plain = text.replace(/,/g, '.').replace(/[–—−]/g, '-');
  const named = /\bby\s+(\S+)\s*$/i.exec(plain);
  const by = DRIVERS.find((driver) => driver === named?.[1].toLowerCase());
  const ends = readEnds(plain);
  if (!ends) return `There is no number in it: type ${TYPED}.`;
  if (named && !by) return `Nothing moves by ${named[1]}: it can be ${MOVED_BY}.`;
  return { ...ends, by };
}

/** What dabs may follow, in words. */
export const FOLLOW_WORDS: Record<Follow, string> = {
  none: 'as cut',
  path: 'the path',
  tilt: 'the tilt',
  twist: 'the twist',
  chain: 'end to end',
};

/** What may be typed into the row of the angle besides. */
export const TYPED_ANGLE = `${TYPED}; also what it follows: end to end, ± 20 the path`;

/** What may stand at the end of an angle for what it follows; a bare word may be that of a driver: 20 by tilt. */
const ENDINGS = FOLLOWS.flatMap((follow) => {
  const words = FOLLOW_WORDS[follow];
  const bare = words.replace('the ', '');
  return [{ follow, words }, ...(bare === words ? [] : [{ follow, words: bare, bare: true }])];
});

/** What was typed of an angle: what it follows, where that is named at the end, and what stands before. */
export function readFollow(text: string): { follow: Follow | undefined; before: string } {
  const plain = text.trim().toLowerCase();
  const byDriver = /\bby\s+\S+$/.test(plain);
  const ending = ENDINGS.find(({ words, bare }) => plain.endsWith(words) && !(bare && byDriver));
  if (!ending) return { follow: undefined, before: text };
  const before = plain.slice(0, -ending.words.length).replace(/follows?\s*$/, '');
  return { follow: ending.follow, before: before.trim() };
}
