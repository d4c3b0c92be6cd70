// npm run check; npm run backup -- FILE; npm run restore -- FILE
import { resolve } from 'node:path';
import { instanceHere } from './lib/instance.mjs';
import { preparePackages, prepareSystem } from './lib/prepare.mjs';

const [what, file] = process.argv.slice(2);
const instance = instanceHere();
const begun = await instance.begin(() => console.log('a start is under way; waiting for it ...'));
process.on('exit', begun);

async function work(database, url, { backUp, bringBack, check }) {
  if (what === 'check') return check(url);
  if (!file) throw new Error(`name the file: npm run ${what} -- FILE`);
  if (what === 'backup') {
    const bytes = backUp(database, resolve(file));
    console.log(`All that is kept is in ${file} (${(bytes / 1048576).toFixed(1)} MB).`);
  } else if (what === 'restore') {
    if (instance.serving()) throw new Error('Amber Stamp is running; end it first, then restore.');
    const before = await bringBack(database, resolve(file), check);
    console.log(`${file} is brought back. What was kept until now stays in the database ${before}.`);
  } else throw new Error(`${what} is none of check, backup and restore.`);
}

let database;
let wasRunning = false;
try {
  prepareSystem();
  preparePackages();
  const { cluster } = await import('./lib/postgres.mjs');
  const { finish, TSX } = await import('./lib/children.mjs');
  database = cluster('database');
  wasRunning = database.running();
  const url = await database.start();
  const check = (address) =>
    finish(process.execPath, [...TSX, 'server/src/check.ts'], { env: { ...process.env, DATABASE_URL: address } });
  await work(database, url, { ...(await import('./lib/data.mjs')), check });
} catch (cause) {
  console.error(`Nothing was changed: ${cause.message}`);
  process.exitCode = 1;
} finally {
  if (!wasRunning) database?.stop();
}
