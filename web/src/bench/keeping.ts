import type { CreatedBrush, Kept, StoredBlob } from '@amber-stamp/core/api';
import type { Bench } from '@amber-stamp/core/bench';
import type { AmberError } from '@amber-stamp/core/errors';
import { portraitStroke } from '@amber-stamp/core/path';
import { api, sendJson } from '../api/client.ts';
import { listsChanged } from '../api/queries.ts';
import { drawPng } from '../engine/pool.ts';
import { notify, notifyTrouble } from '../parts/messages.tsx';
import { protection, useDrafts, type BegunBrush, type Draft } from './drafts.ts';
import { inkJob, keysOf } from './ink-job.ts';
import { openedBench, rememberOpened } from './opened.ts';
import { asFiled, keepPlates, makePlate } from './plates.ts';
import { SaveQueue } from './save-queue.ts';
import { settleNow } from './settle-soon.ts';
import { mendPlates, setKeep, settle, stand, takeGestureWords, useBench, withPlates, type Standing } from './store.ts';

const PORTRAIT = { width: 680, height: 264 };

/** The stroke that stands for a state in lists, kept as PNG; plates that are not at hand are made first. */
export async function keepPortrait(bench: Pick<Bench, 'brush' | 'plates'>): Promise<string> {
  await Promise.all(Object.values(bench.plates).map(makePlate));
  const { strokes } = portraitStroke(PORTRAIT.width, PORTRAIT.height);
  const shown = { brush: bench.brush, plates: keysOf(bench) };
  const body = await drawPng(inkJob('portrait', shown, strokes, { ...PORTRAIT, zoom: 1 }, 'white'));
  const { sha256 } = (await (await api('/blobs', { method: 'POST', body })).json()) as StoredBlob;
  return sha256;
}

/** Sends a draft; gives what the server kept. */
export async function sendDraft(draft: Draft): Promise<Kept> {
  const body = await keepPlates(draft.bench);
  const thumbnail = await keepPortrait(body).catch(() => null);
  const { id, parent, what, goesOn, begins } = draft;
  if (begins) {
    const brush = { brush: draft.brushId, id, what, thumbnail, body, ...begins };
    return (await sendJson<CreatedBrush>('POST', '/brushes', brush)).kept;
  }
  return sendJson<Kept>('POST', `/brushes/${draft.brushId}/versions`, { id, parent, what, goesOn, thumbnail, body });
}

/** What was told last, and the way to take its words off the screen. */
let shown: { code: AmberError['code']; takeBack: () => void } | undefined;

function tell(error: AmberError, kept: string): void {
  if (shown?.code === error.code) return;
  shown?.takeBack();
  shown = { code: error.code, takeBack: notifyTrouble(error, kept) };
}

/** Whether a draft is one of the brush that is on the bench. */
const isHere = ({ brushId }: Draft): boolean => useBench.getState().standing?.brushId === brushId;

const own = new Set<string>();

/** A brush that was opened before its plates had files has them now. */
function nowFiled(): void {
  mendPlates(asFiled);
  const opened = openedBench();
  if (opened) rememberOpened(withPlates(opened, asFiled));
}

function sent(draft: Draft, kept: Kept): void {
  own.add(kept.id);
  shown?.takeBack();
  shown = undefined;
  const { standing } = useBench.getState();
  listsChanged();
  if (!standing || !isHere(draft)) return;
  const { id: versionId, number, branch } = kept;
  if (standing.begins) nowFiled();
  const more = queue.has(draft.brushId);
  stand({ ...standing, versionId, number, branch, keptAt: Date.now(), begins: undefined }, more ? 'pending' : 'kept');
  if (branch !== standing.branch && !draft.goesOn)
    notify(
      `Another tab had kept this brush meanwhile. Your state is kept as a branch, version ${number}; nothing was overwritten.`,
    );
}

const queue = new SaveQueue(
  (draft) => {
    if (isHere(draft) && useBench.getState().keep !== 'failed') setKeep('keeping');
    return sendDraft(draft);
  },
  {
    sent,
    failed: (draft, error) => {
      if (error.code === 'cancelled') return;
      if (isHere(draft)) setKeep('failed');
      tell(error, protection(useDrafts.getState().safe));
    },
    refused: (draft, error) => {
      if (isHere(draft)) setKeep('refused');
      tell(error, 'This state is not kept; change what is wrong with it, and it is.');
    },
  },
);

let branchFrom: string | null = null;
/** The next state that is kept goes on from an older version, as a branch that becomes the present line. */
export function keepAsBranchOf(version: string): void {
  branchFrom = version;
}

/** Has a new brush made: as a draft at once, with the server shortly after. It may be opened meanwhile. */
export const beginBrush = (brushId: string, bench: Bench, what: string, begins: BegunBrush): void =>
  queue.add(brushId, '', { what, bench, branchOf: null, begins });

/** Where the server puts new brushes. */
const NEW_DRAWER = 'New';

/** A brush that is not made yet: how it begins, what was done to it since, and where it stands. */
export function notMadeYet(brushId: string): { began: Bench; bench: Bench; standing: Standing } | undefined {
  const first = queue.beginning(brushId);
  if (!first) return undefined;
  const { id: versionId, bench: began, begins } = first;
  const drawer = begins?.drawer ?? NEW_DRAWER;
  const standing = { brushId, versionId, number: 1, branch: 0, drawer, keptAt: Date.now(), begins };
  return { began, bench: queue.newest(brushId)?.bench ?? began, standing };
}

/** Ends what the hand is at, and sends everything now: the page is left or hidden. */
export function flushKeeping(): void {
  settleNow();
  if (useBench.getState().gesturing) settle('a change');
  queue.flush();
}

const whenHidden = (): void => {
  if (document.visibilityState === 'hidden') flushKeeping();
};
const flushNow = (): void => queue.flush();

/** Keeps every finished gesture: as a draft at once, with the server shortly after. Returns the way to stop. */
export function startKeeping(): () => void {
  const stop = useBench.subscribe(({ bench, standing, gesture }, before) => {
    if (gesture === before.gesture || gesture === 0 || !bench || !standing) return;
    if (standing.brushId !== before.standing?.brushId) return;
    queue.add(standing.brushId, standing.versionId, {
      what: takeGestureWords() || 'a change',
      bench,
      branchOf: branchFrom,
      begins: standing.begins,
    });
    branchFrom = null;
  });
  window.addEventListener('pagehide', flushKeeping);
  document.addEventListener('visibilitychange', whenHidden);
  window.addEventListener('online', flushNow);
  return () => {
    flushKeeping();
    stop();
    window.removeEventListener('pagehide', flushKeeping);
    document.removeEventListener('visibilitychange', whenHidden);
    window.removeEventListener('online', flushNow);
  };
}

/** Whether something is not with the server yet. */
export const unkept = (): boolean => queue.has();

/** Settles once nothing of a brush waits to be sent, or once it could not be. Gives the newest state that still waits. */
export async function sentOrNewest(brushId: string): Promise<Draft | undefined> {
  await queue.settled(brushId);
  return queue.newest(brushId);
}

/** Whether a version is of this page: kept from here, or on its way. */
export const isOwn = (version: string): boolean => own.has(version) || queue.holds(version);

/** Whether a draft waits in this page, which sends it itself. */
export const isWaiting = (id: string): boolean => queue.holds(id);
