import type { BrushWithPlates } from '../ink/print.ts';
import { AmberError } from '../errors.ts';
import { sampleScale } from '../raster/picture.ts';
import { fromPlate, raster, type Raster } from '../raster/raster.ts';
import { resample } from '../raster/resample.ts';
import { castDown, movesOfHeights, USUAL_UNIT } from '../relief/down.ts';
import { MAX_SECTORS, SCULPT_TOOLS, strokeOfRow } from '../relief/sculpt-stroke.ts';
import { Sculpture } from '../relief/sculpture.ts';
import { fact, number, percent, type Rows, type StepResult, defineStep, type StepValues, valuesIn } from './step.ts';

const SIDES = { min: 64, max: 1024 };
/** Every so many strokes the clay is remembered, so that taking one back does not begin anew. */
const REMEMBER_EVERY = 6;
const REMEMBERED = 10;
/** Longest side of a tip that presses clay, px. */
const TIP_SIDE = 256;

/** Clay after some strokes, kept beside the raster that it began as: a further stroke goes on from there. */
interface Remembered {
  key: string;
  strokes: string[];
  moves: Float32Array;
}
const memory = new WeakMap<Raster, Remembered[]>();

const beginsWith = (all: readonly string[], first: readonly string[]): boolean =>
  first.length <= all.length && first.every((stroke, i) => stroke === all[i]);

export interface Clay {
  side: number;
  guardPct: number;
  unit: number;
}
export const clayOf = (values: { sidePx: number; guardPct: number; unitPct: number }): Clay => ({
  side: Math.round(values.sidePx),
  guardPct: values.guardPct,
  unit: values.unitPct / 100,
});

/** The clay of a step of a recipe that sculpts. */
export const clayOfStep = (step: StepValues): Clay => clayOf(valuesIn(sculptStep, step));

/** The clay that strokes make of heights; `name` and `tip`: what they are done with. */
export function sculpted(
  input: Raster,
  clay: Clay,
  strokes: Rows,
  name: string,
  tip: Raster | undefined,
): Float32Array {
  const { side, guardPct, unit } = clay;
  const key = `${side} ${guardPct} ${unit} ${name} ${tip ? 'here' : ''}`;
  const wanted = strokes.map((row) => row.join(' '));
  const kept = memory.get(input) ?? [];
  memory.set(input, kept);
  let from: Remembered | undefined;
  for (const one of kept)
    if (one.key === key && beginsWith(wanted, one.strokes) && one.strokes.length >= (from?.strokes.length ?? 0))
      from = one;
  const moves = from ? from.moves.slice() : movesOfHeights(input, side, unit);
  const sculpture = new Sculpture(side, guardPct, moves);
  const done = from?.strokes.length ?? 0;
  const remember = (count: number) => {
    kept.push({ key, strokes: wanted.slice(0, count), moves: moves.slice() });
    if (kept.length > REMEMBERED) kept.shift();
  };
  for (let k = done; k < strokes.length; k++) {
    sculpture.apply(strokeOfRow(strokes[k]), tip);
    if ((k + 1) % REMEMBER_EVERY === 0 && k + 1 < strokes.length) remember(k + 1);
  }
  if (strokes.length > done) remember(strokes.length);
  return moves;
}

/** What a brush presses with: the first tip of its lowest coat, as it prints. */
export function tipRaster({ brush, plates }: BrushWithPlates): Raster | undefined {
  const plate = plates.get(brush.coats[0].deck.cards[0].plate);
  if (!plate) return undefined;
  const tip = fromPlate(plate);
  const scale = Math.max(tip.width, tip.height) / TIP_SIDE;
  return scale > 1 ? resample(tip, Math.round(tip.width / scale), Math.round(tip.height / scale)) : tip;
}

const UNIT = percent('Height 1 is', 100 * USUAL_UNIT, 'What height 1 measures, in percent of the side.', 100, 1);

export const plainStep = defineStep({
  name: 'plain',
  label: 'Flat clay',
  group: 'Relief',
  fromSource: true,
  relief: true,
  help: 'Begins with flat clay, whatever the source shows.',
  params: {
    sidePx: number('Side', 'px', [SIDES.min, SIDES.max, 1], 512, 'Of the plate, and points of the clay along it.'),
  },
  run: (_, values) => {
    const side = Math.round(values.sidePx);
    return { raster: raster(side, side), facts: {} };
  },
  sentence: (values) => `${values.sidePx} px, all at the base plane`,
});

export const sculptStep = defineStep({
  name: 'sculpt',
  label: 'Sculpt by hand',
  group: 'Relief',
  relief: true,
  help: 'Raises, lowers, smooths and pulls the heights by hand; kept as strokes. What hangs over is kept besides the heights.',
  params: {
    strokes: {
      kind: 'rows',
      label: 'Strokes',
      columns: ['tool', 'radius', 'strength', 'mirror', 'sectors'],
      open: true,
      most: 3000,
      min: -4,
      max: MAX_SECTORS,
      default: [],
      help: `Each stroke: tool (${SCULPT_TOOLS.map((t, i) => `${i} ${t}`).join(', ')}), radius in shares of the side, strength 0 to 1, mirror (0 none, 1 left and right, 2 top and bottom, 3 both), sectors about the middle; then x, y and pressure of every place; of a pull its first place, then its way to the right, up and towards the eye in shares of the side.`,
    },
    brush: {
      kind: 'brush',
      label: 'Tool',
      default: '',
      help: 'What the hand presses with: a soft round, or the first tip of a brush of the cabinet.',
    },
    guardPct: percent('Rim kept', 8, 'So far inside the rim the hand has its full strength; the rim itself stays.', 40),
    unitPct: UNIT,
    sidePx: number('Points', '', [SIDES.min, SIDES.max, 1], 512, 'Points of the clay along each side.'),
  },
  run: (input, values, { others }): StepResult => {
    const name = values.brush;
    const brush = others.brushes.get(name);
    const strokes = values.strokes;
    if (strokes.length === 0 && input.width === input.height) return { raster: input, facts: {} };
    if (name !== '' && !brush) return { raster: input, facts: { missing: 'brush' } };
    const clay = clayOf(values);
    const moves = sculpted(input, clay, strokes, name, brush && tipRaster(brush));
    const { heights, lostShare } = castDown(moves, clay.side, clay.unit);
    return { raster: heights, facts: { lostPct: lostShare * 100 }, displaced: moves };
  },
  sentence: (values, facts) => {
    if (facts.missing) return 'its brush is not here: it does nothing';
    const count = values.strokes.length;
    const lost = fact(facts, 'lostPct');
    const many = count === 0 ? 'draw on the clay' : count === 1 ? '1 stroke' : `${count} strokes`;
    return lost > 0.1 ? `${many}; ${lost.toFixed(1)} % hang over and are lost as heights` : many;
  },
});

export const displacementStep = defineStep({
  name: 'displacement',
  label: 'Displacement',
  group: 'Relief',
  fromSource: true,
  relief: true,
  help: 'Reads the three colours of the source as moves to the right, up and towards the eye, in shares of its side.',
  params: { unitPct: UNIT },
  run: (_, values, { picture }): StepResult => {
    const { width, height, channels } = picture;
    const scale = sampleScale(picture);
    const side = Math.max(width, height);
    if (channels < 3 || width !== height)
      throw new AmberError(
        'bad-picture',
        'A displacement is a square picture of three colours; read this source as heights.',
        'displacement',
      );
    const moves = new Float32Array(3 * side * side);
    for (let i = 0; i < side * side; i++)
      for (let c = 0; c < 3; c++) moves[3 * i + c] = picture.data[i * channels + c] * scale;
    const { heights, lostShare } = castDown(moves, side, values.unitPct / 100);
    return { raster: heights, facts: { lostPct: lostShare * 100 }, displaced: moves };
  },
  sentence: (values, facts) =>
    `height 1 is ${values.unitPct} % of the side; ${fact(facts, 'lostPct').toFixed(1)} % hangs over`,
});
