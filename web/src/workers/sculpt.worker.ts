import './kernel.ts';
import { sculpted, tipRaster, type Rows } from '@amber-stamp/core/cut';
import type { Raster } from '@amber-stamp/core/raster';
import { dabsAlong, gridNormals, Sculpture, strokeOfRow } from '@amber-stamp/core/relief';
import { expose, transfer } from 'comlink';
import { carry } from '../engine/carry.ts';
import { readBrush } from './read-brush.ts';
import type { ClayJob, ClayRows, SculptApi } from '../engine/protocol/sculpt.ts';

interface Table {
  job: ClayJob;
  tip: Raster | undefined;
  /** as the strokes that are kept left it */
  settled: Float32Array;
  live: Sculpture;
  positions: Float32Array;
  normals: Float32Array;
  /** dabs of the stroke under the hand that are done */
  done: number;
  /** rows that the stroke under the hand has touched */
  touched: { from: number; to: number };
}
let table: Table | undefined;

/** Places of rows for the eye: the clay is 2 units wide, its middle in the middle. */
function place({ live, positions }: Table, from: number, to: number): void {
  const { side, moves } = live;
  for (let row = from; row < to; row++)
    for (let column = 0, i = 3 * row * side; column < side; column++, i += 3) {
      positions[i] = (2 * (column + 0.5)) / side - 1 + 2 * moves[i];
      positions[i + 1] = 1 - (2 * (row + 0.5)) / side + 2 * moves[i + 1];
      positions[i + 2] = 2 * moves[i + 2];
    }
}

function rowsOf(now: Table, from: number, to: number): ClayRows {
  const { side } = now.live;
  place(now, from, to);
  const first = Math.max(0, from - 1);
  const last = Math.min(side, to + 1);
  const grid = { columns: side, rows: side, closed: false, positions: now.positions, normals: now.normals };
  gridNormals(grid, now.normals, first, last);
  const part = (all: Float32Array) => new Float32Array(all.subarray(3 * first * side, 3 * last * side));
  const rows = { from: first, positions: part(now.positions), normals: part(now.normals) };
  return transfer(rows, [rows.positions.buffer, rows.normals.buffer]);
}

function lay(job: ClayJob, tip: Raster | undefined): ClayRows {
  const { side, guardPct } = job.clay;
  const settled = sculpted(job.input, job.clay, job.strokes, job.brush, tip);
  table = {
    job,
    tip,
    settled,
    live: new Sculpture(side, guardPct, settled.slice()),
    positions: new Float32Array(settled.length),
    normals: new Float32Array(settled.length),
    done: 0,
    touched: { from: side, to: 0 },
  };
  return rowsOf(table, 0, side);
}

/** Puts back what the stroke under the hand has touched: a pull is done anew from where it began. */
function putBack(now: Table): void {
  const { side, moves } = now.live;
  const { from, to } = now.touched;
  if (from < to) moves.set(now.settled.subarray(3 * from * side, 3 * to * side), 3 * from * side);
  now.done = 0;
}

const worker: SculptApi = {
  async begin(job) {
    const brush = job.brush ? await readBrush(job.brush).catch(() => undefined) : undefined;
    return lay(job, brush && tipRaster(brush));
  },

  show(strokes: Rows) {
    if (!table) throw new Error('no clay is on the table');
    return lay({ ...table.job, strokes }, table.tip);
  },

  hand(row) {
    const now = table;
    if (!now) return null;
    const stroke = strokeOfRow(row);
    const before = { ...now.touched };
    if (stroke.tool === 'pull') putBack(now);
    const rows = now.live.apply(stroke, now.tip, now.done);
    const dabs = dabsAlong(stroke);
    now.done = stroke.tool === 'pull' ? 0 : dabs.length;
    now.touched = { from: Math.min(before.from, rows.from), to: Math.max(before.to, rows.to) };
    const { from, to } = stroke.tool === 'pull' ? now.touched : rows;
    return from < to ? rowsOf(now, from, to) : null;
  },
};

carry();
expose(worker);
