import type { BrushWithPlates } from '../ink/print.ts';
import type { Raster } from '../raster/raster.ts';
import { MOST_DRAWN, type DrawnStroke } from './drawn.ts';
import { drawStroke, forgetTools } from './hand.ts';
import { defineStep, type Materials, type Param, type StepResult } from './step.ts';

/** The strokes of a step, as every step of the hand has them. */
export const strokesParam = {
  kind: 'strokes',
  label: 'Strokes',
  most: MOST_DRAWN,
  default: [],
  help: 'Each with its own brush, size, value, and in or out: its path is kept and drawn again at every resolution.',
} as const satisfies Param;

/** What stood after the first strokes of a step, so that a stroke that grows at the end draws itself alone. */
interface Checkpoint {
  keys: readonly string[];
  data: Float32Array;
}
/** By what came into the step: another input begins anew, and what nobody holds any more goes by itself. */
const checkpoints = new WeakMap<Raster, Checkpoint[]>();
/** One before the stroke that the hand is at, one behind all. */
const MOST_CHECKPOINTS = 2;

const keyOf = (stroke: DrawnStroke, brushes: ReadonlyMap<string, BrushWithPlates>): string =>
  JSON.stringify(stroke) + (brushes.has(stroke.brush) ? ' here' : '');

const sharedWith = (keys: readonly string[], other: readonly string[]): number => {
  let k = 0;
  while (k < keys.length && k < other.length && keys[k] === other[k]) k++;
  return k;
};

/** Draws strokes on what comes in, from the last state on that is known. */
export function drawAll(
  input: Raster,
  strokes: readonly DrawnStroke[],
  { others: { brushes }, onProgress }: Materials,
): StepResult {
  if (strokes.length === 0) return { raster: input, facts: {} };
  const keys = strokes.map((stroke) => keyOf(stroke, brushes));
  const known = checkpoints.get(input) ?? [];
  const usable = known.filter((one) => sharedWith(keys, one.keys) === one.keys.length);
  const best = usable.reduce<Checkpoint | undefined>(
    (a, b) => (a && a.keys.length >= b.keys.length ? a : b),
    undefined,
  );
  const target: Raster = { ...input, data: (best?.data ?? input.data).slice() };
  // where the strokes begin to differ from those of the last time: the hand is there
  const changed = Math.max(0, ...known.map((one) => sharedWith(keys, one.keys)));
  const kept: Checkpoint[] = [];
  onProgress?.(0);
  for (let k = best?.keys.length ?? 0; k < strokes.length; k++) {
    if (k === changed || (k === strokes.length - 1 && kept.length === 0))
      kept.push({ keys: keys.slice(0, k), data: target.data.slice() });
    drawStroke(target, strokes[k], brushes);
    onProgress?.((k + 1) / strokes.length);
  }
  forgetTools(strokes, brushes);
  const before = best && kept.length === 0 ? [best] : kept;
  checkpoints.set(input, [...before.slice(0, MOST_CHECKPOINTS - 1), { keys, data: target.data.slice() }]);
  const missing = strokes.some(({ brush }) => brush !== '' && !brushes.has(brush));
  return { raster: target, facts: missing ? { missing: 'brush' } : {} };
}

export const drawnSentence = (count: number, missing: boolean): string => {
  if (missing) return 'a brush of it is not here: its strokes are left out';
  return count === 0 ? 'draw on the picture' : count === 1 ? '1 stroke' : `${count} strokes`;
};

export const drawStep = defineStep({
  name: 'draw',
  label: 'Draw by hand',
  group: 'Hand',
  help: 'Strokes with the brushes of the cabinet: each can be picked and changed afterwards. Also on an empty plate.',
  params: { strokes: strokesParam },
  run: (input, values, materials) => drawAll(input, values.strokes, materials),
  sentence: (values, facts) => drawnSentence(values.strokes.length, facts.missing !== undefined),
});
