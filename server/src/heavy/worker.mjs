// A worker thread does not inherit the TypeScript loader of the thread that starts it.
import { tsImport } from 'tsx/esm/api';

const { runTask } = await tsImport('./tasks.ts', import.meta.url);
export default runTask;
