// npm test: installs what is missing, then everything; the last line is "N passed, N failed".
// npm test -- e2e proving journey: only these files of the browser's tests.
import { preparePackages, prepareSystem } from './lib/prepare.mjs';
import { runSuite } from './lib/suite.mjs';

const [wanted = 'all', ...named] = process.argv.slice(2);
prepareSystem({ browser: wanted === 'all' || wanted === 'e2e' });
preparePackages();
const { buildCli } = await import('./build-cli.mjs');
await buildCli();

/** A suite that runs its files one after the other says each test; one that runs two at a time says each file. */
const QUIET_MS = 15 * 60_000;
const FIRST_MS = 5 * 60_000;

const count = { passed: 0, failed: 0 };
/** What failed, to be read once more at the end, where a log that is cut still has it. */
const failures = [];
let database;

async function check(name, command, args) {
  console.log(`\n== ${name}`);
  const { status, text } = await runSuite(command, args, { quietMs: QUIET_MS });
  count[status === 0 ? 'passed' : 'failed']++;
  if (status !== 0) failures.push(`${name}:\n${text.split('\n').slice(-40).join('\n')}`);
}

async function mocha(name, files, env) {
  console.log(`\n== ${name}`);
  const args = ['node_modules/mocha/bin/mocha.js', ...files];
  const { status, text } = await runSuite(process.execPath, args, { env, quietMs: QUIET_MS, firstMs: FIRST_MS });
  const number = (word) => Number(new RegExp(`(\\d+) ${word}`).exec(text)?.[1] ?? 0);
  const failed = number('failing');
  count.passed += number('passing');
  // a suite that ends without having counted its failures has failed all the same
  count.failed += status === 0 ? failed : Math.max(1, failed);
  if (status !== 0) failures.push(`${name}:\n${(/^ +\d+ failing$[^]*/m.exec(text)?.[0] ?? text).slice(-8000)}`);
}

async function databaseUrl() {
  const { cluster } = await import('./lib/postgres.mjs');
  database ??= cluster('tests', { durable: false });
  return database.start();
}

let ready;

/** Builds the application and loads the demo brushes, beside whatever else runs: over a minute. Gives the database's name. */
async function makeReady() {
  const { default: pg } = await import('pg');
  const { TSX } = await import('./lib/children.mjs');
  const url = new URL(await databaseUrl());
  const client = new pg.Client(url.href);
  await client.connect();
  const name = `demo_${Date.now()}`;
  await client.query(`create database ${name}`);
  await client.end();
  url.pathname = `/${name}`;
  const limits = { env: { DATABASE_URL: url.href }, quietMs: QUIET_MS, show: () => undefined };
  const { status, text } = await runSuite(process.execPath, [...TSX, 'server/src/demo/load-demo.ts'], limits);
  if (status !== 0) throw new Error(`the demo brushes were not loaded:\n${text}`);
  const { build } = await import('./build.mjs');
  await build();
  const { checkSizes } = await import('./lib/sizes.mjs');
  checkSizes();
  return name;
}

const bin = (name) => `node_modules/.bin/${name}`;
const suites = {
  async core() {
    // each file in one of two processes: what is worked out here keeps one core busy at a time
    await mocha('core, io and command line', [
      '--parallel',
      '--jobs=2',
      'core/test/**/*.test.ts',
      'io/test/**/*.test.ts',
      'cli/test/**/*.test.ts',
      'demo/test/**/*.test.ts',
      'web/test/**/*.test.{ts,tsx}',
    ]);
  },
  async api() {
    await mocha('API on a real PostgreSQL', ['server/test/**/*.test.ts'], { TEST_DATABASE_URL: await databaseUrl() });
  },
  async start() {
    await mocha('starting', ['scripts/test/**/*.test.mjs']);
  },
  async e2e() {
    const demo = await (ready ??= makeReady());
    const env = { TEST_DATABASE_URL: await databaseUrl(), DEMO_DATABASE: demo };
    const files = named.length > 0 ? named.map((name) => `e2e/**/${name}.test.ts`) : ['e2e/**/*.test.ts'];
    // two side by side: each waits for its server and its page about half of the time; whole jobs take minutes on slow machines
    await mocha('browser', ['--parallel', '--jobs=2', '--timeout=300000', ...files], env);
  },
};

async function everything() {
  ready = makeReady();
  // told where it is waited for
  ready.catch(() => undefined);
  await check('formats', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
  for (const project of ['core', '.', 'web', 'e2e']) await check(`types of ${project}`, bin('tsc'), ['-p', project]);
  await check('lint', bin('eslint'), ['--cache', '--cache-location', 'node_modules/.cache/eslint', '.']);
  await check('boundaries', bin('depcruise'), [
    '--config',
    '.dependency-cruiser.cjs',
    '--output-type',
    'err',
    'core/src',
    'io/src',
    'server/src',
    'web/src',
    'cli/src',
    'demo/src',
  ]);
  for (const suite of Object.values(suites)) await suite();
}

try {
  await (suites[wanted] ?? everything)();
} catch (cause) {
  // what the tests need could not be made ready: told among the failures, so that the count still ends the output
  count.failed++;
  failures.push(`${cause.stack}`);
} finally {
  database?.stop();
}
if (failures.length > 0) console.log(`\n== what failed\n\n${failures.join('\n')}`);
console.log(`\n${count.passed} passed, ${count.failed} failed`);
process.exit(count.failed === 0 ? 0 : 1);
