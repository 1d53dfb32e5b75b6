import { Workbox } from 'workbox-window';

/** Where the worker keeps the last answers of the server; they belong to whoever is signed in. */
const ANSWERS = 'zest-answers';
const PAGE = 'zest-page';

/**
 * Lets the device keep the application and what the bench last saw, where the browser allows it: on
 * this machine and behind HTTPS. Without it the application works as long as the network does.
 */
export async function keepOnDevice(): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  await new Workbox('/sw.js').register().catch(() => undefined);
  await (await caches.open(PAGE)).add('/').catch(() => undefined);
}

/** Forgets the answers that were kept for somebody who is no longer signed in. */
export async function forgetAnswers(): Promise<void> {
  if ('caches' in globalThis) await caches.delete(ANSWERS);
}
