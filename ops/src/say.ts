/** Tells the person at the terminal one thing. */
export function say(text: string): void {
  process.stdout.write(`${text}\n`);
}

/** A failure that is already one clear sentence; shown without a stack. */
export class Failure extends Error {}
