import type { Plate } from '@amber-stamp/core/raster';
import { v4 as newId } from 'uuid';
import { cutter } from '../engine/pool.ts';

const isPicture = ({ type }: File): boolean => type.startsWith('image/');
const isFloats = ({ name }: File): boolean => /\.exr$/i.test(name);

/** What was begun with a file while it is only being sent. */
export interface BegunAhead {
  /** The file is a source now: true where it was read here, so that it need not be read again. */
  isNow: (source: string) => Promise<boolean>;
  giveUp: () => void;
}

/** A file of floats is read here meanwhile: the server takes as long for it, and as long again to send its values back. */
function readAhead(file: File, show: (plate: Plate) => void): BegunAhead {
  const name = newId();
  const read = cutter.read(file, name).then(
    (plate) => {
      if (plate) show(plate);
      return true;
    },
    () => false,
  );
  const adopt = async (source: string | null) => {
    const here = await read;
    if (here) await cutter.adopt(name, source);
    return here;
  };
  return { isNow: adopt, giveUp: () => void adopt(null).catch(() => undefined) };
}

/** Begins with a file as far as its kind is known here: `show` is given what its plate will be. What cannot be looked at is only waited for. */
export function beginAhead(file: File, show: (plate: Plate) => void): BegunAhead | undefined {
  if (isFloats(file)) return readAhead(file, show);
  if (isPicture(file))
    cutter.look(file).then(
      (plate) => plate && show(plate),
      () => undefined,
    );
  return undefined;
}
