import { closeSync, fsyncSync, openSync, renameSync, writeSync } from 'node:fs';

/** Writes a file whole or not at all, for its owner alone. */
export function writeWhole(file, text) {
  const beside = `${file}.${process.pid}`;
  const handle = openSync(beside, 'w', 0o600);
  writeSync(handle, text);
  fsyncSync(handle);
  closeSync(handle);
  renameSync(beside, file);
}
