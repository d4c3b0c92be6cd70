import { v4 as newId } from 'uuid';
import type { BrushUse, Kept, OpenBrush, Version } from '@amber-stamp/core/api';
import type { Bench, BenchPlate } from '@amber-stamp/core/bench';
import { getJson, sendJson } from '../api/client.ts';
import { listsChanged } from '../api/queries.ts';
import { notify, notifyDone, orNotifyError } from '../parts/messages.tsx';
import { keepPortrait } from './keeping.ts';
import { openedBench } from './opened.ts';
import { plateKey, sourceKey } from './plate-key.ts';
import { filePlate, isKeptAs, usePlates, type ReadyPlate } from './plates.ts';

/** The bytes that a plate had when its brush was opened, where it is cut otherwise from the same source by now; else undefined. */
export function recutFrom(name: string, plate: BenchPlate): string | undefined {
  const opened = openedBench()?.plates ?? {};
  const before = Object.hasOwn(opened, name) ? opened[name] : undefined;
  return before && sourceKey(before) === sourceKey(plate) && !isKeptAs(plate) ? before.sha256 : undefined;
}

/** A sister as she would be with the recut plate. */
export interface Recut {
  version: Version;
  body: Bench;
  /** SHA-256 of the picture of her stroke */
  thumbnail: string;
}

/** A brush that prints with the same plate, as it would print with the recut one. */
export async function recutSister(
  user: Pick<BrushUse, 'id'>,
  base: string,
  plate: BenchPlate,
  ready: ReadyPlate,
): Promise<Recut> {
  const { version } = await getJson<OpenBrush>(`/brushes/${user.id}`);
  const { body: kept } = version;
  const next = { ...plate, sha256: await filePlate(ready.plate) };
  const plates = Object.fromEntries(
    Object.entries(kept.plates).map(([name, one]) => [name, one.sha256 === base ? { ...next } : one]),
  );
  const body = { ...kept, plates };
  return { version, body, thumbnail: await keepPortrait(body) };
}

/** Keeps a state as the next version of a brush. */
function keep(
  brushId: string,
  parent: string,
  what: string,
  { body, thumbnail }: Pick<Version, 'body' | 'thumbnail'>,
): Promise<Kept> {
  return sendJson<Kept>('POST', `/brushes/${brushId}/versions`, { id: newId(), parent, what, body, thumbnail });
}

/** Keeps the recut sisters, each as her next version; taken back, each is as she was. */
export async function recutEverywhere(recuts: readonly Recut[], name: string): Promise<void> {
  // all at once: who leaves the page meanwhile leaves no half of them behind
  const kept = await Promise.all(
    recuts.map(async (recut) => {
      const { version: before } = recut;
      return { before, after: await keep(before.brushId, before.id, `its plate recut in ${name}`, recut) };
    }),
  );
  listsChanged();
  const told = recuts.length === 1 ? '1 other brush prints' : `${recuts.length} other brushes print`;
  notifyDone(`${told} with the recut plate.`, () => orNotifyError(bringBack(kept, told)));
}

/** Brings every sister back as she was before she was recut. */
async function bringBack(kept: readonly { before: Version; after: Kept }[], told: string): Promise<void> {
  await Promise.all(
    kept.map(({ before, after }) => keep(before.brushId, after.id, `brought back version ${before.number}`, before)),
  );
  listsChanged();
  notify(`${told} as before.`);
}

/** The plate at hand once it is cut as it is meant. */
export const readyPlate = (name: string, plate: BenchPlate): ReadyPlate | undefined => {
  const ready = usePlates.getState().ready[name];
  return ready?.key === plateKey(plate) ? ready : undefined;
};
