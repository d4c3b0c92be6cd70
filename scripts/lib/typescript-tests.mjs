// Lets mocha read TypeScript, parts of the interface too.
import { createRequire } from 'node:module';

process.env.TSX_TSCONFIG_PATH ??= new URL('../../web/tsconfig.json', import.meta.url).pathname;
await import('tsx');
// a picture is known by its path, as it is when the interface is built
createRequire(import.meta.url).extensions['.webp'] = (module, path) => void (module.exports = path);
