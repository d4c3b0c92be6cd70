import { array, boolean, lazy, number, string, type InferType, type Schema } from 'yup';
import { AmberError } from '../../errors.ts';
import { finite, parseDocument, shape, typed } from '../../model/check.ts';

export const FIGURES = ['ellipse', 'rectangle', 'polygon', 'path', 'group'] as const;
export const MEETINGS = ['over', 'cut', 'darken', 'lighten', 'add'] as const;
export const FILLS = ['plain', 'linear', 'radial', 'along'] as const;
export const COPY_WAYS = ['row', 'ring'] as const;

/** Groups within groups, with the drawing itself. */
const MOST_DEEP = 8;
/** Figures of a whole drawing, and figures that are laid once every copy is counted. */
export const MOST_ROWS = 400;
export const MOST_LAID = 20_000;
const MOST_POINTS = 500;
const MOST_STOPS = 16;

/** Lengths and places are in percent of the drawing's longer side; places are counted from the middle. */
const length = (most = 400) => finite().min(0).max(most);
const place = () => finite().min(-400).max(400).default(0);
const percent = () => finite().min(0).max(100);
const pairs = (low: number, high: number) =>
  array(array(finite().min(low).max(high).required()).length(2).required()).max(MOST_STOPS);

/** What a row's copies are set by; the page makes its controls from it. */
export const copiesFields = {
  count: number().integer().min(1).max(500).default(1),
  /** one after the other, or round the middle of the drawing or group */
  way: string()
    .oneOf([...COPY_WAYS])
    .default('row'),
  /** from each to the next */
  x: place(),
  y: place(),
  turn: finite().min(-360).max(360).default(0),
  scale: finite().min(20).max(500).default(100),
  /** how much less each prints than the one before */
  fade: percent().default(0),
  /** how far place, turn and size are left to chance */
  chance: percent().default(0),
  seed: number().integer().min(0).max(9999).default(1),
};
const copiesSchema = shape(copiesFields);
export interface Copies extends InferType<typeof copiesSchema> {}

/** What a figure is set by, without the rows of a group. */
export const figureFields = {
  what: string()
    .oneOf([...FIGURES])
    .required(),
  name: string().max(80).default(''),
  on: boolean().default(true),
  x: place(),
  y: place(),
  width: length().default(50),
  height: length().default(50),
  /** clockwise, degrees */
  turn: finite().min(-360).max(360).default(0),
  /** of a group: how large its figures are, percent */
  scale: finite().min(1).max(1000).default(100),
  /** corners of a polygon, and how deep it goes in between them */
  corners: number().integer().min(3).max(64).default(5),
  star: percent().max(98).default(0),
  rounding: percent().default(0),
  /** over how much of the longer side the edge runs out */
  soft: percent().default(0),
  /** thickness of its outline; 0 fills it */
  line: length(100).default(0),
  /** of an outline: a smooth curve through [place along it, share of its thickness], percent */
  profile: pairs(0, 100).default([]),
  /** of a path: u and v in halves of its width and height, and 1 where it runs smoothly through */
  points: array(array(finite().min(-20).max(20).required()).length(3).required())
    .max(MOST_POINTS)
    .default([]),
  closed: boolean().default(false),
  fill: string()
    .oneOf([...FILLS])
    .default('plain'),
  /** how much prints, percent */
  value: percent().default(100),
  /** of a gradient: a smooth curve through [place, value], percent */
  stops: pairs(0, 100).default([
    [0, 100],
    [100, 0],
  ]),
  /** direction of a linear gradient, clockwise from left to right, degrees */
  fillTurn: finite().min(-360).max(360).default(0),
  meets: string()
    .oneOf([...MEETINGS])
    .default('over'),
  copies: copiesSchema,
};

const rowFields = shape(figureFields);
/** One row of a drawing: a figure, or a group of rows. */
export interface Figure extends InferType<typeof rowFields> {
  rows: Figure[];
}

const figureSchema = (): Schema<Figure> =>
  typed<Figure>(
    rowFields.shape({
      rows: array(lazy(() => figureSchema()))
        .max(MOST_ROWS)
        .default([]),
    }),
  );

/** What a drawing says of itself, without its rows. */
export const shapesHead = {
  format: string().oneOf(['amber-stamp/shapes']).required(),
  version: number().oneOf([1]).required(),
  name: string().max(120).default('Shapes'),
  widthPx: number().integer().min(16).max(4096).default(1024),
  heightPx: number().integer().min(16).max(4096).default(1024),
};
const schema = shape({
  ...shapesHead,
  rows: array(lazy(() => figureSchema()))
    .max(MOST_ROWS)
    .required(),
});
export const shapesSchema = typed<Shapes>(schema);
/** A drawing of figures: a source that stays open to change. */
export interface Shapes extends Omit<InferType<typeof schema>, 'rows'> {
  rows: Figure[];
}

/** How many figures a list of rows lays, every copy counted, and how deep its groups go. */
function countOf(rows: readonly Figure[], depth: number, where: string): { rows: number; laid: number } {
  if (depth > MOST_DEEP)
    throw new AmberError('bad-value', `${where} has groups more than ${MOST_DEEP} deep; take some apart.`, 'rows');
  let [count, laid] = [rows.length, 0];
  for (const row of rows) {
    const inner = row.what === 'group' ? countOf(row.rows, depth + 1, where) : { rows: 0, laid: 1 };
    count += inner.rows;
    laid += inner.laid * row.copies.count;
  }
  return { rows: count, laid };
}

/** Refuses a drawing that would take for ever. Throws bad-value. */
export function checkShapes(shapes: Shapes, where: string): Shapes {
  const { rows, laid } = countOf(shapes.rows, 1, where);
  if (rows > MOST_ROWS || laid > MOST_LAID)
    throw new AmberError(
      'bad-value',
      `${where} has ${rows} rows that lay ${laid} figures; at most ${MOST_ROWS} rows and ${MOST_LAID} figures can be drawn. Take rows or copies out.`,
      'rows',
    );
  return shapes;
}

/** Reads a drawing strictly. Throws the errors of parseDocument. */
export const parseShapes = (value: unknown, where = 'shapes'): Shapes =>
  checkShapes(parseDocument(shapesSchema, value, where), where);

/** A figure with its defaults and what is given. */
export const makeFigure = (given: Partial<Omit<Figure, 'copies'>> & { copies?: Partial<Copies> }): Figure =>
  figureSchema().cast({ what: 'ellipse', ...given });

export const makeShapes = (rows: Figure[], name = 'Shapes'): Shapes => ({
  format: 'amber-stamp/shapes',
  version: 1,
  name,
  widthPx: 1024,
  heightPx: 1024,
  rows,
});
