// npm start: from a fresh machine to a served application; the second time it takes seconds.
import { preparePackages, prepareSystem } from './lib/prepare.mjs';

try {
  prepareSystem();
  preparePackages();
  const { run } = await import('./lib/run.mjs');
  await run({ dev: process.argv.includes('--dev') });
} catch (cause) {
  console.error(`Amber Stamp did not start: ${cause.message}`);
  process.exit(1);
}
