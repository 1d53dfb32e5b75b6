import { createReadStream, createWriteStream } from 'node:fs';
import { readdir, stat } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { fileURLToPath } from 'node:url';
import { createGzip } from 'node:zlib';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

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

/** Answers that the bench needs to show its work without network; everything else is asked of the server only. */
const KEPT_ADDRESS =
  /\/api\/v1\/(health|session|batches|batches\/[0-9a-f-]{36}\/(facts|lots)|people\/names|scales|probes|bench-rules)$/;

/**
 * Keeps the application and the last answers of the bench on the device, so that it opens without
 * network. Assets of an earlier build are evicted when the new one has been fetched.
 */
function keptOnDevice() {
  return VitePWA({
    registerType: 'autoUpdate',
    injectRegister: false,
    manifest: false,
    workbox: {
      globPatterns: ['assets/**/*.{js,css,woff2,wasm,svg,json}'],
      maximumFileSizeToCacheInBytes: 8_000_000,
      cleanupOutdatedCaches: true,
      clientsClaim: true,
      skipWaiting: true,
      inlineWorkboxRuntime: true,
      navigateFallback: null,
      dontCacheBustURLsMatching: /-[\w-]{8}\.\w+$/,
      runtimeCaching: [
        {
          urlPattern: ({ request }) => request.mode === 'navigate',
          handler: 'NetworkFirst',
          options: {
            cacheName: 'zest-page',
            plugins: [{ cacheKeyWillBeUsed: () => Promise.resolve('/') }],
          },
        },
        { urlPattern: KEPT_ADDRESS, handler: 'NetworkFirst', options: { cacheName: 'zest-answers' } },
      ],
    },
  });
}

export default defineConfig({
  root: here('.'),
  plugins: [react(), precompress(), keptOnDevice()],
  resolve: {
    alias: {
      '@zest/core': here('../core/src/index.ts'),
      '@zest/contract': here('../contract/src/index.ts'),
    },
  },
  worker: { format: 'es' },
  build: { target: 'es2022', assetsInlineLimit: 0, chunkSizeWarningLimit: 700 },
});
