/**
 * A straight piece of a band on one tile, px by px, as core/src/ink/band/lay-piece.ts lays it and in the same order, so that
 * both give the same bits.
 */
import {
  BAND_TILE_COVERAGE,
  BAND_TILE_END,
  BAND_TILE_FIRST,
  BAND_TILE_WAITING,
  BAND_TILE_X,
  BAND_TILE_Y,
  PIECE_ALONG,
  PIECE_BENDS,
  PIECE_CEILINGS,
  PIECE_ENDS,
  PIECE_FLOWS,
  PIECE_FROM_ROW,
  PIECE_HALF,
  PIECE_HIGH,
  PIECE_LEAN_FROM,
  PIECE_LEAN_SIDE,
  PIECE_LEAN_TO,
  PIECE_LEFT,
  PIECE_LEVEL,
  PIECE_LEVELS,
  PIECE_LOW,
  PIECE_MITRE_COUNT,
  PIECE_MITRES,
  PIECE_NARROWS,
  PIECE_OPENS,
  PIECE_PLATE_WIDTH,
  PIECE_REACH,
  PIECE_RIGHT,
  PIECE_ROWS,
  PIECE_SIDE_REACH,
  PIECE_SPAN,
  PIECE_TEXELS,
  PIECE_U,
  PIECE_UNTIL_Y,
  PIECE_WAY,
  PIECE_WRAPS,
  PIECE_X,
  PIECE_Y,
  PIECE_FROM_X,
  PIECE_FROM_Y,
  PIECE_FROM_TX,
  PIECE_FROM_TY,
  PIECE_TO_X,
  PIECE_TO_Y,
  PIECE_TO_TX,
  PIECE_TO_TY,
} from './layout';
import { above, betweenTwo, quartersOf, valueAt, within } from './band-sample';

const TILE: i32 = 256;
/** Pixels that lie no further from the middle line wait; 2 says that nothing does. */
const WAITS: f64 = 1.5;
const NOTHING: f32 = 2;
const SLACK_PX: f64 = 1e-6;
const LEAST_LONG: f64 = 1e-3;
/** Why a piece is not at its end: a level is not there, or what waits at a pixel is to be laid by a rule. */
const LEVEL: i32 = 1;
const COMMIT: i32 = 2;

// @ts-ignore: decorator
@inline
function lane(v: v128, second: bool): f64 {
  return second ? f64x2.extract_lane(v, 1) : f64x2.extract_lane(v, 0);
}

// @ts-ignore: decorator
@inline
function cutOff(mitres: usize, count: i32, x: f64, y: f64): bool {
  for (let i = 0; i < count; i++, mitres += 40) {
    const beyond = (x - load<f64>(mitres)) * load<f64>(mitres, 16) + (y - load<f64>(mitres, 8)) * load<f64>(mitres, 24) >= 0;
    if (beyond == load<f64>(mitres, 32) > 0) return true;
  }
  return false;
}

function touch(tile: usize, y: i32, first: i32, last: i32): void {
  if (last < 0) return;
  const at = <usize>y << 2;
  const from = load<usize>(tile, BAND_TILE_FIRST) + at, to = load<usize>(tile, BAND_TILE_END) + at;
  if (first < load<i32>(from)) store<i32>(from, first);
  if (last >= load<i32>(to)) store<i32>(to, last + 1);
}

/** Lays what waits at `waits` onto the coverage at `at`. */
// @ts-ignore: decorator
@inline
function buildAt(at: usize, waits: usize, ceilings: usize, flows: usize): void {
  const row = <usize>load<i32>(waits, 12) << 3;
  const a = <f64>load<f32>(at), ceiling = load<f64>(ceilings + row);
  if (a < ceiling) store<f32>(at, <f32>(a + (ceiling - a) * (load<f64>(flows + row) * <f64>load<f32>(waits, 8))));
}

/** Lays a piece on a tile from row PIECE_Y on. 0: it is done; else why it waits at the pixel that the piece now names. */
export function band(piece: usize, tile: usize): i32 {
  const ax = load<f64>(piece, PIECE_FROM_X), ay = load<f64>(piece, PIECE_FROM_Y);
  const atx = load<f64>(piece, PIECE_FROM_TX), aty = load<f64>(piece, PIECE_FROM_TY);
  const bx = load<f64>(piece, PIECE_TO_X), by = load<f64>(piece, PIECE_TO_Y);
  const btx = load<f64>(piece, PIECE_TO_TX), bty = load<f64>(piece, PIECE_TO_TY);
  const xA = f64x2.splat(ax), txA = f64x2.splat(atx), xB = f64x2.splat(bx), txB = f64x2.splat(btx);
  const wayX = f64x2.splat(bx - ax), wayY = f64x2.splat(by - ay);
  const half = v128.load64_splat(piece, PIECE_HALF), narrows = v128.load64_splat(piece, PIECE_NARROWS);
  const way = v128.load64_splat(piece, PIECE_WAY), long = v128.load64_splat(piece, PIECE_ALONG);
  const begins = v128.load64_splat(piece, PIECE_U), span = v128.load64_splat(piece, PIECE_SPAN);
  const dRow = v128.load64_splat(piece, PIECE_ROWS);
  const zero = f64x2.splat(0), halves = f64x2.splat(0.5), one = f64x2.splat(1);
  const reach = load<f64>(piece, PIECE_REACH);
  const texels = load<f64>(piece, PIECE_TEXELS);
  const leanFrom = load<f64>(piece, PIECE_LEAN_FROM), leanTo = load<f64>(piece, PIECE_LEAN_TO);
  const leanSide = load<f64>(piece, PIECE_LEAN_SIDE), sideReach = load<f64>(piece, PIECE_SIDE_REACH);
  const fromRow = v128.load32_splat(piece, PIECE_FROM_ROW), plateWidth = load<i32>(piece, PIECE_PLATE_WIDTH);
  const bends = load<i32>(piece, PIECE_BENDS) != 0, wraps = load<i32>(piece, PIECE_WRAPS) != 0;
  // a straight piece has one level
  const straight = i64x2.splat(bends ? 0 : -1);
  const opens = load<i32>(piece, PIECE_OPENS) != 0, ends = load<i32>(piece, PIECE_ENDS) != 0;
  const mitres = load<usize>(piece, PIECE_MITRES), mitreCount = load<i32>(piece, PIECE_MITRE_COUNT);
  const levels = load<usize>(piece, PIECE_LEVELS);
  const ceilings = load<usize>(piece, PIECE_CEILINGS), flows = load<usize>(piece, PIECE_FLOWS);
  const left = load<i32>(piece, PIECE_LEFT), right = load<i32>(piece, PIECE_RIGHT);
  const until = load<i32>(piece, PIECE_UNTIL_Y);
  const x0 = load<i32>(tile, BAND_TILE_X), y0 = load<i32>(tile, BAND_TILE_Y);
  const coverages = load<usize>(tile, BAND_TILE_COVERAGE), waiting = load<usize>(tile, BAND_TILE_WAITING);

  let quarters = load<i32>(piece, PIECE_LEVEL);
  let low = load<f64>(piece, PIECE_LOW), high = load<f64>(piece, PIECE_HIGH);
  let level = levels + <usize>quarters * 12;
  let data = load<usize>(level), width = load<i32>(level, 4), height = load<i32>(level, 8);
  let goesOn = load<i32>(piece, PIECE_X);

  for (let py = load<i32>(piece, PIECE_Y); py < until; py++) {
    const cy = <f64>py + 0.5;
    let from = <f64>left, to = <f64>right;
    if (leanFrom == leanFrom) {
      const edge = ax - (cy - ay) * leanFrom - 0.5;
      if (atx > 0) from = max<f64>(from, ceil<f64>(edge - SLACK_PX));
      else to = min<f64>(to, floor<f64>(edge + SLACK_PX));
    }
    if (leanTo == leanTo) {
      const edge = bx - (cy - by) * leanTo - 0.5;
      if (btx > 0) to = min<f64>(to, floor<f64>(edge + SLACK_PX));
      else from = max<f64>(from, ceil<f64>(edge - SLACK_PX));
    }
    if (leanSide == leanSide) {
      const middle = ax + (cy - ay) * leanSide - 0.5;
      from = max<f64>(from, ceil<f64>(middle - sideReach));
      to = min<f64>(to, floor<f64>(middle + sideReach));
    }
    if (from > to) continue;
    let px = <i32>from;
    const last = <i32>to;
    if (goesOn >= 0) {
      px = goesOn;
      goesOn = -1;
    }
    const sideA = f64x2.splat((cy - ay) * aty), sideB = f64x2.splat((cy - by) * bty);
    const downA = f64x2.splat(cy - ay);
    const y = py - y0;
    let least = TILE, most = -1;
    for (; px <= last; px += 2) {
      // two pixels side by side: their places, and whether they lie on the piece
      const cx = f64x2.replace_lane(f64x2.splat(<f64>px + 0.5), 1, <f64>px + 1.5);
      const alongA = f64x2.sub(cx, xA);
      const since = f64x2.add(f64x2.mul(alongA, txA), sideA);
      const till = f64x2.add(f64x2.mul(f64x2.sub(cx, xB), txB), sideB);
      let on = v128.and(f64x2.ge(since, zero), f64x2.lt(till, zero));
      const local = f64x2.sub(since, till);
      const t = f64x2.div(since, local);
      const qx = f64x2.sub(alongA, f64x2.mul(t, wayX));
      const qy = f64x2.sub(downA, f64x2.mul(t, wayY));
      const away = f64x2.sqrt(f64x2.add(f64x2.mul(qx, qx), f64x2.mul(qy, qy)));
      const wide = f64x2.add(half, f64x2.mul(t, narrows));
      const rim = f64x2.add(f64x2.sub(wide, away), f64x2.splat(0.5));
      on = v128.and(on, f64x2.gt(rim, zero));
      let lanes = i64x2.bitmask(on);
      if (px == last) lanes &= 1;
      if (!lanes) continue;
      const off = f64x2.div(away, wide);
      const left = f64x2.lt(f64x2.sub(f64x2.mul(wayX, qy), f64x2.mul(wayY, qx)), zero);
      const v = f64x2.add(halves, f64x2.mul(halves, v128.bitselect(f64x2.neg(off), off, left)));
      const u = f64x2.add(begins, f64x2.mul(t, span));
      if (mitreCount > 0) {
        if (lanes & 1 && cutOff(mitres, mitreCount, f64x2.extract_lane(cx, 0), cy)) lanes &= 2;
        if (lanes & 2 && cutOff(mitres, mitreCount, f64x2.extract_lane(cx, 1), cy)) lanes &= 1;
      }
      let values = zero;
      const x = f64x2.sub(f64x2.mul(u, f64x2.splat(<f64>width)), halves);
      const z = f64x2.sub(f64x2.mul(v, f64x2.splat(<f64>height)), halves);
      const served = v128.and(f64x2.gt(local, f64x2.splat(low)), f64x2.le(local, f64x2.splat(high)));
      if (i64x2.all_true(v128.and(v128.or(served, straight), within(x, z, width, height))))
        values = betweenTwo(data, width, x, z);
      else
        for (let rest = lanes; rest; rest &= rest - 1) {
          const second = (rest & 1) == 0;
          if (bends && (lane(local, second) <= low || lane(local, second) > high)) {
            quarters = quartersOf(texels / max<f64>(lane(local, second), LEAST_LONG), plateWidth);
            low = texels / above(quarters);
            high = quarters == 0 ? Infinity : texels / above(quarters - 1);
            level = levels + <usize>quarters * 12;
            data = load<usize>(level);
            if (!data) {
              touch(tile, y, least, most);
              stop(piece, py, px, quarters, low, high);
              return LEVEL;
            }
            width = load<i32>(level, 4);
            height = load<i32>(level, 8);
          }
          const value = valueAt(data, width, height, lane(u, second), lane(v, second), wraps);
          values = second ? f64x2.replace_lane(values, 1, value) : f64x2.replace_lane(values, 0, value);
        }
      values = f64x2.mul(values, f64x2.pmin(rim, one));
      if (opens) values = f64x2.mul(values, f64x2.pmin(since, one));
      if (ends) values = f64x2.mul(values, f64x2.pmin(f64x2.neg(till), one));
      lanes &= i64x2.bitmask(f64x2.gt(values, zero));
      if (!lanes) continue;
      const ways = f64x2.add(way, f64x2.mul(t, long));
      const rows = i32x4.add(fromRow, i32x4.trunc_sat_f64x2_s_zero(f64x2.floor(f64x2.mul(t, dRow))));
      // off, along, value and row of each, as they wait
      const places = v128.shuffle<f32>(f32x4.demote_f64x2_zero(off), f32x4.demote_f64x2_zero(ways), 0, 4, 1, 5);
      const prints = v128.shuffle<f32>(f32x4.demote_f64x2_zero(values), rows, 0, 4, 1, 5);
      for (; lanes; lanes &= lanes - 1) {
        const second = (lanes & 1) == 0;
        const column = px - x0 + <i32>second;
        const at = waiting + (<usize>(y * TILE + column) << 4);
        const waits = <f64>load<f32>(at);
        if (waits <= WAITS) {
          if (abs<f64>(lane(ways, second) - <f64>load<f32>(at, 4)) > reach) {
            if (!ceilings) {
              touch(tile, y, least, most);
              stop(piece, py, column + x0, quarters, low, high);
              return COMMIT;
            }
            buildAt(coverages + (<usize>(y * TILE + column) << 2), at, ceilings, flows);
          } else if (lane(off, second) >= waits) {
            store<f32>(at, <f32>lane(ways, second), 4);
            continue;
          }
        }
        if (column < least) least = column;
        most = column;
        v128.store(
          at,
          second
            ? v128.shuffle<i64>(places, prints, 1, 3)
            : v128.shuffle<i64>(places, prints, 0, 2),
        );
      }
    }
    touch(tile, y, least, most);
  }
  // the next tile begins with the level that this one ended with
  stop(piece, until, -1, quarters, low, high);
  return 0;
}

function stop(piece: usize, y: i32, x: i32, quarters: i32, low: f64, high: f64): void {
  store<i32>(piece, y, PIECE_Y);
  store<i32>(piece, x, PIECE_X);
  store<i32>(piece, quarters, PIECE_LEVEL);
  store<f64>(piece, low, PIECE_LOW);
  store<f64>(piece, high, PIECE_HIGH);
}

/** Lays what still waits on a tile, and nothing waits there any more. */
export function bandBuilt(tile: usize, ceilings: usize, flows: usize): void {
  const coverages = load<usize>(tile, BAND_TILE_COVERAGE), waiting = load<usize>(tile, BAND_TILE_WAITING);
  const firsts = load<usize>(tile, BAND_TILE_FIRST), ends = load<usize>(tile, BAND_TILE_END);
  for (let y = 0; y < TILE; y++) {
    const first = load<i32>(firsts + (<usize>y << 2)), end = load<i32>(ends + (<usize>y << 2));
    let at = waiting + (<usize>(y * TILE + first) << 4);
    let to = coverages + (<usize>(y * TILE + first) << 2);
    for (let x = first; x < end; x++, at += 16, to += 4) {
      if (<f64>load<f32>(at) > WAITS) continue;
      store<f32>(at, NOTHING);
      buildAt(to, at, ceilings, flows);
    }
  }
}
