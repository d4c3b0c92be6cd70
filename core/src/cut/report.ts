import { checkBorder, coverage, distinctLevels, ring } from '../raster/measure.ts';
import { pieces, touchingFrame } from '../raster/pieces.ts';
import { toPlate, type Raster } from '../raster/raster.ts';
import type { Recipe } from './recipe.ts';
import type { StepOutcome } from './cut.ts';
import { readingOf, type Reading } from './reading.ts';
import { contentBox } from '../raster/content-box.ts';
import { isRectangle, straightSides } from '../raster/straight-edges.ts';
import { makesRelief } from './steps.ts';

/** What was found about a finished plate. */
export interface PlateReport {
  width: number;
  height: number;
  /** what prints of the source, or that it was read as heights */
  prints: Reading;
  /** of the outermost ring of pixels, 0..1 */
  border: { mean: number; max: number };
  /** mean value, 0..1 */
  coverage: number;
  /** small floating pieces that are left */
  specks: number;
  /** small enclosed gaps that are left */
  holes: number;
  /** different values at 16 bit */
  levels: number;
  /** what a person should know, in sentences */
  warnings: string[];
}

const PRINTS_ABOVE = 0.12;
const VISIBLE = 0.02;
/** Pieces and gaps below this share of the plate's area count as small. */
const SMALL = 1 / 4000;

/** Boxes of the small floating pieces that are left, in px, right and bottom exclusive. */
export function speckBoxes(source: Raster): { left: number; top: number; right: number; bottom: number }[] {
  const { width, height } = source;
  const { label, area } = pieces(source, PRINTS_ABOVE);
  const largest = area.reduce((most, n) => Math.max(most, n), 0);
  const small = area.map((n, k) => k > 0 && n < largest && n <= source.data.length * SMALL);
  const boxes = area.map(() => ({ left: width, top: height, right: 0, bottom: 0 }));
  for (let i = 0; i < label.length; i++) {
    if (!small[label[i]]) continue;
    const x = i % width;
    const y = (i - x) / width;
    const box = boxes[label[i]];
    box.left = Math.min(box.left, x);
    box.right = Math.max(box.right, x + 1);
    box.top = Math.min(box.top, y);
    box.bottom = y + 1;
  }
  return boxes.filter((_, k) => small[k]);
}

/** Width in px of the border in which nothing prints, the least of the four sides. */
export function emptyBorder(source: Raster): number {
  const box = contentBox(source, VISIBLE);
  if (!box) return Math.floor(Math.min(source.width, source.height) / 2);
  return Math.min(box.x0, box.y0, source.width - box.x1, source.height - box.y1);
}

function smallHoles(source: Raster): number {
  const { width, height, data } = source;
  const empty = { width, height, data: data.map((v) => 1 - v) };
  const found = pieces(empty, 1 - PRINTS_ABOVE - 1e-6);
  const open = touchingFrame(found, width, height);
  return found.area.filter((n, k) => k > 0 && !open.has(k) && n <= data.length * SMALL).length;
}

/** The sides at which the frame of the source cut the mark off, in words; empty where it did not. */
const cutAt = (outcomes: readonly StepOutcome[]): string =>
  String(outcomes.map(({ facts }) => facts.cut).find((cut) => cut !== undefined) ?? '');

function warningsOf(source: Raster, recipe: Recipe, outcomes: readonly StepOutcome[]): string[] {
  const said: string[] = [];
  const { verdict } = checkBorder(source);
  if (verdict === 'square') said.push('The border prints a square: every dab would show its frame; add a border fade.');
  if (verdict === 'touches')
    said.push('The mark touches the border: dabs end in a straight line there; add a border fade.');
  const cut = cutAt(outcomes);
  if (cut)
    said.push(
      `The mark is cut by the frame of the source (${cut}): dabs end in a straight line there; fade that side.`,
    );
  if (verdict === 'clear' && !makesRelief(recipe) && isRectangle(straightSides(source)))
    said.push('It prints a rectangle: its content ends in straight lines; fade its sides, or take another part.');
  recipe.steps.forEach((step, i) => {
    const from = outcomes[i]?.facts.from;
    if (step.on && step.step === 'fit' && typeof from === 'number' && from < source.width * 0.7)
      said.push(`The mark is only ${from} px large: the plate is enlarged and has no more detail.`);
  });
  return said;
}

/** Looks at what a recipe made. */
export function plateReport(source: Raster, recipe: Recipe, outcomes: readonly StepOutcome[]): PlateReport {
  const border = ring(source, 1);
  return {
    width: source.width,
    height: source.height,
    prints: readingOf(recipe),
    border: {
      mean: border.reduce((sum, v) => sum + v, 0) / border.length,
      max: border.reduce((m, v) => Math.max(m, v), 0),
    },
    coverage: coverage(source),
    specks: speckBoxes(source).length,
    holes: smallHoles(source),
    levels: distinctLevels(toPlate(source)),
    warnings: warningsOf(source, recipe, outcomes),
  };
}
