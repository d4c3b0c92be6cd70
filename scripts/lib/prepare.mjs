// What a fresh machine needs: Debian packages when we may install them, and the npm packages.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { postgresPrograms } from './postgres.mjs';
import { ROOT } from './root.mjs';

const CHROMIUM = '/usr/bin/chromium';

function run(command, args, options = {}) {
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: ['ignore', 'inherit', 'inherit'], ...options });
  if (status !== 0) throw new Error(`${command} ${args.join(' ')} failed`);
}

function installDebian(packages) {
  const line = `apt-get update && apt-get install -y --no-install-recommends ${packages.join(' ')}`;
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) {
    console.error(`Missing: ${packages.join(', ')}. Run this as root, then start again:\n  ${line}`);
    process.exit(2);
  }
  console.log(`installing ${packages.join(', ')} ...`);
  const quiet = { stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } };
  run('apt-get', ['-o', 'DPkg::Lock::Timeout=300', 'update', '-q'], quiet);
  run(
    'apt-get',
    ['-o', 'DPkg::Lock::Timeout=300', 'install', '-y', '-q', '--no-install-recommends', ...packages],
    quiet,
  );
}

/** Installs what is missing; `browser` for tests and screenshots; without `database` where another one is named. */
export function prepareSystem({ browser = false, database = true } = {}) {
  const major = Number(process.versions.node.split('.')[0]);
  if (major < 20) throw new Error(`Node.js 20 or newer is needed; this is ${process.versions.node}.`);
  const missing = [];
  if (database && !postgresPrograms()) missing.push('postgresql');
  if (browser && !existsSync(CHROMIUM)) missing.push('chromium', 'fonts-liberation');
  if (missing.length > 0) installDebian(missing);
}

/** npm ci, when the lock file is not the one that was installed last. */
export function preparePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const mark = join(ROOT, 'node_modules', '.amber-lock');
  if (existsSync(mark) && statSync(mark).isFile() && readFileSync(mark, 'utf8') === lock) return;
  console.log('installing packages ...');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel', 'error']);
  writeFileSync(mark, lock);
}
