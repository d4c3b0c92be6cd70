// A worker thread does not inherit the TypeScript loader of the thread that starts it.
import { tsImport } from 'tsx/esm/api';

await tsImport('./painter.ts', import.meta.url);
