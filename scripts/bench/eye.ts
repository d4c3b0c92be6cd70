// How well echo and texture agree with the eye on rated strokes, and what the cures make of those that repeat.
import { InkEngine } from '@amber-stamp/core/ink';
import {
  beginFixes,
  FITTED,
  fixesAfter,
  combineFixes,
  tryFix,
  type FixBaseline,
  type TriedFix,
} from '@amber-stamp/core/prove';
import { writeFileSync } from 'node:fs';
import { mean } from '@amber-stamp/core/maths';
import { agreement, leftOutByTips } from '../../demo/src/agreement.ts';
import { measureRated, ratedBrush, type RatedStroke } from '../../demo/src/rated.ts';
import { countFlaws, type FlawCount } from './flawed-pairs.ts';

const rows = await measureRated();
const eye = rows.map(({ repeat }) => repeat);
const whole = (v: number): string => v.toFixed(0);

function line(what: string, numbers: readonly number[], of: readonly number[] = eye): string {
  const { rank, off } = agreement(numbers, of);
  return `| ${what} | ${rank.toFixed(3)} | ${off.toFixed(1)} |`;
}

/** Spacing alone as a number 0..100: what one gets by rank without any look at the picture. */
const bySpacing = rows.map(({ spacingPct }) => Math.min(100, spacingPct));

const away = ({ echo, repeat }: RatedStroke): number => Math.abs(echo - repeat);
const worst = [...rows].sort((a, b) => away(b) - away(a)).slice(0, 10);
const worstLine = ({ name, tips, spacingPct, repeat, echo, eyeTexture, texture }: RatedStroke): string =>
  `| ${name} | ${tips} | ${spacingPct} % | ${whole(repeat)} | ${whole(echo)} | ${whole(eyeTexture)} | ${whole(texture)} |`;

interface CuredStroke {
  row: RatedStroke;
  before: FixBaseline;
  best: TriedFix | undefined;
}
const REPEATS = 40;
const LOOK = 0.25;
/** Dabs further apart than this stand free or nearly so, percent of the tip. */
const FREE = 60;

/** The best set of fixes of a rated stroke within the look. */
async function curedOf(row: RatedStroke): Promise<CuredStroke> {
  const engine = new InkEngine();
  const { brush, plates } = await ratedBrush(row.name);
  const { before, fixes } = beginFixes(engine, brush, plates);
  const tryAll = (all: typeof fixes) => all.map((fix) => tryFix(engine, before, plates, fix));
  const tried = tryAll(fixes);
  const best = await combineFixes(before, tried, LOOK, (fix) =>
    Promise.resolve(tryAll(fixesAfter(engine, before, plates, fix, tried))),
  );
  return { row, before, best };
}

const all: CuredStroke[] = [];
for (const row of rows.filter(({ echo }) => echo > REPEATS)) {
  all.push(await curedOf(row));
  process.stderr.write(`\rcures: ${all.length}`);
}
process.stderr.write('\n');
const halved = (list: readonly CuredStroke[]): string => {
  const n = list.filter(({ before, best }) => best && best.echo <= before.echo / 2).length;
  return `${n} of ${list.length}`;
};
const dense = all.filter(({ row }) => row.spacingPct < FREE);
const free = all.filter(({ row }) => row.spacingPct >= FREE);
const cureLine = ({ row, before, best }: CuredStroke): string =>
  best
    ? `| ${row.name} | ${row.tips} | ${row.spacingPct} % | ${whole(before.echo)} to ${whole(best.echo)} | ${whole(before.texture)} to ${whole(best.texture)} | ${whole(100 * best.look)} % | ${best.what} |`
    : `| ${row.name} | ${row.tips} | ${row.spacingPct} % | ${whole(before.echo)} | ${whole(before.texture)} | | none within the look |`;

const flaws = countFlaws();
const sum = (of: (count: FlawCount) => number): number => flaws.reduce((total, count) => total + of(count), 0);
const pairs = sum((count) => count.pairs);
const share = (n: number, of: number): string => `${whole((100 * n) / of)} %`;
const flawLine = ({ flaw, pairs: n, above, told }: FlawCount): string =>
  `| ${flaw} | ${n} | ${share(above, n)} | ${share(told, n)} |`;

const text = `# How well the numbers agree with the eye

Made by \`npm run bench:eye\` on the ${rows.length} strokes of [demo/rated](../../demo/rated/README.md), each rated three times, blind. The raters agree with one another to 0.97.

| | rank correlation | off, root mean square |
| --- | --- | --- |
${line(
  'echo',
  rows.map(({ echo }) => echo),
)}
${line('echo, each tip measured by factors fitted to all other tips', leftOutByTips(rows))}
${line('spacing alone', bySpacing)}
${line(
  'texture',
  rows.map(({ texture }) => texture),
  rows.map(({ eyeTexture }) => eyeTexture),
)}

The mean of the ratings is ${whole(mean(eye))}, that of the echo ${whole(mean(rows.map(({ echo }) => echo)))}. Four factors are fitted: ${Object.entries(
  FITTED,
)
  .map(([name, value]) => `${name} ${value}`)
  .join(', ')}.

## The ten strokes that it misses by most

| stroke | tips | spacing | eye, repeats | echo | eye, texture | texture |
| --- | --- | --- | --- | --- | --- | --- |
${worst.map(worstLine).join('\n')}

## Tips with a flaw, and the same without

Twelve made tips, each with one of five flaws put on it, printed in three ways: dabs close and nearly alike, further apart
and turned a little, turned all round and of many sizes. What is put on a tip makes plain dabs less alike, too, so not
every flaw makes a stroke repeat more.

| flaw | pairs | flawed above clean | told among the first three |
| --- | --- | --- | --- |
${flaws.map(flawLine).join('\n')}
| all | ${pairs} | ${share(
  sum(({ above }) => above),
  pairs,
)} | ${share(
  sum(({ told }) => told),
  pairs,
)} |

## What the cures make of strokes that repeat

The best set of fixes within a look of ${100 * LOOK} % that keeps nine tenths of the texture halves the echo of **${halved(all)}** strokes with an echo over ${REPEATS}:
of ${halved(dense)} whose dabs overlap, and of ${halved(free)} whose dabs stand ${FREE} % or more apart. Dabs that stand free are known again whatever is done to them, short of another look: they must come nearer.

| stroke | tips | spacing | echo | texture | look | what |
| --- | --- | --- | --- | --- | --- | --- |
${all.map(cureLine).join('\n')}
`;
writeFileSync('docs/bench/eye.md', text);
console.log(text);
