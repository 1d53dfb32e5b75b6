import { createInterface } from 'node:readline/promises';
import { Writable } from 'node:stream';
import { Failure, say } from './say.js';

/** A question whose answer is shown, then one whose answer is not. */
export async function askBoth(shown: string, hidden: string): Promise<{ shown: string; hidden: string }> {
  if (!process.stdin.isTTY) throw new Failure('This needs a terminal to type at.');
  let isHidden = false;
  const output = new Writable({
    write: (chunk: Buffer, _encoding, done) => {
      if (!isHidden) process.stdout.write(chunk);
      done();
    },
  });
  const reader = createInterface({ input: process.stdin, output, terminal: true });
  try {
    const first = shown === '' ? '' : (await reader.question(shown)).trim();
    say(hidden);
    isHidden = true;
    return { shown: first, hidden: await reader.question('') };
  } finally {
    reader.close();
    say('');
  }
}

/** A question whose answer is not shown. */
export async function askHidden(question: string): Promise<string> {
  return (await askBoth('', question)).hidden;
}
