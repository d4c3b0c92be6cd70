import { InkEngine, type Plates } from '@amber-stamp/core/ink';
import { mean } from '@amber-stamp/core/maths';
import { parseStrokes, type Brush, type Strokes } from '@amber-stamp/core/model';
import { measureStrip, strokeStrips, type Measures } from '@amber-stamp/core/prove';
import { loadBrush, readJson } from '@amber-stamp/io';
import { join } from 'node:path';

/** Where the rated strokes lie. */
const RATED = new URL('../rated/', import.meta.url).pathname;

/** A stroke that was rated by eye, and what is measured of it: 0..100 each. */
export interface RatedStroke {
  name: string;
  /** the tips that it was drawn with; a family of tips made alike is one */
  tips: string;
  spacingPct: number;
  repeat: number;
  eyeTexture: number;
  echo: number;
  texture: number;
  measures: Measures;
}

interface Rating {
  repeat: number[];
  texture: number[];
}

/** The tips of a brush as one name: blot1, blot2 are blots. */
const familyOf = ({ coats }: Brush): string =>
  [...new Set(coats.flatMap(({ deck }) => deck.cards.map(({ plate }) => plate.replace(/\d*\.png$/, ''))))].join(' ');

/** A rated brush with its plates. */
export const ratedBrush = (name: string): Promise<{ brush: Brush; plates: Plates }> =>
  loadBrush(join(RATED, `brush-${name}.json`));

const readRatings = async (): Promise<Record<string, Rating>> =>
  (await readJson(join(RATED, 'ratings.json'))) as Record<string, Rating>;

/** The names of all rated brushes, in order. */
export const ratedNames = async (): Promise<string[]> => Object.keys(await readRatings()).sort();

/** The stroke that was shown of each rated brush. */
export const ratedStrokes = async (): Promise<Strokes> =>
  parseStrokes(await readJson(join(RATED, 'strokes.json')), 'strokes.json');

/** Measures all rated strokes along the stroke that was shown. */
export async function measureRated(): Promise<RatedStroke[]> {
  const engine = new InkEngine();
  const ratings = await readRatings();
  const { strokes } = await ratedStrokes();
  const all: RatedStroke[] = [];
  for (const [name, rating] of Object.entries(ratings)) {
    const { brush, plates } = await ratedBrush(name);
    const [strip] = strokeStrips(engine, brush, plates, strokes);
    const { echo, texture, measures } = measureStrip(strip);
    all.push({
      name,
      tips: familyOf(brush),
      spacingPct: brush.coats[0].properties.spacing.rest,
      repeat: mean(rating.repeat),
      eyeTexture: mean(rating.texture),
      echo,
      texture,
      measures,
    });
  }
  return all;
}
