import { AmberError } from '../errors.ts';
import { partsOf } from '../maths/colour.ts';
import type { Brush, Coat } from '../model/brush.ts';
import { checkPrintable } from '../model/printable.ts';
import type { Strokes } from '../model/strokes.ts';
import type { Plate } from '../raster/raster.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { dabsOf } from '../vary/dabs.ts';
import type { Impression, InkEngine, Rgb } from './engine.ts';
import type { SheetSize } from './sheet-size.ts';

/** Plates by the name that cards carry. */
export type Plates = ReadonlyMap<string, Plate>;

export const GROUNDS = ['white', 'gray', 'black'] as const;
export type Ground = (typeof GROUNDS)[number];
const GROUND_COLOUR: Record<Ground, Rgb> = {
  white: [1, 1, 1],
  gray: [128 / 255, 128 / 255, 128 / 255],
  black: [0, 0, 0],
};

export const groundColour = (ground: Ground): Rgb => GROUND_COLOUR[ground];

/** Ink of a coat: its own colour; without one black, on a black ground white. */
export function inkColour(coat: Coat, ground: Ground | 'none'): Rgb {
  const { colour } = coat.ink;
  if (colour === null) return ground === 'black' ? [1, 1, 1] : [0, 0, 0];
  return partsOf(colour);
}

/** The plates of a coat's cards in order; throws missing-plate. */
export function platesOf(coat: Coat, plates: Plates): Plate[] {
  return coat.deck.cards.map(({ plate }) => {
    const found = plates.get(plate);
    if (!found)
      throw new AmberError('missing-plate', `The plate ${plate} is not here; put it beside the brush.`, plate);
    return found;
  });
}

export interface StrokeDabs {
  stroke: number;
  coat: number;
  dabs: DabTable;
}

/** The dabs of all strokes, in printing order: stroke by stroke, coat by coat. */
export function layOut(brush: Brush, strokes: Strokes): StrokeDabs[] {
  checkPrintable(brush);
  return strokes.strokes.flatMap((stroke, s) =>
    brush.coats.map((_, c) => ({ stroke: s, coat: c, dabs: dabsOf(brush, c, stroke, s) })),
  );
}

/** Lays every stroke and coat of a brush: one impression each. The caller frees the layers. */
export function impress(
  engine: InkEngine,
  brush: Brush,
  plates: Plates,
  laidOut: readonly StrokeDabs[],
  size: SheetSize,
  ground: Ground | 'none',
  zoom = 1,
): Impression[] {
  return laidOut.map(({ coat, dabs }) => ({
    layer: engine.lay(dabs, platesOf(brush.coats[coat], plates), size, zoom),
    colour: inkColour(brush.coats[coat], ground),
  }));
}

/** Impresses strokes, hands the impressions to `use`, and frees their layers. */
function printed<T>(
  engine: InkEngine,
  brush: Brush,
  plates: Plates,
  strokes: Strokes,
  ground: Ground | 'none',
  laidOut: readonly StrokeDabs[],
  use: (impressions: Impression[]) => T,
): T {
  const impressions = impress(engine, brush, plates, laidOut, strokes, ground);
  const result = use(impressions);
  for (const { layer } of impressions) engine.free(layer);
  return result;
}

/** Draws strokes with a brush on a ground: 8-bit RGBA bytes, the same in every environment. */
export function printSheet(
  engine: InkEngine,
  brush: Brush,
  plates: Plates,
  strokes: Strokes,
  ground: Ground,
  laidOut: readonly StrokeDabs[] = layOut(brush, strokes),
): Uint8ClampedArray {
  return printed(engine, brush, plates, strokes, ground, laidOut, (impressions) =>
    engine.toBytes(impressions, groundColour(ground), strokes),
  );
}

/** The same at 16 bit; `none` gives ink with its coverage as alpha. */
export function printSheetWords(
  engine: InkEngine,
  brush: Brush,
  plates: Plates,
  strokes: Strokes,
  ground: Ground | 'none',
  laidOut: readonly StrokeDabs[] = layOut(brush, strokes),
): Uint16Array {
  return printed(engine, brush, plates, strokes, ground, laidOut, (impressions) =>
    engine.toWords(impressions, ground === 'none' ? null : groundColour(ground), strokes),
  );
}
