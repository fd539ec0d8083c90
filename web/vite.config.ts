import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react(), tailwindcss()],
  build: { outDir: 'dist', emptyOutDir: true, chunkSizeWarningLimit: 1600 },
  worker: { format: 'es' },
  server: { host: '127.0.0.1', proxy: process.env.OMBRIK_API ? { '/api': process.env.OMBRIK_API } : {} },
});
