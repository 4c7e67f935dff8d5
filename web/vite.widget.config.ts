import { defineConfig } from 'vite';

/**
 * The visitor's side, and nothing of the interface in it: a script that web sites load, and another that it loads itself once there is
 * a chat to be heard of.
 */
const PARTS = {
  door: { entry: 'widget/main.ts', name: 'KinetarchDoor' },
  connection: { entry: 'widget/connection.ts', name: 'KinetarchConnection' },
};

export default defineConfig(({ mode }) => {
  const part = mode === 'connection' ? 'connection' : 'door';
  return {
    mode: 'production',
    publicDir: false,
    build: {
      outDir: 'target/classes/static/widget',
      emptyOutDir: part === 'door',
      target: 'es2022',
      sourcemap: false,
      lib: { ...PARTS[part], formats: ['iife'], fileName: () => `${part}.js` },
    },
  };
});
