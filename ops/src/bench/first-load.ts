import { readFile, stat } from 'node:fs/promises';
import path from 'node:path';
import { WEB_ROOT } from '../paths.js';

/** Kilobytes of script, gzipped, that the first page loads before anything is touched. */
export async function firstLoadKb(): Promise<number> {
  const page = await readFile(path.join(WEB_ROOT, 'index.html'), 'utf8');
  const scripts = new Set([...page.matchAll(/(?:src|href)="(\/assets\/[^"]+\.js)"/g)].map((m) => m[1] ?? ''));
  for (const script of [...scripts]) {
    const text = await readFile(path.join(WEB_ROOT, script), 'utf8');
    for (const [, name] of text.matchAll(/^import[^;]*?from"\.\/([^"]+\.js)"/gm))
      scripts.add(`/assets/${name}`);
  }
  let bytes = 0;
  for (const script of scripts) {
    const file = path.join(WEB_ROOT, script);
    bytes += await stat(`${file}.gz`).then(
      (s) => s.size,
      async () => (await stat(file)).size,
    );
  }
  return bytes / 1000;
}
