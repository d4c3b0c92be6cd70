import { AmberError } from '../errors.ts';
import { sinCosTurns } from '../maths/angles.ts';
import { curveFunction } from '../maths/curve.ts';
import { clamp, lerp } from '../maths/index.ts';
import type { Brush, Taper } from '../model/brush.ts';
import type { PenStroke } from '../model/strokes.ts';
import { pathReader, smoothPath, stillSample, type PathSample } from '../path/path.ts';
import { dabTable, grown, type DabTable } from './dab-table.ts';
import { dealerOf } from './deal.ts';
import type { DabMoment } from './reading.ts';
import { coatValues } from './value.ts';

export const MAX_DABS = 400_000;
/** The shortest step between dabs, px: below it nothing more can be seen. */
export const MIN_STEP_PX = 0.05;

interface Ends {
  size: (alongPx: number, lengthPx: number) => number;
  opacity: (alongPx: number, lengthPx: number) => number;
}

function taper(end: Taper, percent: number): (share: number) => number {
  if (end.lengthPct <= 0 || percent === 100) return () => 1;
  const curve = curveFunction(end.curve);
  return (share) => {
    const t = (share * 100) / end.lengthPct;
    return t >= 1 ? 1 : lerp(percent, 100, curve(t)) / 100;
  };
}

/** Multipliers over the first and last share of the stroke. */
function endsOf(brush: Brush): Ends {
  const make = (head: (s: number) => number, tail: (s: number) => number) => (alongPx: number, lengthPx: number) => {
    const share = lengthPx > 0 ? alongPx / lengthPx : 0.5;
    return head(share) * tail(1 - share);
  };
  const { head, tail } = brush.ends;
  return {
    size: make(taper(head, head.size), taper(tail, tail.size)),
    opacity: make(taper(head, head.opacity), taper(tail, tail.opacity)),
  };
}

/** The rows of one coat along one stroke: the property formula of the brush form, dab by dab. */
export function dabsOf(brush: Brush, coatIndex: number, stroke: PenStroke, strokeIndex: number): DabTable {
  const coat = brush.coats[coatIndex];
  const key = { seed: brush.seed >>> 0, stroke: strokeIndex, coat: coatIndex };
  const values = coatValues(coat, key);
  const deal = dealerOf(coat.deck, key);
  const ends = endsOf(brush);
  const path = smoothPath(stroke.points);
  const pair = new Float64Array(2);
  let table = dabTable(256);
  // one moment, filled anew for every dab
  const moment: DabMoment = { dab: 0, hand: stillSample(path, 0), alongPx: 0, lengthPx: path.lengthPx };

  /** Writes one dab and returns its step to the next in px. */
  const put = (hand: PathSample, alongPx: number): number => {
    if (table.count >= MAX_DABS) throw tooMany(strokeIndex);
    if (table.count === table.x.length) table = grown(table);
    const i = table.count++;
    moment.dab = i;
    const sizePx = values.of.size(moment) * ends.size(alongPx, path.lengthPx);
    const across = (values.of.across(moment) * sizePx) / 100;
    const along = (values.of.along(moment) * sizePx) / 100;
    table.x[i] = hand.x;
    table.y[i] = hand.y;
    if (along !== 0 || across !== 0) {
      sinCosTurns(hand.headingDeg / 360, pair);
      table.x[i] += pair[1] * along - pair[0] * across;
      table.y[i] += pair[0] * along + pair[1] * across;
    }
    table.sizePx[i] = sizePx;
    table.angleDeg[i] = values.of.angle(moment);
    table.aspectPct[i] = values.of.aspect(moment);
    table.mirrorX[i] = values.mirrorX(i) ? 1 : 0;
    table.mirrorY[i] = values.mirrorY(i) ? 1 : 0;
    table.opacityPct[i] = clamp(values.of.opacity(moment) * ends.opacity(alongPx, path.lengthPx), 0, 100);
    table.flowPct[i] = clamp(values.of.flow(moment), 0, 100);
    table.card[i] = deal(i, hand);
    table.mixPct[i] = values.of.mix(moment);
    table.hueDeg[i] = values.of.hue(moment);
    table.saturationPct[i] = values.of.saturation(moment);
    table.lightnessPct[i] = values.of.lightness(moment);
    table.depthPct[i] = values.of.depth(moment);
    return (sizePx * values.of.spacing(moment)) / 100;
  };

  /** One step: all its dabs at one place. The first dab's spacing gives the way to the next. */
  const step = (hand: PathSample, alongPx: number): number => {
    moment.dab = table.count;
    moment.hand = hand;
    moment.alongPx = alongPx;
    const count = Math.max(1, Math.floor(values.count(moment) + 0.5));
    const way = put(hand, alongPx);
    for (let k = 1; k < count; k++) put(hand, alongPx);
    return Math.max(MIN_STEP_PX, way);
  };

  if (path.lengthPx === 0) for (let k = 0; k < path.count; k++) step(stillSample(path, k), 0);
  else {
    const read = pathReader(path);
    // a whole number of steps must not lose its last dab to rounding
    const end = path.lengthPx + 1e-9;
    for (let s = 0; s <= end;) s += step(read(s), Math.min(s, path.lengthPx));
  }
  return table;
}

const tooMany = (stroke: number) =>
  new AmberError(
    'too-many-dabs',
    `Stroke ${stroke} would need more than ${MAX_DABS.toLocaleString('en')} dabs; raise the spacing or the size.`,
    `strokes.${stroke}`,
  );
