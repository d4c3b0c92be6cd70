import type { Plate } from '../../raster/raster.ts';
import { chanceAfter, chanceStart } from '../../maths/hash.ts';
import { throughOf } from '../grain.ts';
import { built, met, paint, type LayRule } from '../lay-rule.ts';
import { TILE, tileColumns, tileRowsOf, type SheetSize } from '../sheet-size.ts';
import type { Layer, Tile } from '../types.ts';
import type { PieceKernel } from './kernel-piece.ts';
import { NOTHING, OFF, ROW, VALUE, WAITS, waitingAt, type BandRoom, type BandTile, type Commit } from './band-tile.ts';
import { legsOf, type LegOrder } from './legs.ts';
import { layPiece, type PieceSheet } from './lay-piece.ts';
import { piecesOf } from './pieces.ts';

/** What a band is laid from. */
export interface BandOrder extends LegOrder {
  plates: readonly Plate[];
  /** which plate each repeat is; asked in order */
  cardOf: (repeat: number, row: number) => number;
  size: SheetSize;
  rule: LayRule | undefined;
}

class BandLayer implements PieceSheet {
  readonly width: number;
  readonly top: number;
  readonly bottom: number;
  readonly kernel: PieceKernel | undefined;
  private readonly tiles = new Map<number, BandTile>();
  private readonly order: BandOrder;
  private readonly room: BandRoom;
  private readonly columns: number;
  /** of each repeat */
  private readonly cards: Map<number, number>;
  /** opacity and flow of each row, 0..1 */
  private readonly ceilings: Float64Array;
  private readonly flows: Float64Array;
  private last: BandTile | undefined;
  private lastKey = -1;

  constructor(order: BandOrder, room: BandRoom, kernel: PieceKernel | undefined, cards: Map<number, number>) {
    this.order = order;
    this.cards = cards;
    this.kernel = kernel;
    this.room = room;
    this.columns = tileColumns(order.size);
    const { from, to } = tileRowsOf(order.size);
    this.width = order.size.width;
    this.top = from * TILE;
    this.bottom = Math.min(to * TILE, order.size.height);
    this.ceilings = order.dabs.opacityPct.map((pct) => pct / 100);
    this.flows = order.dabs.flowPct.map((pct) => pct / 100);
  }

  private readonly plateOf = (repeat: number, row: number): Plate => {
    const card = this.cards.get(repeat) ?? this.order.cardOf(repeat, row);
    this.cards.set(repeat, card);
    return this.order.plates[card];
  };

  layAll(): void {
    const { band, plates } = this.order;
    const [{ width, height }] = plates;
    const aspect = ((width / height) * band.length) / 100;
    const wraps = band.fill === 'repeat' && band.head === 0 && band.tail === 0 && !band.turnAbout;
    this.kernel?.beginBand(this.order.rule ? undefined : { ceilings: this.ceilings, flows: this.flows });
    for (const leg of legsOf(this.order, aspect))
      for (const piece of piecesOf(leg, wraps, this.plateOf)) layPiece(piece, this);
  }

  tileAt(column: number, row: number): BandTile {
    const key = row * this.columns + column;
    // rows of one piece mostly lie on the same tile
    if (this.last && this.lastKey === key) return this.last;
    const tile =
      this.tiles.get(key) ?? this.room.take(this.order.rule?.colours !== undefined, column * TILE, row * TILE);
    this.tiles.set(key, tile);
    this.lastKey = key;
    return (this.last = tile);
  }

  /** Lays what waits at a pixel over what was laid there before. */
  readonly commit: Commit = (tile, x, y) => {
    const { rule } = this.order;
    const { coverage, tint, waiting, rows } = tile.views;
    const [k, at] = [y * TILE + x, waitingAt(x, y)];
    const row = rows[at + ROW];
    const ceiling = this.ceilings[row];
    const flow = this.flows[row];
    const below = coverage[k];
    waiting[at + OFF] = NOTHING;
    if (!rule) {
      coverage[k] = built(below, ceiling, flow * waiting[at + VALUE]);
      return;
    }
    let tip = waiting[at + VALUE];
    const { place } = tile;
    const [px, py] = [place.x + x, place.y + y];
    const grain = rule.grainsOf(place.x, place.y)(row);
    if (grain) {
      const through = throughOf(rule.blendOf(row));
      const depth = rule.depthOf(row);
      const g = grain.values[(py - grain.y0) * grain.stride + px - grain.x0];
      tip = through.of(tip, g, depth);
    }
    const share = flow * tip;
    const alone = rule.ways ? 0 : below;
    const [left, top] = rule.corner;
    const roll = rule.meet === 'dissolve' ? chanceAfter(chanceStart(rule.seed, row, 0), px + left, py + top, 0) : 0;
    coverage[k] = Math.max(rule.ways ? below : 0, met(rule.meet, alone, { ceiling, share, tip, roll }));
    if (tint && rule.colours) paint(tint, 4 * k, rule.colours, 3 * row, { below, share: ceiling * share });
  };

  private commitAll(tile: BandTile): void {
    if (!this.order.rule && this.kernel) {
      this.kernel.build(tile);
      return;
    }
    const { first, end, waiting } = tile.views;
    for (let y = 0; y < TILE; y++)
      for (let x = first[y]; x < end[y]; x++) if (waiting[waitingAt(x, y) + OFF] <= WAITS) this.commit(tile, x, y);
  }

  /** Lays all that still waits, and gives what was laid to a layer. */
  finish(layer: Layer): void {
    for (const [key, tile] of [...this.tiles].sort(([a], [b]) => a - b)) {
      const touched = tile.touched();
      if (touched.x0 >= touched.x1) {
        this.room.giveBack(tile);
        continue;
      }
      this.commitAll(tile);
      layer.tiles.set(key, { ...tile.handOver(), touched });
      this.room.giveBack(tile);
    }
    this.kernel?.endBand();
  }
}

/** So many tiles at most are laid at a time: what waits on them takes a megabyte each, and the memory of the ink has an end. */
const MOST_TILES = 1024;

/**
 * Bends a plate along the rows of a band into a new layer: each pixel takes the nearest place of the middle line, so that
 * bends have neither wedges nor cracks; where a stroke crosses itself the later way is laid over the earlier as dabs are.
 * Large sheets are laid in rows of tiles, no more than `mostTiles` at a time.
 */
export function layBand(
  room: BandRoom,
  order: BandOrder,
  kernel: PieceKernel | undefined,
  mostTiles = MOST_TILES,
): Layer {
  const columns = tileColumns(order.size);
  const layer: Layer = { tiles: new Map<number, Tile>(), columns, tinted: order.rule?.colours !== undefined };
  const { from, to } = tileRowsOf(order.size);
  const rows = Math.max(1, Math.floor(mostTiles / columns));
  // dealt in order once, not anew for each part
  const cards = new Map<number, number>();
  for (let row = from; row < to; row += rows) {
    const size = { ...order.size, tileRows: { from: row, to: Math.min(to, row + rows) } };
    const part = new BandLayer({ ...order, size }, room, kernel, cards);
    part.layAll();
    part.finish(layer);
  }
  return layer;
}
