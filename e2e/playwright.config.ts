import { cpus } from 'node:os';
import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  globalSetup: './server.ts',
  workers: Math.max(2, cpus().length),
  fullyParallel: true,
  timeout: 300_000, // a busy machine is slow, and slowness alone is no fault
  expect: { timeout: 60_000 },
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Etc/UTC',
    trace: 'off',
    serviceWorkers: 'block', // each page would fetch and keep every screen: a sixth of the work. What lives by it lets it in
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        '--disable-gpu',
        // what follows spares a sixth of a core: one site is looked at, for seconds
        '--in-process-gpu',
        '--js-flags=--max-lazy',
        '--disable-features=IsolateOrigins,site-per-process,BackForwardCache,PaintHolding,SpareRendererForSitePerProcess',
        '--use-fake-device-for-media-stream', // a microphone that beeps
        '--use-fake-ui-for-media-stream',
      ],
    },
  },
  projects: [
    { name: 'tests', testIgnore: /pictures|frames|weight/ },
    { name: 'pictures', testMatch: /pictures/ },
    { name: 'frames', testMatch: /frames/ },
    { name: 'weight', testMatch: /weight/ },
  ],
});
