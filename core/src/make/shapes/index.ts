export { takenApart } from './apart.ts';
export { apply, type Affine } from '../../maths/affine.ts';
export { heldRow, outlinesOf, rowAt, type Held, type Outlined, type RowPath } from './placed.ts';
export { renderShapes } from './render.ts';
export {
  COPY_WAYS,
  copiesFields,
  FIGURES,
  figureFields,
  FILLS,
  MEETINGS,
  type Copies,
  type Figure,
  type Shapes,
  makeFigure,
  makeShapes,
  parseShapes,
  shapesHead,
  shapesSchema,
} from './schema.ts';
export { SHAPE_STARTERS } from './starters.ts';
export { shapesSvg } from './svg.ts';
