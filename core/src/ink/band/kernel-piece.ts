import type { Plate } from '../../raster/raster.ts';
import { viewsAt, type Views } from '../entry.ts';
import type { Kernel } from '../kernel-interface.ts';
import { PIECE, PIECE_32, PIECE_64 } from '../layout.ts';
import type { InkMemory } from '../memory.ts';
import type { BandTile, Commit } from './band-tile.ts';
import { LevelTables } from './level-tables.ts';
import type { PieceBounds, SheetPart } from './piece-bounds.ts';
import type { Piece } from './pieces.ts';

/** Opacity and flow of each row, 0..1, where the kernel may lay by them: where no rule does. */
interface RowShares {
  ceilings: Float64Array;
  flows: Float64Array;
}

/** x, y, normal and side of a line at a corner; a piece has at most one at each end. */
const MITRE_NUMBERS = 5;
const MOST_MITRES = 8;

/** What the kernel says of a piece: it is laid, a level is not there, or a rule is to lay what waits at a pixel. */
const DONE = 0;
const WANTS_LEVEL = 1;

/** Lays pieces of bands by the kernel; one belongs to an engine. */
export class PieceKernel {
  private readonly memory: InkMemory;
  private readonly kernel: Kernel;
  private readonly levels: LevelTables;
  private readonly piece: number;
  private readonly mitres: number;
  private shares: { address: number; bytes: number; rows: number } | undefined;
  private present: Piece | undefined;
  private held: Views | undefined;

  constructor(memory: InkMemory, kernel: Kernel) {
    this.memory = memory;
    this.kernel = kernel;
    this.levels = new LevelTables(memory, kernel);
    this.piece = memory.allocate(PIECE.bytes);
    this.mitres = memory.allocate(8 * MITRE_NUMBERS * MOST_MITRES);
  }

  private get views(): Views {
    if (this.held?.ints.buffer !== this.memory.memory.buffer)
      this.held = viewsAt(this.memory.memory.buffer, this.piece);
    return this.held;
  }

  /** Begins a band; `shares`: where no rule lays it. */
  beginBand(shares: RowShares | undefined): void {
    if (!shares) return;
    const rows = shares.ceilings.length;
    const bytes = 16 * rows;
    const address = this.memory.allocate(bytes);
    const to = new Float64Array(this.memory.memory.buffer, address, 2 * rows);
    to.set(shares.ceilings);
    to.set(shares.flows, rows);
    this.shares = { address, bytes, rows };
  }

  endBand(): void {
    if (this.shares) this.memory.free(this.shares.address, this.shares.bytes);
    this.shares = undefined;
    this.present = undefined;
    this.held = undefined;
  }

  /** Lays what still waits on a tile of a band without a rule. */
  build(tile: BandTile): void {
    if (this.shares)
      this.kernel.bandBuilt?.(tile.address, this.shares.address, this.shares.address + 8 * this.shares.rows);
  }

  keepOnly(plates: readonly Plate[]): void {
    this.levels.keepOnly(plates);
  }

  /** Makes a piece ready to be laid; undefined where it does not lie evenly on its plate. */
  begin(piece: Piece, bounds: PieceBounds): this | undefined {
    if (piece.u0 !== piece.u0 || piece.mitres.length > MOST_MITRES) return undefined;
    const { levels } = piece;
    levels.find(piece.long);
    const table = this.levels.table(levels);
    this.levels.put(table, levels, levels.quarters);
    this.present = piece;
    this.writeNumbers(piece, bounds);
    this.writeWords(piece, table);
    return this;
  }

  private writeNumbers({ from: a, to: b, levels, u0, u1, reachPx }: Piece, bounds: PieceBounds): void {
    const { doubles } = this.views;
    doubles[PIECE_64.fromX] = a.x;
    doubles[PIECE_64.fromY] = a.y;
    doubles[PIECE_64.fromTx] = a.tx;
    doubles[PIECE_64.fromTy] = a.ty;
    doubles[PIECE_64.toX] = b.x;
    doubles[PIECE_64.toY] = b.y;
    doubles[PIECE_64.toTx] = b.tx;
    doubles[PIECE_64.toTy] = b.ty;
    doubles[PIECE_64.half] = a.half;
    doubles[PIECE_64.narrows] = b.half - a.half;
    doubles[PIECE_64.way] = a.s;
    doubles[PIECE_64.along] = b.s - a.s;
    doubles[PIECE_64.u] = u0;
    doubles[PIECE_64.span] = u1 - u0;
    doubles[PIECE_64.rows] = b.row - a.row;
    doubles[PIECE_64.reach] = reachPx;
    doubles[PIECE_64.texels] = levels.texels;
    doubles[PIECE_64.leanFrom] = bounds.leanFrom;
    doubles[PIECE_64.leanTo] = bounds.leanTo;
    doubles[PIECE_64.leanSide] = bounds.leanSide;
    doubles[PIECE_64.sideReach] = bounds.sideReach;
    doubles[PIECE_64.low] = levels.low;
    doubles[PIECE_64.high] = levels.high;
  }

  private writeWords(piece: Piece, table: number): void {
    const { ints } = this.views;
    const { shares } = this;
    ints[PIECE_32.fromRow] = piece.from.row;
    ints[PIECE_32.plateWidth] = piece.levels.plate.width;
    ints[PIECE_32.bends] = Number(piece.bends);
    ints[PIECE_32.wraps] = Number(piece.wraps);
    ints[PIECE_32.opens] = Number(piece.opens);
    ints[PIECE_32.ends] = Number(piece.ends);
    ints[PIECE_32.mitres] = this.mitres;
    ints[PIECE_32.mitreCount] = piece.mitres.length;
    ints[PIECE_32.levels] = table;
    ints[PIECE_32.ceilings] = shares ? shares.address : 0;
    ints[PIECE_32.flows] = shares ? shares.address + 8 * shares.rows : 0;
    ints[PIECE_32.level] = piece.levels.quarters;
    if (piece.mitres.length === 0) return;
    const lines = new Float64Array(this.memory.memory.buffer, this.mitres, MITRE_NUMBERS * piece.mitres.length);
    piece.mitres.forEach(({ x, y, nx, ny, before }, i) => lines.set([x, y, nx, ny, Number(before)], MITRE_NUMBERS * i));
  }

  /** Lays as much of the piece that was made ready as lies on a tile. */
  lay(tile: BandTile, part: SheetPart, commit: Commit): void {
    const { ints } = this.views;
    ints[PIECE_32.left] = part.left;
    ints[PIECE_32.right] = part.right;
    ints[PIECE_32.y] = part.top;
    ints[PIECE_32.untilY] = part.bottom;
    ints[PIECE_32.x] = -1;
    for (;;) {
      const why = this.kernel.band?.(this.piece, tile.address) ?? DONE;
      if (why === DONE) return;
      if (why === WANTS_LEVEL) this.giveLevel();
      else this.commitAt(tile, commit);
    }
  }

  private giveLevel(): void {
    const { ints } = this.views;
    if (this.present) this.levels.put(ints[PIECE_32.levels], this.present.levels, ints[PIECE_32.level]);
  }

  private commitAt(tile: BandTile, commit: Commit): void {
    const { ints } = this.views;
    commit(tile, ints[PIECE_32.x] - tile.place.x, ints[PIECE_32.y] - tile.place.y);
  }
}
