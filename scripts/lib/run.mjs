// Database, demo data, build, server; keeps both alive until the terminal ends it.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build } from '../build.mjs';
import { finish, serve, TSX } from './children.mjs';
import { NOTES } from './instance.mjs';
import { logFile } from './log-file.mjs';
import { cluster } from './postgres.mjs';
import { ROOT } from './root.mjs';

const PORT = 5270;
const AGAIN_MS = 2000;

const pause = (ms) => new Promise((done) => setTimeout(done, ms));

/** Serves on the wanted port, or, when that is taken, on a free one. */
async function serveSomewhere(env, wanted, log) {
  try {
    return await serve({ ...env, PORT: wanted }, log);
  } catch (cause) {
    if (cause.code !== 3) throw cause;
    console.log(`port ${wanted} is taken, using a free one`);
    return serve({ ...env, PORT: '0' }, log);
  }
}

/** The application while it runs: whatever of it ends is started again, until it is left. */
class Application {
  constructor(database, instance) {
    this.database = database;
    this.instance = instance;
    this.log = logFile(join(NOTES, 'server.log'));
    // pages that are open know it by its port: it stays
    this.port = process.env.PORT ?? String(PORT);
    this.leaving = false;
    this.mending = false;
  }

  async prepare() {
    console.log('starting the database ...');
    this.url = await this.database.start();
    console.log('building ...');
    await build();
    console.log('looking after the demo brushes ...');
    await finish(process.execPath, [...TSX, 'server/src/demo/load-demo.ts'], {
      env: { ...process.env, DATABASE_URL: this.url },
    });
  }

  async open() {
    const env = { AMBER_PACKS: join(NOTES, 'packs'), ...process.env, DATABASE_URL: this.url };
    this.server = await serveSomewhere(env, this.port, this.log);
    const { child, address } = this.server;
    this.port = new URL(address).port;
    child.on('exit', () => void this.openAgain());
    this.note(address);
    console.log(`\nAmber Stamp is at ${address}\n`);
  }

  /** Lets other starts know the address; without room for the note it serves all the same. */
  note(address) {
    try {
      this.instance.serveAt(address);
    } catch (cause) {
      console.log(`its address could not be noted (${cause.message}); another start will not find it`);
    }
  }

  /** Opens until it is open: the database may be on its way back. */
  async openAgain() {
    while (!this.leaving) {
      await pause(AGAIN_MS / 2);
      try {
        if (!this.leaving) return await this.open();
      } catch (cause) {
        console.log(`the server does not start (${cause.message}); it is tried again ...`);
        await pause(AGAIN_MS / 2);
      }
    }
  }

  /** Starts the database again where it was ended; the server then comes back with the new address. */
  async mend() {
    if (this.leaving || this.mending || this.database.running()) return;
    this.mending = true;
    console.log('the database was ended; starting it again ...');
    try {
      this.url = await this.database.start();
      this.server?.child.kill('SIGTERM');
    } catch (cause) {
      console.log(`the database does not start: ${cause.message}\nIt is tried again; make room where a disk is full.`);
    }
    this.mending = false;
  }

  leave() {
    this.leaving = true;
    this.server?.child.kill('SIGTERM');
    this.database.stop();
  }
}

/** The database that the surroundings name, which others look after; else one of this folder, which is started and ended here. */
function databaseHere() {
  const { DATABASE_URL: url } = process.env;
  if (!url) return cluster('database');
  return { start: () => Promise.resolve(url), running: () => true, stop: () => undefined };
}

/** Serves until it is left. `instance`: what other starts know of this one. */
export async function run({ dev, instance }) {
  const application = new Application(databaseHere(), instance);
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => {
      application.leave();
      process.exit(0);
    });
  await application.prepare();
  await application.open();
  if (dev)
    spawn(process.execPath, ['node_modules/vite/bin/vite.js', 'web'], {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, API: application.server.address },
    });
  setInterval(() => void application.mend(), AGAIN_MS);
}
