import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  build: { outDir: 'target/classes/static', emptyOutDir: true, target: 'es2023' },
  server: { proxy: { '/api': 'http://127.0.0.1:8484' } },
  test: { environment: 'jsdom', setupFiles: 'src/testing/setup.ts', testTimeout: 20_000 },
});
