import { AmberError } from '../errors.ts';
import type { PenStroke } from '../model/strokes.ts';
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

  along(path: Path): Walk {
    const { hands } = room;
    if (path.lengthPx === 0)
      for (let k = 0; k < path.count; k++) {
        roomFor(hands.count + 1, this.stroke);
        readStill(path, k, hands, hands.count);
        this.step(0);
      }
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

/** The places of a stroke's dabs, valid until the next walk. Throws too-many-dabs. */
export function walkAlong(stroke: PenStroke, gait: Gait, strokeIndex: number): Walk {
  const path = smoothPath(stroke.points);
  return new Walker(gait, path.lengthPx, strokeIndex).along(path);
}

const tooMany = (stroke: number) =>
  new AmberError(
    'too-many-dabs',
    `Stroke ${stroke} would need more than ${MAX_DABS.toLocaleString('en')} dabs; raise the spacing or the size.`,
    `strokes.${stroke}`,
  );
