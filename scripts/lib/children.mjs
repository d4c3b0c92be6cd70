import { spawn } from 'node:child_process';
import { ROOT } from './root.mjs';

export const TSX = ['--import', 'tsx'];

/** Runs a command to its end; rejects when it fails. */
export function finish(command, args, options = {}) {
  return new Promise((done, fail) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
    child.on('error', fail);
    child.on('exit', (code) => (code === 0 ? done() : fail(new Error(`${args[args.length - 1]} ended with ${code}`))));
  });
}

/** The server as it was built. */
const SERVER = 'server/dist/main.js';
/** The C library keeps less memory that was freed, which matters where threads read pictures. */
const SPARING = { MALLOC_ARENA_MAX: '2' };
/** No line before that with the address is longer. */
const MOST_BEFORE = 64 * 1024;
/** So much of what a server said last is told where it did not start. */
const MOST_TOLD = 600;

/** Starts the server and waits for the line with its address; `log` takes all that it says. */
export function serve(env, log = () => undefined) {
  return new Promise((done, fail) => {
    const child = spawn(process.execPath, [SERVER], {
      cwd: ROOT,
      env: { ...process.env, ...SPARING, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let text = '';
    let found = false;
    const watch = (part) => {
      log(part);
      if (found) return;
      text = (text + part).slice(-MOST_BEFORE);
      const address = /listening on (\S+)/.exec(text)?.[1];
      if (!address) return;
      found = true;
      text = '';
      done({ child, address });
    };
    child.stdout.on('data', watch);
    child.stderr.on('data', watch);
    child.on('error', fail);
    child.on('exit', (code) => {
      const last = text.trim().slice(-MOST_TOLD);
      fail(Object.assign(new Error(`the server ended with ${code}${last && `, saying: ${last}`}`), { code }));
    });
  });
}
