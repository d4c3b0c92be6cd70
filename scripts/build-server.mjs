// Joins the server's own sources, and those of the threads that read files for it.
import { joinSources } from './lib/join-sources.mjs';

/** Builds the server where needed; gives whether it was. The kernel is there already. */
export const buildServer = () =>
  joinSources({
    folder: 'server/dist',
    entries: { main: 'server/src/main.ts', worker: 'server/src/heavy/worker.ts' },
    sources: ['server/src', 'core/src', 'io/src', 'package-lock.json'],
  });
