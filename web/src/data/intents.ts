import { v7 as uuid } from 'uuid';

/** Where intents are kept while they are under way: over a reload, and for another tab. */
export type IntentStore = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

/** Something somebody means to do, under the id it keeps until it is done. */
export interface Intent {
  id: string;
  key: string;
}

interface Kept {
  id: string;
  content: string;
  atMs: number;
}

/** An intent nobody has come back to for so long is another one, ms. */
const FORGOTTEN_MS = 86_400_000;

/** Fields whose words are kept nowhere on the device. */
const SECRETS = ['secret', 'now'];

/**
 * The id of an intent: made when it begins, the same for the same content at the same address after an
 * error, a reload, a second press or from a second tab, so that the server does it once; another content
 * or a success makes a new one.
 */
export function beginIntent(store: IntentStore, address: string, body: object, nowMs: number): Intent {
  const key = `zest-intent ${address}`;
  const content = JSON.stringify(body, (name, value: unknown) => (SECRETS.includes(name) ? '' : value));
  const kept = read(store, key);
  if (kept && kept.content === content && nowMs - kept.atMs < FORGOTTEN_MS) return { id: kept.id, key };
  const id = uuid();
  store.setItem(key, JSON.stringify({ id, content, atMs: nowMs } satisfies Kept));
  return { id, key };
}

/** The intent is done; the next of the same content is another. */
export function endIntent(store: IntentStore, { id, key }: Intent): void {
  if (read(store, key)?.id === id) store.removeItem(key);
}

function read(store: IntentStore, key: string): Kept | undefined {
  const text = store.getItem(key);
  if (text === null) return undefined;
  try {
    return JSON.parse(text) as Kept;
  } catch {
    return undefined;
  }
}
