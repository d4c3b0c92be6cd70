export { brushSchema, parseBrush, plainBrush } from './brush-schema.ts';
export {
  type Brush,
  type Card,
  type Coat,
  type CoatInk,
  DEALS,
  DRIVERS,
  type Deck,
  type Driver,
  type DriverName,
  FOLLOWS,
  type Follow,
  type Grain,
  JOINS,
  MEETS,
  type Properties,
  type Property,
  SPREADS,
  type Taper,
  largestPx,
  plateNames,
} from './brush.ts';
export { parseDocument, parseJson, sha256Schema, shape } from './check.ts';
export { jsonSchema } from './json-schema.ts';
export { PROPERTIES, type PropertyDefinition, type PropertyName } from './properties.ts';
export {
  MAX_WIDTH_PCT,
  MAX_WIDTH_POINTS,
  type PenPoint,
  type PenStroke,
  type Strokes,
  type WidthProfile,
  parseStrokes,
  strokesSchema,
} from './strokes.ts';
