// A log that stays small: once it is full it becomes the older one, and a new one is begun.
import { closeSync, openSync, renameSync, writeSync } from 'node:fs';

const MOST_BYTES = 5 * 1024 * 1024;

/** Gives what takes the next part of the log. */
export function logFile(path, most = MOST_BYTES) {
  let handle = openSync(path, 'w', 0o600);
  let size = 0;
  return (part) => {
    if (size + part.length > most) {
      closeSync(handle);
      renameSync(path, `${path}.older`);
      handle = openSync(path, 'w', 0o600);
      size = 0;
    }
    size += writeSync(handle, part);
  };
}
