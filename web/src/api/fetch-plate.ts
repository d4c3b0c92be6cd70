import { openPlate } from '@amber-stamp/core/formats';
import type { Plate } from '@amber-stamp/core/raster';
import { api } from './client.ts';

/** The plate with the given bytes; `name` is what a sentence calls it. */
export async function fetchPlate(sha256: string, name: string): Promise<Plate> {
  const bytes = new Uint8Array(await (await api(`/blobs/${sha256}`)).arrayBuffer());
  return openPlate(bytes, name);
}
