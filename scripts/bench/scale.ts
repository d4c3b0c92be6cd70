// npm run bench:scale: how cost grows with what there is of everything. Writes docs/bench/scale.md and scale.png.
import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { largeEnd, told, type Growth, type Point } from './scale/axis.ts';
import { cabinetGrowth } from './scale/cabinet-axes.ts';
import { chartOf } from './scale/chart.ts';
import { AXES } from './scale/engine-axes.ts';

/** A slope above that of n log n by no more than this is what a shared machine makes of it. */
const NOISE = 0.12;

function measured(axis: string): Growth {
  const { what, of, values, count } = AXES[axis];
  const points = values.map((value): Point => {
    console.error(`measuring ${what}: ${value} ...`);
    const args = ['--import', 'tsx', 'scripts/bench/scale/point.ts', axis, String(value)];
    const point = JSON.parse(execFileSync(process.execPath, args, { encoding: 'utf8' })) as Omit<Point, 'n'>;
    return { n: count?.(value) ?? value, ...point };
  });
  return { what, of, points };
}

const short = (value: number): string => (value >= 10 ? value.toFixed(0) : value.toFixed(value >= 1 ? 1 : 2));

function row(growth: Growth): string {
  const { time, memory, allowed } = told(growth);
  const costs = growth.points.map(({ n, ms }) => `${short(n)}: ${short(ms)}`).join(', ');
  const large = largeEnd(growth.points);
  const most = growth.points[growth.points.length - 1].mb;
  const faster = time > allowed + NOISE ? ' **faster than n log n**' : '';
  return `| ${growth.what} | ${growth.of} | ${costs} | from ${short(large[0].n)} on: ${time.toFixed(2)} (${allowed.toFixed(2)})${faster} | ${most === undefined ? '' : short(most)} | ${memory === undefined ? '' : memory.toFixed(2)} |`;
}

const growths = [...Object.keys(AXES).map(measured), ...(await cabinetGrowth())];
const text = `# How cost grows

Measured by \`npm run bench:scale\` on ${cpus().length} cores (${cpus()[0]?.model ?? 'unknown'}), a shared machine: slopes hold, milliseconds do
not. The engine: milliseconds of the processor in one thread, each place in a process of its own, whose memory is counted beyond what it
held before. The cabinet: milliseconds from a request to its answer on a server of its own, and what that has grown by since it was empty.

A slope is that of the logarithms over the larger half of the places: 1 is in proportion, 0 the same for any number; beside it, in
brackets, that of n log n there.

![Time, memory and n log n against number](scale.png)

Brown: milliseconds; green: MB; dashed: n log n through the last place.

| what | n | ms for n | slope of time | MB at the last | slope of memory |
|---|---|---|---|---|---|
${growths.map(row).join('\n')}
`;
mkdirSync('docs/bench', { recursive: true });
writeFileSync('docs/bench/scale.md', text);
writeFileSync('docs/bench/scale.png', await chartOf(growths));
console.log(text);
process.exit(0);
