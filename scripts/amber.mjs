// The command line, run from the sources: npm run -s amber -- COMMAND
import { register } from 'tsx/esm/api';
import { buildKernel } from './build-kernel.mjs';

await buildKernel();
register();
await import('../cli/src/main.ts');
