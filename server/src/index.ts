export { createApp, type AppOptions } from './app.ts';
export { openDatabase, type Database, type OpenDatabase } from './db/database.ts';
export { ROUTES } from './routes/index.ts';
export { openApi } from './openapi.ts';
export { addSource } from './services/sources.ts';
export { createBrush } from './services/brushes.ts';
export { storeBytes } from './services/blobs.ts';
