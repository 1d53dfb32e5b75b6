import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const here = (file: string) => fileURLToPath(new URL(file, import.meta.url));
const resolve = {
  alias: {
    '@zest/core': here('core/src/index.ts'),
    '@zest/contract': here('contract/src/index.ts'),
    '@zest/server/certificate-files': here('server/src/platform/certificate-files.ts'),
    '@zest/server/migrate': here('server/src/platform/migrate.ts'),
    '@zest/server/nodes': here('server/src/platform/nodes.ts'),
    '@zest/ops': here('ops/src/index.ts'),
  },
};

export default defineConfig({
  test: {
    // Most tests wait for a database or a drawing; two of them share two cores well.
    maxWorkers: 2,
    coverage: {
      provider: 'v8',
      include: ['core/src/**', 'contract/src/**', 'server/src/**', 'web/src/**'],
      exclude: ['server/src/demo/**', '**/main.ts', '**/*-main.ts', '**/main.tsx', 'server/src/calc/cli.ts'],
      reporter: ['text-summary', 'json-summary'],
      // Floors, not aims: what is measured stands a little above them.
      thresholds: {
        'core/src/**': { lines: 95, branches: 84 },
        'contract/src/**': { lines: 98, branches: 92 },
        'server/src/**': { lines: 92, branches: 74 },
        'web/src/**': { lines: 55, branches: 43 },
      },
    },
    projects: [
      {
        resolve,
        test: { name: 'core', include: ['core/test/**/*.test.ts'], testTimeout: 120_000, isolate: false },
      },
      { resolve, test: { name: 'contract', include: ['contract/test/**/*.test.ts'], isolate: false } },
      { resolve, test: { name: 'web', include: ['web/test/**/*.test.{ts,tsx}'], testTimeout: 30_000 } },
      {
        resolve,
        test: {
          name: 'server',
          isolate: false,
          include: ['server/test/**/*.test.ts'],
          globalSetup: ['server/test/global-setup.ts'],
          testTimeout: 60_000,
          hookTimeout: 240_000,
        },
      },
      {
        resolve,
        test: { name: 'ops', include: ['ops/test/**/*.test.ts'], testTimeout: 600_000, hookTimeout: 240_000 },
      },
    ],
  },
});
