import { heightsOf, sha256Hex, writePlate, type Plate } from '@amber-stamp/core';
import { expose, transfer } from 'comlink';
import { carryErrors } from './errors.ts';
import type { FileApi } from './protocol.ts';

/** Writes files beside the cutting: a plate that is kept does not hold up the next one. */
const worker: FileApi = {
  async file(plate: Plate) {
    const bytes = await writePlate(plate);
    return transfer({ bytes, sha256: sha256Hex(bytes) }, [bytes.buffer]);
  },
  async relief(plate, wish) {
    const bytes = await (await import('@amber-stamp/core/relief')).reliefFile(heightsOf(plate), wish, plate.displaced);
    return transfer(bytes, [bytes.buffer]);
  },
};

carryErrors();
expose(worker);
