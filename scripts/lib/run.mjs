// Database, demo data, build, server; keeps both alive until the terminal ends it.
import { spawn } from 'node:child_process';
import { build } from '../build.mjs';
import { finish, serve, TSX } from './children.mjs';
import { cluster } from './postgres.mjs';
import { ROOT } from './root.mjs';

const PORT = 5270;

/** Serves on the usual port, or, when that is taken, on a free one. */
async function serveSomewhere(url) {
  const wanted = process.env.PORT ?? String(PORT);
  try {
    return await serve({ DATABASE_URL: url, PORT: wanted });
  } catch (cause) {
    if (cause.code !== 3) throw cause;
    console.log(`port ${wanted} is taken, using a free one`);
    return serve({ DATABASE_URL: url, PORT: '0' });
  }
}

export async function run({ dev }) {
  const database = cluster('database');
  let server;
  let leaving = false;
  const leave = () => {
    leaving = true;
    server?.child.kill('SIGTERM');
    database.stop();
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, leave);
  console.log('starting the database ...');
  let url = await database.start();
  console.log('building ...');
  await build();
  console.log('looking after the demo brushes ...');
  await finish(process.execPath, [...TSX, 'server/src/demo/load-demo.ts'], {
    env: { ...process.env, DATABASE_URL: url },
  });

  const open = async () => {
    server = await serveSomewhere(url);
    server.child.on('exit', () => {
      if (!leaving) setTimeout(() => void open(), 1000);
    });
    console.log(`\nAmber Stamp is at ${server.address}\n`);
  };
  await open();
  if (dev)
    spawn(process.execPath, ['node_modules/vite/bin/vite.js', 'web'], {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, API: server.address },
    });
  setInterval(async () => {
    if (leaving || database.running()) return;
    console.log('the database was ended; starting it again ...');
    url = await database.start();
    server.child.kill('SIGTERM'); // comes back with the new address
  }, 2000);
}
