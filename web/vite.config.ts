import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { buildMark } from './buildMark.ts';
import { headLinks } from './headLinks.ts';
import { offlineFiles } from './offlineFiles.ts';

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  root: here('.'),
  plugins: [
    react({ jsxImportSource: '@ombrik/web' }),
    tailwindcss(),
    offlineFiles(),
    headLinks(),
    buildMark(here('..')),
  ],
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    chunkSizeWarningLimit: 1600,
    rollupOptions: {
      input: { index: here('./index.html'), sw: here('./src/offline/sw.ts') },
      // The service worker's address stays: a browser asks for it to learn of a newer one.
      output: { entryFileNames: (chunk) => (chunk.name === 'sw' ? 'sw.js' : 'assets/[name]-[hash].js') },
    },
  },
  worker: { format: 'es' },
  server: { host: '127.0.0.1', proxy: process.env.OMBRIK_API ? { '/api': process.env.OMBRIK_API } : {} },
});
