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

/** Starts the server and waits for the line with its address. */
export function serve(env) {
  return new Promise((done, fail) => {
    const child = spawn(process.execPath, [...TSX, 'server/src/main.ts'], {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let text = '';
    child.stdout.on('data', (part) => {
      text += part;
      const found = /listening on (\S+)/.exec(text);
      if (found) done({ child, address: found[1] });
    });
    child.on('exit', (code) => fail(Object.assign(new Error(`the server ended with ${code}`), { code })));
  });
}
