import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { brotliCompressSync } from 'node:zlib';
import { transformAsync } from '@babel/core';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { generateSW } from 'workbox-build';

/**
 * The worker that keeps what was built on the device, so that the screens open while the server is away. Browsers let
 * it run on a secure address only: HTTPS, or the machine itself. The page itself is the server's, with a nonce of its
 * own, so it is asked for first and kept as it came last.
 */
const worker = (): Plugin => ({
  name: 'worker',
  apply: 'build',
  closeBundle: async () => {
    await generateSW({
      swDest: 'dist/sw.js',
      globDirectory: 'dist',
      globPatterns: ['assets/**/*.{js,css,woff2,svg}'],
      dontCacheBustURLsMatching: /-[\w-]{8}\.\w+$/, // their names change with what they hold
      maximumFileSizeToCacheInBytes: 4 << 20,
      inlineWorkboxRuntime: true,
      sourcemap: false,
      skipWaiting: true,
      clientsClaim: true,
      cleanupOutdatedCaches: true,
      runtimeCaching: [
        {
          urlPattern: ({ request, url }) => request.mode === 'navigate' || url.pathname === '/',
          handler: 'NetworkFirst',
          options: { cacheName: 'page', plugins: [{ cacheKeyWillBeUsed: () => Promise.resolve('/') }] },
        },
      ],
    });
  },
});

/** A part whose props and state are as before is not drawn again: React's own compiler, over what is ours. */
const compiled = (): Plugin => ({
  name: 'compiled',
  enforce: 'pre',
  transform: {
    filter: { id: /^(?!.*node_modules).*\/src\/.*\.tsx?$/ },
    handler: async (code, id) => {
      const to = await transformAsync(code, {
        filename: id,
        babelrc: false,
        configFile: false,
        sourceMaps: true,
        parserOpts: { plugins: ['typescript', 'jsx'] },
        plugins: ['babel-plugin-react-compiler'],
      });
      return to?.code == null ? null : { code: to.code, map: to.map ?? null };
    },
  },
});

/** Scripts and styles packed once, as well as can be: a phone on the shop's network loads the first page by them. */
const packed = (): Plugin => ({
  name: 'packed',
  apply: 'build',
  closeBundle: () => {
    for (const name of readdirSync('dist/assets')) {
      if (!/\.(js|css)$/.test(name)) continue;
      const file = `dist/assets/${name}`;
      writeFileSync(`${file}.br`, brotliCompressSync(readFileSync(file)));
    }
  },
});

export default defineConfig({
  plugins: [compiled(), react(), worker(), packed()],
  // ./dev: what the screens ask goes to the server that is being built beside them
  ...(process.env['BRANKEL_API'] ? { server: { proxy: { '/api': process.env['BRANKEL_API'] } } } : {}),
  build: { outDir: 'dist', emptyOutDir: true, target: 'es2022', modulePreload: { polyfill: false }, assetsInlineLimit: 0 },
});
