// Walks every journey in the browser and writes how many gestures each took to docs/bench/journeys.md.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { JourneyCount } from '../e2e/journeys/note.ts';

const TITLES: readonly string[] = [
  'Sparks over the glasshouse',
  'Bark in a circle',
  'Marker',
  'Four pairs',
  'Wash from a photograph',
  'Kelp frond with two ends',
  'Ripple glass',
  'Ragged blot',
  'Dust in the light',
  'Reed hairs',
  'By numbers',
  'Rock that hangs over',
  'Scale from a mussel',
  'Cut from a drawing',
  'Mooring rope',
  'A weathered ground that never repeats',
  'Family of grains',
  'Struck pane',
  'Dry ink',
  'Pores',
  'Button',
];

const counts = join(mkdtempSync(join(tmpdir(), 'journeys-')), 'counts');
const walked = readdirSync('e2e/journeys').filter((name) => name.endsWith('.test.ts'));
const tests = [...walked.map((name) => `e2e/journeys/${name}`), 'e2e/journeys-relief.test.ts'];
const { status } = spawnSync(process.execPath, ['node_modules/mocha/bin/mocha.js', ...tests], {
  stdio: 'inherit',
  env: { ...process.env, JOURNEY_COUNTS: counts },
});
if (status !== 0) throw new Error('a journey did not come to its end; the table is as it was');

const found = readFileSync(counts, 'utf8')
  .trim()
  .split('\n')
  .map((line) => JSON.parse(line) as JourneyCount)
  .sort((a, b) => a.journey - b.journey);
const within = found.filter(({ gestures, most }) => gestures <= most).length;
const rows = found.map(
  ({ journey, gestures, most, why }) => `| ${journey} | ${TITLES[journey - 1]} | ${most} | ${gestures} | ${why} |`,
);
writeFileSync(
  'docs/bench/journeys.md',
  `# How many gestures a job takes

Counted by the browser tests that walk the jobs, \`npm run journeys\`: a press, also on a stage or a part, a drag, a typed
value, a drawn stroke, a chosen file are one each. ${within} of ${found.length} take no more than they may.

| journey | job | may take | takes | why more |
|---|---|---|---|---|
${rows.join('\n')}
`,
);
