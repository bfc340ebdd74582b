import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

/** Lists what was built, for the worker that keeps it on the device. */
const listed = (): Plugin => ({
  name: 'listed',
  generateBundle(_, bundle) {
    const files = Object.keys(bundle).filter((f) => /\.(js|css|woff2)$/.test(f));
    this.emitFile({
      type: 'asset',
      fileName: 'assets/list.json',
      source: JSON.stringify([...files.map((f) => `/${f}`), '/assets/mark.svg']),
    });
  },
});

export default defineConfig({
  plugins: [react(), listed()],
  build: { outDir: 'dist', emptyOutDir: true, target: 'es2022', modulePreload: { polyfill: false }, assetsInlineLimit: 0 },
});
