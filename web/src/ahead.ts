import type { ComponentType } from 'react';
import { askAhead } from './api/client.ts';
import { beginEarly } from './engine/made-workers.ts';

let read: ComponentType | undefined;

/** The bench is read when it is opened, and the cabinet reads it ahead once it stands. */
export const bench = async (): Promise<ComponentType> => (read ??= (await import('./pages/BenchPage.tsx')).BenchPage);

/** The bench, once it was read. */
export const benchRead = () => read;

/** What the page at an address will want is asked for before it is rendered; settles once that is worth while. */
export async function askForPage(path: string): Promise<void> {
  const brush = /^\/brush\/([^/]+)/.exec(path)?.[1];
  if (brush) {
    askAhead(`/brushes/${brush}`);
    // those that the first strokes wait for
    beginEarly('ink');
    beginEarly('file');
    // what cannot be read now is asked for again by the page
    await bench().catch(() => undefined);
  } else if (path === '/') for (const wanted of ['/cabinet', '/brushes?sort=kept']) askAhead(wanted);
}
