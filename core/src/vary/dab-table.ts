/** The dabs of one stroke and coat as columns, one row a dab. Lengths in px, angles in degrees, the rest in percent. */
export interface DabTable {
  count: number;
  x: Float64Array;
  y: Float64Array;
  sizePx: Float64Array;
  angleDeg: Float64Array;
  aspectPct: Float64Array;
  mirrorX: Uint8Array;
  mirrorY: Uint8Array;
  opacityPct: Float64Array;
  flowPct: Float64Array;
  card: Uint8Array;
  mixPct: Float64Array;
  hueDeg: Float64Array;
  saturationPct: Float64Array;
  lightnessPct: Float64Array;
  depthPct: Float64Array;
  /** how high the dab stands above the sheet */
  thicknessPx: Float64Array;
  /** how far along the path the hand was, px */
  alongPx: Float64Array;
}

const FLOAT_COLUMNS = [
  'x',
  'y',
  'sizePx',
  'angleDeg',
  'aspectPct',
  'opacityPct',
  'flowPct',
  'mixPct',
  'hueDeg',
  'saturationPct',
  'lightnessPct',
  'depthPct',
  'thicknessPx',
  'alongPx',
] as const;
const BYTE_COLUMNS = ['mirrorX', 'mirrorY', 'card'] as const;

/** An empty table with room for `capacity` dabs. */
export function dabTable(capacity: number): DabTable {
  const table: Record<string, number | Float64Array | Uint8Array> = { count: 0 };
  for (const name of FLOAT_COLUMNS) table[name] = new Float64Array(capacity);
  for (const name of BYTE_COLUMNS) table[name] = new Uint8Array(capacity);
  return table as unknown as DabTable;
}
