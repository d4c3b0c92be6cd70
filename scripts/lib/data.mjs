// Keeping what is kept: a copy of all of it in one file, and back.
import { closeSync, existsSync, openSync, readSync, renameSync, rmSync, statSync } from 'node:fs';

/** What a copy begins with. */
const MARK = 'PGDMP';

/** Writes a copy of all that is kept: whole or not at all. Never over a file that is there. Gives its bytes. */
export function backUp(database, file) {
  if (existsSync(file)) throw new Error(`${file} is there already; name another file, so that no copy is lost.`);
  const beside = `${file}.${process.pid}`;
  const handle = openSync(beside, 'wx', 0o600);
  try {
    database.dump(handle);
  } catch (cause) {
    rmSync(beside, { force: true });
    throw cause;
  } finally {
    closeSync(handle);
  }
  renameSync(beside, file);
  return statSync(file).size;
}

function checkCopy(file) {
  if (!existsSync(file)) throw new Error(`There is no file ${file}.`);
  const handle = openSync(file, 'r');
  const head = Buffer.alloc(MARK.length);
  readSync(handle, head, 0, MARK.length, 0);
  closeSync(handle);
  if (head.toString() !== MARK) throw new Error(`${file} is no copy that npm run backup has made.`);
}

/**
 * Brings a copy back. `check` looks at what came before anything is exchanged; what was kept until now stays, by the name that
 * is given back.
 */
export async function bringBack(database, file, check, now = Date.now()) {
  checkCopy(file);
  const [came, before] = [`restored_${now}`, `before_${now}`];
  const handle = openSync(file, 'r');
  try {
    await check(database.fill(handle, came));
    database.exchange('amber', came, before);
  } catch (cause) {
    database.drop(came);
    throw cause;
  } finally {
    closeSync(handle);
  }
  return before;
}
