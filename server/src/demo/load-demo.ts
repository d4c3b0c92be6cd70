// Loads the made-up sources and brushes into an empty database, once.
import { parseBench, type Bench } from '@amber-stamp/core/bench';
import { encodeRgba } from '@amber-stamp/core/formats';
import { InkEngine, printSheet } from '@amber-stamp/core/ink';
import { portraitStroke } from '@amber-stamp/core/path';
import type { Picture } from '@amber-stamp/core/raster';
import type { MadeSource } from '@amber-stamp/core/make';
import {
  BRUSHES,
  DRAWER_NOTES,
  makeBrushes,
  SOURCES,
  type DemoBrush,
  type DemoOrigin,
  type MadeBrush,
  type SourceKey,
} from '@amber-stamp/demo';
import { withMaterials } from '@amber-stamp/core/cut';
import { plateFile } from '@amber-stamp/core/exr';
import { decodeSource } from '@amber-stamp/io';
import { eq, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { openDatabase, type Queries } from '../db/database.ts';
import { settings } from '../db/schema.ts';
import { endHeavy } from '../heavy/pool.ts';
import { storeBytes } from '../services/blobs.ts';
import { createBrush } from '../services/brushes.ts';
import { changeDrawer } from '../services/drawers.ts';
import { fileOf } from '../services/file.ts';
import { addSource } from '../services/sources.ts';
import { paintSources } from './paint.ts';

const DONE = 'demo-loaded';
const PORTRAIT = { width: 680, height: 264 };

/** Made-up sources that were kept, each decoded once: several plates may come from one. */
type Kept = Map<SourceKey, { id: string; picture: Picture }>;

async function keepSources(db: Queries, files: ReadonlyMap<SourceKey, Uint8Array>): Promise<Kept> {
  const kept: Kept = new Map();
  for (const [key, bytes] of files) {
    const { fileName: name, kind } = SOURCES[key];
    const { id } = await addSource(db, fileOf(bytes), name, kind);
    kept.set(key, { id, picture: await decodeSource(bytes, name) });
  }
  return kept;
}

/** Where a plate of the demo came from, as a state keeps it. */
const originOf = (source: DemoOrigin, sources: Kept): { source: string | null; made: MadeSource | null } =>
  typeof source === 'string' ? { source: sources.get(source)!.id, made: null } : { source: null, made: source };

/** Keeps a brush; `versions` gives that of each brush that was kept before it. */
async function loadBrush(
  db: Queries,
  engine: InkEngine,
  { demo, made: { brush, plates, orders } }: { demo: DemoBrush; made: MadeBrush },
  { sources, versions }: { sources: Kept; versions: Map<string, string> },
): Promise<void> {
  const kept: Bench['plates'] = {};
  for (const [name, plate] of plates) {
    const { source, recipe } = orders.get(name)!;
    const { sha256 } = await storeBytes(db, plateFile(plate));
    const named = withMaterials(recipe, (_, word) => versions.get(word) ?? word);
    kept[name] = { sha256, ...originOf(source, sources), recipe: named };
  }
  const portrait = portraitStroke(PORTRAIT.width, PORTRAIT.height);
  const pixels = printSheet(engine, { brush, plates }, portrait, 'white');
  const thumbnail = await storeBytes(db, encodeRgba(PORTRAIT.width, PORTRAIT.height, pixels));
  const id = randomUUID();
  versions.set(demo.name, id);
  await createBrush(
    db,
    { drawer: demo.drawer, note: demo.note },
    {
      id,
      what: 'made for the demo',
      thumbnail: thumbnail.sha256,
      body: parseBench({ brush, plates: kept }),
    },
  );
}

/** Whoever loads holds this lock of the database; a second one waits and then finds all of it. */
const LOADING = 52_700_001;

async function load(db: Queries): Promise<boolean> {
  const isDone = async (of: Queries) => (await of.select().from(settings).where(eq(settings.key, DONE))).length > 0;
  if (await isDone(db)) return false;
  const files = await paintSources();
  const engine = new InkEngine();
  // all of it or nothing: a half-done first start begins anew
  return db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOADING})`);
    if (await isDone(tx)) return false;
    const sources = await keepSources(tx, files);
    const versions = new Map<string, string>();
    for (const one of makeBrushes(BRUSHES, (source) => sources.get(source)!.picture))
      await loadBrush(tx, engine, one, { sources, versions });
    for (const [name, note] of Object.entries(DRAWER_NOTES)) await changeDrawer(tx, name, { note });
    await tx.insert(settings).values({ key: DONE, value: 'yes' });
    return true;
  });
}

const url = process.env.DATABASE_URL;
if (!url) throw new Error('DATABASE_URL is not set; npm start sets it.');
const database = await openDatabase(url);
console.log((await load(database.db)) ? `loaded ${BRUSHES.length} demo brushes` : 'the demo brushes are there');
await database.close();
await endHeavy();
