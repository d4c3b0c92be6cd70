// Measures one place of an axis in this process alone, so that its memory is its own: point.ts AXIS VALUE.
import { median } from '../measure.ts';
import { AXES } from './engine-axes.ts';

/** Rounds at most, and no new one after so long. */
const ROUNDS = 7;
const ENOUGH_MS = 4000;

const mb = (): number => process.resourceUsage().maxRSS / 1024;

const [axis, value] = process.argv.slice(2);
const run = AXES[axis].prepare(Number(value));
const before = mb();
const times: number[] = [];
const begun = performance.now();
while (times.length <= ROUNDS && (times.length < 2 || performance.now() - begun < ENOUGH_MS)) {
  const start = process.cpuUsage();
  run();
  const { user, system } = process.cpuUsage(start);
  times.push((user + system) / 1000);
}
// the first round warms
console.log(JSON.stringify({ ms: median(times.slice(1)), mb: mb() - before }));
