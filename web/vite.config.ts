import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

// the same isolation as the server's, so that workers behave alike in development
const isolation = { 'Cross-Origin-Opener-Policy': 'same-origin', 'Cross-Origin-Embedder-Policy': 'require-corp' };

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react()],
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 900 },
  server: { headers: isolation, proxy: { '/api': 'http://127.0.0.1:5270' } },
});
