// Share of tests in the code, in lines that are not blank.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const files = execFileSync('git', ['ls-files'], { encoding: 'utf8' }).split('\n');
const code = files.filter((f) => /\.(ts|tsx|mjs|css)$/.test(f) && !f.includes('drizzle'));
const lines = (f) =>
  readFileSync(f, 'utf8')
    .split('\n')
    .filter((l) => l.trim()).length;
const isTest = (f) => /\.test\.(ts|mjs)$|(^|\/)(test|e2e)\//.test(f);
const sum = (list) => list.reduce((n, f) => n + lines(f), 0);
const tests = sum(code.filter(isTest));
const all = sum(code);
console.log(`${tests} of ${all} lines are tests: ${((100 * tests) / all).toFixed(1)} %`);
