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
  type Plate,
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

async function loadBrush(db: Queries, engine: InkEngine, demo: DemoBrush, file: Uint8Array): Promise<void> {
  const { fileName: sourceFile, kind } = SOURCES[demo.source];
  const source = await addSource(db, once(file), sourceFile, kind);
  const plate: Plate = toPlate(cut(await decodeWorking(file, sourceFile), demo.recipe));
  const plateName = `${fileName(demo.name)}.png`;
  const { brush } = firstGuess(plate, demo.name, plateName);
  demo.tune(brush);
  const { sha256 } = await storeBytes(db, encodePlate(plate), plateName);
  const portrait = portraitStroke(PORTRAIT.width, PORTRAIT.height);
  const pixels = printSheet(engine, brush, new Map([[plateName, plate]]), portrait, 'white');
  const thumbnail = await storeBytes(db, encodeRgba(PORTRAIT.width, PORTRAIT.height, pixels), 'thumbnail');
  const body = parseBench({
    brush,
    plates: { [plateName]: { sha256, source: source.id, recipe: demo.recipe } },
  });
  await createBrush(db, demo.drawer, demo.note, {
    id: randomUUID(),
    what: 'made for the demo',
    thumbnail: thumbnail.sha256,
    body,
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
    for (const demo of [...BRUSHES].reverse()) await loadBrush(tx, engine, demo, files.get(demo.source) as Uint8Array);
    await tx.insert(settings).values({ key: DONE, value: 'yes' });
  });
  return true;
}

const url = process.env.DATABASE_URL;
if (!url) throw new Error('DATABASE_URL is not set; npm start sets it.');
const database = await openDatabase(url);
console.log((await load(database.db)) ? `loaded ${BRUSHES.length} demo brushes` : 'the demo brushes are there');
await database.close();
