/** A clock that the demonstration sets, so that its week carries its own dates. */
export class DemoClock {
  #now: Date;

  constructor(start: Date) {
    this.#now = start;
  }

  readonly now = (): Date => this.#now;

  set(at: Date): void {
    this.#now = at;
  }

  minutes(count: number): void {
    this.#now = new Date(this.#now.getTime() + count * 60_000);
  }

  today(): string {
    return this.#now.toISOString().slice(0, 10);
  }
}
