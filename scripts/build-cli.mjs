// Joins the command line's own sources.
import { join } from 'node:path';
import { buildKernel } from './build-kernel.mjs';
import { joinSources } from './lib/join-sources.mjs';
import { ROOT } from './lib/root.mjs';

/** Builds the command line where needed; gives the path of its first file. */
export async function buildCli() {
  await buildKernel();
  await joinSources({
    folder: 'cli/dist',
    entries: { amber: 'cli/src/main.ts' },
    sources: ['cli/src', 'core/src', 'io/src', 'package-lock.json'],
  });
  return join(ROOT, 'cli/dist/amber.js');
}
