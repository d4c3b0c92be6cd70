import type { BrushWithPlates } from '@amber-stamp/core/ink';
import type { Plate } from '@amber-stamp/core/raster';
import { getJson } from '../api/client.ts';
import { fetchPlate } from '../api/fetch-plate.ts';
import type { Version } from '@amber-stamp/core/api';

/** Fetches a kept version of a brush with its plates. */
export async function readBrush(version: string): Promise<BrushWithPlates> {
  const { body } = await getJson<Version>(`/versions/${version}`);
  const plates = new Map<string, Plate>();
  for (const [name, { sha256 }] of Object.entries(body.plates)) plates.set(name, await fetchPlate(sha256, name));
  return { brush: body.brush, plates };
}
