import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './root.mjs';

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Whether a built file is there and no source of it (paths from the project's root) is newer. */
export const isCurrent = (made, sources) =>
  existsSync(made) && sources.every((path) => newest(join(ROOT, path)) < statSync(made).mtimeMs);
