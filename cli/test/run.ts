import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const AMBER = fileURLToPath(new URL('../../scripts/amber.mjs', import.meta.url));

/** Runs the command line in a folder: its exit status and what it printed. */
export function runAmber(folder: string, args: readonly string[]): { status: number | null; out: string; err: string } {
  const { status, stdout, stderr } = spawnSync(process.execPath, [AMBER, ...args], { encoding: 'utf8', cwd: folder });
  return { status, out: stdout, err: stderr };
}
