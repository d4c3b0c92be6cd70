import type { Plate } from '../../raster/raster.ts';
import { chanceAfter, chanceStart } from '../../maths/hash.ts';
import type { Band } from '../../model/coat-schema.ts';
import type { DabTable } from '../../vary/dab-table.ts';
import { TILE_BYTES, TINT_BYTES } from '../lay-bin.ts';
import { blended, paint, type LayRule } from '../lay-by-rule.ts';
import type { InkMemory } from '../memory.ts';
import { TILE, tileColumns, tileRowsOf, type SheetSize } from '../sheet-size.ts';
import type { Layer, Tile } from '../types.ts';
import { bandLevel, valueOn, type BandLevel } from './band-level.ts';
import { NOTHING, PIXELS, touch, WAITS, type BandRoom, type BandTile } from './band-tile.ts';
import { spineOf, type Spine } from './spine.ts';
import { plateStart, unroll, type PieceDraw, type Unrolled } from './unroll.ts';

/** What a band is laid from. */
export interface BandOrder {
  band: Band;
  dabs: DabTable;
  plates: readonly Plate[];
  /** which plate each repeat is; asked in order */
  cardOf: (repeat: number, row: number) => number;
  /** where pieces begin along the plate */
  draw: PieceDraw;
  size: SheetSize;
  zoom: number;
  rule: LayRule | undefined;
}

/** Places of one way lie at most so many widths of it apart where they are near each other on the sheet. */
const SAME_WAY = 1.5;
/** So much beyond where a row meets the line across an end pixels are asked, px: rounding must lose none. */
const SLACK_PX = 1e-6;
/** A line across that lies flatter than this bounds no row. */
const FLAT = 1e-9;

/** One piece of the spine between two places. */
interface Piece {
  i: number;
  level: BandLevel;
  /** of the piece before, where it fades into this one */
  before: BandLevel | undefined;
  reachPx: number;
}

class BandLayer {
  private readonly tiles = new Map<number, BandTile>();
  private readonly order: BandOrder;
  private readonly room: BandRoom;
  private readonly spine: Spine;
  private readonly unrolled: Unrolled;
  private readonly columns: number;
  private readonly rows: { from: number; to: number };
  private readonly wraps: boolean;
  private readonly cards = new Map<number, number>();
  private readonly at = plateStart();
  private lastKey = -1;
  private lastTile: BandTile | undefined;

  constructor(order: BandOrder, room: BandRoom) {
    this.order = order;
    this.room = room;
    const [{ width, height }] = order.plates;
    const aspect = ((width / height) * order.band.length) / 100;
    this.spine = spineOf(order.dabs, order.zoom, aspect);
    this.unrolled = unroll(order.band, this.spine, aspect, order.draw);
    this.columns = tileColumns(order.size);
    this.rows = tileRowsOf(order.size);
    const { fill, head, tail, turnAbout } = order.band;
    this.wraps = fill === 'repeat' && head === 0 && tail === 0 && !turnAbout;
  }

  private plateOf(repeat: number, row: number): Plate {
    const card = this.cards.get(repeat) ?? this.order.cardOf(repeat, row);
    this.cards.set(repeat, card);
    return this.order.plates[card];
  }

  layAll(): void {
    const { spine, unrolled } = this;
    const from = plateStart();
    const to = plateStart();
    for (let i = 0; i + 1 < spine.count; i++) {
      const half = Math.max(spine.half[i], spine.half[i + 1]);
      const long = spine.s[i + 1] - spine.s[i];
      if (half <= 0 || long <= 0) continue;
      unrolled.place(unrolled.along[i], from);
      unrolled.place(unrolled.along[i + 1], to);
      const plate = this.plateOf(from.repeat, spine.row[i]);
      // over a joint the natural length stands for what lies between
      const share = from.repeat === to.repeat ? Math.abs(to.u - from.u) : unrolled.along[i + 1] - unrolled.along[i];
      const levelOf = (of: Plate) => bandLevel(of, (share * of.width) / long, of.height / (2 * half));
      const faded = from.mix > 0 ? from : to.mix > 0 ? to : undefined;
      const before = faded && levelOf(this.plateOf(faded.before, spine.row[i]));
      this.layPiece({ i, level: levelOf(plate), before, reachPx: 2 * SAME_WAY * half });
    }
  }

  /** Every pixel whose nearest place of the middle line lies on the piece: between the lines across both of its ends. */
  private layPiece(piece: Piece): void {
    const { x, y, tx, ty, half } = this.spine;
    const { i } = piece;
    const x0 = x[i];
    const y0 = y[i];
    const tx0 = tx[i];
    const ty0 = ty[i];
    const x1 = x[i + 1];
    const y1 = y[i + 1];
    const tx1 = tx[i + 1];
    const ty1 = ty[i + 1];
    // where the lines lie along a row: so much further for each px down
    const lean0 = Math.abs(tx0) < FLAT ? NaN : ty0 / tx0;
    const lean1 = Math.abs(tx1) < FLAT ? NaN : ty1 / tx1;
    const reach = Math.max(half[i], half[i + 1]) + 1;
    const left = Math.max(0, Math.floor(Math.min(x0, x1) - reach));
    const right = Math.min(this.order.size.width, Math.ceil(Math.max(x0, x1) + reach));
    const bottom = Math.min(this.order.size.height, this.rows.to * TILE, Math.ceil(Math.max(y0, y1) + reach));
    for (let py = Math.max(this.rows.from * TILE, Math.floor(Math.min(y0, y1) - reach)); py < bottom; py++) {
      const cy = py + 0.5;
      let from = left;
      let to = right - 1;
      if (lean0 === lean0) {
        const edge = x0 - (cy - y0) * lean0 - 0.5;
        if (tx0 > 0) from = Math.max(from, Math.ceil(edge - SLACK_PX));
        else to = Math.min(to, Math.floor(edge + SLACK_PX));
      }
      if (lean1 === lean1) {
        const edge = x1 - (cy - y1) * lean1 - 0.5;
        if (tx1 > 0) to = Math.min(to, Math.floor(edge + SLACK_PX));
        else from = Math.max(from, Math.ceil(edge - SLACK_PX));
      }
      for (let px = from; px <= to; px++) {
        // asked of both pieces at a line in the very same words, so that no pixel is lost between them
        const before = (px + 0.5 - x0) * tx0 + (cy - y0) * ty0;
        const after = (px + 0.5 - x1) * tx1 + (cy - y1) * ty1;
        if (before >= 0 && after < 0) this.layPixel(piece, px, py, before / (before - after));
      }
    }
  }

  /** A pixel that lies across a place of a piece, a share `t` along it. */
  private layPixel({ i, level, before, reachPx }: Piece, px: number, py: number, t: number): void {
    const { x, y, tx, ty, half, s, row } = this.spine;
    const dx = px + 0.5 - x[i] - t * (x[i + 1] - x[i]);
    const dy = py + 0.5 - y[i] - t * (y[i + 1] - y[i]);
    const away = Math.sqrt(dx * dx + dy * dy);
    const wide = half[i] + t * (half[i + 1] - half[i]);
    // half a pixel of the rim is covered in part
    const rim = wide - away + 0.5;
    if (rim <= 0) return;
    const { along, place } = this.unrolled;
    place(along[i] + t * (along[i + 1] - along[i]), this.at);
    const across = tx[i] * dy - ty[i] * dx < 0 ? -away : away;
    const v = 0.5 + across / (2 * wide);
    let value = valueOn(level, this.at.u, v, this.wraps);
    if (before && this.at.mix > 0) value += (valueOn(before, this.at.beforeU, v, false) - value) * this.at.mix;
    if (rim < 1) value *= rim;
    if (value <= 0) return;
    const tile = this.tileAt(px, py);
    const k = (py % TILE) * TILE + (px % TILE);
    const off = away / wide;
    const way = s[i] + t * (s[i + 1] - s[i]);
    if (tile.off[k] <= WAITS) {
      if (Math.abs(way - tile.along[k]) > reachPx) this.commit(tile, k, px, py);
      else if (off >= tile.off[k]) {
        tile.along[k] = way;
        return;
      }
    }
    tile.off[k] = off;
    tile.along[k] = way;
    tile.value[k] = value;
    tile.row[k] = row[i];
  }

  /** The tile of a pixel; mostly that of the one before. */
  private tileAt(px: number, py: number): BandTile {
    const key = Math.floor(py / TILE) * this.columns + Math.floor(px / TILE);
    const tile = key === this.lastKey && this.lastTile ? this.lastTile : this.tileOf(key);
    this.lastKey = key;
    this.lastTile = tile;
    touch(tile.touched, px % TILE, py % TILE);
    return tile;
  }

  private tileOf(key: number): BandTile {
    const tile = this.tiles.get(key) ?? this.room.take(this.order.rule?.colours !== undefined);
    this.tiles.set(key, tile);
    return tile;
  }

  /** Lays what waits at a pixel over what was laid there before. */
  private commit(tile: BandTile, k: number, px: number, py: number): void {
    const { dabs, rule } = this.order;
    const row = tile.row[k];
    const opacity = dabs.opacityPct[row] / 100;
    const meet = rule?.meet ?? 'build';
    let t = tile.value[k];
    const grain = rule?.grainsOf(px - (px % TILE), py - (py % TILE))(row);
    if (rule && grain) {
      const through = rule.throughOf(row);
      const depth = rule.depthOf(row);
      const g = grain.values[(py - grain.y0) * grain.stride + px - grain.x0];
      t = through.plain ? t * (1 - depth + depth * g) : through.of(t, g, depth);
    }
    const share = (dabs.flowPct[row] / 100) * t;
    const below = tile.coverage[k];
    const alone = rule?.ways ? 0 : below;
    const roll = rule && meet === 'dissolve' ? chanceAfter(chanceStart(rule.seed, row, 0), px, py, 0) : 0;
    tile.coverage[k] = Math.max(rule?.ways ? below : 0, blended(meet, alone, opacity, share, t, roll));
    if (tile.tint && rule?.colours) paint(tile.tint, 4 * k, rule.colours, 3 * row, below, opacity * share);
    tile.off[k] = NOTHING;
  }

  private commitAll(tile: BandTile, x: number, y: number): void {
    const { x0, y0, x1, y1 } = tile.touched;
    for (let py = y0; py < y1; py++)
      for (let px = x0, k = py * TILE + x0; px < x1; px++, k++)
        if (tile.off[k] <= WAITS) this.commit(tile, k, x + px, y + py);
  }

  /** Lays all that still waits and moves the tiles into the memory of the ink. */
  finish(memory: InkMemory): Layer {
    const layer: Layer = {
      tiles: new Map<number, Tile>(),
      columns: this.columns,
      tinted: this.order.rule?.colours !== undefined,
    };
    for (const [key, tile] of [...this.tiles].sort(([a], [b]) => a - b)) {
      const y = Math.floor(key / this.columns) * TILE;
      const x = (key % this.columns) * TILE;
      this.commitAll(tile, x, y);
      const address = memory.allocate(TILE_BYTES);
      memory.floats(address, PIXELS).set(tile.coverage);
      const tint = tile.tint ? memory.allocate(TINT_BYTES) : 0;
      if (tile.tint) memory.floats(tint, 4 * PIXELS).set(tile.tint);
      layer.tiles.set(key, { address, tint, touched: tile.touched });
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
