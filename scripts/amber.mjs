// The command line: npm run -s amber -- COMMAND
import { pathToFileURL } from 'node:url';
import { buildCli } from './build-cli.mjs';

await import(pathToFileURL(await buildCli()).href);
