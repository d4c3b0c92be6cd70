export { inOrder } from './in-order.ts';
export { type Brush, brushSchema, parseBrush, plainBrush, type Taper, taperSchema } from './brush-schema.ts';
export { broadestPx, largestPx, plateNames } from './brush.ts';
export {
  type Band,
  BAND_CORNERS,
  BAND_FILLS,
  MOST_ENDS_PCT,
  MOST_CARDS,
  PLAIN_BAND,
  plainGrain,
  bandFields,
  type Card,
  cardSchema,
  deckSchema,
  floorSchema,
  grainSchema,
  inkSchema,
  type Coat,
  type CoatInk,
  type Deck,
  type Grain,
  type Properties,
} from './coat-schema.ts';
export { type Deal, DEALS, HOLDS, JOINS, MEETS } from './choices.ts';
export {
  DRIVERS,
  driverSchema,
  type Driver,
  type DriverName,
  FOLLOWS,
  type Follow,
  type Property,
  SPREADS,
} from './driver-schema.ts';
export { parseDocument, parseJson, sha256Schema, shape } from './check.ts';
export { defaultOf, type Limits, limitsOf, mostOf, within } from './limits.ts';
export { jsonSchema } from './json-schema.ts';
export { COUNT, PROPERTIES, PROPERTY_NAMES, type PropertyName } from './properties.ts';
export type { PropertyDefinition, RulerDefinition } from './property.ts';
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
