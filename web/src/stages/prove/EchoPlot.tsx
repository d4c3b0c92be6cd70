import type { Bench } from '@amber-stamp/core/bench';
import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { inked } from '../../parts/inked.ts';
import type { EchoView } from '../../engine/protocol/prove.ts';
import { curvesOf, strongestOf, type Curve } from './curves.ts';
import { useMarked } from './marked.ts';

register([LineChart, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

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

/** So much above the lower of its neighbours a peak stands, else it is part of a level run. */
const LEAST_RISE = 0.04;

/** Lags whose likeness stands above both neighbours, at most four; they are named in the plot. */
function peaksOf(values: readonly number[]): Set<number> {
  const beside = (i: number) => [values[i - 1] ?? 0, values[i + 1] ?? values[i - 1] ?? 0];
  const peaks = values
    .map((v, i) => ({ v, i }))
    .filter(({ v, i }) => v > 0.08 && v >= Math.max(...beside(i)) && v >= Math.min(...beside(i)) + LEAST_RISE)
    .sort((a, b) => b.v - a.v)
    .slice(0, 4);
  return new Set(peaks.map(({ i }) => i));
}

/** What is told of the place that is pointed at. */
const tooltipOf = (cycle: number) => ({
  trigger: 'axis',
  confine: true,
  padding: [4, 8],
  textStyle: { fontSize: 12 },
  formatter: (hovered: unknown) => {
    const rows = hovered as { seriesName: string; value: [number, number]; dataIndex: number }[];
    const lines = rows.map(({ seriesName, value }) => `${seriesName} ${(100 * value[1]).toFixed(0)} % alike`);
    return [`${causeOf(rows[0].dataIndex + 1, cycle)}, ${rows[0].value[0].toFixed(0)} px`, ...lines].join('<br>');
  },
});

/** Where the grain comes round. */
const grainLine = (grainPx: number, ink: string) => ({
  symbol: 'none',
  lineStyle: { color: ink },
  label: { formatter: `the grain comes round, ${Math.round(grainPx)} px`, color: ink, align: 'right' },
  data: [{ xAxis: grainPx }],
});

function optionOf(told: EchoView, cycle: number, colourOf: (name: string) => string) {
  const { lagPx = 0, grainPx = 0 } = told.likeness ?? {};
  const curves = curvesOf(told);
  const strongest = strongestOf(curves);
  const count = strongest.length;
  const peaks = peaksOf(strongest.map(({ value }) => value));
  const ink = colourOf('--ink2');
  const series = ({ name, lags, colour, giveAway }: Curve, which: number) => ({
    name,
    type: 'line',
    symbol: 'circle',
    symbolSize: 6,
    color: colourOf(colour),
    lineStyle: { type: giveAway ? 'dashed' : 'solid' },
    data: lags.slice(0, count).map((v, k) => ({
      value: [(k + 1) * lagPx, Math.max(0, Math.min(1, v))],
      label: {
        // on the curve that makes the peak
        show: peaks.has(k) && which === strongest[k].which,
        formatter: causeOf(k + 1, cycle),
        color: colourOf('--ink'),
        position: 'top',
        align: k === 0 ? 'left' : 'center',
      },
    })),
  });
  return {
    animation: false,
    textStyle: { fontFamily: colourOf('--sans') },
    grid: { left: 34, right: 18, top: 30, bottom: 26 },
    legend: { right: 18, top: 0, selectedMode: false, itemWidth: 26, textStyle: { color: ink, fontSize: 12 } },
    tooltip: tooltipOf(cycle),
    xAxis: {
      type: 'value',
      min: 0,
      max: Math.ceil(Math.max(count * lagPx, 1.08 * grainPx)),
      splitLine: { show: false },
      axisLabel: { color: ink },
      axisLine: { lineStyle: { color: ink } },
    },
    yAxis: { type: 'value', min: 0, max: 1, interval: 1, axisLabel: { color: ink }, splitLine: { show: false } },
    series: curves.map((curve, which) => ({
      ...series(curve, which),
      markLine: which === 0 && grainPx > 0 ? grainLine(grainPx, ink) : undefined,
    })),
  };
}

/** How alike dabs are to those further on, over the way between them. Pointing at a place marks such dabs. */
export function EchoPlot({ bench, told }: { bench: Bench; told: EchoView }) {
  const box = useRef<HTMLDivElement>(null);
  const cycle = cycleOf(bench);
  useEffect(() => {
    const field = box.current;
    if (!field) return;
    const chart = init(field, undefined, { renderer: 'svg' });
    chart.setOption(optionOf(told, cycle, (name) => inked(field, name)));
    chart.on('updateAxisPointer', (event) => {
      const { dataIndex } = event as { dataIndex?: number };
      if (dataIndex !== undefined) useMarked.setState({ lag: dataIndex + 1, giveAway: null });
    });
    const fit = new ResizeObserver(() => chart.resize());
    fit.observe(field);
    return () => {
      fit.disconnect();
      chart.dispose();
    };
  }, [told, cycle]);
  return <div ref={box} className="plot" role="img" aria-label={wordsOf(told, cycle)} />;
}

/** The plot for those who do not see it: the first strongest peak. */
function wordsOf(told: EchoView, cycle: number): string {
  const curves = curvesOf(told);
  const all = strongestOf(curves);
  const best = all.reduce((top, { value }, k) => (value > all[top].value ? k : top), 0);
  if (!told.likeness || all.length === 0 || all[best].value < 0.05)
    return 'Likeness along the stroke: dabs are not alike at any distance';
  const { value, which } = all[best];
  const px = ((best + 1) * told.likeness.lagPx).toFixed(0);
  return `Likeness along the stroke: most alike after ${causeOf(best + 1, cycle)}, ${px} px, ${(100 * value).toFixed(0)} % by the ${curves[which].name}`;
}
