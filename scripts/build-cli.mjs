// Joins the command line's own sources to a few files of JavaScript: it starts in a third of the time that reading the
// TypeScript takes. Packages stay where they are. Skipped when no source is newer.
import { renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { buildKernel } from './build-kernel.mjs';
import { isCurrent } from './lib/current.mjs';
import { ROOT } from './lib/root.mjs';

const FOLDER = join(ROOT, 'cli/dist');
const SOURCES = ['cli/src', 'core/src', 'io/src', 'package-lock.json'];

const packagesStay = {
  name: 'packages stay',
  setup: ({ onResolve }) =>
    onResolve({ filter: /^[^./]/ }, ({ kind, path }) =>
      kind === 'entry-point' || path.startsWith('@amber-stamp/') ? undefined : { external: true },
    ),
};

/** Builds the command line where needed; gives the path of its first file. */
export async function buildCli() {
  await buildKernel();
  const made = join(FOLDER, 'amber.js');
  if (isCurrent(made, SOURCES)) return made;
  const beside = `${FOLDER}-${process.pid}`;
  await build({
    absWorkingDir: ROOT,
    entryPoints: { amber: 'cli/src/main.ts' },
    outdir: beside,
    bundle: true,
    splitting: true,
    platform: 'node',
    format: 'esm',
    plugins: [packagesStay],
  });
  rmSync(FOLDER, { recursive: true, force: true });
  renameSync(beside, FOLDER);
  return made;
}
