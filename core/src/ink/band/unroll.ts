import type { Band } from '../../model/coat-schema.ts';

/** Where a place of a band lies on its plate: the share of the plate's length, and which repeat of its middle. */
export interface PlatePlace {
  /** below 0 or above 1: the plate has ended */
  u: number;
  repeat: number;
  /** the share of the piece before, where pieces fade into each other; else 0 */
  mix: number;
  beforeU: number;
  before: number;
  /** places of one part lie on the plate as evenly as along the band */
  part: number;
}

export const plateStart = (): PlatePlace => ({ u: 0, repeat: 0, mix: 0, beforeU: 0, before: 0, part: 0 });

/** Writes where a length along a band lies on the plate. */
export type PlaceOnPlate = (along: number, out: PlatePlace) => void;

/** A chance 0..1 of a piece, one more for each turn. */
export type PieceDraw = (piece: number, turn: number) => number;

/** A part of a band, in lengths of the plate along it, and the number of its first repeat. */
export interface Extent {
  from: number;
  to: number;
  first: number;
}

/** A band laid out along its way, in lengths of the plate. */
export interface Unrolled {
  /** how often the middle comes */
  repeats: number;
  place: PlaceOnPlate;
}

/** The ends and the middle of a band along its way, in lengths of the plate. */
interface Parts {
  head: number;
  middle: number;
  tail: number;
  /** how much head and tail are drawn together where the stroke is shorter than both */
  scale: number;
  begins: number;
  ends: number;
}

function partsOf(band: Band, total: number): Parts {
  const [head, tail] = [band.head / 100, band.tail / 100];
  const scale = head + tail > 0 ? Math.min(1, total / (head + tail)) : 1;
  const room = Math.max(0, total - scale * (head + tail));
  return { head, middle: 1 - head - tail, tail, scale, begins: scale * head, ends: scale * head + room };
}

/** Whole repeats of the middle, or the middle drawn out. */
function repeated({ fill, turnAbout }: Band, { head, middle, begins, ends }: Parts): [number, PlaceOnPlate] {
  const repeats = ends <= begins ? 0 : fill === 'stretch' ? 1 : Math.max(1, Math.round((ends - begins) / middle));
  const each = (ends - begins) / Math.max(1, repeats);
  return [
    repeats,
    (along, out) => {
      out.repeat = Math.max(0, Math.min(repeats - 1, Math.floor((along - begins) / each)));
      out.part = out.repeat;
      const share = (along - begins) / each - out.repeat;
      out.u = head + middle * (turnAbout && out.repeat % 2 === 1 ? 1 - share : share);
    },
  ];
}

/** A piece is at most so many widths long: what is longer gives pieces from different places along it. */
const PIECE_WIDTHS = 2;
/** A place along the plate is drawn so often, and that which is farthest from the last few is taken. */
const TRIES = 12;
const MEMORY = 3;

/** Where each piece begins along the middle, never near the last ones. */
function beginnings(count: number, room: number, draw: PieceDraw): Float64Array {
  const starts = new Float64Array(count);
  if (room <= 0) return starts;
  for (let k = 0; k < count; k++) {
    let farthest = -1;
    for (let turn = 0; turn < TRIES; turn++) {
      const start = draw(k, turn) * room;
      let near = room;
      for (let m = Math.max(0, k - MEMORY); m < k; m++) near = Math.min(near, Math.abs(starts[m] - start));
      if (near <= farthest) continue;
      farthest = near;
      starts[k] = start;
    }
  }
  return starts;
}

/** Pieces of the middle from places along it, each faded into the next. */
function pieced({ overlap }: Band, parts: Parts, aspect: number, draw: PieceDraw): [number, PlaceOnPlate] {
  const { head, middle, begins, ends } = parts;
  const long = Math.min(middle, PIECE_WIDTHS / aspect);
  const faded = (long * overlap) / 100;
  const step = long - faded;
  const count = Math.max(0, Math.ceil((ends - begins) / step));
  const starts = beginnings(count, middle - long, draw);
  return [
    count,
    (along, out) => {
      const way = along - begins;
      const k = Math.max(0, Math.min(count - 1, Math.floor(way / step)));
      const within = way - k * step;
      out.repeat = k;
      out.part = k;
      out.u = head + starts[k] + within;
      if (k === 0 || within >= faded) return;
      out.mix = 1 - within / faded;
      out.before = k - 1;
      out.beforeU = head + starts[k - 1] + within + step;
    },
  ];
}

/** Numbers of the parts that are no repeats. */
const HEAD_PART = -1;
const TAIL_PART = -2;

/** Lays a plate out along a way: head, its middle as the band fills, tail. `aspect` as for the spine. */
export function unroll(band: Band, { from, to, first }: Extent, aspect: number, draw: PieceDraw): Unrolled {
  const parts = partsOf(band, to - from);
  const { tail, scale, begins, ends } = parts;
  const drawOn: PieceDraw = (piece, turn) => draw(piece + first, turn);
  const [repeats, placeMiddle] = band.fill === 'pieces' ? pieced(band, parts, aspect, drawOn) : repeated(band, parts);
  const inTail = (at: number, out: PlatePlace): void => {
    out.repeat = Math.max(0, repeats - 1);
    out.part = TAIL_PART;
    out.u = 1 - tail + (at - ends) / scale;
  };
  const inHead = (at: number, out: PlatePlace): void => {
    out.repeat = 0;
    out.part = HEAD_PART;
    out.u = at / scale;
  };
  return {
    repeats: band.fill === 'once' ? 1 : repeats,
    place: (along, out) => {
      const at = along - from;
      out.mix = 0;
      if (band.fill === 'once') {
        out.u = at;
        out.repeat = out.part = 0;
      } else if (at < begins) inHead(at, out);
      else if (repeats === 0 || (at >= ends && tail > 0)) inTail(at, out);
      else placeMiddle(at, out);
      out.repeat += first;
      if (out.mix > 0) out.before += first;
    },
  };
}
