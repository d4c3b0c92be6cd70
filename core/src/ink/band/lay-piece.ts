import { TILE } from '../sheet-size.ts';
import { valueOn } from './band-level.ts';
import { WAITS, type BandTile } from './band-tile.ts';
import type { Mitre } from './legs.ts';
import type { Piece } from './pieces.ts';
import { plateStart } from './unroll.ts';

/** What pieces of a band are laid on. */
export interface PieceSheet {
  width: number;
  /** rows of it that are laid */
  top: number;
  bottom: number;
  tileAt: (column: number, row: number) => BandTile;
  /** lays what waits at pixel `k` of a tile, (px, py) of the sheet */
  commit: (tile: BandTile, k: number, px: number, py: number) => void;
}

/** So much beyond where a row meets the line across an end pixels are asked, px: rounding must lose none. */
const SLACK_PX = 1e-6;
/** A line across that lies flatter than this bounds no row. */
const FLAT = 1e-9;

const cutOff = (mitres: readonly Mitre[], x: number, y: number): boolean => {
  for (const { x: mx, y: my, nx, ny, before } of mitres) if ((x - mx) * nx + (y - my) * ny < 0 !== before) return true;
  return false;
};

/** Every pixel whose nearest place of the middle line lies on the piece: between the lines across both of its ends. */
export function layPiece(piece: Piece, sheet: PieceSheet): void {
  const { from: a, to: b } = piece;
  // where the lines lie along a row: so much further for each px down
  const leanA = Math.abs(a.tx) < FLAT ? NaN : a.ty / a.tx;
  const leanB = Math.abs(b.tx) < FLAT ? NaN : b.ty / b.tx;
  const reach = Math.max(a.half, b.half) + 1;
  // beyond its sides too: where they lie along a row
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const leanSide = Math.abs(dy) < FLAT ? NaN : dx / dy;
  const sideReach = reach * Math.sqrt(1 + leanSide * leanSide);
  const left = Math.max(0, Math.floor(Math.min(a.x, b.x) - reach));
  const right = Math.min(sheet.width, Math.ceil(Math.max(a.x, b.x) + reach)) - 1;
  const bottom = Math.min(sheet.bottom, Math.ceil(Math.max(a.y, b.y) + reach));
  for (let py = Math.max(sheet.top, Math.floor(Math.min(a.y, b.y) - reach)); py < bottom; py++) {
    const cy = py + 0.5;
    let from = left;
    let to = right;
    if (leanA === leanA) {
      const edge = a.x - (cy - a.y) * leanA - 0.5;
      if (a.tx > 0) from = Math.max(from, Math.ceil(edge - SLACK_PX));
      else to = Math.min(to, Math.floor(edge + SLACK_PX));
    }
    if (leanB === leanB) {
      const edge = b.x - (cy - b.y) * leanB - 0.5;
      if (b.tx > 0) to = Math.min(to, Math.floor(edge + SLACK_PX));
      else from = Math.max(from, Math.ceil(edge - SLACK_PX));
    }
    if (leanSide === leanSide) {
      const middle = a.x + (cy - a.y) * leanSide - 0.5;
      from = Math.max(from, Math.ceil(middle - sideReach));
      to = Math.min(to, Math.floor(middle + sideReach));
    }
    while (from <= to) {
      const column = Math.floor(from / TILE);
      const end = Math.min(to, column * TILE + TILE - 1);
      layRow(piece, sheet, column, py, from, end);
      from = end + 1;
    }
  }
}

const at = plateStart();

/** The pixels of row `py` within a column of tiles, from px to px: what is read again and again is read once. */
function layRow(piece: Piece, sheet: PieceSheet, column: number, py: number, first: number, last: number): void {
  const { from: a, to: b, mitres, reachPx, levels, before, bends, wraps, u0, u1, opens, ends } = piece;
  const { x: ax, y: ay, tx: atx, ty: aty, half: aHalf, s: aS, along: aAlong, row: aRow } = a;
  const { x: bx, y: by, tx: btx, ty: bty } = b;
  const [dx, dy] = [bx - ax, by - ay];
  const [dHalf, dS, dAlong, dRow] = [b.half - aHalf, b.s - aS, b.along - aAlong, b.row - aRow];
  const even = u0 === u0;
  const tile = sheet.tileAt(column, Math.floor(py / TILE));
  const { off: offs, along: ways, value: values, row: rows } = tile;
  const cy = py + 0.5;
  const [aSide, bSide] = [(cy - ay) * aty, (cy - by) * bty];
  const start = (py % TILE) * TILE - column * TILE;
  // in a bend rows mostly ask for the level that the row above has ended with
  let level = levels.last ?? levels.at(piece.long);
  let { low, high } = levels;
  let least = Infinity;
  let most = -1;
  for (let px = first; px <= last; px++) {
    const cx = px + 0.5;
    // asked of both pieces at a line in the very same words, so that no pixel is lost between them
    const since = (cx - ax) * atx + aSide;
    const until = (cx - bx) * btx + bSide;
    if (!(since >= 0 && until < 0)) continue;
    if (mitres.length > 0 && cutOff(mitres, cx, cy)) continue;
    const local = since - until;
    const t = since / local;
    const qx = cx - ax - t * dx;
    const qy = cy - ay - t * dy;
    const away = Math.sqrt(qx * qx + qy * qy);
    const wide = aHalf + t * dHalf;
    // half a pixel of the rim is covered in part
    const rim = wide - away + 0.5;
    if (rim <= 0) continue;
    if (bends && (local <= low || local > high)) {
      level = levels.at(local);
      ({ low, high } = levels);
    }
    const off = away / wide;
    const v = 0.5 + 0.5 * (dx * qy - dy * qx < 0 ? -off : off);
    let u = u0 + t * (u1 - u0);
    if (!even) {
      piece.place(aAlong + t * dAlong, at);
      u = at.u;
    }
    const { width, height, data } = level;
    const lx = u * width - 0.5;
    const ly = v * height - 0.5;
    let value: number;
    // inside of the plate as `valueOn` reads it, but here: a call for each pixel costs as much as all the rest
    if (lx >= 0 && ly >= 0 && lx < width - 1 && ly < height - 1) {
      const x0 = lx | 0;
      const y0 = ly | 0;
      const k = y0 * width + x0;
      const fx = lx - x0;
      const above = data[k] + (data[k + 1] - data[k]) * fx;
      const below = data[k + width] + (data[k + width + 1] - data[k + width]) * fx;
      value = above + (below - above) * (ly - y0);
    } else value = valueOn(level, u, v, wraps);
    if (before && !even && at.mix > 0) value += (valueOn(before.at(local), at.beforeU, v, false) - value) * at.mix;
    if (rim < 1) value *= rim;
    if (opens && since < 1) value *= since;
    if (ends && until > -1) value *= -until;
    if (value <= 0) continue;
    const k = start + px;
    const way = aS + t * dS;
    const waits = offs[k];
    if (waits <= WAITS) {
      if (Math.abs(way - ways[k]) > reachPx) sheet.commit(tile, k, px, py);
      else if (off >= waits) {
        ways[k] = way;
        continue;
      }
    }
    if (px < least) least = px;
    most = px;
    offs[k] = off;
    ways[k] = way;
    values[k] = value;
    rows[k] = aRow + Math.floor(t * dRow);
  }
  if (most >= 0) tile.touch(py % TILE, least - column * TILE, most - column * TILE);
}
