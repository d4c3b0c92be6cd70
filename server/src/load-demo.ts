// Loads the made-up sources and brushes into an empty database, once.
import {
  cut,
  encodePlate,
  encodeRgba,
  fileName,
  firstGuess,
  InkEngine,
  parseBench,
  portraitStroke,
  printSheet,
  toPlate,
  type Bench,
  type Plate,
  type Recipe,
} from '@amber-stamp/core';
import { BRUSHES, SOURCES, type DemoBrush } from '@amber-stamp/demo';
import { decodeWorking } from '@amber-stamp/io';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { openDatabase, type Queries } from './db/database.ts';
import { settings } from './db/schema.ts';
import { once, storeBytes } from './services/blobs.ts';
import { createBrush } from './services/brushes.ts';
import { addSource } from './services/sources.ts';

const DONE = 'demo-loaded';
const PORTRAIT = { width: 680, height: 264 };

type Files = ReadonlyMap<string, Uint8Array>;

/** A plate of a demo brush, cut and kept, with its chain. */
async function cutPlate(db: Queries, name: string, key: keyof typeof SOURCES, recipe: Recipe, files: Files) {
  const { fileName: sourceFile, kind } = SOURCES[key];
  const file = files.get(key) as Uint8Array;
  const source = await addSource(db, once(file), sourceFile, kind);
  const plate: Plate = toPlate(cut(await decodeWorking(file, sourceFile), recipe));
  const { sha256 } = await storeBytes(db, encodePlate(plate), name);
  return { plate, kept: { sha256, source: source.id, recipe } };
}

async function loadBrush(db: Queries, engine: InkEngine, demo: DemoBrush, files: Files): Promise<void> {
  const first = `${fileName(demo.name)}.png`;
  const wanted = [{ name: first, source: demo.source, recipe: demo.recipe }, ...(demo.more ?? [])];
  const plates = new Map<string, Plate>();
  const kept: Bench['plates'] = {};
  for (const { name, source, recipe } of wanted) {
    const made = await cutPlate(db, name, source, recipe, files);
    plates.set(name, made.plate);
    kept[name] = made.kept;
  }
  const { brush } = firstGuess(plates.get(first) as Plate, demo.name, first);
  demo.tune(brush);
  const portrait = portraitStroke(PORTRAIT.width, PORTRAIT.height);
  const pixels = printSheet(engine, brush, plates, portrait, 'white');
  const thumbnail = await storeBytes(db, encodeRgba(PORTRAIT.width, PORTRAIT.height, pixels), 'thumbnail');
  await createBrush(db, demo.drawer, demo.note, {
    id: randomUUID(),
    what: 'made for the demo',
    thumbnail: thumbnail.sha256,
    body: parseBench({ brush, plates: kept }),
  });
}

async function load(db: Queries): Promise<boolean> {
  const [done] = await db.select().from(settings).where(eq(settings.key, DONE));
  if (done) return false;
  const files = new Map<string, Uint8Array>();
  for (const [key, source] of Object.entries(SOURCES)) files.set(key, await source.file());
  const engine = new InkEngine();
  // all of it or nothing: a half-done first start begins anew
  await db.transaction(async (tx) => {
    for (const [key, file] of files)
      await addSource(
        tx,
        once(file),
        SOURCES[key as keyof typeof SOURCES].fileName,
        SOURCES[key as keyof typeof SOURCES].kind,
      );
    for (const demo of [...BRUSHES].reverse()) await loadBrush(tx, engine, demo, files);
    await tx.insert(settings).values({ key: DONE, value: 'yes' });
  });
  return true;
}

const url = process.env.DATABASE_URL;
if (!url) throw new Error('DATABASE_URL is not set; npm start sets it.');
const database = await openDatabase(url);
console.log((await load(database.db)) ? `loaded ${BRUSHES.length} demo brushes` : 'the demo brushes are there');
await database.close();
