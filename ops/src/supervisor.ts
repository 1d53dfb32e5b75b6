import { spawn, type ChildProcess } from 'node:child_process';
import { say } from './say.js';

const RESTART_MS = 1000;
/** Longer than any ending in good order takes. */
const END_MS = 15_000;
/** How often it is looked whether a process still answers, and how many looks in vain it is given. */
const LOOK_MS = 2000;
const MOST_SILENT = 10;

interface SupervisedOptions {
  quiet?: boolean;
  /** Answers what the process asks of whoever started it. */
  onAsk?: (what: unknown) => object;
  /** For tests: everything faster. */
  restartMs?: number;
  endMs?: number;
  lookMs?: number;
}

/**
 * A process that is started again within seconds when it ends without being told to, or says nothing more though it
 * said that it would: one whose loop hangs answers nobody.
 */
export class Supervised {
  readonly #name: string;
  readonly #file: string;
  readonly #env: NodeJS.ProcessEnv;
  readonly #quiet: boolean;
  readonly #restartMs: number;
  readonly #endMs: number;
  readonly #lookMs: number;
  readonly #onAsk: ((what: unknown) => object) | undefined;
  #child: ChildProcess | undefined;
  #stopping = false;
  #retry: NodeJS.Timeout | undefined;

  constructor(name: string, file: string, env: NodeJS.ProcessEnv, options: SupervisedOptions = {}) {
    this.#quiet = options.quiet ?? false;
    this.#restartMs = options.restartMs ?? RESTART_MS;
    this.#endMs = options.endMs ?? END_MS;
    this.#lookMs = options.lookMs ?? LOOK_MS;
    this.#onAsk = options.onAsk;
    this.#name = name;
    this.#file = file;
    this.#env = env;
  }

  get pid(): number | undefined {
    return this.#child?.pid;
  }

  /** Starts the process; resolves when it says it is ready, or at once when it says nothing. */
  start(waitForReady: boolean): Promise<void> {
    return new Promise((resolve, reject) => {
      let ready = false;
      const child = spawn(process.execPath, [this.#file], {
        env: this.#env,
        stdio: ['ignore', 'inherit', this.#quiet ? 'ignore' : 'inherit', 'ipc'],
        detached: true,
      });
      this.#child = child;
      child.on('message', (message) => {
        if (isBeat(message)) return;
        if (isAsk(message)) {
          if (this.#onAsk) child.send({ answers: message.asks, practice: this.#onAsk(message.practice) });
          return;
        }
        ready = true;
        resolve();
      });
      this.#watch(child);
      child.once('error', reject);
      child.once('exit', (code, signal) => {
        if (this.#stopping) return;
        if (waitForReady && !ready) {
          reject(new Error(`${this.#name} did not start.`));
          return;
        }
        if (!this.#quiet) say(`${this.#name} ended (${signal ?? code}); starting it again.`);
        this.#retry = setTimeout(() => this.#again(), this.#restartMs);
      });
      if (!waitForReady) resolve();
    });
  }

  async stop(): Promise<void> {
    this.#stopping = true;
    clearTimeout(this.#retry);
    const child = this.#child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
    child.kill('SIGTERM');
    // What it has accepted is on disk: one that does not end by itself is ended.
    const timer = setTimeout(() => child.kill('SIGKILL'), this.#endMs);
    await ended;
    clearTimeout(timer);
  }

  /** Counts looks, not time: a machine that slept wakes with a process that only has to go on. */
  #watch(child: ChildProcess): void {
    let silent: number | undefined;
    child.on('message', (message) => {
      if (isBeat(message)) silent = 0;
    });
    const timer = setInterval(() => {
      if (silent === undefined) return;
      silent += 1;
      if (silent <= MOST_SILENT) return;
      if (!this.#quiet) say(`${this.#name} answers nothing more; it is ended.`);
      child.kill('SIGKILL');
    }, this.#lookMs);
    child.once('exit', () => clearInterval(timer));
  }

  #again(): void {
    if (this.#stopping) return;
    this.start(true).catch(() => {
      if (!this.#stopping) this.#retry = setTimeout(() => this.#again(), this.#restartMs);
    });
  }
}

function isBeat(message: unknown): boolean {
  return typeof message === 'object' && message !== null && 'beat' in message;
}

function isAsk(message: unknown): message is { asks: number; practice: unknown } {
  return typeof message === 'object' && message !== null && 'asks' in message && 'practice' in message;
}
