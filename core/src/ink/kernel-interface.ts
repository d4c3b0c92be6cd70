/** The inner loops; addresses are bytes in the engine's memory. Both kernels give the same bits. */
export interface Kernel {
  /** places `count` entries as records on a sheet that may lie tilted: xx, xy, yy of SheetTilt */
  place(entries: number, count: number, records: number, xx: number, xy: number, yy: number): void;
  lay(
    list: number,
    index: number,
    count: number,
    tile: number,
    originX: number,
    originY: number,
    width: number,
    height: number,
  ): void;
  /** the same by the rule at `rule`, behind which lie the extras of the dabs, in step with `index` */
  layThrough(
    list: number,
    index: number,
    rule: number,
    count: number,
    tile: number,
    originX: number,
    originY: number,
    side: number,
  ): void;
  clear(at: number, bytes: number): void;
  /** over the box of a tile `side` px wide; x0 and x1 are multiples of four */
  blend(
    coverage: number,
    out: number,
    side: number,
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    r: number,
    g: number,
    b: number,
  ): void;
  /** over the same box, in the colours of `tints` */
  blendTint(
    coverage: number,
    tints: number,
    out: number,
    side: number,
    x0: number,
    y0: number,
    x1: number,
    y1: number,
  ): void;
  /** a coverage, through the grain at `grains` (0 for none), into that of a stroke by one of KEEP of the plain kernel, over the same box */
  keep(
    coverage: number,
    grains: number,
    depth: number,
    out: number,
    how: number,
    side: number,
    x0: number,
    y0: number,
    x1: number,
    y1: number,
  ): void;
  /** a tile's coverage onto the heights of a sheet, `stride` floats a row, over the same box */
  raise(
    coverage: number,
    heights: number,
    stride: number,
    by: number,
    side: number,
    x0: number,
    y0: number,
    x1: number,
    y1: number,
  ): void;
  /** the light of a row of heights: what colours are multiplied by, and the shine; 0 where all of it is flat */
  light(above: number, row: number, below: number, count: number, lamp: number, shares: number, shines: number): number;
  /** puts 8-bit pixels into the light that `light` told, in place */
  shine(pixels: number, count: number, shares: number, shines: number): void;
  fill(out: number, count: number, r: number, g: number, b: number, a: number): void;
  /**
   * prints `count` coverages, told at `list` from the lowest, over an even ground as 8-bit pixels at `out`, `wide` px a row, over
   * the same box; `row` has room for a row of float32 pixels
   */
  printed(
    list: number,
    count: number,
    row: number,
    out: number,
    wide: number,
    side: number,
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    r: number,
    g: number,
    b: number,
  ): void;
  bytes(from: number, to: number, count: number): void;
  /**
   * lays the piece of a band at `piece` on the tile at `tile`; 0 once it is done, 1 where a level is missing, 2 where a rule is to
   * lay what waits at the pixel that the piece then names. Only in WebAssembly: elsewhere the rows of a piece are laid as such.
   */
  band?(piece: number, tile: number): number;
  /** lays what still waits on a tile of a band */
  bandBuilt?(tile: number, ceilings: number, flows: number): void;
  /** a plate of 16-bit values at another width, as float32 */
  bandNarrowed?(plate: number, width: number, height: number, to: number, out: number): void;
  /** rows of float32 as another number of rows; `sums`: room for a row of float64 and four more. Up to three numbers behind the last are written too */
  bandLowered?(rows: number, width: number, height: number, to: number, sums: number, out: number): void;
  multiplyAdd(a: number, b: number, count: number, c: number): void;
}

export type KernelChoice = 'wasm' | 'plain';
