import type { Remote } from 'comlink';
import { whenFree } from './at-work.ts';
import { later } from './clock.ts';
import type { InkApi } from './protocol/ink.ts';
import { beginWorker } from './workers.ts';

/** No more help one worker: tiles of a sheet are few. */
const MOST = 3;
/** Helpers begin so long after the first strokes, which they would only hold up, ms. */
const AFTER_MS = 1500;

const helped = new WeakSet<Remote<InkApi>>();

async function begin(ink: Remote<InkApi>): Promise<void> {
  const place = await ink.helpersPlace();
  const count = Math.min(MOST, navigator.hardwareConcurrency - 1);
  if (!place || !(count > 0)) return;
  for (let k = 0; k < count; k++)
    beginWorker('lay')
      .remote.help(place)
      .catch(() => undefined);
  await ink.shareOut();
}

/** Has other cores help a worker that draws, once it has drawn. */
export function helpSoon(ink: Remote<InkApi>): void {
  if (helped.has(ink)) return;
  helped.add(ink);
  // an echo or cures that are waited for come first; without help it draws alone
  later(
    AFTER_MS,
    () =>
      void whenFree()
        .then(() => begin(ink))
        .catch(() => undefined),
  );
}
