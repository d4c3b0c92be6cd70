import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

// the same isolation as the server's, so that workers behave alike in development
const isolation = { 'Cross-Origin-Opener-Policy': 'same-origin', 'Cross-Origin-Embedder-Policy': 'require-corp' };

/** Only workers ink: the page's own script comes without the kernel, whose plain twin would do in its place. */
const withoutKernel = {
  name: 'without-kernel',
  enforce: 'pre' as const,
  resolveId: (id: string) => (id.endsWith('/kernel-binary.ts') ? '\0no-kernel' : undefined),
  load: (id: string) => (id === '\0no-kernel' ? 'export const KERNEL_BYTES = new Uint8Array(0);' : undefined),
};

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), withoutKernel],
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 900 },
  server: { headers: isolation, proxy: { '/api': 'http://127.0.0.1:5270' } },
});
