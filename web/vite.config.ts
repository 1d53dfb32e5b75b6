import { createReadStream, createWriteStream } from 'node:fs';
import { readdir, stat } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { fileURLToPath } from 'node:url';
import { createGzip } from 'node:zlib';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

const here = (file: string) => fileURLToPath(new URL(file, import.meta.url));

/** Leaves a .gz beside every script, style and WebAssembly file, so that the server compresses nothing. */
function precompress(): Plugin {
  return {
    name: 'precompress',
    apply: 'build',
    async closeBundle() {
      const folder = here('dist/assets');
      for (const name of await readdir(folder)) {
        const file = path.join(folder, name);
        if (!/\.(js|css|wasm)$/.test(name) || (await stat(file)).size < 1024) continue;
        await pipeline(createReadStream(file), createGzip({ level: 9 }), createWriteStream(`${file}.gz`));
      }
    },
  };
}

export default defineConfig({
  root: here('.'),
  plugins: [react(), precompress()],
  resolve: {
    alias: {
      '@zest/core': here('../core/src/index.ts'),
      '@zest/contract': here('../contract/src/index.ts'),
    },
  },
  worker: { format: 'es' },
  build: { target: 'es2022', assetsInlineLimit: 0, chunkSizeWarningLimit: 700 },
});
