import react from '@vitejs/plugin-react';
import { dirname, resolve } from 'node:path';
import { defineConfig, type Plugin } from 'vite';
import { SCRIPTS } from './scripts.ts';

// the same isolation as the server's, so that workers behave alike in development
const isolation = { 'Cross-Origin-Opener-Policy': 'same-origin', 'Cross-Origin-Embedder-Policy': 'require-corp' };

/** The page's own script comes without the kernel, whose plain twin would do in its place: workers bring it. */
const withoutKernel: Plugin = {
  name: 'without-kernel',
  enforce: 'pre',
  resolveId: (id, importer) =>
    id.endsWith('/kernel-binary.ts') && importer?.endsWith('/wasm/module.ts') ? '\0no-kernel' : undefined,
  load: (id) => (id === '\0no-kernel' ? 'export const KERNEL_BYTES = new Uint8Array(0);' : undefined),
};

const WORKER = /new Worker\(new URL\('([^']+)', import\.meta\.url\)/g;

/** Workers are entries of the same build as the page, so that all of them share their scripts instead of each bringing its own. */
const sharedWorkers: Plugin = {
  name: 'shared-workers',
  apply: 'build',
  enforce: 'pre',
  transform(code, id) {
    if (!id.endsWith('/engine/made-workers.ts')) return undefined;
    return code.replace(WORKER, (_, path: string) => {
      const name = path.replace(/^.*\/|\.ts$/g, '');
      const file = this.emitFile({ type: 'chunk', id: resolve(dirname(id), path), name });
      return `new Worker(import.meta.ROLLUP_FILE_URL_${file}`;
    });
  },
};

/** What workers load when it is needed: a worker has no document to name its parts in beforehand. */
const IN_WORKERS = /\/(exr|relief-file)-[\w-]+\.js$/;

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), withoutKernel, sharedWorkers],
  build: {
    target: 'es2022',
    // says what each part needs, for the page of a brush
    manifest: true,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      // what arrives is read with the page of a brush, wherever it is dropped
      checks: { ineffectiveDynamicImport: false },
      output: { codeSplitting: { groups: SCRIPTS } },
    },
    modulePreload: { resolveDependencies: (file, parts) => (IN_WORKERS.test(file) ? [] : parts) },
  },
  server: { headers: isolation, proxy: { '/api': 'http://127.0.0.1:5270' } },
});
