/** The columns of a table of dabs in the order in which files tell them. Lengths in px, angles in degrees, the rest in percent. */
const COLUMNS = {
  x: 'number',
  y: 'number',
  sizePx: 'number',
  angleDeg: 'number',
  aspectPct: 'number',
  mirrorX: 'byte',
  mirrorY: 'byte',
  opacityPct: 'number',
  flowPct: 'number',
  card: 'byte',
  mixPct: 'number',
  hueDeg: 'number',
  saturationPct: 'number',
  lightnessPct: 'number',
  depthPct: 'number',
  /** how high the dab stands above the sheet */
  thicknessPx: 'number',
} as const;
type ColumnName = keyof typeof COLUMNS;

export const DAB_COLUMNS = Object.keys(COLUMNS) as readonly ColumnName[];

/** The dabs of one stroke and coat as columns, one row a dab. */
export type DabTable = {
  count: number;
  /** how far along the path the hand was, px: of no use to others, and told in no file */
  alongPx: Float64Array;
} & { [Name in ColumnName]: (typeof COLUMNS)[Name] extends 'byte' ? Uint8Array : Float64Array };

/** An empty table with room for `capacity` dabs. */
export function dabTable(capacity: number): DabTable {
  const columns = DAB_COLUMNS.map((name) => [
    name,
    COLUMNS[name] === 'byte' ? new Uint8Array(capacity) : new Float64Array(capacity),
  ]);
  return { count: 0, alongPx: new Float64Array(capacity), ...Object.fromEntries(columns) } as DabTable;
}
