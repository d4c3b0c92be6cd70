import type { CoatPrint } from './engine.ts';
import { gather, gradientColour, type CoatTile } from './gather.ts';
import type { InkMemory } from './memory.ts';
import { TILE, type Box } from './sheet-size.ts';

/** A tile of the sheet: its key in layers, its first pixel, and its rows that lie on the sheet. */
export interface TilePlace {
  key: number;
  x: number;
  y: number;
  height: number;
}

const PIXELS = TILE * TILE;
const group = new Float32Array(PIXELS * 4);

/** The part of a tile that any coat touches. */
function touchedBy(coats: readonly CoatPrint[], { key, height }: TilePlace): Box {
  const box = { x0: TILE, y0: TILE, x1: 0, y1: 0 };
  for (const { layer } of coats) {
    const touched = layer.tiles.get(key)?.touched;
    if (!touched) continue;
    box.x0 = Math.min(box.x0, touched.x0);
    box.y0 = Math.min(box.y0, touched.y0);
    box.x1 = Math.max(box.x1, touched.x1);
    box.y1 = Math.max(box.y1, Math.min(touched.y1, height));
  }
  return box;
}

/** What a coat prints in one tile; nothing where none of its dabs is. */
function coatTile(memory: InkMemory, print: CoatPrint, { key, x, y }: TilePlace): CoatTile {
  const { layer, join, colour, gradient, through, depth } = print;
  const tile = layer.tiles.get(key);
  if (!tile) return { join, coverage: () => 0, colour: () => undefined };
  const covered = memory.floats(tile.address, PIXELS);
  const grain = print.grain?.(x, y).values;
  const coverage = grain
    ? (at: number) => (covered[at] > 0 ? through(covered[at], grain[at], depth) : 0)
    : (at: number) => covered[at];
  if (gradient.length > 0) return { join, coverage, colour: gradientColour(gradient) };
  if (!tile.tint)
    return {
      join,
      coverage,
      colour: (_at, _coverage, out) => {
        for (let k = 0; k < 3; k++) out[k] = colour[k];
      },
    };
  const tint = memory.floats(tile.tint, 3 * PIXELS);
  return {
    join,
    coverage,
    colour: (at, _coverage, out) => {
      for (let k = 0; k < 3; k++) out[k] = tint[k * PIXELS + at];
    },
  };
}

/** Prints a stroke whose coats do more than cover each other in one ink over the pixels of a tile. */
export function printGathered(
  memory: InkMemory,
  coats: readonly CoatPrint[],
  place: TilePlace,
  pixels: Float32Array,
): void {
  const { x0, y0, x1, y1 } = touchedBy(coats, place);
  const tiles = coats.map((coat) => coatTile(memory, coat, place));
  for (let y = y0; y < y1; y++) {
    const from = y * TILE + x0;
    const to = y * TILE + x1;
    group.fill(0, 4 * from, 4 * to);
    gather(tiles, group, from, to);
    for (let at = from; at < to; at++) {
      const alpha = group[4 * at + 3];
      if (alpha <= 0) continue;
      for (let p = 4 * at; p < 4 * at + 4; p++) pixels[p] = group[p] + pixels[p] * (1 - alpha);
    }
  }
}
