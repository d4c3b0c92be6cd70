import { sinCosTurns } from '../maths/angles.ts';
import { clamp } from '../maths/ramps.ts';
import type { Brush } from '../model/brush-schema.ts';
import { PROPERTIES, PROPERTY_NAMES } from '../model/properties.ts';
import type { PenStroke } from '../model/strokes.ts';
import { dabTable, type DabTable } from './dab-table.ts';
import { dealerOf } from './deal.ts';
import { bandCoat, bandStepPx } from './band-rows.ts';
import { endsOf, widthOf } from './ends.ts';
import { holdThickness } from './hold.ts';
import { fillNew, type Column, type PenColumns } from './pen-columns.ts';
import { coatValues, type CoatValues } from './value.ts';
import { DabWalker } from './walk.ts';

const sinCos = new Float64Array(2);
/** Every table is copied out of what it walked before the next walk. */
const walker = new DabWalker();

/** Moves dabs off the path: along and across it, both in percent of each dab's size. */
function scatter(table: DabTable, pen: PenColumns, { along: alongs, across: acrosses }: CoatValues['of']): void {
  const { count } = table;
  table.x.set(pen.x.subarray(0, count));
  table.y.set(pen.y.subarray(0, count));
  if (alongs.always === 0 && acrosses.always === 0) return;
  const alongPct = new Float64Array(count);
  const acrossPct = new Float64Array(count);
  fillNew(alongs, pen, count, alongPct);
  fillNew(acrosses, pen, count, acrossPct);
  for (let i = 0; i < count; i++) {
    const along = (alongPct[i] * table.sizePx[i]) / 100;
    const across = (acrossPct[i] * table.sizePx[i]) / 100;
    if (along === 0 && across === 0) continue;
    sinCosTurns(pen.headingDeg[i] / 360, sinCos);
    table.x[i] += sinCos[1] * along - sinCos[0] * across;
    table.y[i] += sinCos[0] * along + sinCos[1] * across;
  }
}

/** Which dabs are mirrored. */
function mirrors(column: Column, pen: PenColumns, count: number, out: Uint8Array): void {
  if (column.always === 0) return;
  const mirrored = new Float64Array(count);
  column(pen, 0, count, mirrored);
  out.set(mirrored);
}

function clampPercent(column: Float64Array): void {
  for (let i = 0; i < column.length; i++) column[i] = clamp(column[i], 0, 100);
}

/**
 * The rows of one coat along one stroke, of a band one each px of the sheet: the property formula of the brush form, dab by dab. `zoom` is sheet px on the
 * screen for each px of the stroke: it counts where the size is fixed on the screen. Throws too-many-dabs.
 */
export function dabsOf(brush: Brush, coatIndex: number, stroke: PenStroke, strokeIndex: number, zoom = 1): DabTable {
  const own = brush.coats[coatIndex];
  const coat = own.band ? bandCoat(own, zoom) : own;
  const key = { seed: brush.seed >>> 0, stroke: strokeIndex, coat: coatIndex };
  const values = coatValues(coat, key);
  const ends = endsOf(brush, coat);
  const width = widthOf(stroke);
  const screen = coat.sizeFixedTo === 'screen' ? 1 / zoom : 1;
  const size: Column = (pen, from, to, out) => {
    values.of.size(pen, from, to, out);
    ends.size(pen, from, to, out);
    width(pen, from, to, out);
    if (screen !== 1) for (let i = from; i < to; i++) out[i] *= screen;
  };
  const chain = coat.properties.angle.follow === 'chain' && !coat.properties.angle.muted;
  const evenPx = coat.band ? bandStepPx(zoom) : undefined;
  const stepping = { size, spacing: values.of.spacing, count: values.count, chain, evenPx };
  const { pen, sizePx } = walker.walk(stroke, stepping, strokeIndex, brush.steady);
  const count = pen.count;
  const table = dabTable(count);
  table.count = count;
  table.sizePx.set(sizePx);
  table.alongPx.set(pen.alongPx.subarray(0, count));

  scatter(table, pen, values.of);

  for (const name of PROPERTY_NAMES) {
    const { column } = PROPERTIES[name];
    // the walk along the stroke has made the sizes already
    if (column && column !== 'sizePx') fillNew(values.of[name], pen, count, table[column]);
  }
  holdThickness(table, coat);
  ends.opacity(pen, 0, count, table.opacityPct);
  clampPercent(table.opacityPct);
  clampPercent(table.flowPct);
  mirrors(values.mirrorX, pen, count, table.mirrorX);
  mirrors(values.mirrorY, pen, count, table.mirrorY);
  const deal = dealerOf(coat.deck, key);
  for (let i = 0; i < count; i++) table.card[i] = deal(i, pen);
  return table;
}
