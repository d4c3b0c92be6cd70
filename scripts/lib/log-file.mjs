// A log that stays small: once it is full it becomes the older one, and a new one is begun.
import { closeSync, openSync, renameSync, writeSync } from 'node:fs';

const MOST_BYTES = 5 * 1024 * 1024;

/** Gives what takes the next part of the log. What cannot be written, as on a full disk, is left out: it never throws. */
export function logFile(path, most = MOST_BYTES) {
  let handle;
  let size = most;
  const begin = () => {
    if (handle !== undefined) {
      const old = handle;
      handle = undefined;
      closeSync(old);
      renameSync(path, `${path}.older`);
    }
    handle = openSync(path, 'w', 0o600);
    size = 0;
  };
  return (part) => {
    try {
      if (handle === undefined || size + part.length > most) begin();
      size += writeSync(handle, part);
    } catch {
      // whoever has no room for a log still wants to be served
    }
  };
}
