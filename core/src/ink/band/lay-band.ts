import type { Plate } from '../../raster/raster.ts';
import { chanceAfter, chanceStart } from '../../maths/hash.ts';
import { TILE_BYTES, TINT_BYTES } from '../lay-bin.ts';
import { throughOf } from '../grain.ts';
import { built, met, paint, type LayRule } from '../lay-rule.ts';
import type { InkMemory } from '../memory.ts';
import { TILE, tileColumns, tileRowsOf, type SheetSize } from '../sheet-size.ts';
import type { Layer, Tile } from '../types.ts';
import { NOTHING, PIXELS, WAITS, type BandRoom, type BandTile } from './band-tile.ts';
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
  private readonly tiles = new Map<number, BandTile>();
  private readonly order: BandOrder;
  private readonly room: BandRoom;
  private readonly columns: number;
  private readonly cards = new Map<number, number>();
  /** opacity and flow of each row, 0..1 */
  private readonly ceilings: Float64Array;
  private readonly flows: Float64Array;
  private last: BandTile | undefined;
  private lastKey = -1;

  constructor(order: BandOrder, room: BandRoom) {
    this.order = order;
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
    for (const leg of legsOf(this.order, aspect))
      for (const piece of piecesOf(leg, wraps, this.plateOf)) layPiece(piece, this);
  }

  tileAt(column: number, row: number): BandTile {
    const key = row * this.columns + column;
    // rows of one piece mostly lie on the same tile
    if (this.last && this.lastKey === key) return this.last;
    const tile = this.tiles.get(key) ?? this.room.take(this.order.rule?.colours !== undefined);
    this.tiles.set(key, tile);
    this.lastKey = key;
    return (this.last = tile);
  }

  /** Lays what waits at a pixel over what was laid there before. */
  commit(tile: BandTile, k: number, px: number, py: number): void {
    const { rule } = this.order;
    const row = tile.row[k];
    const ceiling = this.ceilings[row];
    const flow = this.flows[row];
    const below = tile.coverage[k];
    tile.off[k] = NOTHING;
    if (!rule) {
      tile.coverage[k] = built(below, ceiling, flow * tile.value[k]);
      return;
    }
    let tip = tile.value[k];
    const grain = rule.grainsOf(px - (px % TILE), py - (py % TILE))(row);
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
    tile.coverage[k] = Math.max(rule.ways ? below : 0, met(rule.meet, alone, { ceiling, share, tip, roll }));
    if (tile.tint && rule.colours) paint(tile.tint, 4 * k, rule.colours, 3 * row, { below, share: ceiling * share });
  }

  private commitAll(tile: BandTile, x: number, y: number): void {
    if (!this.order.rule) {
      this.buildAll(tile);
      return;
    }
    for (let py = 0; py < TILE; py++)
      for (let px = tile.first[py], k = py * TILE + px; px < tile.end[py]; px++, k++)
        if (tile.off[k] <= WAITS) this.commit(tile, k, x + px, y + py);
  }

  /** The same without a rule: what is read of each row is worked out once. */
  private buildAll({ first, end, off, coverage, row, value }: BandTile): void {
    const { ceilings, flows } = this;
    for (let py = 0; py < TILE; py++)
      for (let k = py * TILE + first[py]; k < py * TILE + end[py]; k++) {
        if (off[k] > WAITS) continue;
        off[k] = NOTHING;
        coverage[k] = built(coverage[k], ceilings[row[k]], flows[row[k]] * value[k]);
      }
  }

  /** Lays all that still waits and moves the tiles into the memory of the ink. */
  finish(memory: InkMemory): Layer {
    const layer: Layer = {
      tiles: new Map<number, Tile>(),
      columns: this.columns,
      tinted: this.order.rule?.colours !== undefined,
    };
    for (const [key, tile] of [...this.tiles].sort(([a], [b]) => a - b)) {
      const touched = tile.touched();
      if (touched.x0 >= touched.x1) {
        this.room.giveBack(tile);
        continue;
      }
      const y = Math.floor(key / this.columns) * TILE;
      const x = (key % this.columns) * TILE;
      this.commitAll(tile, x, y);
      const address = memory.allocate(TILE_BYTES);
      tile.copyRows(tile.coverage, memory.floats(address, PIXELS), 1);
      const tint = tile.tint ? memory.allocate(TINT_BYTES) : 0;
      if (tile.tint) tile.copyRows(tile.tint, memory.floats(tint, 4 * PIXELS), 4);
      layer.tiles.set(key, { address, tint, touched });
      this.room.giveBack(tile);
    }
    return layer;
  }
}

/**
 * Bends a plate along the rows of a band into a new layer: each pixel takes the nearest place of the middle line, so that
 * bends have neither wedges nor cracks; where a stroke crosses itself the later way is laid over the earlier as dabs are.
 */
export function layBand(memory: InkMemory, room: BandRoom, order: BandOrder): Layer {
  const layer = new BandLayer(order, room);
  layer.layAll();
  return layer.finish(memory);
}
