/** Which devices hang at another application and are heard from there. */
export class Heard<Id extends string> {
  readonly #there = new Set<Id>();

  set(id: Id, isThere: boolean): void {
    if (isThere) this.#there.add(id);
    else this.#there.delete(id);
  }

  has(id: Id): boolean {
    return this.#there.has(id);
  }
}
