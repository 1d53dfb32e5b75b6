/**
 * Lets the device keep the pages it has seen, where the browser allows it: on this machine and behind
 * HTTPS. Without it the application works as long as the network does.
 */
export async function keepOnDevice(): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  await navigator.serviceWorker.register('/sw.js').catch(() => undefined);
  const ready = await navigator.serviceWorker.ready;
  ready.active?.postMessage({ keep: ['/', ...loaded()] });
}

/** What this page has loaded of scripts, styles and fonts. */
function loaded(): string[] {
  return performance
    .getEntriesByType('resource')
    .map((entry) => new URL(entry.name).pathname)
    .filter((path) => path.startsWith('/assets/'));
}

/** Names again what has been loaded since, after another part of the application was opened. */
export function keepLoaded(): void {
  navigator.serviceWorker?.controller?.postMessage({ keep: loaded() });
}
