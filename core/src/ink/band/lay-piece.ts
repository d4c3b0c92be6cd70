import { TILE } from '../sheet-size.ts';
import { valueOn } from './band-level.ts';
import { ALONG, OFF, ROW, VALUE, WAITS, waitingAt, type BandTile, type Commit } from './band-tile.ts';
import type { PieceKernel } from './kernel-piece.ts';
import type { Mitre } from './legs.ts';
import { boundsOf, rowOf, type PieceBounds } from './piece-bounds.ts';
import type { Piece } from './pieces.ts';
import { plateStart } from './unroll.ts';

/** What pieces of a band are laid on. */
export interface PieceSheet {
  width: number;
  /** rows of it that are laid */
  top: number;
  bottom: number;
  tileAt: (column: number, row: number) => BandTile;
  commit: Commit;
  /** lays most pieces, where there is one */
  kernel: PieceKernel | undefined;
}

const cutOff = (mitres: readonly Mitre[], x: number, y: number): boolean => {
  for (const { x: mx, y: my, nx, ny, before } of mitres) if ((x - mx) * nx + (y - my) * ny < 0 !== before) return true;
  return false;
};

/** Every pixel whose nearest place of the middle line lies on the piece: between the lines across both of its ends. */
export function layPiece(piece: Piece, sheet: PieceSheet): void {
  const bounds = boundsOf(piece, sheet);
  const { left, right, top, bottom } = bounds;
  if (left > right || top >= bottom) return;
  const fast = sheet.kernel?.begin(piece, bounds);
  for (let row = Math.floor(top / TILE); row * TILE < bottom; row++)
    for (let column = Math.floor(left / TILE); column * TILE <= right; column++) {
      const tile = sheet.tileAt(column, row);
      const part = {
        left: Math.max(left, column * TILE),
        right: Math.min(right, column * TILE + TILE - 1),
        top: Math.max(top, row * TILE),
        bottom: Math.min(bottom, row * TILE + TILE),
      };
      if (fast) fast.lay(tile, part, sheet.commit);
      else layPart(piece, { ...bounds, ...part }, tile, sheet.commit);
    }
}

const at = plateStart();

/** What of a piece lies on a tile: what is read again and again is read once. The kernel's twin for what it cannot lay. */
function layPart(piece: Piece, bounds: PieceBounds, tile: BandTile, commit: Commit): void {
  for (let py = bounds.top; py < bounds.bottom; py++) {
    const { from, to } = rowOf(piece, bounds, py);
    if (from <= to) layRow(piece, tile, commit, py, from, to);
  }
}

function layRow(piece: Piece, tile: BandTile, commit: Commit, py: number, first: number, last: number): void {
  const { from: a, to: b, mitres, reachPx, levels, before, bends, wraps, u0, u1, opens, ends } = piece;
  const { x: ax, y: ay, tx: atx, ty: aty, half: aHalf, s: aS, along: aAlong, row: aRow } = a;
  const { x: bx, y: by, tx: btx, ty: bty } = b;
  const [dx, dy] = [bx - ax, by - ay];
  const [dHalf, dS, dAlong, dRow] = [b.half - aHalf, b.s - aS, b.along - aAlong, b.row - aRow];
  const even = u0 === u0;
  const { waiting, rows } = tile.views;
  const cy = py + 0.5;
  const [aSide, bSide] = [(cy - ay) * aty, (cy - by) * bty];
  const { place } = tile;
  const y = py - place.y;
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
    let value = valueOn(level, u, v, wraps);
    if (before && !even && at.mix > 0) value += (valueOn(before.at(local), at.beforeU, v, false) - value) * at.mix;
    if (rim < 1) value *= rim;
    if (opens && since < 1) value *= since;
    if (ends && until > -1) value *= -until;
    if (value <= 0) continue;
    const k = waitingAt(px - place.x, y);
    const way = aS + t * dS;
    const waits = waiting[k + OFF];
    if (waits <= WAITS) {
      if (Math.abs(way - waiting[k + ALONG]) > reachPx) commit(tile, px - place.x, y);
      else if (off >= waits) {
        waiting[k + ALONG] = way;
        continue;
      }
    }
    if (px < least) least = px;
    most = px;
    waiting[k + OFF] = off;
    waiting[k + ALONG] = way;
    waiting[k + VALUE] = value;
    rows[k + ROW] = aRow + Math.floor(t * dRow);
  }
  if (most >= 0) tile.touch(y, least - place.x, most - place.x);
}
