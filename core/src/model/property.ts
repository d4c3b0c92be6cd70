export type PropertyKind = 'scaled' | 'added';

/** How a row shows a property: its stretch and how it is divided. */
export interface RulerDefinition {
  readonly group: 'Place' | 'Pose' | 'Ink' | 'Tint' | 'Grain' | 'Relief';
  readonly min: number;
  readonly max: number;
  /** root: small values get more room */
  readonly scale: 'linear' | 'root';
  /** of keys and wheel */
  readonly step: number;
  /** the ends that the first driver pulls apart: never down to nothing */
  readonly apart: readonly [number, number];
  /** words that find the row */
  readonly words: string;
}

/** How a ladder goes over a property: over the rest of a scaled one, over what chance adds to both sides of an added one. */
export interface SweepDefinition {
  /** missing: the property's own */
  readonly label?: string;
  /** narrower limits, where the property's own are further than anybody looks */
  readonly min?: number;
  readonly max?: number;
  /** what a ladder begins with; around: half and twice the present value */
  readonly ends: 'around' | readonly [number, number];
}

export interface PropertyDefinition {
  readonly name: string;
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
  readonly ruler: RulerDefinition;
  /** null: a ladder goes over the grain's instead */
  readonly sweep: SweepDefinition | null;
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

type Row = Omit<PropertyDefinition, 'name' | 'kind' | 'endMin' | 'endMax'>;

/** A property that is multiplied: its ends are percent of its rest. */
export const scaled = (row: Row) => ({ ...row, kind: 'scaled', endMin: 0, endMax: 400 }) as const;

/** A property that is added to, as far as `bound` to both sides; nothing is added at rest. */
export const added = (bound: number, row: Omit<Row, 'rest' | 'restMin' | 'restMax' | 'neutral'>) =>
  ({
    ...row,
    kind: 'added',
    rest: 0,
    restMin: -bound,
    restMax: bound,
    endMin: -bound,
    endMax: bound,
    neutral: 0,
  }) as const;

export const ruler = (
  group: RulerDefinition['group'],
  [min, max]: readonly [number, number],
  apart: readonly [number, number],
  words: string,
): RulerDefinition => ({ group, min, max, scale: 'linear', step: 1, apart, words });
export const rootRuler = (...all: Parameters<typeof ruler>): RulerDefinition => ({ ...ruler(...all), scale: 'root' });
