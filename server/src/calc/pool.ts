import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { InputIssue } from '@zest/core';
import { HttpProblem, OwnFault, invalid } from '../platform/problem.js';

/** What a worker is asked, and what it answers. */
export interface Asked {
  name: string;
  body: unknown;
}
export type Answered =
  | { kind: 'begun' }
  | { kind: 'answer'; answer: Record<string, unknown> }
  | { kind: 'refused'; issues: InputIssue[] }
  | { kind: 'broken'; message: string };

/** So long may one calculation take, ms; then its worker is stopped and a new one begun. */
const LIMIT_MS = 15_000;
/** So long may a thread take to begin, ms. */
const BEGIN_MS = 30_000;
/** So many may wait for their turn, and so many of one person. */
const MOST_WAITING = 40;
const MOST_OF_ONE = 8;

interface Task extends Asked {
  personId: string;
  signal: AbortSignal;
  resolve: (answer: Record<string, unknown>) => void;
  reject: (error: Error) => void;
}

/** Under the tests the sources run; a thread needs what was built of them. */
const FILE = fileURLToPath(new URL('./worker.js', import.meta.url)).replace('/src/calc/', '/dist/calc/');

/**
 * Calculations in a thread of their own, one at a time, each person in turn: however long one takes, no bench
 * waits for it. One that goes on too long, or that nobody waits for any more, is stopped.
 */
export class CalcPool {
  readonly #limitMs: number;
  #worker: Worker | undefined;
  #running: Task | undefined;
  /** Ends what is running when it goes on too long. */
  #timer: NodeJS.Timeout | undefined;
  #waiting: Task[] = [];
  #lastPerson = '';

  constructor(limitMs = LIMIT_MS) {
    this.#limitMs = limitMs;
  }

  /**
   * @param signal says that the asker has left
   * @throws HttpProblem 422 naming the fields that are wrong, 503 when it took too long, 429 when too much waits
   */
  run(name: string, body: unknown, personId: string, signal: AbortSignal): Promise<Record<string, unknown>> {
    const mine = this.#waiting.filter((t) => t.personId === personId).length;
    if (this.#waiting.length >= MOST_WAITING || mine >= MOST_OF_ONE)
      return Promise.reject(
        new HttpProblem(429, 'too-many', 'Too many calculations wait already; ask again in a moment.'),
      );
    return new Promise((resolve, reject) => {
      const task: Task = { name, body, personId, signal, resolve, reject };
      this.#waiting.push(task);
      signal.addEventListener('abort', () => this.#left(task), { once: true });
      this.#next();
    });
  }

  /** Stops what is running and refuses what waits. */
  async close(): Promise<void> {
    const gone = new HttpProblem(503, 'stopping', 'The server is stopping.');
    for (const task of this.#waiting) task.reject(gone);
    this.#waiting = [];
    clearTimeout(this.#timer);
    const worker = this.#worker;
    this.#worker = undefined;
    this.#running?.reject(gone);
    this.#running = undefined;
    await worker?.terminate();
  }

  #next(): void {
    if (this.#running) return;
    const at = Math.max(
      0,
      this.#waiting.findIndex((t) => t.personId !== this.#lastPerson),
    );
    const [task] = this.#waiting.splice(at, 1);
    if (!task) return;
    this.#running = task;
    this.#lastPerson = task.personId;
    const worker = (this.#worker ??= this.#begin());
    this.#timer = setTimeout(() => this.#tooLong(), BEGIN_MS);
    worker.removeAllListeners('message').on('message', (answered: Answered) => {
      clearTimeout(this.#timer);
      if (answered.kind === 'begun') this.#timer = setTimeout(() => this.#tooLong(), this.#limitMs);
      else this.#done(task, answered);
    });
    const { name, body } = task;
    worker.postMessage({ name, body } satisfies Asked);
  }

  #tooLong(): void {
    const words = `This took longer than ${this.#limitMs / 1000} s and was stopped. Ask it smaller: fewer lots, or fewer rules.`;
    this.#drop(new HttpProblem(503, 'too-long', words));
  }

  #begin(): Worker {
    const worker = new Worker(FILE);
    worker.unref();
    worker.once('error', (error) => {
      if (this.#worker === worker) this.#drop(new OwnFault('A calculation broke its thread.', error));
    });
    return worker;
  }

  #done(task: Task, answered: Exclude<Answered, { kind: 'begun' }>): void {
    if (this.#running !== task) return;
    this.#running = undefined;
    if (answered.kind === 'answer') task.resolve(answered.answer);
    else if (answered.kind === 'refused') task.reject(invalid(answered.issues));
    else task.reject(new OwnFault(`The calculation ${task.name} failed.`, new Error(answered.message)));
    this.#next();
  }

  #left(task: Task): void {
    const gone = new HttpProblem(499, 'left', 'Nobody waits for it any more.');
    if (this.#running === task) this.#drop(gone);
    else if (this.#waiting.includes(task)) {
      this.#waiting = this.#waiting.filter((t) => t !== task);
      task.reject(gone);
    }
  }

  /** The thread is given up with what runs in it; the next calculation gets a new one. */
  #drop(error: Error): void {
    clearTimeout(this.#timer);
    const task = this.#running;
    const worker = this.#worker;
    this.#running = undefined;
    this.#worker = undefined;
    worker?.removeAllListeners();
    void worker?.terminate();
    task?.reject(error);
    this.#next();
  }
}
