import type { DabTable } from './dab-table.ts';

const HEAD =
  'stroke,coat,dab,x,y,sizePx,angleDeg,aspectPct,mirrorX,mirrorY,opacityPct,flowPct,card,mixPct,hueDeg,saturationPct,lightnessPct,depthPct';

/** A number with at most nine decimals, without a tail of zeros. */
const text = (v: number): string => String(Math.round(v * 1e9) / 1e9);

/** The dabs of strokes and coats as CSV, in printing order. */
export function dabsCsv(tables: readonly { stroke: number; coat: number; dabs: DabTable }[]): string {
  const lines = [HEAD];
  for (const { stroke, coat, dabs } of tables)
    for (let i = 0; i < dabs.count; i++)
      lines.push(
        [
          stroke,
          coat,
          i,
          text(dabs.x[i]),
          text(dabs.y[i]),
          text(dabs.sizePx[i]),
          text(dabs.angleDeg[i]),
          text(dabs.aspectPct[i]),
          dabs.mirrorX[i],
          dabs.mirrorY[i],
          text(dabs.opacityPct[i]),
          text(dabs.flowPct[i]),
          dabs.card[i],
          text(dabs.mixPct[i]),
          text(dabs.hueDeg[i]),
          text(dabs.saturationPct[i]),
          text(dabs.lightnessPct[i]),
          text(dabs.depthPct[i]),
        ].join(','),
      );
  return `${lines.join('\n')}\n`;
}
