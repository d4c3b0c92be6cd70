import { array, boolean, number, string, type InferType } from 'yup';
import { finite, shape } from '../model/check.ts';
import { widthSchema } from '../model/strokes.ts';

/** Strokes of a step, and samples of a stroke. */
export const MOST_DRAWN = 4000;
const MOST_POINTS = 20_000;
/** A dab may be twice as large as the plate. */
const MOST_SIZE_PCT = 200;

/** What a drawn sample holds, in this order: places are shares of the sides, tilts in degrees, t in ms. */
export const DRAWN_COLUMNS = ['x', 'y', 'pressure', 'tiltX', 'tiltY', 't'] as const;

export const WRAPS = ['none', 'left and right', 'both ways'] as const;

/** Settings of a stroke that is drawn on a plate; the page makes its controls from it. */
export const drawnFields = {
  /** a kept brush by its version, or the name of a brush file; empty for a round tip */
  brush: string().max(200).default(''),
  /** how large its lowest coat's dabs are, percent of the longer side */
  sizePct: finite().min(0.05).max(MOST_SIZE_PCT).default(8),
  /** what it paints towards, or how much it takes away, 0..1 */
  value: finite().min(0).max(1).default(1),
  /** it takes away instead of printing */
  out: boolean().default(false),
  /** of the round tip, 0..1 */
  soft: finite().min(0).max(1).default(0.3),
  /** 1 left and right, 2 up and down, 3 both */
  mirror: number().integer().min(0).max(3).default(0),
  /** in how many sectors about the middle it is done */
  sectors: number().integer().min(1).max(64).default(1),
  wrap: string()
    .oneOf([...WRAPS])
    .default('none'),
  /** what its chance is drawn by: it keeps its look when strokes before it go or come */
  number: number().integer().min(0).default(0),
};

export const drawnSchema = shape({
  ...drawnFields,
  points: array(array(finite().min(-1000).max(1_000_000_000).required()).length(DRAWN_COLUMNS.length).required())
    .min(1)
    .max(MOST_POINTS)
    .required(),
  /** how wide it is made afterwards; empty or missing: as it was drawn */
  width: widthSchema,
});
/** A stroke that a step draws on its plate. */
export interface DrawnStroke extends InferType<typeof drawnSchema> {}

/** A stroke with its defaults and what is given: one dab in the middle where no points are. */
export const makeStroke = (given: Partial<DrawnStroke> = {}): DrawnStroke =>
  drawnSchema.cast({ points: [[0.5, 0.5, 1, 0, 0, 0]], ...given });

/** The number of the next stroke. */
export const nextDrawn = (strokes: readonly DrawnStroke[]): number =>
  Math.max(-1, ...strokes.map(({ number: n }) => n)) + 1;
