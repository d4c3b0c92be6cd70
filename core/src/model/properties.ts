/**
 * The property table: everything a dab can have, from which the schema, the property model, the rows of the interface
 * and the documents are made. The order is part of every chance draw and never changes; new properties go last.
 */
export type PropertyKind = 'scaled' | 'added';

export interface PropertyDefinition {
  readonly name: PropertyName;
  readonly label: string;
  readonly kind: PropertyKind;
  readonly unit: 'px' | '%' | 'deg' | '';
  /** Value when nothing moves it and nothing is written. */
  readonly rest: number;
  readonly restMin: number;
  readonly restMax: number;
  /** Bounds of the two ends: percent of rest when scaled, in the unit itself when added. */
  readonly endMin: number;
  readonly endMax: number;
  /** Rest while muted; undefined: its own rest. */
  readonly neutral: number | undefined;
  /** The column of a table of dabs that it fills; null where it only moves dabs. */
  readonly column: PropertyColumn | null;
  readonly help: string;
}

/** What properties fill of a table of dabs. */
export type PropertyColumn =
  | 'sizePx'
  | 'angleDeg'
  | 'aspectPct'
  | 'opacityPct'
  | 'flowPct'
  | 'hueDeg'
  | 'saturationPct'
  | 'lightnessPct'
  | 'mixPct'
  | 'depthPct'
  | 'thicknessPx';

export const PROPERTY_NAMES = [
  'size',
  'spacing',
  'across',
  'along',
  'angle',
  'aspect',
  'opacity',
  'flow',
  'hue',
  'saturation',
  'lightness',
  'mix',
  'depth',
  'thickness',
] as const;
export type PropertyName = (typeof PROPERTY_NAMES)[number];

const scaled = (
  name: PropertyName,
  label: string,
  unit: 'px' | '%',
  [rest, restMin, restMax]: readonly [number, number, number],
  {
    neutral,
    column = null,
    help,
  }: Pick<PropertyDefinition, 'help'> & Partial<Pick<PropertyDefinition, 'neutral' | 'column'>>,
): PropertyDefinition => ({
  name,
  label,
  kind: 'scaled',
  unit,
  rest,
  restMin,
  restMax,
  endMin: 0,
  endMax: 400,
  neutral,
  column,
  help,
});

const added = (
  name: PropertyName,
  label: string,
  [bound, unit]: readonly [number, '%' | 'deg'],
  column: PropertyColumn | null,
  help: string,
): PropertyDefinition => ({
  name,
  label,
  kind: 'added',
  unit,
  rest: 0,
  restMin: -bound,
  restMax: bound,
  endMin: -bound,
  endMax: bound,
  neutral: 0,
  column,
  help,
});

export const PROPERTIES: Readonly<Record<PropertyName, PropertyDefinition>> = {
  size: scaled('size', 'Size', 'px', [64, 1, 4096], { column: 'sizePx', help: 'Longer side of the tip on the sheet.' }),
  spacing: scaled('spacing', 'Spacing', '%', [20, 0.5, 1000], {
    help: 'Way to the next dab, in percent of the size: 100 is edge to edge, 200 leaves a gap of one tip.',
  }),
  across: added('across', 'Across', [1000, '%'], null, 'Shift to the side of the path, in percent of the size.'),
  along: added('along', 'Along', [1000, '%'], null, 'Shift forwards or back on the path, in percent of the size.'),
  angle: added('angle', 'Angle', [360, 'deg'], 'angleDeg', 'Turn of the tip, clockwise; 0 is as it was cut.'),
  aspect: scaled('aspect', 'Aspect', '%', [100, 1, 400], {
    neutral: 100,
    column: 'aspectPct',
    help: 'Height against width; 100 is as it was cut.',
  }),
  opacity: scaled('opacity', 'Opacity', '%', [100, 0, 100], {
    neutral: 100,
    column: 'opacityPct',
    help: 'The ceiling that flow builds up to.',
  }),
  flow: scaled('flow', 'Flow', '%', [100, 0, 100], {
    neutral: 100,
    column: 'flowPct',
    help: 'How much of the way to the ceiling one dab goes.',
  }),
  hue: added('hue', 'Hue', [360, 'deg'], 'hueDeg', 'Turn of the hue.'),
  saturation: added('saturation', 'Saturation', [100, '%'], 'saturationPct', 'More or less colour.'),
  lightness: added('lightness', 'Lightness', [100, '%'], 'lightnessPct', 'Lighter or darker.'),
  mix: scaled('mix', 'Mix', '%', [0, 0, 100], {
    neutral: 0,
    column: 'mixPct',
    help: 'From the first colour (0) to the second (100).',
  }),
  depth: scaled('depth', 'Grain depth', '%', [100, 0, 100], {
    neutral: 100,
    column: 'depthPct',
    help: 'How deep the grain bites.',
  }),
  thickness: scaled('thickness', 'Thickness', 'px', [0, 0, 100], {
    neutral: 0,
    column: 'thicknessPx',
    help: 'How high the paint stands where the tip is full, or how deep it is pressed in below the base plane; 0 is flat.',
  }),
};
