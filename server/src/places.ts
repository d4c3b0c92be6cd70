import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

/** The folder of the server, to wherever its sources were joined. */
const SERVER = dirname(createRequire(import.meta.url).resolve('@amber-stamp/server/package.json'));

export const MIGRATIONS = join(SERVER, 'drizzle');
export const BUILT_PAGES = join(SERVER, '../web/dist');
