import { askAhead } from './api/client.ts';
import { beginEarly } from './engine/made-workers.ts';

/** The bench is read when it is opened, and the cabinet reads it ahead once it stands. */
export const bench = () => import('./pages/BenchPage.tsx');

/** What the page at an address will want is asked for before it is rendered. */
export function askForPage(path: string): void {
  const brush = /^\/brush\/([^/]+)/.exec(path)?.[1];
  if (brush) {
    askAhead(`/brushes/${brush}`);
    // those that the first strokes wait for
    beginEarly('ink');
    beginEarly('file');
    // what cannot be read now is asked for again by the page
    bench().catch(() => undefined);
  } else if (path === '/') for (const wanted of ['/cabinet', '/brushes?sort=kept']) askAhead(wanted);
}
