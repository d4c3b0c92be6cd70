import { Quiet } from '../engine/clock.ts';
import { listsChanged } from '../api/queries.ts';

/** What somebody changed, in this page or elsewhere. */
export type News =
  | { kind: 'cabinet' }
  | { kind: 'version'; brush: string; version: string; number: number; branch: number; what: string };

type Listener = (news: Extract<News, { kind: 'version' }>) => void;
const listeners = new Set<Listener>();

/** Hears of every version that is kept, wherever; gives the way to stop. */
export function onVersion(listener: Listener): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}

/** Many changes at once read the lists anew once, ms. */
const TOGETHER_MS = 250;
const together = new Quiet(TOGETHER_MS);

function hear(news: News): void {
  if (news.kind === 'version') for (const listener of listeners) listener(news);
  together.run(listsChanged);
}

/** Listens to what changes in the cabinet. Where the line is lost the browser makes it again by itself. */
export function listenToNews(): () => void {
  if (typeof EventSource === 'undefined') return () => undefined;
  const line = new EventSource('/api/news');
  let lost = false;
  line.onerror = () => (lost = true);
  line.onopen = () => {
    // what happened meanwhile was not heard
    if (lost) listsChanged();
    lost = false;
  };
  line.onmessage = ({ data }) => hear(JSON.parse(String(data)) as News);
  return () => line.close();
}
