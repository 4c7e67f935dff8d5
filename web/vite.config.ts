import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

const SERVER = 'http://127.0.0.1:8484';
/** The server takes connections of its own pages only. */
const passedOn = { target: SERVER, ws: true, headers: { origin: SERVER } };

export default defineConfig({
  plugins: [react()],
  build: { outDir: 'target/classes/static', emptyOutDir: true, target: 'es2023', license: { fileName: 'licences.json' } },
  server: { proxy: Object.fromEntries(['/api', '/live', '/visit', '/door', '/widget'].map((path) => [path, passedOn])) },
  test: { environment: 'jsdom', setupFiles: 'src/testing/setup.ts', testTimeout: 30_000, maxWorkers: '100%' },
});
