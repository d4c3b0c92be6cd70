import type { CoatPrint, Impression } from './types.ts';
import { soundingCoats, type Brush } from '../model/brush.ts';
import type { PenStroke, Strokes } from '../model/strokes.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { LAMP } from '../relief/shade.ts';
import { dabsOf } from '../vary/dabs.ts';
import { coatPrint, groundColour, layCoat, type Ground, type Plates } from './coat.ts';
import type { InkEngine } from './engine.ts';
import type { SheetSize } from './sheet-size.ts';
import { freeThickness, isThick, layThickness, lightStrokes, type ThickCoat } from './thickness.ts';

export interface StrokeDabs {
  stroke: number;
  coat: number;
  dabs: DabTable;
}

/** The dabs of all strokes, in printing order: stroke by stroke, coat by coat. */
export function layOut(brush: Brush, { strokes }: { strokes: readonly PenStroke[] }, zoom = 1): StrokeDabs[] {
  return strokes.flatMap((stroke, s) =>
    soundingCoats(brush).map((c) => ({ stroke: s, coat: c, dabs: dabsOf(brush, c, stroke, s, zoom) })),
  );
}

/** Lays every stroke of a brush: one impression each. The caller frees their layers by `freeAll`. */
export function impress(
  engine: InkEngine,
  brush: Brush,
  plates: Plates,
  laidOut: readonly StrokeDabs[],
  size: SheetSize,
  ground: Ground | 'none',
  zoom = 1,
): Impression[] {
  const strokes = new Map<number, CoatPrint[]>();
  for (const { stroke, coat, dabs } of laidOut) {
    const job = { brush, coat, stroke, plates, size, zoom, ground };
    const coats = strokes.get(stroke) ?? [];
    coats.push(coatPrint(engine, job, layCoat(engine, job, dabs)));
    strokes.set(stroke, coats);
  }
  return [...strokes.values()].map((coats) => ({ coats, away: false }));
}

export function freeAll(engine: InkEngine, impressions: readonly Impression[]): void {
  for (const { coats } of impressions) for (const { layer } of coats) engine.free(layer);
}

/** Lights a picture by how thick the strokes of impressions stand. */
function lightPrinted(
  engine: InkEngine,
  pixels: Uint8ClampedArray | Uint16Array,
  impressions: readonly Impression[],
  brush: Brush,
  plates: Plates,
  laidOut: readonly StrokeDabs[],
  size: SheetSize,
): void {
  if (!isThick(brush)) return;
  const strokes = new Map<number, ThickCoat[]>();
  for (const { stroke, coat, dabs } of laidOut) {
    const job = { brush, coat, stroke, plates, size, zoom: 1, ground: 'none' as const };
    strokes.set(stroke, [...(strokes.get(stroke) ?? []), { job, laid: layThickness(engine, job, dabs) }]);
  }
  const coats = [...strokes.values()];
  const thick = impressions.map((impression, k) => ({ impression, coats: coats[k] }));
  lightStrokes(engine, pixels, thick, { size, zoom: 1, lamp: LAMP });
  for (const { laid } of coats.flat()) freeThickness(engine, laid);
}

/** Impresses strokes, hands the impressions to `use`, lights what stands by a raking lamp, and frees the layers. */
function printed<T extends Uint8ClampedArray | Uint16Array>(
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
  lightPrinted(engine, result, impressions, brush, plates, laidOut, strokes);
  freeAll(engine, impressions);
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
