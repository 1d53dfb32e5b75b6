/** The database takes connections and answers nothing. */
export class DatabaseFrozen extends Error {
  readonly code = 'PROTOCOL_FROZEN';
  constructor() {
    super('The database answers nothing.');
    this.name = 'DatabaseFrozen';
  }
}

/**
 * Tells a slow answer from none. While everything is answered it costs a timer; where an answer takes long the
 * database is asked anew, by a connection of its own, and where that is not answered either whoever waits is told.
 */
export class Pulse {
  readonly #ask: () => Promise<void>;
  readonly #patienceMs: number;
  #asking: Promise<boolean> | undefined;

  /**
   * @param ask settles within a few seconds: whether the database answers
   * @param patienceMs how long an answer may take before it is asked whether anybody is there at all
   */
  constructor(ask: () => Promise<void>, patienceMs: number) {
    this.#ask = ask;
    this.#patienceMs = patienceMs;
  }

  /**
   * The answer, whenever it comes, as long as the database lives.
   * @throws DatabaseFrozen when it does not
   */
  async whileAlive<T>(work: Promise<T>): Promise<T> {
    let timer: NodeJS.Timeout | undefined;
    let isOver = false;
    const lost = new Promise<never>((_resolve, reject) => {
      const look = async () => {
        const lives = await this.#lives();
        if (isOver) return;
        if (lives) timer = setTimeout(() => void look(), this.#patienceMs);
        else reject(new DatabaseFrozen());
      };
      timer = setTimeout(() => void look(), this.#patienceMs);
    });
    try {
      return await Promise.race([work, lost]);
    } finally {
      isOver = true;
      clearTimeout(timer);
    }
  }

  /** Asked once for all who wait. */
  #lives(): Promise<boolean> {
    this.#asking ??= this.#ask()
      .then(
        () => true,
        () => false,
      )
      .finally(() => {
        this.#asking = undefined;
      });
    return this.#asking;
  }
}
