// Lets mocha read TypeScript, parts of the interface too.
process.env.TSX_TSCONFIG_PATH ??= new URL('../../web/tsconfig.json', import.meta.url).pathname;
await import('tsx');
