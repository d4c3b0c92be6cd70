// Runs a script that drives the built application in a browser: node scripts/with-browser.mjs PATH.ts
import { preparePackages, prepareSystem } from './lib/prepare.mjs';

prepareSystem({ browser: true });
preparePackages();
const { build } = await import('./build.mjs');
const { finish, TSX } = await import('./lib/children.mjs');
const { cluster } = await import('./lib/postgres.mjs');
await build();
const database = cluster('tests', { durable: false });
const url = await database.start();
try {
  await finish(process.execPath, [...TSX, process.argv[2]], { env: { ...process.env, TEST_DATABASE_URL: url } });
} finally {
  database.stop();
}
