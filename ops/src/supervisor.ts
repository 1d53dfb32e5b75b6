import { spawn, type ChildProcess } from 'node:child_process';
import { say } from './say.js';

const RESTART_MS = 1000;

/** A process that is started again within seconds when it ends without being told to. */
export class Supervised {
  readonly #name: string;
  readonly #file: string;
  readonly #env: NodeJS.ProcessEnv;
  readonly #quiet: boolean;
  #child: ChildProcess | undefined;
  #stopping = false;
  #retry: NodeJS.Timeout | undefined;

  constructor(name: string, file: string, env: NodeJS.ProcessEnv, quiet = false) {
    this.#quiet = quiet;
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
      child.on('message', () => {
        ready = true;
        resolve();
      });
      child.once('error', reject);
      child.once('exit', (code, signal) => {
        if (this.#stopping) return;
        if (waitForReady && !ready) {
          reject(new Error(`${this.#name} did not start.`));
          return;
        }
        if (!this.#quiet) say(`${this.#name} ended (${signal ?? code}); starting it again.`);
        this.#retry = setTimeout(() => this.#again(), RESTART_MS);
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
    await ended;
  }

  #again(): void {
    if (this.#stopping) return;
    this.start(true).catch(() => {
      if (!this.#stopping) this.#retry = setTimeout(() => this.#again(), RESTART_MS);
    });
  }
}
