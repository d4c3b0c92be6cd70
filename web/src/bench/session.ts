import { parseBench, type Bench } from '@amber-stamp/core/bench';
import { AmberError } from '@amber-stamp/core/errors';
import { getJson } from '../api/client.ts';
import type { OpenBrush, Version } from '@amber-stamp/core/api';
import { notify, notifyError } from '../parts/messages.tsx';
import { forgetDraft, leftDrafts } from './drafts.ts';
import { sendDraft, unkept } from './keeping.ts';
import { clearPlates, trustPlates } from './plates.ts';
import { change, openBench, useBench } from './store.ts';

/** Sends what a crashed tab or server had left unsent; tells what became of it. */
async function recover(brushId: string): Promise<void> {
  for (const { key, draft } of await leftDrafts(brushId)) {
    try {
      const kept = await sendDraft({ ...draft, bench: parseBench(draft.bench) });
      await forgetDraft(key);
      notify(
        kept.current
          ? `A change that had not reached the server was found and kept as version ${kept.number}.`
          : `A change that had not reached the server was found. The brush had moved on, so it is kept as a branch, version ${kept.number}.`,
      );
    } catch (cause) {
      if (cause instanceof AmberError)
        notifyError(cause, 'The unsent change stays in this browser and is tried again next time.');
    }
  }
}

/** Opens a brush; `fresh` when it has just been made here. */
export async function openBrush(brushId: string, fresh: boolean): Promise<void> {
  clearPlates();
  await recover(brushId);
  const { brush, version } = await getJson<OpenBrush>(`/brushes/${brushId}`);
  const bench = parseBench(version.body);
  trustPlates(bench);
  const { id: versionId, number, branch } = version;
  openBench(
    bench,
    { brushId, versionId, number, branch, drawer: brush.drawer, keptAt: Date.parse(version.createdAt) },
    fresh,
  );
}

/** Brings an older version back: as a new change, so that it can be taken back too. */
export async function bringBack(versionId: string): Promise<void> {
  const version = await getJson<Version>(`/versions/${versionId}`);
  const bench = parseBench(version.body);
  trustPlates(bench);
  change(`brought back version ${version.number}`, (draft: Bench) => void Object.assign(draft, bench));
}

/** Asks before a page with unsent work is left. */
export function guardLeaving(): () => void {
  const ask = (event: BeforeUnloadEvent) => {
    if (unkept() && useBench.getState().keep === 'failed') event.preventDefault();
  };
  window.addEventListener('beforeunload', ask);
  return () => window.removeEventListener('beforeunload', ask);
}
