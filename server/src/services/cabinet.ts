import type { BrushChange } from '@amber-stamp/core/api';
import { AmberError } from '@amber-stamp/core/errors';
import { inArray } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Queries } from '../db/database.ts';
import { brushes } from '../db/schema.ts';
import { createBrush, openBrush, saveVersion, type BrushRow } from './brushes.ts';
import { needDrawer } from './drawers.ts';

type Changed = Pick<BrushRow, 'drawer' | 'tags' | 'note' | 'putAwayAt'>;

/** What a brush becomes by a change; only what differs. */
function changed(row: BrushRow, change: BrushChange): Partial<Changed> {
  const { drawer, note, putAway, addTags = [], dropTags = [] } = change;
  const tags = [...new Set([...(change.tags ?? row.tags), ...addTags])].filter((tag) => !dropTags.includes(tag));
  return {
    ...(drawer !== undefined && drawer !== row.drawer && { drawer }),
    ...(note !== undefined && note !== row.note && { note }),
    ...(tags.join('\n') !== row.tags.join('\n') && { tags }),
    ...(putAway !== undefined && putAway !== (row.putAwayAt !== null) && { putAwayAt: putAway ? new Date() : null }),
  };
}

/** What takes a change of a brush back. */
const undone = (row: BrushRow, set: Partial<Changed>): Omit<BrushChange, 'ids'> => ({
  ...(set.drawer !== undefined && { drawer: row.drawer }),
  ...(set.note !== undefined && { note: row.note }),
  ...(set.tags && { tags: row.tags }),
  ...(set.putAwayAt !== undefined && { putAway: row.putAwayAt !== null }),
});

/** Things that are done alike to several brushes, as one. */
class Alike<T extends object> {
  private readonly groups = new Map<string, T & { ids: string[] }>();

  add(id: string, what: T): void {
    if (Object.keys(what).length === 0) return;
    const key = JSON.stringify(what);
    const group = this.groups.get(key);
    if (group) group.ids.push(id);
    else this.groups.set(key, { ids: [id], ...what });
  }
  all(): (T & { ids: string[] })[] {
    return [...this.groups.values()];
  }
}

/**
 * Moves, tags, notes and puts away any number of brushes: all of it or nothing. Gives what takes it back, to be sent the
 * same way.
 */
export async function changeBrushes(db: Queries, changes: readonly BrushChange[]): Promise<BrushChange[]> {
  return db.transaction(async (tx) => {
    const undos: BrushChange[] = [];
    for (const change of changes) {
      const undo = new Alike<Omit<BrushChange, 'ids'>>();
      const rows = await tx.select().from(brushes).where(inArray(brushes.id, change.ids)).for('update');
      if (rows.length < new Set(change.ids).size)
        throw new AmberError('not-found', 'One of the brushes is not here any more; nothing was changed.', 'ids');
      if (change.drawer !== undefined) await needDrawer(tx, change.drawer);
      const sets = new Alike<Partial<Changed>>();
      for (const row of rows) {
        const set = changed(row, change);
        sets.add(row.id, set);
        undo.add(row.id, undone(row, set));
      }
      for (const { ids, ...set } of sets.all()) await tx.update(brushes).set(set).where(inArray(brushes.id, ids));
      // what was done last is taken back first
      undos.unshift(...undo.all());
    }
    return undos;
  });
}

/** Gives a brush another name: a version like any other change. */
export async function renameBrush(db: Queries, id: string, name: string): Promise<BrushRow> {
  const { brush, version } = await openBrush(db, id);
  if (brush.name === name) return brush;
  await saveVersion(db, id, {
    id: randomUUID(),
    parent: version.id,
    what: `renamed from ${brush.name}`,
    thumbnail: version.thumbnail,
    body: { ...version.body, brush: { ...version.body.brush, name } },
    measured: version,
  });
  return (await openBrush(db, id)).brush;
}

/** A name beside those that are there: with `copy`, or with a number. */
function copyName(name: string, there: ReadonlySet<string>): string {
  const stem = name.replace(/ copy( \d+)?$/, '');
  for (let number = 1; ; number++) {
    const next = `${stem.slice(0, 108)} copy${number === 1 ? '' : ` ${number}`}`;
    if (!there.has(next)) return next;
  }
}

/** A second brush like one as it is kept now, beside it in its drawer. */
export async function copyBrush(db: Queries, id: string): Promise<BrushRow> {
  return db.transaction(async (tx) => {
    const { brush, version } = await openBrush(tx, id);
    const names = await tx.select({ name: brushes.name }).from(brushes);
    const name = copyName(brush.name, new Set(names.map((row) => row.name)));
    const { brush: made } = await createBrush(
      tx,
      { drawer: brush.drawer, note: brush.note },
      {
        id: randomUUID(),
        what: `copied from ${brush.name}, version ${version.number}`,
        thumbnail: version.thumbnail,
        body: { ...version.body, brush: { ...version.body.brush, name } },
        measured: version,
      },
    );
    await tx
      .update(brushes)
      .set({ tags: brush.tags })
      .where(inArray(brushes.id, [made.id]));
    return { ...made, tags: brush.tags };
  });
}
