import type { Raster } from '../raster/raster.ts';
import { SIDES, type Side } from '../raster/straight-edges.ts';
import { number, defineStep } from './step.ts';

/** What prints more is dark. */
const DARK = 0.15;
/** A row along a side belongs to a strip while so much of it is dark; its last, askew part may be less. */
const BEGINS = 0.6;
const ENDS = 0.06;
/** What lies beside the strip still takes part in its shadow, of the shorter side. */
const SHADOW = 0.004;

/** The place of a pixel at a depth from a side, and so far along it. */
function placeAt({ width, height }: Raster, side: Side, depth: number, k: number): number {
  if (side === 'top') return depth * width + k;
  if (side === 'bottom') return (height - 1 - depth) * width + k;
  return k * width + (side === 'left' ? depth : width - 1 - depth);
}

const lengthOf = ({ width, height }: Raster, side: Side): number =>
  side === 'left' || side === 'right' ? height : width;

/** How much of a row along a side is dark, 0..1. */
function darkOf(r: Raster, side: Side, depth: number): number {
  const n = lengthOf(r, side);
  let dark = 0;
  for (let k = 0; k < n; k++) if (r.data[placeAt(r, side, depth, k)] > DARK) dark++;
  return dark / n;
}

/** How deep a dark strip along a side is, px; 0 where there is none, or where it goes on like a picture that fills its frame. */
function stripOf(r: Raster, side: Side, deepest: number): number {
  if (darkOf(r, side, 0) < BEGINS) return 0;
  for (let depth = 1; depth <= deepest; depth++) if (darkOf(r, side, depth) < ENDS) return depth;
  return 0;
}

/** The sides with a dark strip, and how deep each is. */
export function stripsOf(r: Raster, deepestPct: number): Partial<Record<Side, number>> {
  const deepest = Math.floor((Math.min(r.width, r.height) * deepestPct) / 100);
  const found: Partial<Record<Side, number>> = {};
  for (const side of SIDES) {
    const depth = stripOf(r, side, deepest);
    if (depth > 0) found[side] = depth;
  }
  return found;
}

const DEEPEST_PCT = 8;

export const bedStep = defineStep({
  name: 'bed',
  label: 'Remove dark edges',
  group: 'Clean',
  help: 'Dark strips along the frame go, as the bed of a scanner leaves them; what else lies at the frame stays.',
  params: {
    deepestPct: number(
      'Not deeper than',
      '%',
      [0.5, 25, 0.5],
      DEEPEST_PCT,
      'Of the shorter side; what reaches deeper is no strip.',
    ),
  },
  run: (input, values) => {
    const strips = stripsOf(input, values.deepestPct);
    const shadow = Math.ceil(SHADOW * Math.min(input.width, input.height));
    const target = { ...input, data: input.data.slice() };
    for (const side of SIDES)
      for (let depth = 0; depth < (strips[side] ?? -shadow) + shadow; depth++)
        for (let k = 0; k < lengthOf(input, side); k++) target.data[placeAt(input, side, depth, k)] = 0;
    return { raster: target, facts: { strips: Object.keys(strips).join(', ') } };
  },
  sentence: (_, facts) =>
    facts.strips === undefined
      ? 'strips along the frame'
      : facts.strips === ''
        ? 'none found'
        : `at the ${facts.strips}`,
});

/** Whether dark strips lie along the frame of what is printed. */
export const hasBed = (printed: Raster): boolean => Object.keys(stripsOf(printed, DEEPEST_PCT)).length > 0;
