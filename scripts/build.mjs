// Builds what the browser gets: the kernel, then the pages. Skipped when no source is newer than the last build.
import { existsSync, readdirSync, statSync, utimesSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { join } from 'node:path';
import { buildKernel } from './build-kernel.mjs';
import { finish } from './lib/children.mjs';
import { ROOT } from './lib/root.mjs';

const PAGE = join(ROOT, 'web/dist/index.html');
const SOURCES = ['core/src', 'core/kernel', 'web/src', 'web/index.html', 'web/vite.config.ts', 'package-lock.json'];

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}

export async function build() {
  await buildKernel();
  const last = existsSync(PAGE) ? statSync(PAGE).mtimeMs : 0;
  if (SOURCES.every((path) => newest(join(ROOT, path)) < last)) return false;
  await finish(process.execPath, ['node_modules/vite/bin/vite.js', 'build', 'web', '--logLevel', 'warn']);
  utimesSync(PAGE, new Date(), new Date());
  return true;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) console.log((await build()) ? 'built' : 'the build is current');
