import { AmberError } from '../errors.ts';
import { headingDeg } from '../maths/angles.ts';
import type { PenPoint, PenStroke } from '../model/strokes.ts';
import { chordEnd } from '../path/chord.ts';
import { steadied } from '../path/steady.ts';
import { pathReader, readStill, smoothPath, type Path } from '../path/path.ts';
import {
  emptyPenColumns,
  makeReadings,
  makeRoom,
  repeatPenRow,
  widened,
  type Column,
  type PenColumns,
} from './pen-columns.ts';

export const MAX_DABS = 400_000;
/** The shortest step between dabs, px: below it nothing more can be seen. */
export const MIN_STEP_PX = 0.05;
const FIRST_ROOM = 256;

/** What a walk along a stroke has to know of each dab. */
export interface DabStepping {
  /** px, ends included */
  size: Column;
  /** percent of the size */
  spacing: Column;
  /** dabs at one place */
  count: Column;
  /** end to end: each dab lies on a chord of the path that is one step long */
  chain: boolean;
  /** even steps of at most so many px, the last one at the end of the path, whatever the spacing says */
  evenPx?: number;
}

/** Where the dabs of a stroke lie: the pen at each, and its size in px; valid until the walker's next walk. */
export interface Walk {
  pen: PenColumns;
  sizePx: Float64Array;
}

/**
 * Walks along strokes step by step: each step depends on the size and spacing of the dab before it. It keeps its columns
 * from walk to walk: a row moved by hand asks for thousands of dabs many times a second, and to make room for them takes
 * as long as the walk.
 */
export class DabWalker {
  private stepping!: DabStepping;
  private stroke = 0;
  /** 0: as far as the spacing says */
  private evenPx = 0;
  private readonly pen = emptyPenColumns(0, FIRST_ROOM);
  private sizePx: Float64Array = new Float64Array(FIRST_ROOM);
  private spacing: Float64Array = new Float64Array(FIRST_ROOM);
  private counts: Float64Array = new Float64Array(FIRST_ROOM);

  /** The places of a stroke's dabs. Throws too-many-dabs. */
  walk(stroke: PenStroke, stepping: DabStepping, strokeIndex: number, steadyPct: number): Walk {
    const path = pathOf(stroke.points, steadyPct);
    this.stepping = stepping;
    this.stroke = strokeIndex;
    this.evenPx = stepping.evenPx ? path.lengthPx / Math.max(1, Math.ceil(path.lengthPx / stepping.evenPx)) : 0;
    this.pen.count = 0;
    this.pen.lengthPx = path.lengthPx;
    this.along(path);
    return { pen: this.pen, sizePx: this.sizePx.subarray(0, this.pen.count) };
  }

  /** Widens the columns to `wanted` rows. Throws too-many-dabs. */
  private roomFor(wanted: number): void {
    if (wanted > MAX_DABS) throw tooMany(this.stroke);
    if (wanted <= this.sizePx.length) return;
    const capacity = Math.min(MAX_DABS, Math.max(wanted, this.sizePx.length * 4));
    makeRoom(this.pen, capacity);
    this.sizePx = widened(this.sizePx, capacity);
    this.spacing = widened(this.spacing, capacity);
    this.counts = widened(this.counts, capacity);
  }

  /**
   * One step: all its dabs at one place, the pen at the first being written. The first dab's spacing gives the way to
   * the next, in px.
   */
  private step(alongPx: number): number {
    const { stepping, pen, sizePx, spacing, counts } = this;
    const first = pen.count++;
    pen.alongPx[first] = alongPx;
    makeReadings(pen, first);
    stepping.count(pen, first, first + 1, counts);
    stepping.size(pen, first, first + 1, sizePx);
    stepping.spacing(pen, first, first + 1, spacing);
    const count = Math.floor(counts[first] + 0.5);
    if (count > 1) this.more(first, count);
    return this.evenPx || Math.max(MIN_STEP_PX, (sizePx[first] * spacing[first]) / 100);
  }

  /** The further dabs of a step. */
  private more(first: number, count: number): void {
    const { pen } = this;
    this.roomFor(first + count);
    pen.count = first + count;
    repeatPenRow(pen, first, first + count);
    this.stepping.size(pen, first + 1, first + count, this.sizePx);
  }

  /** Links of a chain: the hand is that at the link's beginning, the place the middle of its chord. */
  private links(path: Path): void {
    const { pen } = this;
    const begins = pathReader(path);
    const ends = pathReader(path);
    for (let s: number | undefined = 0; s !== undefined;) {
      const row = pen.count;
      this.roomFor(row + 2);
      begins(s, pen, row);
      const end = chordEnd(path, s, this.step(Math.min(s, path.lengthPx)));
      // what is left of the path is shorter than a link
      if (end === undefined) pen.count = row;
      else {
        ends(end, pen, pen.count);
        layChord(pen, row, pen.count);
      }
      s = end;
    }
  }

  private along(path: Path): void {
    const { pen } = this;
    if (path.lengthPx === 0)
      for (let k = 0; k < path.count; k++) {
        this.roomFor(pen.count + 1);
        readStill(path, k, pen, pen.count);
        this.step(0);
      }
    else if (this.stepping.chain) this.links(path);
    else {
      const read = pathReader(path);
      // a whole number of steps must not lose its last dab to rounding
      const end = path.lengthPx + (this.evenPx ? this.evenPx / 2 : 1e-9);
      for (let s = 0; s <= end;) {
        this.roomFor(pen.count + 1);
        read(s, pen, pen.count);
        s += this.step(Math.min(s, path.lengthPx));
      }
    }
  }
}

/** Moves the dabs of rows `from` up to `end` to the middle of the chord to row `end`, and turns them along it. */
function layChord(pen: PenColumns, from: number, end: number): void {
  const heading = headingDeg(pen.x[end] - pen.x[from], pen.y[end] - pen.y[from]);
  const x = (pen.x[from] + pen.x[end]) / 2;
  const y = (pen.y[from] + pen.y[end]) / 2;
  for (let i = from; i < end; i++) {
    pen.x[i] = x;
    pen.y[i] = y;
    pen.headingDeg[i] = heading;
    makeReadings(pen, i);
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

const tooMany = (stroke: number) =>
  new AmberError(
    'too-many-dabs',
    `Stroke ${stroke} would need more than ${MAX_DABS.toLocaleString('en')} dabs; raise the spacing or the size.`,
    `strokes.${stroke}`,
  );
