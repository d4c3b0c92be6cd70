import * as echarts from 'echarts';
import sharp from 'sharp';
import type { Growth } from './axis.ts';

const COLUMNS = 3;
/** Px of one plot, with the room around it. */
const CELL = { width: 420, height: 280 };
const ROOM = { left: 62, right: 16, top: 44, bottom: 48 };
const INK = '#3b3630';
const TIME = '#a8641e';
const MEMORY = '#4f7a6b';
const RULE = '#b9b1a5';

/** n log n through the last point: what grows faster lies below it to the left. */
function rule({ points }: Growth): [number, number][] {
  const { n: last, ms } = points[points.length - 1];
  const nLogN = (n: number) => n * Math.log(1 + n);
  return points.map(({ n }) => [n, (ms * nLogN(n)) / nLogN(last)]);
}

function plot(growth: Growth, k: number) {
  const [column, row] = [k % COLUMNS, Math.floor(k / COLUMNS)];
  const axis = { type: 'log', gridIndex: k, splitLine: { lineStyle: { color: '#eee8de' } }, axisLabel: { color: INK } };
  const name = { nameTextStyle: { color: INK }, nameLocation: 'middle' };
  const seen = growth.points.flatMap(({ ms, mb = 0 }) => (mb >= 1 ? [ms, mb] : [ms]));
  const least = 10 ** Math.floor(Math.log10(Math.min(...seen)));
  const lines = [
    { data: rule(growth).filter(([, cost]) => cost >= least), colour: RULE, type: 'dashed' },
    { data: growth.points.map(({ n, ms }) => [n, ms]), colour: TIME, type: 'solid' },
    { data: growth.points.flatMap(({ n, mb = 0 }) => (mb >= 1 ? [[n, mb]] : [])), colour: MEMORY, type: 'solid' },
  ];
  return {
    title: {
      text: growth.what,
      left: column * CELL.width + ROOM.left,
      top: row * CELL.height + 12,
      textStyle: { fontSize: 12, color: INK },
    },
    grid: {
      left: column * CELL.width + ROOM.left,
      top: row * CELL.height + ROOM.top,
      width: CELL.width - ROOM.left - ROOM.right,
      height: CELL.height - ROOM.top - ROOM.bottom,
    },
    xAxis: { ...axis, ...name, name: growth.of, nameGap: 26 },
    yAxis: { ...axis, ...name, name: 'ms, MB', nameGap: 42, min: least },
    series: lines.map(({ data, colour, type }) => ({
      ...{ type: 'line', xAxisIndex: k, yAxisIndex: k, data, silent: true },
      ...{
        symbolSize: type === 'solid' ? 6 : 0,
        lineStyle: { color: colour, type, width: 2 },
        itemStyle: { color: colour },
      },
    })),
  };
}

/** One plot for each growth; both in logarithms: time, memory, and n log n as a dashed line. */
export async function chartOf(growths: readonly Growth[]): Promise<Uint8Array> {
  const [width, height] = [COLUMNS * CELL.width, Math.ceil(growths.length / COLUMNS) * CELL.height];
  const chart = echarts.init(null, null, { renderer: 'svg', ssr: true, width, height });
  const plots = growths.map(plot);
  chart.setOption({
    animation: false,
    backgroundColor: '#fffdf8',
    title: plots.map(({ title }) => title),
    grid: plots.map(({ grid }) => grid),
    xAxis: plots.map(({ xAxis }) => xAxis),
    yAxis: plots.map(({ yAxis }) => yAxis),
    series: plots.flatMap(({ series }) => series),
  } as echarts.EChartsCoreOption);
  const svg = chart.renderToSVGString();
  chart.dispose();
  return sharp(Buffer.from(svg)).png({ palette: true }).toBuffer();
}
