import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { MIGRATIONS } from '../places.ts';
import { News } from './news.ts';
import * as schema from './schema.ts';

export type Database = NodePgDatabase<typeof schema>;
/** A database or a transaction in it. */
export type Queries = Pick<
  Database,
  'select' | 'insert' | 'update' | 'delete' | 'execute' | 'transaction' | 'query' | '$count'
>;

export interface OpenDatabase {
  db: Database;
  news: News;
  close: () => Promise<void>;
}

/** Whoever brings the tables up to date holds this lock of the database: several servers may start on one. */
const MIGRATING = 52_700_002;

/** Brings the tables up to date, one server at a time. */
async function migrateOnce(pool: pg.Pool): Promise<void> {
  const client = await pool.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATING]);
    await migrate(drizzle(client), { migrationsFolder: MIGRATIONS });
  } finally {
    // ended, not given back: its lock goes with it
    client.release(true);
  }
}

/** Connects and brings the tables up to date. A lost connection is made again at the next query. */
export async function openDatabase(
  url: string,
  onError: (cause: Error) => void = () => undefined,
): Promise<OpenDatabase> {
  const pool = new pg.Pool({ connectionString: url, max: 10 });
  pool.on('error', onError);
  const db = drizzle(pool, { schema });
  await migrateOnce(pool);
  const news = new News(url, onError);
  const close = async () => {
    await news.close();
    await pool.end();
  };
  return { db, news, close };
}
