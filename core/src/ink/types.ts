import type { Box } from '../raster/box.ts';
import type { Coat } from '../model/coat-schema.ts';
import type { GrainField, Through } from './grain.ts';

/** A tile of coverage: where it lies in memory, and the part of it that dabs may have touched, in tile px. */
export interface Tile {
  address: number;
  touched: Box;
  /** the mean colour of the ink where dabs differ in it: r, g, b and 1 for each pixel; 0 where they do not */
  tint: number;
}

/** Coverage of one stroke and coat: tiles allocated where dabs touch. Key = tile row x columns + tile column. */
export interface Layer {
  tiles: Map<number, Tile>;
  columns: number;
  /** its tiles have colours of their own */
  tinted: boolean;
  /** which part of each tile the dabs may have touched that were laid last */
  fresh?: TileParts;
}

/** A part of each of some tiles, by the key of the tile, in tile px, x0 and x1 by fours. */
export type TileParts = ReadonlyMap<number, Box>;

/** Where alone a layer differs from another one, which may be gone by now. */
export interface Since {
  layer: Layer;
  parts: TileParts;
}

/** A tile of the sheet: its key in layers, its first pixel, and its rows that lie on the sheet. */
export interface TilePlace {
  key: number;
  x: number;
  y: number;
  height: number;
  /** the part of it that is printed; all of it unless said */
  within?: Box;
}

/** Linear colour coordinates as they are written: r, g, b in 0..1. */
export type Rgb = readonly [number, number, number];

/** A layer with what it prints as. */
export interface CoatPrint {
  layer: Layer;
  /** what it has grown from */
  since?: Since;
  join: Coat['join'];
  /** unless the layer has colours of its own */
  colour: Rgb;
  /** stops of coverage with r, g, b; empty for the colour */
  gradient: readonly (readonly [number, number, number, number])[];
  /** the grain that the finished coat is seen through, over a tile; undefined for none */
  grain: ((x: number, y: number) => GrainField) | undefined;
  through: Through;
  depth: number;
}

/** A stroke with all its coats, the lowest first; one that takes away leaves of what was printed before what it does not cover. */
export interface StrokePrint {
  coats: readonly CoatPrint[];
  away: boolean;
}

/** Where the coverage of a stroke over one tile lies in memory, and outside of which box (x by fours) there is none. */
export interface Covered {
  at: number;
  box: Box;
}
