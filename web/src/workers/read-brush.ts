import { decodePlate, type BrushAndPlates, type Plate } from '@amber-stamp/core';
import { api } from '../api/client.ts';
import type { Version } from '../api/types.ts';

/** Fetches a kept version of a brush with its plates. */
export async function readBrush(version: string): Promise<BrushAndPlates> {
  const { body } = (await (await api(`/versions/${version}`)).json()) as Version;
  const plates = new Map<string, Plate>();
  for (const [name, { sha256 }] of Object.entries(body.plates))
    plates.set(name, decodePlate(new Uint8Array(await (await api(`/blobs/${sha256}`)).arrayBuffer()), name));
  return { brush: body.brush, plates };
}
