// Runs a TypeScript script of this folder: node scripts/run-ts.mjs scripts/NAME.ts
import { pathToFileURL } from 'node:url';
import { resolve } from 'node:path';
import { register } from 'tsx/esm/api';
import { buildKernel } from './build-kernel.mjs';

await buildKernel();
register();
await import(pathToFileURL(resolve(process.argv[2])).href);
