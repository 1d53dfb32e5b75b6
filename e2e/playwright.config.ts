import { defineConfig } from '@playwright/test';
import { DATA_FOLDER, PORT } from './place.js';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  workers: 1,
  retries: 0,
  timeout: 180_000,
  expect: { timeout: 10_000 },
  reporter: process.env['PLAYWRIGHT_JSON_OUTPUT_NAME'] ? [['list'], ['json']] : [['list']],
  outputDir: '../test-results',
  globalTeardown: './teardown.ts',
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
    // Nothing is waited for that only moves.
    contextOptions: { reducedMotion: 'reduce' },
    actionTimeout: 30_000,
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: 'node ../ops/dist/main.js demo',
    url: `http://127.0.0.1:${PORT}/api/v1/health`,
    reuseExistingServer: false,
    timeout: 90_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 15_000 },
    env: { ZEST_DATA: DATA_FOLDER, ZEST_PORT: String(PORT) },
  },
});
