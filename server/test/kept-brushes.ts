import { randomUUID } from 'node:crypto';
import type { Queries } from '../src/db/database.ts';
import { storeBytes } from '../src/services/blobs.ts';
import { createBrush } from '../src/services/brushes.ts';
import { benchWith, plateFile } from './helpers.ts';

/** Keeps brushes "Moss 0", "Moss 1" ..., all of one plate, in the drawer New. */
export async function keepBrushes(db: Queries, count: number): Promise<void> {
  const { sha256 } = await storeBytes(db, plateFile());
  for (let k = 0; k < count; k++) {
    const body = benchWith(sha256, `Moss ${k}`);
    await createBrush(db, { drawer: 'New', note: '' }, { id: randomUUID(), what: 'made', thumbnail: null, body });
  }
}
