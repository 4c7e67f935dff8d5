import { defineConfig } from 'vite';

/** The visitor's side: one file that web sites load, and nothing of the interface in it. */
export default defineConfig({
  publicDir: false,
  build: {
    outDir: 'target/classes/static/widget',
    target: 'es2022',
    sourcemap: false,
    lib: { entry: 'widget/main.ts', formats: ['iife'], name: 'KinetarchDoor', fileName: () => 'door.js' },
  },
});
