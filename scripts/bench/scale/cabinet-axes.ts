import type { BrushListing, OpenBrush, Page as ListPage } from '@amber-stamp/core/api';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { App } from '../../../e2e/app.ts';
import { fillCabinet } from '../../../e2e/many-brushes.ts';
import { ask, json, memoryOf } from '../asking.ts';
import { median } from '../measure.ts';
import type { Growth, Point } from './axis.ts';

const ROUNDS = 15;
const BRUSHES = [24, 100, 1000, 10_000, 100_000];
const VERSIONS = [10, 100, 1000, 10_000];
const PACKED = [1, 10, 100, 1000, 2000];

async function once(run: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await run();
  return performance.now() - start;
}

/** Median wall milliseconds of a request, after one that warms. */
async function timed(run: () => Promise<unknown>): Promise<number> {
  await run();
  const times: number[] = [];
  for (let k = 0; k < ROUNDS; k++) times.push(await once(run));
  return median(times);
}

/** Does something with the demo brushes in an application of its own. */
async function withCabinet<T>(use: (app: App, api: string) => Promise<T>, demo = true): Promise<T> {
  const app = await App.start({ apart: true, demo });
  try {
    return await use(app, `${app.url}/api`);
  } finally {
    await app.stop();
  }
}

/** Some requests, asked again for each number: the points of each. */
class Grown {
  private readonly points = new Map<string, Point[]>();
  private readonly of: string;

  constructor(of: string) {
    this.of = of;
  }

  add(what: string, point: Point): void {
    this.points.set(what, [...(this.points.get(what) ?? []), point]);
  }

  all(): Growth[] {
    return [...this.points].map(([what, points]) => ({ what, of: this.of, points }));
  }
}

const brushes = (): Promise<Growth[]> =>
  withCabinet(async (app, api) => {
    const grown = new Grown('brushes');
    const before = memoryOf(app);
    let held = BRUSHES[0];
    for (const n of BRUSHES) {
      if (n > held) await fillCabinet(app.databaseUrl, n - held);
      held = n;
      const { next } = await ask<ListPage<BrushListing>>(`${api}/brushes`);
      const requests: Record<string, string> = {
        'a page of the cabinet': '/brushes',
        'its second page': next ? `/brushes?after=${next}` : '/brushes',
        'a search in the cabinet': '/brushes?find=mooring',
        'how much lies where': '/cabinet',
      };
      for (const [what, path] of Object.entries(requests)) {
        const ms = await timed(() => ask(api + path));
        grown.add(what, { n, ms, mb: memoryOf(app) - before });
      }
    }
    return grown.all();
  });

/** Gives a brush so many versions in all, one after the other, each as the last one. */
async function addVersions(databaseUrl: string, brush: string, from: number, to: number): Promise<void> {
  const client = new pg.Client(databaseUrl);
  await client.connect();
  await client.query(
    `with now as (select v.* from brushes b join versions v on v.id = b.current_id where b.id = $1)
     insert into versions (id, brush_id, number, parent_id, what, thumbnail, body)
     select gen_random_uuid(), $1, k, now.id, 'flow', now.thumbnail, now.body from now, generate_series($2::int, $3::int) k`,
    [brush, from + 1, to],
  );
  await client.query('analyze');
  await client.end();
}

const versions = (): Promise<Growth[]> =>
  withCabinet(async (app, api) => {
    const grown = new Grown('versions');
    const before = memoryOf(app);
    const { items } = await ask<ListPage<BrushListing>>(`${api}/brushes`);
    const of = `${api}/brushes/${items[0].id}`;
    let held = 1;
    for (const n of VERSIONS) {
      await addVersions(app.databaseUrl, items[0].id, held, n);
      const open = await ask<OpenBrush>(of);
      const keep = () =>
        ask(
          `${of}/versions`,
          json({ id: randomUUID(), parent: open.version.id, what: 'flow', body: open.version.body }),
        );
      const requests: Record<string, () => Promise<unknown>> = {
        'opening a brush of many versions': () => ask(of),
        'keeping one more': keep,
        'the list of its versions': () => ask(`${of}/versions`),
      };
      for (const [what, request] of Object.entries(requests)) {
        const ms = await timed(request);
        grown.add(what, { n, ms, mb: memoryOf(app) - before });
      }
      // one that warms among them
      held = n + ROUNDS + 1;
    }
    return grown.all();
  });

/** A pack of so many brushes, and how long it takes to be written and fetched. */
async function packOf(api: string, n: number): Promise<{ ms: number; bytes: Uint8Array<ArrayBuffer> }> {
  const ids: string[] = [];
  for (let after = ''; ids.length < n;) {
    const { items, next } = await ask<ListPage<BrushListing>>(`${api}/brushes?limit=200&after=${after}`);
    ids.push(...items.map(({ id }) => id));
    if (next === null) break;
    after = next;
  }
  const start = performance.now();
  const { id } = await ask<{ id: string }>(`${api}/packs/orders`, json({ ids: ids.slice(0, n) }));
  const response = await fetch(`${api}/packs/orders/${id}`);
  const bytes = new Uint8Array(await response.arrayBuffer());
  return { ms: performance.now() - start, bytes };
}

const packs = (): Promise<Growth[]> =>
  withCabinet(async (app, api) => {
    const grown = new Grown('brushes of the pack');
    await fillCabinet(app.databaseUrl, PACKED[PACKED.length - 1]);
    const before = memoryOf(app);
    for (const n of PACKED) {
      const { ms, bytes } = await packOf(api, n);
      grown.add('writing a pack', { n, ms, mb: memoryOf(app) - before });
      // where nothing of it is known yet
      await withCabinet(async (other, there) => {
        const empty = memoryOf(other);
        const taken = await once(() => ask(`${there}/packs`, { method: 'POST', body: bytes }));
        grown.add('taking a pack in', { n, ms: taken, mb: memoryOf(other) - empty });
      }, false);
    }
    return grown.all();
  });

/** What grows in the cabinet. */
export const cabinetGrowth = async (): Promise<Growth[]> => [
  ...(await brushes()),
  ...(await versions()),
  ...(await packs()),
];
