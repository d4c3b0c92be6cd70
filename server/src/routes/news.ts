import type { Response } from 'express';
import type { News } from '../db/news.ts';
import type { Route } from './route.ts';
import { beginEvents } from './send.ts';

/** A line that says nothing for longer is closed by what lies between, ms. */
const BEAT_MS = 20_000;

/** Tells what changes for as long as the line is open. */
async function tell(news: News, res: Response): Promise<void> {
  const closed = new Promise<void>((done) => res.on('close', done));
  // what is told while the line opens is written at once, so the head must stand before
  beginEvents(res);
  const stop = await news
    .listen((told) => res.write(`data: ${told}\n\n`))
    .catch((cause: unknown) => {
      res.removeHeader('content-type');
      throw cause;
    });
  res.write(': listening\n\n');
  const beat = setInterval(() => res.write(': \n\n'), BEAT_MS);
  await closed;
  clearInterval(beat);
  stop();
}

export const newsRoutes: readonly Route[] = [
  {
    method: 'get',
    path: '/api/news',
    summary: 'What others change, as it happens: server-sent events',
    answer: 'Events of JSON: the cabinet changed, or a version of a brush was kept',
    type: 'text/event-stream',
    run: ({ news, res }) => tell(news, res),
  },
];
