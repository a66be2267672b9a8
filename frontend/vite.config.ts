import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  build: {
    outDir: process.env['WIDE_LEVER_WWWROOT'] ?? 'dist',
    emptyOutDir: true,
    // Fonts and pictures stay files: the page's policy has no data: for fonts.
    assetsInlineLimit: 0,
    manifest: true,
  },
  // Each test makes what it needs: a process of its own for every file took five times as long as the tests.
  // No limit on time decides a test that is not about time: a busy machine is slow.
  test: { isolate: false, testTimeout: 300_000, hookTimeout: 300_000 },
  server: { proxy: { '/api': 'http://127.0.0.1:7613' } },
});
