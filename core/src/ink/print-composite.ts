import { boxAround, type Box } from '../raster/box.ts';
import type { CoatPrint, Rgb, StrokePrint, TilePlace } from './types.ts';
import { touchedBox, writeThrough } from './combine.ts';
import { compositeCoats, gradientColour, type CompositeCoat, type Colouring } from './composite.ts';
import type { InkMemory } from './memory.ts';
import { TILE } from './sheet-size.ts';

const PIXELS = TILE * TILE;

/** The memory that the coats of a stroke are put together in, a tile at a time. */
export class CompositeRoom {
  /** float32 r, g, b, a, premultiplied */
  readonly group = new Float32Array(PIXELS * 4);
  private readonly coats: Float32Array[] = [];

  /** A tile of coverage of its own for each coat. */
  coverage(coat: number): Float32Array {
    return (this.coats[coat] ??= new Float32Array(PIXELS));
  }
}

/** What a tile is printed with: the ink's memory and the room for coats. */
export interface CompositeTools {
  memory: InkMemory;
  room: CompositeRoom;
}

/** The part of a tile that any coat touches. */
function touchedBy(coats: readonly CoatPrint[], place: TilePlace): Box {
  let box: Box = { x0: TILE, y0: TILE, x1: 0, y1: 0 };
  for (const coat of coats) {
    const touched = touchedBox(coat, place);
    if (touched.x0 < touched.x1 && touched.y0 < touched.y1) box = boxAround(box, touched);
  }
  return box;
}

/** The coverage of a coat in one tile: as it was laid, or through its grain, written into `into`. */
function coverageOf(
  memory: InkMemory,
  print: CoatPrint,
  { key, x, y }: TilePlace,
  box: Box,
  into: Float32Array,
): Float32Array | undefined {
  const tile = print.layer.tiles.get(key);
  if (!tile) return undefined;
  const covered = memory.floats(tile.address, PIXELS);
  if (!print.grain) return covered;
  const { values } = print.grain(x, y);
  writeThrough(print, covered, values, box, into);
  return into;
}

function colouringOf(memory: InkMemory, { layer, colour, gradient }: CoatPrint, key: number): Colouring {
  if (gradient.length > 0) return gradientColour(gradient);
  const tint = layer.tiles.get(key)?.tint;
  if (!tint)
    return (_at, _coverage, out) => {
      out[0] = colour[0];
      out[1] = colour[1];
      out[2] = colour[2];
    };
  const mean = memory.floats(tint, 4 * PIXELS);
  return (at, _coverage, out) => {
    out[0] = mean[4 * at];
    out[1] = mean[4 * at + 1];
    out[2] = mean[4 * at + 2];
  };
}

/** Gathers the coats of a stroke in one tile into the room's group; gives the box that may print. */
function composited({ memory, room }: CompositeTools, coats: readonly CoatPrint[], place: TilePlace): Box {
  const box = touchedBy(coats, place);
  const tiles: CompositeCoat[] = coats.map((coat, c) => ({
    join: coat.join,
    coverage: coverageOf(memory, coat, place, box, room.coverage(c)),
    colour: colouringOf(memory, coat, place.key),
  }));
  for (let y = box.y0; y < box.y1; y++) {
    const from = y * TILE + box.x0;
    const to = y * TILE + box.x1;
    room.group.fill(0, 4 * from, 4 * to);
    compositeCoats(tiles, room.group, from, to);
  }
  return box;
}

/**
 * Prints a stroke whose coats do more than cover each other in one ink over the pixels of a tile; one that takes away
 * leaves of them what it does not cover.
 */
export function printComposite(
  tools: CompositeTools,
  { coats, away }: Pick<StrokePrint, 'coats' | 'away'>,
  place: TilePlace,
  pixels: Float32Array,
): void {
  const { x0, y0, x1, y1 } = composited(tools, coats, place);
  const { group } = tools.room;
  const prints = away ? 0 : 1;
  for (let y = y0; y < y1; y++)
    for (let at = y * TILE + x0; at < y * TILE + x1; at++) {
      const alpha = group[4 * at + 3];
      if (alpha <= 0) continue;
      for (let p = 4 * at; p < 4 * at + 4; p++) pixels[p] = prints * group[p] + pixels[p] * (1 - alpha);
    }
}

/** Puts an opaque ground under pixels. */
export function putGroundBelow([r, g, b]: Rgb, pixels: Float32Array): void {
  for (let p = 0; p < pixels.length; p += 4) {
    const seen = 1 - pixels[p + 3];
    pixels[p] += seen * r;
    pixels[p + 1] += seen * g;
    pixels[p + 2] += seen * b;
    pixels[p + 3] = 1;
  }
}
