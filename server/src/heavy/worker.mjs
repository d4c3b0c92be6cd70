// A worker thread does not inherit the TypeScript loader of the thread that starts it.
import { tsImport } from 'tsx/esm/api';

const { default: runTask } = await tsImport('./worker.ts', import.meta.url);
export default runTask;
