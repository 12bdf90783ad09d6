import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  // React Aria only asks whether the language has a proper name; the other question reads a table of all languages first (27 ms)
  define: { 'Intl.DateTimeFormat.supportedLocalesOf': 'Intl.getCanonicalLocales' },
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    manifest: 'manifest.json',
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
  },
  server: { proxy: { '/api': process.env.API ?? 'http://127.0.0.1:3000' } },
});
