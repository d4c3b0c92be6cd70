// npm start: from a fresh machine to a served application; the second time it takes seconds.
import { instanceHere } from './lib/instance.mjs';
import { preparePackages, prepareSystem } from './lib/prepare.mjs';

const instance = instanceHere();
const begun = await instance.begin(() => console.log('another start is under way; waiting for it ...'));
process.on('exit', begun);
try {
  const first = instance.serving();
  if (first) {
    console.log(`\nAmber Stamp is at ${first.address} already; end it there first to start it anew.\n`);
    process.exit(0);
  }
  prepareSystem({ database: !process.env.DATABASE_URL });
  preparePackages();
  const { run } = await import('./lib/run.mjs');
  await run({ dev: process.argv.includes('--dev'), instance });
  begun();
} catch (cause) {
  console.error(`Amber Stamp did not start: ${cause.message}`);
  process.exit(1);
}
