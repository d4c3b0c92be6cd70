import { DAB_COLUMNS, type DabTable } from './dab-table.ts';

const HEAD = ['stroke', 'coat', 'dab', ...DAB_COLUMNS].join(',');

/** A number with at most nine decimals, without a tail of zeros. */
const text = (v: number): string => String(Math.round(v * 1e9) / 1e9);

/** The dabs of strokes and coats as CSV, in printing order. */
export function dabsCsv(tables: readonly { stroke: number; coat: number; dabs: DabTable }[]): string {
  const lines = [HEAD];
  for (const { stroke, coat, dabs } of tables)
    for (let i = 0; i < dabs.count; i++)
      lines.push([stroke, coat, i, ...DAB_COLUMNS.map((name) => text(dabs[name][i]))].join(','));
  return `${lines.join('\n')}\n`;
}
