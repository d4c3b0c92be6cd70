import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

/** The folder of the server, to wherever its sources were joined. */
const SERVER = dirname(createRequire(import.meta.url).resolve('@amber-stamp/server/package.json'));

/** Where packs lie while their files are taken over. */
export const PACKS = process.env.AMBER_PACKS ?? join(tmpdir(), 'amber-stamp-packs');

export const MIGRATIONS = join(SERVER, 'drizzle');
/** The command line, as it was joined. */
export const COMMAND_LINE = join(SERVER, '../cli/dist/amber.js');
export const BUILT_PAGES = join(SERVER, '../web/dist');
