import type { Version, VersionInfo } from '@amber-stamp/core/api';
import { create } from 'zustand';
import { getJson } from '../api/client.ts';
import { trustPlates } from './plates.ts';
import { canUndo, prependPast, undo, useBench } from './store.ts';

interface Oldest {
  brushId: string;
  versionId: string;
  number: number;
}
/** The version that the oldest state of the history is of, for the brush that stands on the bench. */
export const useOldest = create<{ oldest: Oldest | null }>(() => ({ oldest: null }));

/** The history begins anew with a version. */
export const beginHistory = ({ brushId, versionId, number }: Oldest): void =>
  useOldest.setState({ oldest: { brushId, versionId, number } });

let looking: Promise<boolean> | null = null;

/** Puts the version before the oldest state of the history in front of it. False where there is none. */
async function reachBack(): Promise<boolean> {
  const { standing } = useBench.getState();
  const { oldest } = useOldest.getState();
  if (!standing || standing.begins || oldest?.brushId !== standing.brushId) return false;
  const reached = oldest;
  const versions = await getJson<VersionInfo[]>(`/brushes/${standing.brushId}/versions`);
  const at = versions.find(({ id }) => id === reached.versionId);
  const older = versions.find(({ id }) => id === at?.parentId);
  if (!at || !older) return false;
  const { body: bench } = await getJson<Version>(`/versions/${older.id}`);
  // another brush may have been opened in between
  if (useOldest.getState().oldest !== reached) return false;
  trustPlates(bench);
  prependPast(bench, older.what, at.what);
  beginHistory({ brushId: standing.brushId, versionId: older.id, number: older.number });
  return true;
}

/**
 * Takes the last gesture back; where the page knows none, the one that led to the version that was opened: so it goes back
 * over reopening, as far as there are versions. False where there is nothing before.
 */
export async function takeBack(): Promise<boolean> {
  if (!canUndo()) {
    looking ??= reachBack().finally(() => (looking = null));
    if (!(await looking)) return false;
  }
  undo();
  return true;
}
