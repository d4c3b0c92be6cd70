import './kernel.ts';
import type { FileApi } from '../engine/protocol/file.ts';
import { sha256Hex, writePlate } from '@amber-stamp/core/formats';
import { heightsOf, type Plate } from '@amber-stamp/core/raster';
import { expose, transfer } from 'comlink';
import { fetchPlate } from '../api/fetch-plate.ts';
import { carry } from '../engine/carry.ts';
import { findingsOf } from './findings-of.ts';

/** Reads and writes files beside the cutting: a plate that is kept does not hold up the next one. */
const worker: FileApi = {
  async open(sha256, name) {
    const plate = await fetchPlate(sha256, name);
    return transfer(plate, [plate.data.buffer, ...(plate.heights ? [plate.heights.buffer] : [])]);
  },
  findings: (plate: Plate) => findingsOf(plate),
  async file(plate: Plate) {
    const bytes = await writePlate(plate);
    return transfer({ bytes, sha256: sha256Hex(bytes) }, [bytes.buffer]);
  },
  async relief(plate, wish) {
    const bytes = await (
      await import('@amber-stamp/core/relief-file')
    ).reliefFile(heightsOf(plate), wish, plate.displaced);
    return transfer(bytes, [bytes.buffer]);
  },
};

carry();
expose(worker);
