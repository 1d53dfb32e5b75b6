import { sql } from './sql.js';
import type { Response } from 'express';
import type { Change, ProbeReadingMessage, ScaleReadingMessage } from '@zest/contract';
import type { Database, Transaction } from './database.js';

const POLL_MS = 250;
/** Rows may commit out of the order of their ids; this far back is looked at again. */
const OVERLAP_MS = 10_000;
const BEAT_MS = 15_000;

/** Writes a change into the transaction that makes it; screens hear of it after the commit. */
export function announce(tx: Transaction, at: Date, change: Change): void {
  sql(tx).defer('INSERT INTO live_event (at, payload) VALUES (:at, :payload)', {
    at,
    payload: JSON.stringify(change),
  });
}

/** Whose screen it is. */
export interface Listener {
  session: string;
  personId: string;
}

/** What of a change screens hear: whose sessions ended is for the processes. */
function told(change: Change): Change {
  return change.topic === 'people' ? { topic: 'people' } : change;
}

/**
 * Passes changes from the database and readings from the scales to the screens that listen.
 * Changes are read from the database, so they reach the screens of every process.
 */
export class LiveHub {
  readonly #db: Database;
  readonly #now: () => Date;
  /** Who listens, with the session it belongs to and whose that is. */
  readonly #clients = new Map<Response, Listener>();
  readonly #seen = new Map<number, number>();
  #timer: NodeJS.Timeout | undefined;
  #beat: NodeJS.Timeout | undefined;
  #polling = false;

  constructor(db: Database, now: () => Date) {
    this.#db = db;
    this.#now = now;
  }

  get listeners(): number {
    return this.#clients.size;
  }

  /** @param listener ends with its session, and with its person's; see {@link drop} and {@link dropPerson} */
  async add(response: Response, listener: Listener = { session: '', personId: '' }): Promise<void> {
    if (this.#clients.size === 0) await this.#skipPast();
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-cache, no-transform',
      Connection: 'keep-alive',
      'X-Accel-Buffering': 'no',
    });
    response.write('retry: 1000\n\n');
    this.#clients.set(response, listener);
    response.on('close', () => {
      this.#clients.delete(response);
      if (this.#clients.size === 0) this.#stop();
    });
    this.#timer ??= setInterval(() => void this.poll(), POLL_MS);
    this.#beat ??= setInterval(() => this.#send('beat', {}), BEAT_MS);
  }

  scale(reading: ScaleReadingMessage): void {
    this.#send('scale', reading);
  }

  probe(reading: ProbeReadingMessage): void {
    this.#send('probe', reading);
  }

  /** Looks for new changes now; called after a commit here, and by the timer for other processes. */
  async poll(): Promise<void> {
    if (this.#polling || this.#clients.size === 0) return;
    this.#polling = true;
    try {
      for (const { id, payload } of await this.#recent()) {
        if (this.#seen.has(id)) continue;
        this.#seen.set(id, this.#now().getTime());
        if (payload.topic === 'people' && payload.ended !== undefined)
          this.dropPerson(payload.ended, payload.keep ?? '');
        this.#send('change', told(payload));
      }
      this.#forget();
    } catch {
      // The database is away; the next poll tells what was missed.
    } finally {
      this.#polling = false;
    }
  }

  close(): void {
    this.#stop();
    for (const client of this.#clients.keys()) client.end();
    this.#clients.clear();
  }

  /** Ends what a session listens to. */
  drop(session: string): void {
    for (const [client, of] of this.#clients) if (of.session === session) client.end();
  }

  /** Ends what somebody listens to, at whatever device but that of one session. */
  dropPerson(personId: string, keep: string): void {
    for (const [client, of] of this.#clients) {
      if (of.personId === personId && of.session !== keep) client.end();
    }
  }

  async #skipPast(): Promise<void> {
    for (const { id } of await this.#recent()) this.#seen.set(id, this.#now().getTime());
  }

  #recent(): Promise<{ id: number; payload: Change }[]> {
    return sql(this.#db).rows('SELECT id, payload FROM live_event WHERE at > :since ORDER BY id', {
      since: new Date(this.#now().getTime() - OVERLAP_MS),
    });
  }

  #forget(): void {
    const before = this.#now().getTime() - 2 * OVERLAP_MS;
    for (const [id, at] of this.#seen) if (at < before) this.#seen.delete(id);
  }

  #send(event: string, data: object): void {
    const text = `event: ${event}\ndata: ${JSON.stringify(data)}\n\n`;
    for (const client of this.#clients.keys()) client.write(text);
  }

  #stop(): void {
    clearInterval(this.#timer);
    clearInterval(this.#beat);
    this.#timer = undefined;
    this.#beat = undefined;
  }
}
