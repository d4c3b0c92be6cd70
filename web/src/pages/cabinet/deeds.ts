import type { BrushChange, BrushInfo, Changed } from '@amber-stamp/core/api';
import { create } from 'zustand';
import { sendJson } from '../../api/client.ts';
import { listsChanged } from '../../api/queries.ts';
import { notifyDone, orNotifyError } from '../../parts/messages.tsx';

/** Something that was done in the cabinet, and the way to take it back. */
interface Deed {
  what: string;
  takeBack: () => Promise<unknown>;
}
const MOST = 100;
export const useDeeds = create<{ deeds: readonly Deed[] }>(() => ({ deeds: [] }));

async function takeBackDeed(deed: Deed): Promise<void> {
  useDeeds.setState(({ deeds }) => ({ deeds: deeds.filter((one) => one !== deed) }));
  await deed.takeBack();
  listsChanged();
}

/** Takes back what was done last. */
export function takeBack(): void {
  const deed = useDeeds.getState().deeds.at(-1);
  if (deed) orNotifyError(takeBackDeed(deed));
}

/** Remembers and tells what was done. */
export function did(what: string, undo: () => Promise<unknown>): void {
  const deed: Deed = { what, takeBack: undo };
  useDeeds.setState(({ deeds }) => ({ deeds: [...deeds.slice(1 - MOST), deed] }));
  listsChanged();
  notifyDone(what, () => {
    if (useDeeds.getState().deeds.includes(deed)) orNotifyError(takeBackDeed(deed));
  });
}

const sendChanges = (changes: readonly BrushChange[]): Promise<Changed> =>
  sendJson<Changed>('POST', '/cabinet/changes', { changes });

/** Changes brushes all alike; told in words, and taken back with one press. */
export async function changeBrushes(change: BrushChange, told: string): Promise<void> {
  const { undo } = await sendChanges([change]);
  if (undo.length > 0) did(told, () => sendChanges(undo));
}

/** How many brushes, in words; one by its name. */
export const howMany = (ids: readonly string[], name: string): string =>
  ids.length === 1 ? name : `${ids.length} brushes`;

/** Puts brushes away, or takes them out again. */
export const putAwayBrushes = (ids: string[], name: string, putAway: boolean): Promise<void> =>
  changeBrushes(
    { ids, putAway },
    `${name} ${ids.length === 1 ? 'is' : 'are'} ${putAway ? 'put away' : 'back in place'}.`,
  );

/** Moves brushes to a drawer. */
export const moveBrushes = (ids: string[], name: string, drawer: string): Promise<void> =>
  changeBrushes({ ids, drawer }, `${name} ${ids.length === 1 ? 'lies' : 'lie'} in ${drawer}.`);

export async function renameBrush(id: string, from: string, name: string): Promise<void> {
  const rename = (to: string) => sendJson<BrushInfo>('PATCH', `/brushes/${id}`, { name: to });
  await rename(name);
  did(`${from} is called ${name}.`, () => rename(from));
}

/** Copies of brushes, each beside its own; taken back, they are put away. */
export async function copyBrushes(ids: readonly string[]): Promise<void> {
  const made: BrushInfo[] = [];
  for (const id of ids) made.push(await sendJson<BrushInfo>('POST', `/brushes/${id}/copies`, {}));
  did(`Made ${howMany(ids, made[0].name)}${ids.length === 1 ? '' : ' as copies'}.`, () =>
    sendChanges([{ ids: made.map(({ id }) => id), putAway: true }]),
  );
}
