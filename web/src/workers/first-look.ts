import type { BrushWithPlates } from '@amber-stamp/core/ink';
import { Cutter, type Size } from '@amber-stamp/core/cut';
import { covers, type Picture, type Plate } from '@amber-stamp/core/raster';
import { guessOf } from './guess-of.ts';
import { BLANK, plateOf } from './plate-of.ts';

/** What the first plate of a picture will be, cut as it is guessed to be; undefined where it will be many, or nothing. */
export function plateAhead(picture: Picture, cutter: Cutter, draft = false): Plate | undefined {
  const { recipe } = guessOf(picture);
  const made = recipe ? cutter.run(recipe, draft).at(-1) : undefined;
  return recipe && made && covers(made.raster, BLANK) ? plateOf(recipe, made.raster, made.displaced) : undefined;
}

/** The same by a small self of the picture, without telling how far it is. */
export function firstLook(picture: Picture): Plate | undefined {
  const others = { sources: new Map<string, Picture>(), brushes: new Map<string, BrushWithPlates>() };
  return plateAhead(picture, new Cutter(picture, others, () => undefined, true), true);
}

const PRACTICE = { width: 320, height: 214 };

/** A grained blot on paper, as nobody will ever ask for it. */
export function practicePicture({ width, height }: Size): Picture {
  const data = new Uint8Array(width * height * 4).fill(255);
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at += 4) {
      const [across, down] = [(2 * x) / width - 1, (2 * y) / height - 1];
      const grain = (x * 7919 + y * 104729) % 53;
      data.fill((across * across + down * down < 0.4 ? 40 : 190) + grain, at, at + 3);
    }
  return { width, height, channels: 4, data };
}

let practised = false;

/** Goes once through a first look while nobody waits: code that ran before is several times as fast. */
export function practise(): void {
  if (!practised) firstLook(practicePicture(PRACTICE));
  practised = true;
}
