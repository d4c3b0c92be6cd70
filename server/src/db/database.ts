import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { MIGRATIONS } from '../places.ts';
import * as schema from './schema.ts';

export type Database = NodePgDatabase<typeof schema>;
/** A database or a transaction in it. */
export type Queries = Pick<
  Database,
  'select' | 'insert' | 'update' | 'delete' | 'execute' | 'transaction' | 'query' | '$count'
>;

export interface OpenDatabase {
  db: Database;
  close: () => Promise<void>;
}

/** Connects and brings the tables up to date. A lost connection is made again at the next query. */
export async function openDatabase(
  url: string,
  onError: (cause: Error) => void = () => undefined,
): Promise<OpenDatabase> {
  const pool = new pg.Pool({ connectionString: url, max: 10 });
  pool.on('error', onError);
  const db = drizzle(pool, { schema });
  await migrate(db, { migrationsFolder: MIGRATIONS });
  return { db, close: () => pool.end() };
}
