import { AmberError } from '@amber-stamp/core/errors';
import { eq, sql } from 'drizzle-orm';
import type { Queries } from '../db/database.ts';
import { brushes, drawers } from '../db/schema.ts';

const noDrawer = (name: string) => new AmberError('not-found', `There is no drawer ${name}.`, name);
const taken = (name: string) =>
  new AmberError('bad-value', `There is a drawer ${name} already; take another name.`, 'name');

const LAST = sql<number>`(select coalesce(max(place), 0) + 1 from drawers)`;

/** Makes sure that a drawer is there, as the last one where it is new. */
export async function needDrawer(tx: Queries, name: string): Promise<void> {
  await tx.insert(drawers).values({ name, place: LAST }).onConflictDoNothing();
}

export async function addDrawer(db: Queries, name: string): Promise<void> {
  const made = await db.insert(drawers).values({ name, place: LAST }).onConflictDoNothing().returning();
  if (made.length === 0) throw taken(name);
}

/** Renames a drawer with all that lies in it, or writes another note on it. */
export async function changeDrawer(db: Queries, name: string, change: { name?: string; note?: string }): Promise<void> {
  await db.transaction(async (tx) => {
    const [there] = await tx.select().from(drawers).where(eq(drawers.name, name)).for('update');
    if (!there) throw noDrawer(name);
    const { name: next = name, note = there.note } = change;
    if (next !== name && (await tx.$count(drawers, eq(drawers.name, next))) > 0) throw taken(next);
    await tx.update(drawers).set({ name: next, note }).where(eq(drawers.name, name));
    if (next !== name) await tx.update(brushes).set({ drawer: next }).where(eq(brushes.drawer, name));
  });
}

/** Puts the drawers into an order; those that are not named keep theirs, after them. */
export async function orderDrawers(db: Queries, names: readonly string[]): Promise<void> {
  await db.transaction(async (tx) => {
    const there = await tx
      .select({ name: drawers.name })
      .from(drawers)
      .orderBy(drawers.place, drawers.name)
      .for('update');
    const known = new Set(there.map(({ name }) => name));
    const missing = names.find((name) => !known.has(name));
    if (missing !== undefined) throw noDrawer(missing);
    const order = [...new Set([...names, ...known])];
    for (const [place, name] of order.entries()) await tx.update(drawers).set({ place }).where(eq(drawers.name, name));
  });
}

/** Takes an empty drawer away. */
export async function dropDrawer(db: Queries, name: string): Promise<void> {
  await db.transaction(async (tx) => {
    const inIt = await tx.$count(brushes, eq(brushes.drawer, name));
    if (inIt > 0)
      throw new AmberError(
        'bad-value',
        `${inIt} of the brushes lie in ${name}, those too that are put away; move them to another drawer first.`,
        name,
      );
    const gone = await tx.delete(drawers).where(eq(drawers.name, name)).returning();
    if (gone.length === 0) throw noDrawer(name);
  });
}
