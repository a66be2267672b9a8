import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  build: {
    outDir: process.env['WIDE_LEVER_WWWROOT'] ?? 'dist',
    emptyOutDir: true,
    // Fonts and pictures stay files: the page's policy has no data: for fonts.
    assetsInlineLimit: 0,
    manifest: true,
  },
  server: { proxy: { '/api': 'http://127.0.0.1:7613' } },
});
