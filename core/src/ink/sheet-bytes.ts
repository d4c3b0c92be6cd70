import type { Box } from '../raster/box.ts';
import type { Lamp } from '../relief/shade.ts';
import type { InkEngine } from './engine.ts';
import { SheetHeights } from './sheet-heights.ts';
import type { LaidSheet } from './sheet-session.ts';
import { tilePlace, type SheetSize } from './sheet-size.ts';
import { raiseStrokes, standsOut, type ThickStroke } from './thickness.ts';
import { addPart, WHOLE } from './tile-parts.ts';
import type { Layer, Rgb, Since, Tile, TileParts } from './types.ts';

/** A stroke as it was printed. The tiles of its layers are noted, since a layer that is freed has none. */
interface Printed {
  brush: number;
  away: boolean;
  lit: boolean;
  /** how deep the grain of each coat bites that is printed through one */
  depths: readonly (number | undefined)[];
  layers: readonly Layer[];
  tiles: readonly ReadonlyMap<number, Tile>[];
  /** what each of the layers has grown from */
  since: readonly (Since | undefined)[];
}

function printedOf({ brush, print, coats }: ThickStroke, lit: boolean): Printed {
  const thick = coats.flatMap(({ laid }) => (laid ? [laid.raised, laid.recessed] : []));
  const laid = [...print.coats, ...thick.flatMap((coat) => coat ?? [])];
  const layers = laid.map(({ layer }) => layer);
  return {
    ...{ brush, away: print.away, lit, layers },
    depths: print.coats.map(({ grain, depth }) => (grain ? depth : undefined)),
    tiles: layers.map(({ tiles }) => new Map(tiles)),
    since: laid.map(({ since }) => since),
  };
}

/** Whether two strokes print alike, whatever their layers hold. */
const isAlike = (a: Printed, b: Printed): boolean =>
  a.brush === b.brush &&
  a.away === b.away &&
  a.lit === b.lit &&
  a.layers.length === b.layers.length &&
  a.depths.every((depth, i) => depth === b.depths[i]);

const isSame = (a: Printed, b: Printed): boolean =>
  isAlike(a, b) && a.layers.every((layer, i) => layer === b.layers[i]);

/** Notes all of the tiles that layer `i` of a stroke has otherwise than another one that prints alike. */
function addOtherTiles(parts: Map<number, Box>, a: Printed, b: Printed, i: number): void {
  for (const [key, tile] of a.tiles[i]) if (tile !== b.tiles[i].get(key)) parts.set(key, WHOLE);
}

function addAllTiles(parts: Map<number, Box>, strokes: readonly Printed[]): void {
  for (const { tiles } of strokes) for (const of of tiles) for (const key of of.keys()) parts.set(key, WHOLE);
}

/** Notes where two strokes print otherwise, the second in the place of the first. */
function addBetween(parts: Map<number, Box>, before: Printed, now: Printed): void {
  if (!isAlike(before, now)) {
    addAllTiles(parts, [before, now]);
    return;
  }
  now.layers.forEach((layer, i) => {
    if (layer === before.layers[i]) return;
    const since = now.since[i];
    if (since?.layer === before.layers[i]) for (const [key, part] of since.parts) addPart(parts, key, part);
    else {
      addOtherTiles(parts, before, now, i);
      addOtherTiles(parts, now, before, i);
    }
  });
}

/** The parts of tiles that are not the same under the strokes of both, in the same order. */
function changedParts(before: readonly Printed[], now: readonly Printed[]): TileParts {
  const fewer = Math.min(before.length, now.length);
  let first = 0;
  while (first < fewer && isSame(before[first], now[first])) first++;
  let same = 0;
  while (same < fewer - first && isSame(before[before.length - 1 - same], now[now.length - 1 - same])) same++;
  const [gone, come] = [before, now].map((all) => all.slice(first, all.length - same));
  const parts = new Map<number, Box>();
  // one for one: the stroke under the hand has grown
  if (gone.length === come.length) gone.forEach((stroke, i) => addBetween(parts, stroke, come[i]));
  else addAllTiles(parts, [...gone, ...come]);
  return parts;
}

/** How a sheet is printed: equal keys are equal in everything but the strokes. */
export interface PrintOrder {
  ground: Rgb;
  size: SheetSize;
  /** pixels per px of the strokes */
  zoom: number;
  lamp: Lamp;
  key: string;
  /** whether the lamp lights what stands out of a stroke, by its place */
  lit: (stroke: number) => boolean;
}

/** Light reaches the pixels beside what changes; four of them, since rows are lit by fours. */
const BESIDE = 4;

/** A part of a tile with the pixels beside it, on the sheet. */
function litBox(key: number, part: Box, size: SheetSize): Box {
  const { width, height } = size;
  const { x, y } = tilePlace(key, size);
  return {
    x0: Math.max(0, x + part.x0 - BESIDE),
    y0: Math.max(0, y + part.y0 - 1),
    x1: Math.min(width, x + part.x1 + BESIDE),
    y1: Math.min(height, y + part.y1 + 1),
  };
}

/** What stands on a sheet, and its picture in the light of that. */
interface Lit {
  heights: SheetHeights;
  bytes: Uint8ClampedArray;
}

/**
 * The 8-bit picture of a whole sheet that is printed again and again, in the light where anything stands out of it: only
 * parts of tiles where strokes have changed are printed and lit anew. To be given up by `clear`.
 */
export class SheetBytes {
  private readonly engine: InkEngine;
  private key: string | undefined;
  private printed: readonly Printed[] = [];
  private bare: Uint8ClampedArray = new Uint8ClampedArray(0);
  private light: Lit | undefined;

  constructor(engine: InkEngine) {
    this.engine = engine;
  }

  /** The picture of a sheet. What it gives is painted over by the next call. */
  print(laid: LaidSheet, order: PrintOrder): Uint8ClampedArray {
    const { ground, size, key, lit } = order;
    const now = laid.strokes.map((stroke, i) => printedOf(stroke, lit(i)));
    const parts = key === this.key ? changedParts(this.printed, now) : undefined;
    if (parts) this.engine.toBytesAgain(laid.prints, ground, size, this.bare, parts);
    else this.bare = this.engine.toBytes(laid.prints, ground, size);
    this.key = key;
    this.printed = now;
    const thick = laid.strokes.filter((_, i) => lit(i));
    if (!standsOut(thick)) {
      this.putOut();
      return this.bare;
    }
    return this.light && parts ? this.lightAgain(this.light, thick, order, parts) : this.lightAll(thick, order);
  }

  private lightAll(strokes: readonly ThickStroke[], { size, zoom, lamp }: PrintOrder): Uint8ClampedArray {
    this.putOut();
    const heights = new SheetHeights(this.engine, size);
    const bytes = this.bare.slice();
    this.light = { heights, bytes };
    raiseStrokes(this.engine, heights, strokes, zoom);
    heights.light(bytes, lamp);
    return bytes;
  }

  private lightAgain(
    { heights, bytes }: Lit,
    strokes: readonly ThickStroke[],
    { size, zoom, lamp }: PrintOrder,
    parts: TileParts,
  ): Uint8ClampedArray {
    heights.clear(parts);
    raiseStrokes(this.engine, heights, strokes, zoom, parts);
    for (const [key, part] of parts) {
      const box = litBox(key, part, size);
      // what lies beside a part that was lit just now is begun anew, so that nothing is lit twice
      for (let y = box.y0; y < box.y1; y++) {
        const from = 4 * (y * size.width + box.x0);
        bytes.set(this.bare.subarray(from, from + 4 * (box.x1 - box.x0)), from);
      }
      heights.light(bytes, lamp, box);
    }
    return bytes;
  }

  private putOut(): void {
    this.light?.heights.free();
    this.light = undefined;
  }

  /** Gives up what is kept. It can be used again. */
  clear(): void {
    this.putOut();
    this.key = undefined;
  }
}
