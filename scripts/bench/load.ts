// npm run bench:load: 10,000 brushes in the cabinet, and 200 clients at once. Writes docs/bench/load.md.
import { expect, type Page } from '@playwright/test';
import type { BrushListing, OpenBrush, Page as ListPage } from '@amber-stamp/core/api';
import { randomBytes, randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import pg from 'pg';
import sharp from 'sharp';
import { crc32 } from 'node:zlib';
import { App, closeBrowser } from '../../e2e/app.ts';
import { ask, json, memoryOf } from './asking.ts';

const BRUSHES = 10_000;
const CLIENTS = 200;
const ROUNDS = 3;
/** Somebody who works looks at what came before going on, ms. */
const LOOK_MS = 3000;
/** so much noise makes a PNG of 1 MB, px */
const SIDE = 590;
const WORD = 'mooring';

const shareOf = (list: readonly number[], share: number): number =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))];
const ms = (value: number): string => `${value.toFixed(value < 10 ? 1 : 0)} ms`;
const pause = (time: number) => new Promise((done) => setTimeout(done, time));

/** Brushes with a state each, as those of the demo, spread over forty drawers. */
async function fill(databaseUrl: string): Promise<void> {
  const client = new pg.Client(databaseUrl);
  await client.connect();
  await client.query(
    `with kept as (select v.*, row_number() over () - 1 as k from brushes b join versions v on v.id = b.current_id),
      many as (select n, gen_random_uuid() as brush, gen_random_uuid() as version, kept.* from generate_series(1, $1::int) n
        join kept on kept.k = n % (select count(*) from kept)),
      made as (insert into brushes (id, name, drawer, current_id, kept_at)
        select brush, body->'brush'->>'name' || ' ' || n, 'Drawer ' || n % 40, version, now() - n * interval '1 minute' from many)
    insert into versions (id, brush_id, number, what, thumbnail, body)
      select version, brush, 1, 'made', thumbnail, body from many`,
    [BRUSHES],
  );
  await client.query('analyze');
  await client.end();
}

async function timed<T>(into: number[], run: () => Promise<T>): Promise<T> {
  const begun = performance.now();
  const result = await run();
  into.push(performance.now() - begun);
  return result;
}

/** How long pages of the list take, one after the other. */
async function lists(api: string): Promise<Map<string, number[]>> {
  const taken = new Map<string, number[]>();
  const time = async (what: string, path: string) => {
    const list = taken.get(what) ?? [];
    taken.set(what, list);
    return timed(list, () => ask<ListPage<BrushListing>>(`${api}${path}`));
  };
  for (let k = 0; k < 10; k++) await ask(`${api}/brushes`);
  let next: string | null = '';
  for (let k = 0; k < 160 && next !== null; k++) {
    next = (await time('a page of all brushes', `/brushes?after=${next}`)).next;
    await time('a page of a drawer', `/brushes?drawer=Drawer+${k % 40}`);
    await time('a search', `/brushes?find=${WORD.slice(0, 1 + (k % WORD.length))}`);
    await time('how much lies where', '/cabinet');
  }
  return taken;
}

interface Seen {
  usable: number;
  nodes: number;
  pictures: number;
  letters: number[];
  found: number[];
}

/** The cabinet in a browser that has never seen it. */
async function cabinet(app: App): Promise<Seen> {
  const page: Page = await app.page();
  await page.goto(`${app.url}/new/scanner`);
  await page.waitForLoadState('networkidle');
  await page.goto(app.url);
  await expect(page.getByRole('article').first().getByRole('img')).toBeVisible();
  const usable = await page.evaluate<number>(`(async () => {
    const whole = (img) => img.complete && img.naturalWidth > 0;
    while (![...document.querySelectorAll('article img')].filter((i) => i.getBoundingClientRect().top < innerHeight).every(whole))
      await new Promise(requestAnimationFrame);
    return performance.now();
  })()`);
  const nodes = await page.evaluate<number>("document.querySelectorAll('*').length");
  const pictures = await page.evaluate<number>(
    "performance.getEntriesByType('resource').filter((e) => e.initiatorType === 'img').length",
  );
  await page.evaluate(`{
    window.letters = [];
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) if (e.name === 'keydown') window.letters.push(e.duration);
    }).observe({ type: 'event', durationThreshold: 16 });
  }`);
  const found: number[] = [];
  const field = page.getByRole('textbox', { name: 'Find in All brushes' });
  await field.focus();
  for (let k = 1; k <= WORD.length; k++) {
    const answer = page.waitForResponse((r) => r.url().endsWith(`find=${WORD.slice(0, k)}`));
    await timed(found, async () => {
      await page.keyboard.press(WORD[k - 1]);
      await answer;
    });
  }
  await expect(page.getByRole('article').first()).toContainText(/mooring/i);
  const letters = await page.evaluate<number[]>('window.letters');
  return { usable, nodes, pictures, letters, found };
}

/** Triangles as large as the whole, one behind the other: casting them takes long. */
function curtain(triangles: number, place: number): Uint8Array<ArrayBuffer> {
  const lines = [`# ${place}`];
  for (let k = 0; k < triangles; k++)
    lines.push(`v -1 -1 ${k / triangles}`, `v 1 -1 ${k / triangles}`, `v 0 1 ${k / triangles}`, 'f -3 -2 -1');
  return new TextEncoder().encode(lines.join('\n'));
}

/** How long small requests take while the threads are busy with meshes. */
async function besideFiles(api: string): Promise<Map<string, number[]>> {
  const taken = new Map<string, number[]>([
    ['is it there', []],
    ['a page of brushes', []],
  ]);
  const [health, page] = [...taken.values()];
  let ended = false;
  const files = Promise.all(
    [1, 2, 3, 4].map((k) => fetch(`${api}/sources?name=curtain.obj`, { method: 'POST', body: curtain(20_000, k) })),
  ).finally(() => (ended = true));
  while (!ended) {
    await timed(health, () => ask(`${api}/health`));
    await timed(page, () => ask(`${api}/brushes`));
    await pause(20);
  }
  await files;
  return taken;
}

/** A PNG with bytes that no other has: noise, and a text of its own before its end. */
function another(noise: Buffer): Uint8Array<ArrayBuffer> {
  const text = Buffer.from(`tEXtComment\0${randomUUID()}`);
  const chunk = Buffer.alloc(8 + text.length);
  chunk.writeUInt32BE(text.length - 4, 0);
  text.copy(chunk, 4);
  chunk.writeUInt32BE(crc32(text), 4 + text.length);
  return new Uint8Array(Buffer.concat([noise.subarray(0, -12), chunk, noise.subarray(-12)]));
}

interface Load {
  taken: Map<string, number[]>;
  errors: Map<string, number>;
  most: number;
  after: number;
  before: number;
  seconds: number;
}

/** All clients at once: each lists, opens, saves and uploads, round by round, and rests after each so long. */
async function load(app: App, rest: number): Promise<Load> {
  const api = `${app.url}/api`;
  const memory = () => memoryOf(app);
  const noise = await sharp(randomBytes(SIDE * SIDE * 3), { raw: { width: SIDE, height: SIDE, channels: 3 } })
    .png()
    .toBuffer();
  const before = memory();
  let most = before;
  const watch = setInterval(() => (most = Math.max(most, memory())), 100);
  const taken = new Map<string, number[]>();
  const errors = new Map<string, number>();
  const act = async <T>(what: string, run: () => Promise<T>): Promise<T | undefined> => {
    const list = taken.get(what) ?? [];
    taken.set(what, list);
    try {
      return await timed(list, run);
    } catch (cause) {
      const why = `${what}: ${String(cause).slice(0, 120)}`;
      errors.set(why, (errors.get(why) ?? 0) + 1);
      return undefined;
    } finally {
      await pause(rest * 2 * Math.random());
    }
  };
  const { items } = await ask<ListPage<BrushListing>>(`${api}/brushes?limit=200`);
  const client = async (k: number) => {
    await pause(4 * rest * Math.random());
    for (let round = 0; round < ROUNDS; round++) {
      await act('list', () => ask(`${api}/brushes`));
      const open = await act('open', () => ask<OpenBrush>(`${api}/brushes/${items[k].id}`));
      if (open)
        await act('save', () =>
          ask(
            `${api}/brushes/${items[k].id}/versions`,
            json({ id: randomUUID(), parent: open.version.id, what: 'again', body: open.version.body }),
          ),
        );
      const body = another(noise);
      await act('upload of 1 MB', () => ask(`${api}/sources?name=noise.png`, { method: 'POST', body }));
    }
  };
  const begun = performance.now();
  await Promise.all(Array.from({ length: CLIENTS }, (_, k) => client(k)));
  const seconds = (performance.now() - begun) / 1000;
  await pause(30_000);
  clearInterval(watch);
  return { taken, errors, most, before, after: memory(), seconds };
}

const table = (taken: ReadonlyMap<string, readonly number[]>): string =>
  [...taken]
    .map(
      ([what, list]) => `| ${what} | ${list.length} | ${[0.5, 0.99, 1].map((s) => ms(shareOf(list, s))).join(' | ')} |`,
    )
    .join('\n');
const HEAD = '| what | times | median | 99 of 100 | most |\n|---|---|---|---|---|';

function loaded({ seconds, taken, errors, before, most, after }: Load): string {
  const failed = [...errors].map(([why, times]) => `- ${times} x ${why}`).join('\n');
  return `${seconds.toFixed(0)} s in all.

${HEAD}
${table(taken)}

${failed || 'No request failed.'} Memory of the server: ${before.toFixed(0)} MB before, ${most.toFixed(0)} MB at most, ${after.toFixed(0)} MB half a minute after.`;
}

const app = await App.start({ apart: true });
await fill(app.databaseUrl);
const pages = await lists(`${app.url}/api`);
const seen = await cabinet(app);
const beside = await besideFiles(`${app.url}/api`);
const calm = await load(app, LOOK_MS);
const heavy = await load(app, 0);
const text = `# Many brushes, many clients

Measured by \`npm run bench:load\` on two cores of a shared machine, which clients, browser, server and database share.

## ${BRUSHES} brushes

${HEAD}
${table(pages)}

The cabinet in a browser that opens it: all that is seen stands after ${ms(seen.usable)}, with ${seen.nodes} nodes and ${seen.pictures} pictures. A
letter typed into the search is on the screen after ${ms(Math.max(0, ...seen.letters))} at most, what it finds has come after ${ms(Math.max(...seen.found))} at most.

## Beside files that take long

While four meshes of 20,000 triangles as large as the whole are read in two threads:

${HEAD}
${table(beside)}

## ${CLIENTS} clients at once

Each lists, opens, saves and uploads a picture of 1 MB, ${ROUNDS} times, and rests some ${LOOK_MS / 1000} s after each: ${loaded(calm)}

The same without any rest, so that as much is asked as can be answered: ${loaded(heavy)}
`;
writeFileSync('docs/bench/load.md', text);
console.log(text);
await app.stop();
await closeBrowser();
process.exit(0);
