import { BarChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { inked } from './inked.ts';

register([BarChart, GridComponent, TooltipComponent, SVGRenderer]);

/** How often each value occurs, on a scale by powers so that rare values show. Pointing tells value and share. */
export function Histogram({ shares, label }: { shares: readonly number[]; label: string }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const field = box.current;
    if (!field) return;
    const chart = init(field, undefined, { renderer: 'svg' });
    const ink = inked(field, '--ink2');
    chart.setOption({
      animation: false,
      textStyle: { fontFamily: inked(field, '--sans') },
      grid: { left: 8, right: 8, top: 8, bottom: 22 },
      xAxis: {
        type: 'category',
        data: shares.map((_, i) => (i / (shares.length - 1)).toFixed(2)),
        axisTick: { show: false },
        axisLine: { lineStyle: { color: ink } },
        axisLabel: { color: ink, interval: Math.floor(shares.length / 4) - 1 },
      },
      yAxis: { type: 'value', show: false },
      tooltip: {
        trigger: 'axis',
        formatter: (hovered: unknown) => {
          const [{ dataIndex }] = hovered as { dataIndex: number }[];
          return `value ${(dataIndex / (shares.length - 1)).toFixed(2)}: ${(shares[dataIndex] * 100).toFixed(2)} %`;
        },
      },
      series: [
        {
          type: 'bar',
          barCategoryGap: '0%',
          data: shares.map((v) => Math.sqrt(v)),
          itemStyle: { color: inked(field, '--amber') },
        },
      ],
    });
    return () => chart.dispose();
  }, [shares]);
  return <div ref={box} role="img" aria-label={label} style={{ height: 150 }} />;
}
