import { scratchFor } from '../wasm/index.ts';
import type { Raster } from './raster.ts';

/** Connected pieces (eight neighbours) of what prints above a threshold: `label` 0 is none, piece k is k in 1..count. */
export interface Pieces {
  label: Int32Array;
  count: number;
  /** px of each piece, index 0 unused */
  area: number[];
}

/** The labels that touch the frame; 0 is among them where something there does not belong to a piece. */
export function touchingFrame({ label }: Pieces, width: number, height: number): Set<number> {
  const touching = new Set<number>();
  for (let x = 0; x < width; x++) touching.add(label[x]).add(label[(height - 1) * width + x]);
  for (let y = 0; y < height; y++) touching.add(label[y * width]).add(label[y * width + width - 1]);
  return touching;
}

/** 1 for each px of the pieces above a threshold that touch the frame of a raster, 0 for all others. */
export function piecesAtFrame(source: Raster, threshold: number): Uint8Array {
  const found = pieces(source, threshold);
  const touching = touchingFrame(found, source.width, source.height);
  const wanted = found.area.map((_, label) => (label > 0 && touching.has(label) ? 1 : 0));
  return maskOfPieces(found, wanted);
}

/** The px of the pieces that are wanted: 1 at their labels, 0 at all others. */
export function maskOfPieces({ label }: Pieces, wanted: readonly number[]): Uint8Array {
  const of = Uint8Array.from(wanted);
  const mask = new Uint8Array(label.length);
  for (let i = 0; i < mask.length; i++) mask[i] = of[label[i]];
  return mask;
}

/** Runs of printing pixels in one row after another: where each begins and ends, and whom it belongs to. */
class Runs {
  count = 0;
  begin = new Int32Array(1024);
  end = new Int32Array(1024);
  /** an earlier run of the same piece, or the run itself */
  private parent = new Int32Array(1024);

  add(begin: number, end: number): void {
    if (this.count === this.begin.length) this.grow();
    this.begin[this.count] = begin;
    this.end[this.count] = end;
    this.parent[this.count] = this.count;
    this.count++;
  }

  private grow(): void {
    const wider = (from: Int32Array) => {
      const to = new Int32Array(from.length * 2);
      to.set(from);
      return to;
    };
    this.begin = wider(this.begin);
    this.end = wider(this.end);
    this.parent = wider(this.parent);
  }

  /** The first run of the piece; the way is halved as it is walked. */
  first(run: number): number {
    const { parent } = this;
    while (parent[run] !== run) {
      parent[run] = parent[parent[run]];
      run = parent[run];
    }
    return run;
  }

  /** Makes two runs one piece; the earlier first run stays, so that pieces are numbered as they are met. */
  join(a: number, b: number): void {
    const x = this.first(a);
    const y = this.first(b);
    if (x < y) this.parent[y] = x;
    else this.parent[x] = y;
  }
}

/** Finds the runs row by row and joins each to those it touches in the row above, corners included. */
function runsOf({ width, height, data }: Raster, threshold: number): Runs {
  const runs = new Runs();
  let above = 0;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const here = runs.count;
    let up = above;
    for (let x = 0; x < width; x++) {
      if (data[row + x] <= threshold) continue;
      const begin = x;
      while (x < width && data[row + x] > threshold) x++;
      runs.add(row + begin, row + x);
      // of the row above: runs that end left of this one are done with, one that reaches beyond it meets the next too
      while (up < here && runs.end[up] < row - width + begin) up++;
      for (let k = up; k < here && runs.begin[k] <= row - width + x; k++) runs.join(k, runs.count - 1);
    }
    above = here;
  }
  return runs;
}

/** Connected pieces as runs of rows: `ids` holds the piece, 1..count, of each. */
export interface PieceRuns {
  runs: { count: number; begin: Int32Array; end: Int32Array };
  ids: Int32Array;
  count: number;
}

function plainPieceRuns(source: Raster, threshold: number): PieceRuns {
  const runs = runsOf(source, threshold);
  const ids = new Int32Array(runs.count);
  let count = 0;
  for (let run = 0; run < runs.count; run++) {
    const first = runs.first(run);
    ids[run] = first === run ? ++count : ids[first];
  }
  return { runs, ids, count };
}

/** Rasters of more px have so many runs that memory would be held for them. */
const MOST_PX = 1 << 19;

/** Runs in the scratch memory, with room for `more` bytes behind them: where, how many, and of how many pieces. */
function quickRuns({ width, height, data }: Raster, threshold: number, more: number) {
  if (data.length === 0 || data.length > MOST_PX) return undefined;
  const most = height * ((width + 1) >> 1) + 1;
  const made = scratchFor(data.byteLength + 16 * most + more);
  if (!made) return undefined;
  const [from, runs] = [made.put(data), made.room(16 * most)];
  const count = made.kernel.pieceRuns(from, width, height, threshold, runs, most);
  return { made, runs, most, count, pieces: made.kernel.namePieces(runs, most, count) };
}

/**
 * Connected pieces of what prints above a threshold, numbered in the order of their first pixels (run-based union-find
 * after Rosenfeld and Pfaltz 1966). In WebAssembly where there is some.
 */
export function pieceRuns(source: Raster, threshold: number): PieceRuns {
  const quick = quickRuns(source, threshold, 0);
  if (!quick) return plainPieceRuns(source, threshold);
  const { made, runs, most, count, pieces } = quick;
  const [begin, end, ids] = [0, 1, 3].map((row) => made.integers(runs + 4 * most * row, count).slice());
  return { runs: { count, begin, end }, ids, count: pieces };
}

/** The same as a label for each px. */
export function pieces(source: Raster, threshold: number): Pieces {
  const px = source.data.length;
  const quick = quickRuns(source, threshold, 8 * px + 4);
  if (!quick) return plainPieces(source, threshold);
  const { made, runs, most, count, pieces } = quick;
  const [label, area] = [made.room(4 * px), made.room(4 * (pieces + 1))];
  made.integers(label, px).fill(0);
  made.integers(area, pieces + 1).fill(0);
  made.kernel.labelPieces(runs, most, count, label, area);
  return {
    label: made.integers(label, px).slice(),
    count: pieces,
    area: Array.from(made.integers(area, pieces + 1)),
  };
}

function plainPieces(source: Raster, threshold: number): Pieces {
  const label = new Int32Array(source.data.length);
  const { runs, ids, count } = plainPieceRuns(source, threshold);
  const area = new Array<number>(count + 1).fill(0);
  for (let run = 0; run < runs.count; run++) {
    label.fill(ids[run], runs.begin[run], runs.end[run]);
    area[ids[run]] += runs.end[run] - runs.begin[run];
  }
  return { label, count, area };
}
