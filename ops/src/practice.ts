import { createHash } from 'node:crypto';
import path from 'node:path';
import mysql from 'mysql2/promise';
import type { PracticeState } from '@zest/contract';
import { migrate } from '@zest/server/migrate';
import { freePorts } from './database/free-port.js';
import { ROOT, SCALES_MAIN, SERVER_MAIN, WEB_ROOT } from './paths.js';
import { quiet } from './run.js';
import { say } from './say.js';
import { Supervised } from './supervisor.js';

export interface PracticeOptions {
  ownerUrl: string;
  appUrl: string;
  appUser: string;
  /** Folder for what it prints. */
  folder: string;
  /** What the shop's own application is started with. */
  env: NodeJS.ProcessEnv;
  isQuiet: boolean;
}

const CLOSED: PracticeState = { state: 'none', port: null, httpsPort: null, why: null };
/** It is forgotten sooner than closed. */
const HOURS = 10;

/**
 * The invented shop beside the real one, opened from within it: a database of its own, thrown away when it is closed,
 * and an application of its own on other ports. Nothing of it is in the shop.
 */
export class Practice {
  readonly #options: PracticeOptions;
  /** On the shop's own server; another machine's over the same is another. */
  readonly #database: string;
  readonly #programs: Supervised[] = [];
  #state: PracticeState = CLOSED;
  #work: Promise<void> = Promise.resolve();
  #timer: NodeJS.Timeout | undefined;

  constructor(options: PracticeOptions) {
    this.#options = options;
    const key = createHash('sha256').update(path.resolve(options.folder)).digest('hex').slice(0, 8);
    this.#database = `zest_practice_${key}`;
  }

  /** Throws away what a machine that lost its power left of one. */
  async forget(): Promise<void> {
    await this.#query(`DROP DATABASE IF EXISTS ${this.#database}`).catch(() => undefined);
  }

  /** Answers at once; what takes long goes on. */
  answer(what: unknown): PracticeState {
    if (what === 'open' && ['none', 'failed'].includes(this.#state.state)) this.#open();
    if (what === 'close' && this.#state.state !== 'none') void this.close();
    return this.#state;
  }

  /** Ends it and throws its data away; waits for one that is just being opened. */
  close(): Promise<void> {
    clearTimeout(this.#timer);
    this.#work = this.#work.then(async () => {
      if (this.#state.state === 'none') return;
      await Promise.all(this.#programs.splice(0).map((program) => program.stop()));
      await this.forget();
      this.#state = CLOSED;
    });
    return this.#work;
  }

  #open(): void {
    this.#state = { ...CLOSED, state: 'making' };
    this.#work = this.#work.then(async () => {
      try {
        this.#state = await this.#made();
        this.#timer = setTimeout(() => void this.close(), HOURS * 3_600_000);
        this.#timer.unref();
      } catch (error) {
        await Promise.all(this.#programs.splice(0).map((program) => program.stop()));
        const why = error instanceof Error ? error.message : String(error);
        this.#state = { ...CLOSED, state: 'failed', why: 'The invented shop could not be opened.' };
        if (!this.#options.isQuiet) say(`The invented shop could not be opened: ${why}`);
      }
    });
  }

  async #made(): Promise<PracticeState> {
    const { ownerUrl, appUrl, appUser, env, folder } = this.#options;
    await this.forget();
    await this.#query(`CREATE DATABASE ${this.#database} CHARACTER SET utf8mb4`);
    await migrate(this.#inPractice(ownerUrl), appUser);
    const port = await freePorts();
    const httpsPort = env['ZEST_HOST'] ? await freePorts() : null;
    const own: NodeJS.ProcessEnv = {
      ...env,
      DATABASE_URL: this.#inPractice(appUrl),
      ZEST_PORT: String(port),
      ZEST_WEB_ROOT: WEB_ROOT,
      ZEST_SCALE_PORT: String(await freePorts(5)),
      ZEST_SPOOL: path.join(folder, 'practice-spool'),
      ZEST_DEMO: '1',
      ZEST_PRACTICE: 'open',
      ...(httpsPort === null ? {} : { ZEST_HTTPS_PORT: String(httpsPort), ZEST_TRUST_PORT: '0' }),
    };
    delete own['ZEST_BACKUPS'];
    await quiet(
      process.execPath,
      [path.join(ROOT, 'server/dist/demo/main.js')],
      'Filling the invented shop',
      {
        env: own,
      },
    );
    const watched = { quiet: this.#options.isQuiet };
    const scales = new Supervised('The scales of the invented shop', SCALES_MAIN, own, watched);
    const app = new Supervised('The invented shop', SERVER_MAIN, own, watched);
    this.#programs.push(app, scales);
    await scales.start(false);
    await app.start(true);
    return { state: 'open', port, httpsPort, why: null };
  }

  async #query(text: string): Promise<void> {
    const connection = await mysql.createConnection({ uri: this.#options.ownerUrl });
    await connection.query(text);
    await connection.end();
  }

  #inPractice(url: string): string {
    return url.replace(/\/[^/]*$/, `/${this.#database}`);
  }
}
