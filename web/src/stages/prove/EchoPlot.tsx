import type { Bench } from '@amber-stamp/core';
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { inked } from '../../parts/inked.ts';
import type { Likeness } from '../../workers/prove-protocol.ts';
import { useMarked } from './marked.ts';

register([LineChart, GridComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

const MOST_LAGS = 24;

/** After how many dabs a deck that is dealt in order begins again; 0 for any other. */
function cycleOf(bench: Bench): number {
  const dealt = bench.brush.coats[0].deck.cards.filter((c) => !c.muted).length;
  return bench.brush.coats[0].deck.deal === 'in-order' && dealt > 1 ? dealt : 0;
}

/** What makes a lag likely to repeat, in words. */
function causeOf(lag: number, cycle: number): string {
  const dabs = `${lag} dab${lag === 1 ? '' : 's'}`;
  if (cycle && lag % cycle === 0) return `${dabs}: the deck comes round`;
  return lag === 1 ? `${dabs}: the spacing` : dabs;
}

/** Lags whose likeness stands above both neighbours, at most four; they are named in the plot. */
function peaksOf(values: readonly number[]): Set<number> {
  const peaks = values
    .map((v, i) => ({ v, i }))
    .filter(({ v, i }) => v > 0.08 && v >= (values[i - 1] ?? 0) && v >= (values[i + 1] ?? 0))
    .sort((a, b) => b.v - a.v)
    .slice(0, 4);
  return new Set(peaks.map(({ i }) => i));
}

function optionOf(likeness: Likeness, cycle: number) {
  const { lagPx, grainPx } = likeness;
  const count = Math.min(MOST_LAGS, Math.max(likeness.inside.length, likeness.outline.length));
  const both = Array.from({ length: count }, (_, k) => Math.max(likeness.inside[k] ?? 0, likeness.outline[k] ?? 0));
  const peaks = peaksOf(both);
  const ink = inked('--ink2', '#6b5f55');
  const series = (name: string, values: readonly number[], colour: string) => ({
    name,
    type: 'line',
    symbol: 'circle',
    symbolSize: 6,
    color: colour,
    data: values.slice(0, count).map((v, k) => ({
      value: [(k + 1) * lagPx, Math.max(0, Math.min(1, v))],
      label: {
        // on the curve that makes the peak
        show: peaks.has(k) && v === both[k],
        formatter: causeOf(k + 1, cycle),
        color: inked('--ink', '#2a211c'),
        position: 'top',
        align: k === 0 ? 'left' : 'center',
      },
    })),
  });
  return {
    animation: false,
    textStyle: { fontFamily: inked('--sans', 'sans-serif') },
    grid: { left: 34, right: 18, top: 22, bottom: 26 },
    tooltip: {
      trigger: 'axis',
      confine: true,
      padding: [4, 8],
      textStyle: { fontSize: 12 },
      formatter: (hovered: unknown) => {
        const rows = hovered as { seriesName: string; value: [number, number]; dataIndex: number }[];
        const lines = rows.map(({ seriesName, value }) => `${seriesName} ${(100 * value[1]).toFixed(0)} % alike`);
        return [`${causeOf(rows[0].dataIndex + 1, cycle)}, ${rows[0].value[0].toFixed(0)} px`, ...lines].join('<br>');
      },
    },
    xAxis: {
      type: 'value',
      min: 0,
      max: Math.ceil(count * lagPx),
      splitLine: { show: false },
      axisLabel: { color: ink },
      axisLine: { lineStyle: { color: ink } },
    },
    yAxis: { type: 'value', min: 0, max: 1, interval: 1, axisLabel: { color: ink }, splitLine: { show: false } },
    series: [
      {
        ...series('inside', likeness.inside, inked('--amber', '#8f4b00')),
        markLine:
          grainPx > 0 && grainPx < count * lagPx
            ? {
                symbol: 'none',
                lineStyle: { color: ink },
                label: { formatter: 'the grain comes round', color: ink },
                data: [{ xAxis: grainPx }],
              }
            : undefined,
      },
      series('outline', likeness.outline, inked('--moss', '#46613f')),
    ],
  };
}

/** How alike dabs are to those further on, over the way between them. Pointing at a place marks such dabs. */
export function EchoPlot({ bench, likeness }: { bench: Bench; likeness: Likeness }) {
  const box = useRef<HTMLDivElement>(null);
  const cycle = cycleOf(bench);
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current, undefined, { renderer: 'svg' });
    chart.setOption(optionOf(likeness, cycle));
    chart.on('updateAxisPointer', (event) => {
      const { dataIndex } = event as { dataIndex?: number };
      if (dataIndex !== undefined) useMarked.setState({ lag: dataIndex + 1, giveAway: null });
    });
    const fit = new ResizeObserver(() => chart.resize());
    fit.observe(box.current);
    return () => {
      fit.disconnect();
      chart.dispose();
    };
  }, [likeness, cycle]);
  return <div ref={box} className="plot" role="img" aria-label={wordsOf(likeness, cycle)} />;
}

/** The plot for those who do not see it: the first strongest peak. */
function wordsOf({ inside, outline, lagPx }: Likeness, cycle: number): string {
  const both = inside.map((v, k) => Math.max(v, outline[k] ?? 0));
  const best = both.reduce((top, v, k) => (v > both[top] ? k : top), 0);
  if (both.length === 0 || both[best] < 0.05) return 'Likeness along the stroke: dabs are not alike at any distance';
  const px = ((best + 1) * lagPx).toFixed(0);
  return `Likeness along the stroke: most alike after ${causeOf(best + 1, cycle)}, ${px} px, ${(100 * both[best]).toFixed(0)} %`;
}
