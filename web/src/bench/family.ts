import { v4 as newId } from 'uuid';
import type { Bench } from '@amber-stamp/core/bench';
import { withRegionOf, type Recipe } from '@amber-stamp/core/cut';
import { getJson, sendJson } from '../api/client.ts';
import { everyBrush } from '../api/lists.ts';
import { listsChanged } from '../api/queries.ts';
import type { BrushListing, Kept, OpenBrush } from '@amber-stamp/core/api';
import { cutter, holdPlate } from '../engine/pool.ts';
import { arriving, showArrival } from './arrivals.ts';
import { firstPlate } from './edit.ts';
import { keepPortrait } from './keeping.ts';
import { plateKey, sourceKey } from './plate-key.ts';
import { filePlate } from './plates.ts';

/** Cuts one brush anew by a recipe and keeps that as its next version; gives whether it could be. */
async function applyTo(listing: BrushListing, recipe: Recipe, what: string): Promise<boolean> {
  const { version } = await getJson<OpenBrush>(`/brushes/${listing.id}`);
  const { name, plate } = firstPlate(version.body);
  const source = sourceKey(plate);
  if (!source || !plate.recipe) return false;
  const own = withRegionOf(recipe, plate.recipe);
  const report = await cutter.cut(source, own);
  const next = { ...plate, sha256: await filePlate(report.plate), recipe: own };
  const body: Bench = { ...version.body, plates: { ...version.body.plates, [name]: next } };
  holdPlate(plateKey(next), report.plate);
  const thumbnail = await keepPortrait(body);
  await sendJson<Kept>('POST', `/brushes/${listing.id}/versions`, {
    id: newId(),
    parent: version.id,
    what,
    thumbnail,
    body,
  });
  return true;
}

/** Puts a recipe on every other brush of a drawer, each as a new version; gives how many took it. */
export const applyToDrawer = (bench: Bench, recipe: Recipe, drawer: string, but: string): Promise<number | undefined> =>
  arriving(async (controller) => {
    const family = (await everyBrush(drawer)).filter((b) => b.id !== but);
    let count = 0;
    for (const [i, listing] of family.entries()) {
      if (controller.signal.aborted) break;
      showArrival(listing.name, i / family.length, controller);
      if (await applyTo(listing, recipe, `recipe of ${bench.brush.name}`)) count++;
    }
    listsChanged();
    return count;
  });
