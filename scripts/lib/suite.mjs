// Runs a suite of tests and passes on what it says; one that says nothing is told about, ended, and does not hold up the rest.
import { spawn } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { ROOT } from './root.mjs';

const read = (path) => {
  try {
    return readFileSync(path, 'utf8').replaceAll('\0', ' ').trim();
  } catch {
    return '';
  }
};

/** What a suite said last is read for so long after it has ended. */
const LAST_WORDS_MS = 3000;

/** The numbers of a process and of all that it has begun. */
function treeOf(pid) {
  const parents = readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map((name) => [Number(name), Number(read(`/proc/${name}/stat`).split(') ').pop().split(' ')[1])]);
  const found = [pid];
  for (const one of found) found.push(...parents.filter(([, parent]) => parent === one).map(([child]) => child));
  return found;
}

/** A line for each thread of a process: its state, what it waits for in the system, and the time that it has computed. */
function threadsOf(pid) {
  const told = readdirSync(`/proc/${pid}/task`).map((thread) => {
    const at = `/proc/${pid}/task/${thread}`;
    const fields = read(`${at}/stat`).split(') ').pop().split(' ');
    return `  ${read(`${at}/comm`)} ${fields[0]} ${read(`${at}/wchan`) || '-'} ${fields[11]}+${fields[12]} ticks`;
  });
  return [`${pid} ${read(`/proc/${pid}/cmdline`).slice(0, 200)}`, ...told];
}

/** What a process and all that it has begun wait for. */
export function waitedFor(pid) {
  const lines = treeOf(pid).flatMap((one) => {
    try {
      return threadsOf(one);
    } catch {
      return [`${one} has ended`];
    }
  });
  return lines.join('\n');
}

function end(pid) {
  for (const one of treeOf(pid).reverse())
    try {
      process.kill(one, 'SIGKILL');
    } catch {
      // it has ended by itself
    }
}

/**
 * Runs a command, shows its output, and gives its exit status and text. Where it says nothing for `quietMs`, what it waits for
 * is shown and it is ended, with status null; where it has not said a word in `firstMs`, it is begun once more.
 */
export function runSuite(
  command,
  args,
  { env = {}, quietMs, firstMs = quietMs, again = true, show = (part) => process.stdout.write(part) },
) {
  return new Promise((done, fail) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let text = '';
    let ended = false;
    let begin = false;
    const give = (part) => {
      text += part;
      show(part);
    };
    // what outlives a suite may hold the other end of these
    const letGo = () => {
      child.stdout.destroy();
      child.stderr.destroy();
    };
    const silent = () => {
      ended = true;
      begin = text === '' && again;
      give(
        `\nnothing was said for ${(text === '' ? firstMs : quietMs) / 1000} s; it waited for:\n${waitedFor(child.pid)}\n`,
      );
      end(child.pid);
      letGo();
    };
    let timer = setTimeout(silent, firstMs);
    const take = (part) => {
      if (child.exitCode === null && child.signalCode === null) {
        clearTimeout(timer);
        timer = setTimeout(silent, quietMs);
      }
      give(part);
    };
    child.stdout.on('data', take);
    child.stderr.on('data', take);
    child.on('error', fail);
    child.on('exit', () => {
      clearTimeout(timer);
      timer = setTimeout(letGo, LAST_WORDS_MS);
    });
    // all that it said has come by then, unlike when it exits
    child.on('close', (status) => {
      clearTimeout(timer);
      if (!begin) return done({ status: ended ? null : status, text });
      show('it is begun once more\n');
      runSuite(command, args, { env, quietMs, firstMs, again: false, show }).then(done, fail);
    });
  });
}
