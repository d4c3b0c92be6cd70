import type { Plate } from '../../raster/raster.ts';
import type { Band } from '../../model/coat-schema.ts';
import type { DabTable } from '../../vary/dab-table.ts';
import { TILE_BYTES, TINT_BYTES } from '../lay-bin.ts';
import { blended, paint, type LayRule } from '../lay-by-rule.ts';
import type { InkMemory } from '../memory.ts';
import { TILE, tileColumns, tileRowsOf, type SheetSize } from '../sheet-size.ts';
import type { Layer, Tile } from '../types.ts';
import { bandLevel, valueOn, type BandLevel } from './band-level.ts';
import { spineOf, type Spine } from './spine.ts';
import { unroll, type Unrolled } from './unroll.ts';

/** What a band is laid from. */
export interface BandOrder {
  band: Band;
  dabs: DabTable;
  plates: readonly Plate[];
  /** which plate each repeat is; asked in order */
  cardOf: (repeat: number, row: number) => number;
  size: SheetSize;
  zoom: number;
  rule: LayRule | undefined;
}

const PIXELS = TILE * TILE;
/** Places of one way lie at most so many widths of it apart where they are near each other on the sheet. */
const SAME_WAY = 1.5;

/** A tile while a band is laid: what is laid, and what the present way would lay where nothing nearer comes. */
class BandTile {
  readonly coverage = new Float32Array(PIXELS);
  readonly tint: Float32Array | undefined;
  /** how far from the middle line, in shares of its half width; above 1: nothing waits */
  readonly off = new Float32Array(PIXELS).fill(2);
  readonly along = new Float32Array(PIXELS);
  readonly value = new Float32Array(PIXELS);
  readonly row = new Int32Array(PIXELS);

  constructor(tinted: boolean) {
    this.tint = tinted ? new Float32Array(4 * PIXELS) : undefined;
  }
}

/** One piece of the spine between two places. */
interface Piece {
  i: number;
  level: BandLevel;
  reachPx: number;
}

class BandLayer {
  private readonly tiles = new Map<number, BandTile>();
  private readonly order: BandOrder;
  private readonly spine: Spine;
  private readonly unrolled: Unrolled;
  private readonly columns: number;
  private readonly rows: { from: number; to: number };
  private readonly wraps: boolean;
  private readonly cards = new Map<number, number>();
  private readonly at = { u: 0, repeat: 0 };

  constructor(order: BandOrder) {
    this.order = order;
    const [{ width, height }] = order.plates;
    const aspect = ((width / height) * order.band.length) / 100;
    this.spine = spineOf(order.dabs, order.zoom, aspect);
    this.unrolled = unroll(order.band, this.spine, aspect);
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
    const from = { u: 0, repeat: 0 };
    const to = { u: 0, repeat: 0 };
    for (let i = 0; i + 1 < spine.count; i++) {
      const half = Math.max(spine.half[i], spine.half[i + 1]);
      const long = spine.s[i + 1] - spine.s[i];
      if (half <= 0 || long <= 0) continue;
      unrolled.place(unrolled.along[i], from);
      unrolled.place(unrolled.along[i + 1], to);
      const plate = this.plateOf(from.repeat, spine.row[i]);
      // over a joint the natural length stands for what lies between
      const share = from.repeat === to.repeat ? Math.abs(to.u - from.u) : unrolled.along[i + 1] - unrolled.along[i];
      const level = bandLevel(plate, (share * plate.width) / long, plate.height / (2 * half));
      this.layPiece({ i, level, reachPx: 2 * SAME_WAY * half });
    }
  }

  /** Every pixel whose nearest place of the middle line lies on the piece: between the lines across both of its ends. */
  private layPiece(piece: Piece): void {
    const { x, y, tx, ty, half } = this.spine;
    const { i } = piece;
    const reach = Math.max(half[i], half[i + 1]) + 1;
    const left = Math.min(x[i], x[i + 1]) - reach;
    const right = Math.max(x[i], x[i + 1]) + reach;
    const bottom = Math.min(this.order.size.height, this.rows.to * TILE, Math.ceil(Math.max(y[i], y[i + 1]) + reach));
    const top = Math.max(this.rows.from * TILE, Math.floor(Math.min(y[i], y[i + 1]) - reach));
    for (let py = top; py < bottom; py++) {
      const cy = py + 0.5;
      // where the row crosses the lines across the ends; a little more on both sides, since each pixel is asked again
      let [lo, hi] = [left, right];
      for (const [k, side] of [
        [i, 1],
        [i + 1, -1],
      ]) {
        const slope = tx[k] * side;
        const off = (cy - y[k]) * ty[k] * side;
        if (Math.abs(slope) < 1e-9) continue;
        const edge = x[k] - off / slope;
        if (slope > 0) lo = Math.max(lo, edge - 1);
        else hi = Math.min(hi, edge + 1);
      }
      const first = Math.max(0, Math.floor(lo));
      const last = Math.min(this.order.size.width, Math.ceil(hi));
      for (let px = first; px < last; px++) this.layPixel(piece, px, py);
    }
  }

  private layPixel({ i, level, reachPx }: Piece, px: number, py: number): void {
    const { x, y, tx, ty, half, s, row } = this.spine;
    const [cx, cy] = [px + 0.5, py + 0.5];
    const [ax, ay] = [cx - x[i], cy - y[i]];
    const before = ax * tx[i] + ay * ty[i];
    const after = (cx - x[i + 1]) * tx[i + 1] + (cy - y[i + 1]) * ty[i + 1];
    if (before < 0 || after >= 0) return;
    const t = before / (before - after);
    const [dx, dy] = [ax - t * (x[i + 1] - x[i]), ay - t * (y[i + 1] - y[i])];
    const away = Math.sqrt(dx * dx + dy * dy);
    const wide = half[i] + t * (half[i + 1] - half[i]);
    // half a pixel of the rim is covered in part
    const rim = Math.min(1, wide - away + 0.5);
    if (rim <= 0) return;
    const side = tx[i] * dy - ty[i] * dx < 0 ? -1 : 1;
    const { along } = this.unrolled;
    this.unrolled.place(along[i] + t * (along[i + 1] - along[i]), this.at);
    const value = rim * valueOn(level, this.at.u, 0.5 + (side * away) / (2 * wide), this.wraps);
    if (value <= 0) return;
    const tile = this.tileAt(px, py);
    const k = (py % TILE) * TILE + (px % TILE);
    const off = away / wide;
    const way = s[i] + t * (s[i + 1] - s[i]);
    if (tile.off[k] <= 1.5 && Math.abs(way - tile.along[k]) <= reachPx) {
      if (off >= tile.off[k]) {
        tile.along[k] = way;
        return;
      }
    } else if (tile.off[k] <= 1.5) this.commit(tile, k, px, py);
    tile.off[k] = off;
    tile.along[k] = way;
    tile.value[k] = value;
    tile.row[k] = row[i];
  }

  private tileAt(px: number, py: number): BandTile {
    const key = Math.floor(py / TILE) * this.columns + Math.floor(px / TILE);
    const tile = this.tiles.get(key) ?? new BandTile(this.order.rule?.colours !== undefined);
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
    tile.coverage[k] = Math.max(rule?.ways ? below : 0, blended(meet, alone, opacity, share, t, 0.5));
    if (tile.tint && rule?.colours) paint(tile.tint, 4 * k, rule.colours, 3 * row, below, opacity * share);
    tile.off[k] = 2;
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
      for (let k = 0; k < PIXELS; k++)
        if (tile.off[k] <= 1.5) this.commit(tile, k, x + (k % TILE), y + Math.floor(k / TILE));
      const address = memory.allocate(TILE_BYTES);
      memory.floats(address, PIXELS).set(tile.coverage);
      const tint = tile.tint ? memory.allocate(TINT_BYTES) : 0;
      if (tile.tint) memory.floats(tint, 4 * PIXELS).set(tile.tint);
      layer.tiles.set(key, { address, tint, touched: { x0: 0, y0: 0, x1: TILE, y1: TILE } });
    }
    return layer;
  }
}

/**
 * Bends a plate along the rows of a band into a new layer: each pixel takes the nearest place of the middle line, so that
 * bends have neither wedges nor cracks; where a stroke crosses itself the later way is laid over the earlier as dabs are.
 */
export function layBand(memory: InkMemory, order: BandOrder): Layer {
  const layer = new BandLayer(order);
  layer.layAll();
  return layer.finish(memory);
}
