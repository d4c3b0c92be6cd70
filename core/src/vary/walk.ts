import { AmberError } from '../errors.ts';
import { headingDeg } from '../maths/angles.ts';
import type { PenPoint, PenStroke } from '../model/strokes.ts';
import { chordEnd } from '../path/chord.ts';
import { steadied } from '../path/steady.ts';
import { pathReader, readStill, smoothPath, type Path } from '../path/path.ts';
import { emptyHands, makeReadings, makeRoom, repeatHand, widened, type Column, type Hands } from './hands.ts';

export const MAX_DABS = 400_000;
/** The shortest step between dabs, px: below it nothing more can be seen. */
export const MIN_STEP_PX = 0.05;
const FIRST_ROOM = 256;

/** What a walk along a stroke has to know of each dab. */
export interface Gait {
  /** px, ends included */
  size: Column;
  /** percent of the size */
  spacing: Column;
  /** dabs at one place */
  count: Column;
  /** end to end: each dab lies on a chord of the path that is one step long */
  chain: boolean;
}

/** Where the dabs of a stroke lie: the hand at each, and its size in px. The columns belong to the next walk as well. */
export interface Walk {
  hands: Hands;
  sizePx: Float64Array;
}

/** Columns that every walk uses again: a row moved by hand asks for thousands of dabs many times a second. */
const room: Walk & { spacing: Float64Array; counts: Float64Array } = {
  hands: emptyHands(0, FIRST_ROOM),
  sizePx: new Float64Array(FIRST_ROOM),
  spacing: new Float64Array(FIRST_ROOM),
  counts: new Float64Array(FIRST_ROOM),
};

/** Widens the columns to `wanted` rows. Throws too-many-dabs. */
function roomFor(wanted: number, stroke: number): void {
  if (wanted > MAX_DABS) throw tooMany(stroke);
  if (wanted <= room.sizePx.length) return;
  const capacity = Math.min(MAX_DABS, Math.max(wanted, room.sizePx.length * 4));
  makeRoom(room.hands, capacity);
  room.sizePx = widened(room.sizePx, capacity);
  room.spacing = widened(room.spacing, capacity);
  room.counts = widened(room.counts, capacity);
}

/** Walks along strokes step by step: each step depends on the size and spacing of the dab before it. */
class Walker {
  private readonly gait: Gait;
  private readonly stroke: number;

  constructor(gait: Gait, lengthPx: number, stroke: number) {
    this.gait = gait;
    this.stroke = stroke;
    room.hands.count = 0;
    room.hands.lengthPx = lengthPx;
  }

  /**
   * One step: all its dabs at one place, the hand of the first being written. The first dab's spacing gives the way to
   * the next, in px.
   */
  private step(alongPx: number): number {
    const { gait } = this;
    const { hands, sizePx, spacing, counts } = room;
    const first = hands.count++;
    hands.alongPx[first] = alongPx;
    makeReadings(hands, first);
    gait.count(hands, first, first + 1, counts);
    gait.size(hands, first, first + 1, sizePx);
    gait.spacing(hands, first, first + 1, spacing);
    const count = Math.floor(counts[first] + 0.5);
    if (count > 1) this.more(first, count);
    return Math.max(MIN_STEP_PX, (sizePx[first] * spacing[first]) / 100);
  }

  /** The further dabs of a step. */
  private more(first: number, count: number): void {
    const { hands } = room;
    roomFor(first + count, this.stroke);
    hands.count = first + count;
    repeatHand(hands, first, first + count);
    this.gait.size(hands, first + 1, first + count, room.sizePx);
  }

  /** Links of a chain: the hand is that at the link's beginning, the place the middle of its chord. */
  private links(path: Path): void {
    const { hands } = room;
    const begins = pathReader(path);
    const ends = pathReader(path);
    for (let s: number | undefined = 0; s !== undefined;) {
      const row = hands.count;
      roomFor(row + 2, this.stroke);
      begins(s, hands, row);
      const end = chordEnd(path, s, this.step(Math.min(s, path.lengthPx)));
      // what is left of the path is shorter than a link
      if (end === undefined) hands.count = row;
      else {
        ends(end, hands, hands.count);
        layChord(hands, row, hands.count);
      }
      s = end;
    }
  }

  along(path: Path): Walk {
    const { hands } = room;
    if (path.lengthPx === 0)
      for (let k = 0; k < path.count; k++) {
        roomFor(hands.count + 1, this.stroke);
        readStill(path, k, hands, hands.count);
        this.step(0);
      }
    else if (this.gait.chain) this.links(path);
    else {
      const read = pathReader(path);
      // a whole number of steps must not lose its last dab to rounding
      const end = path.lengthPx + 1e-9;
      for (let s = 0; s <= end;) {
        roomFor(hands.count + 1, this.stroke);
        read(s, hands, hands.count);
        s += this.step(Math.min(s, path.lengthPx));
      }
    }
    return { hands, sizePx: room.sizePx.subarray(0, hands.count) };
  }
}

/** Moves the dabs of rows `from` up to `end` to the middle of the chord to row `end`, and turns them along it. */
function layChord(hands: Hands, from: number, end: number): void {
  const heading = headingDeg(hands.x[end] - hands.x[from], hands.y[end] - hands.y[from]);
  const x = (hands.x[from] + hands.x[end]) / 2;
  const y = (hands.y[from] + hands.y[end]) / 2;
  for (let i = from; i < end; i++) {
    hands.x[i] = x;
    hands.y[i] = y;
    hands.headingDeg[i] = heading;
    makeReadings(hands, i);
  }
}

const paths = new WeakMap<readonly PenPoint[], { path: Path; steadyPct: number }>();

/** The path of pen samples, which are immutable: smoothed once for all coats, and again only for another steadiness. */
function pathOf(points: readonly PenPoint[], steadyPct: number): Path {
  const known = paths.get(points);
  if (known?.steadyPct === steadyPct) return known.path;
  const path = smoothPath(steadied(points, steadyPct));
  paths.set(points, { path, steadyPct });
  return path;
}

/** The places of a stroke's dabs, valid until the next walk. Throws too-many-dabs. */
export function walkAlong(stroke: PenStroke, gait: Gait, strokeIndex: number, steadyPct: number): Walk {
  const path = pathOf(stroke.points, steadyPct);
  return new Walker(gait, path.lengthPx, strokeIndex).along(path);
}

const tooMany = (stroke: number) =>
  new AmberError(
    'too-many-dabs',
    `Stroke ${stroke} would need more than ${MAX_DABS.toLocaleString('en')} dabs; raise the spacing or the size.`,
    `strokes.${stroke}`,
  );
