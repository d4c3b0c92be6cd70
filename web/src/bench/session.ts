import { parseBench, type Bench } from '@amber-stamp/core/bench';
import { AmberError } from '@amber-stamp/core/errors';
import { forgetAhead, getJson } from '../api/client.ts';
import type { OpenBrush, Version } from '@amber-stamp/core/api';
import { listsChanged } from '../api/queries.ts';
import { Quiet } from '../engine/clock.ts';
import { cutter } from '../engine/pool.ts';
import { notify, notifyError, notifyOffer } from '../parts/messages.tsx';
import { nothingArrives } from './arrival.ts';
import { beginHistory } from './further-back.ts';
import { forgetDraft, leftBrushes, leftDrafts, refuseDraft, type Draft } from './drafts.ts';
import { isWaiting, notMadeYet, sendDraft, sentOrNewest, unkept } from './keeping.ts';
import { sourceKey } from './plate-key.ts';
import { clearPlates, trustPlates, wantPlates } from './plates.ts';
import { rememberOpened } from './opened.ts';
import { isRefusal } from './save-queue.ts';
import { change, openBench, setKeep, useBench, type Standing } from './store.ts';

type Left = Awaited<ReturnType<typeof leftDrafts>>;

/** Sends one draft that was left behind, and tells what became of it; `later` where none can be sent now. */
async function recoverOne(left: Left[number]): Promise<'kept' | 'refused' | 'later'> {
  const { key, draft } = left;
  try {
    const kept = await sendDraft({ ...draft, bench: parseBench(draft.bench) });
    await forgetDraft(key);
    notify(
      kept.current
        ? `A change that had not reached the server was found and kept as version ${kept.number}.`
        : `A change that had not reached the server was found. The brush had moved on, so it is kept as a branch, version ${kept.number}.`,
    );
    return 'kept';
  } catch (cause) {
    if (!(cause instanceof AmberError)) return 'later';
    if (isRefusal(cause)) {
      left.draft = { ...draft, refused: cause.message };
      await refuseDraft(key, draft, cause.message);
      return 'refused';
    }
    notifyError(cause, 'The unsent change stays in this browser and is tried again next time.');
    return 'later';
  }
}

/** Sends what pages that are gone had left unsent, in its order. What goes on from a refused one goes on from before it. */
async function recover(left: Left): Promise<void> {
  const from = new Map<string, Pick<Draft, 'parent' | 'begins'>>();
  for (const one of left) {
    if (one.draft.refused !== undefined || isWaiting(one.draft.id)) continue;
    one.draft = { ...one.draft, ...from.get(one.draft.parent) };
    const { id, parent, begins } = one.draft;
    const became = await recoverOne(one);
    if (became === 'later') return;
    if (became === 'refused') from.set(id, begins ? { parent, begins } : { parent });
  }
}

/** Offers a state that was refused and is still here, so that it can be mended. */
function offerRefused(brushId: string, left: Left): void {
  const refused = left.filter(({ draft }) => draft.refused !== undefined).at(-1);
  if (!refused) return;
  const { key, draft } = refused;
  notifyOffer(`A state of this brush was not kept: ${draft.refused ?? ''}`, 'take it up', () => {
    if (useBench.getState().standing?.brushId !== brushId) return;
    void forgetDraft(key);
    change('took up a state that was not kept', (present: Bench) => void Object.assign(present, draft.bench));
  });
}

/** Who opens another brush may come back at once, ms. */
const BACK_MS = 10_000;
const leaving = new Quiet(BACK_MS);

/** Gives up the sources of brushes that are not on the bench any more, once nothing that is on its way in is read from one. */
async function leaveSources(): Promise<void> {
  await nothingArrives();
  const { bench } = useBench.getState();
  if (!bench) return;
  const sources = Object.values(bench.plates).flatMap((plate) => sourceKey(plate) ?? []);
  // kept, they only take memory
  await cutter.keepOnly(sources).catch(() => undefined);
}

/** Sends the brushes that pages which are gone had begun. */
export async function recoverBegun(): Promise<void> {
  const left = await leftBrushes();
  for (const brushId of left) await recover(await leftDrafts(brushId));
  if (left.length > 0) listsChanged();
}

/** Puts a state on the bench. Its plates are wanted before the page is rendered: they are read meanwhile. */
function put(bench: Bench, standing: Standing): void {
  wantPlates(bench, false);
  leaving.run(() => void leaveSources());
  openBench(bench, standing);
  beginHistory(standing);
}

/** Opens a brush. What still waits to be sent is what is opened. */
export async function openBrush(brushId: string): Promise<void> {
  clearPlates();
  const fresh = notMadeYet(brushId);
  if (fresh) {
    rememberOpened(fresh.began);
    put(fresh.bench, fresh.standing);
    setKeep('pending');
    return;
  }
  const waits = await sentOrNewest(brushId);
  const left = await leftDrafts(brushId);
  if (!waits) await recover(left);
  // what was sent just now is newer than what was asked for ahead
  if (waits || left.length > 0) forgetAhead();
  const { brush, version } = await getJson<OpenBrush>(`/brushes/${brushId}`);
  // the server has read it
  const { id: versionId, number, branch, createdAt, body: kept } = version;
  trustPlates(kept);
  rememberOpened(kept);
  put(waits?.bench ?? kept, {
    brushId,
    versionId,
    number,
    branch,
    drawer: brush.drawer,
    keptAt: Date.parse(createdAt),
  });
  if (waits) setKeep('failed');
  offerRefused(brushId, left);
}

/** Brings an older version back: as a new change, so that it can be taken back too. */
export async function bringBack(versionId: string): Promise<void> {
  const { body: bench, number } = await getJson<Version>(`/versions/${versionId}`);
  trustPlates(bench);
  change(`brought back version ${number}`, (draft: Bench) => void Object.assign(draft, bench));
}

/** Asks before a page with unsent work is left. */
export function guardLeaving(): () => void {
  const ask = (event: BeforeUnloadEvent) => {
    if (unkept() && useBench.getState().keep === 'failed') event.preventDefault();
  };
  window.addEventListener('beforeunload', ask);
  return () => window.removeEventListener('beforeunload', ask);
}
