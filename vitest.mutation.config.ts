import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const here = (file: string) => fileURLToPath(new URL(file, import.meta.url));

export default defineConfig({
  resolve: {
    alias: { '@zest/core': here('core/src/index.ts'), '@zest/contract': here('contract/src/index.ts') },
  },
  test: { include: ['core/test/**/*.test.ts', 'contract/test/**/*.test.ts'], testTimeout: 120_000 },
});
