// Builds what is served and what serves it: the kernel, the server, the command line, the scene, the pages. Each is skipped when no source of it is newer.
import { utimesSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { join } from 'node:path';
import { buildCli } from './build-cli.mjs';
import { buildKernel } from './build-kernel.mjs';
import { buildServer } from './build-server.mjs';
import { writeBenchPage } from './lib/bench-page.mjs';
import { finish } from './lib/children.mjs';
import { isCurrent } from './lib/current.mjs';
import { packAssets } from './lib/pack-assets.mjs';
import { ROOT } from './lib/root.mjs';
import { checkSizes, firstFiles } from './lib/sizes.mjs';

const PAGE = join(ROOT, 'web/dist/index.html');
const SCENE = join(ROOT, 'web/painted/floor.webp');
const PAINTED_BY = ['demo/src/scene', 'demo/src/art', 'scripts/write-scene.ts'];
const SOURCES = [
  'core/src',
  'core/kernel',
  'web/src',
  'web/index.html',
  'web/painted',
  'web/vite.config.ts',
  'web/scripts.ts',
  'package-lock.json',
];

export async function build() {
  await buildKernel();
  await buildServer();
  await buildCli();
  if (!isCurrent(SCENE, PAINTED_BY)) await finish(process.execPath, ['scripts/run-ts.mjs', 'scripts/write-scene.ts']);
  if (isCurrent(PAGE, SOURCES)) return false;
  await finish(process.execPath, ['node_modules/vite/bin/vite.js', 'build', 'web', '--logLevel', 'warn']);
  packAssets(join(ROOT, 'web/dist/assets'), firstFiles());
  writeBenchPage(join(ROOT, 'web/dist'));
  utimesSync(PAGE, new Date(), new Date());
  return true;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  console.log((await build()) ? 'built' : 'the build is current');
  checkSizes();
}
