import type { Bench } from '@amber-stamp/core/bench';
import type { AmberError } from '@amber-stamp/core/errors';
import { portraitStroke } from '@amber-stamp/core/path';
import { coded } from '../parts/coded.ts';
import { api, sendJson } from '../api/client.ts';
import { listsChanged } from '../api/queries.ts';
import type { Kept, StoredBlob } from '@amber-stamp/core/api';
import { drawPng } from '../engine/pool.ts';
import { notifyTrouble, notify } from '../parts/messages.tsx';
import { pause, Quiet } from '../engine/clock.ts';
import { LatestJob } from '../engine/latest-jobs.ts';
import { dropDraft, writeDraft, type Draft } from './drafts.ts';
import { inkJob, keysOf } from './ink-job.ts';
import { keepPlates, usePlates } from './plates.ts';
import { setKeep, stand, takeGestureWords, useBench } from './store.ts';

const QUIET_MS = 300;
const RETRY_MS = 3000;
const PORTRAIT = { width: 680, height: 264 };

/** The stroke that stands for a state in lists, kept as PNG; null while its plate is not ready. */
export async function keepPortrait(bench: Bench, ready = usePlates.getState().ready): Promise<string | null> {
  const plates = keysOf(bench);
  if (Object.entries(plates).some(([name, key]) => ready[name]?.key !== key)) return null;
  const { strokes } = portraitStroke(PORTRAIT.width, PORTRAIT.height);
  const job = inkJob('portrait', { brush: bench.brush, plates }, strokes, { ...PORTRAIT, zoom: 1 }, 'white');
  const body = await drawPng(job);
  const { sha256 } = (await (await api('/blobs', { method: 'POST', body })).json()) as StoredBlob;
  return sha256;
}

let branchFrom: string | null = null;
/** The next state that is kept goes on from an older version, as a branch that becomes the present line. */
export function keepAsBranchOf(version: string): void {
  branchFrom = version;
}

const quiet = new Quiet(QUIET_MS);
const saving = new LatestJob();
/** What was refused last, and the way to take its words off the screen. */
let shown: { code: AmberError['code']; takeBack: () => void } | undefined;

/** Sends a draft; gives what the server kept. */
export async function sendDraft(draft: Draft): Promise<Kept> {
  const body = await keepPlates(draft.bench);
  const thumbnail = await keepPortrait(body).catch(() => null);
  const { id, parent, what, goesOn } = draft;
  return sendJson<Kept>('POST', `/brushes/${draft.brushId}/versions`, { id, parent, what, goesOn, thumbnail, body });
}

async function keepNow(): Promise<void> {
  const { bench, standing, gesture, gesturing } = useBench.getState();
  if (!bench || !standing) return;
  // never a state from within a gesture
  if (gesturing) return keepSoon();
  const draft: Draft = {
    brushId: standing.brushId,
    parent: branchFrom ?? standing.versionId,
    goesOn: branchFrom !== null,
    what: takeGestureWords() || 'a change',
    bench,
    id: crypto.randomUUID(),
  };
  branchFrom = null;
  await writeDraft(draft);
  setKeep('keeping');
  const kept = await retried(draft);
  await dropDraft(draft);
  const now = useBench.getState();
  if (now.standing?.brushId !== draft.brushId) return;
  const settled = now.gesture === gesture;
  stand(
    { ...standing, versionId: kept.id, number: kept.number, branch: kept.branch, keptAt: Date.now() },
    settled ? 'kept' : 'pending',
  );
  if (kept.branch !== standing.branch && !draft.goesOn)
    notify(
      `Another tab had kept this brush meanwhile. Your state is kept as a branch, version ${kept.number}; nothing was overwritten.`,
    );
  listsChanged();
}

/** Tries until the server is there again: the draft is safe meanwhile. A refusal is told once. */
async function retried(draft: Draft): Promise<Kept> {
  for (;;)
    try {
      const kept = await sendDraft(draft);
      shown?.takeBack();
      shown = undefined;
      return kept;
    } catch (cause) {
      const error = coded(cause, String(cause));
      // its plate was not waited for: the gesture is taken back, and that is kept in its place
      if (error.code === 'cancelled') throw error;
      setKeep('failed');
      if (shown?.code !== error.code)
        shown = { code: error.code, takeBack: notifyTrouble(error, 'Your work is safe in this browser.') };
      if (error.code === 'nothing-to-print') throw error;
      await pause(RETRY_MS);
    }
}

/** Keeps the present state once nothing has come for a while. */
function keepSoon(): void {
  quiet.run(() => void saving.ask(keepNow).catch(() => undefined));
}

/** Keeps every finished gesture, shortly after the hand has come to rest. Returns the way to stop. */
export function startKeeping(): () => void {
  return useBench.subscribe((state, before) => {
    if (state.gesture === before.gesture || state.gesture === 0 || state.standing?.brushId !== before.standing?.brushId)
      return;
    keepSoon();
  });
}

/** Whether something is not with the server yet. */
export const unkept = (): boolean =>
  saving.busy || (useBench.getState().standing !== null && useBench.getState().keep !== 'kept');
