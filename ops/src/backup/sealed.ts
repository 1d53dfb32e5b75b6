import { createCipheriv, createDecipheriv, randomBytes, scrypt } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { open, rm } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Failure } from '../say.js';

/** A sealed file begins with this, then salt, then nonce; it ends with the tag that proves it whole. */
const HEAD = Buffer.from('zest-tally sealed 1\n');
const SALT = 16;
const NONCE = 12;
const TAG = 16;
const CIPHER = 'aes-256-gcm';
/** Work of a key as scrypt counts it: a guess costs a tenth of a second and 64 MB. */
const WORK = { N: 2 ** 16, r: 8, p: 1, maxmem: 128 * 2 ** 20 };

/** A pass-phrase shorter than this is guessed. */
const LEAST = 12;

/** @throws Failure where the pass-phrase is too short to lock anything */
export function mustBeLong(passphrase: string): void {
  if (passphrase.length < LEAST)
    throw new Failure(`The pass-phrase for backups has at least ${LEAST} characters; take a few words.`);
}

function keyOf(passphrase: string, salt: Buffer): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    scrypt(passphrase.normalize('NFKC'), salt, 32, WORK, (error, key) => {
      if (error) reject(error);
      else resolve(key);
    });
  });
}

/** Whether a file was sealed by {@link seal}. */
export async function isSealed(file: string): Promise<boolean> {
  const handle = await open(file, 'r');
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(HEAD.length), 0, HEAD.length, 0);
    return bytesRead === HEAD.length && buffer.equals(HEAD);
  } finally {
    await handle.close();
  }
}

/** Writes a file that nobody reads or changes without the pass-phrase. */
export async function seal(file: string, to: string, passphrase: string): Promise<void> {
  const [salt, nonce] = [randomBytes(SALT), randomBytes(NONCE)];
  const cipher = createCipheriv(CIPHER, await keyOf(passphrase, salt), nonce);
  await pipeline(
    createReadStream(file),
    async function* (chunks: AsyncIterable<Buffer>) {
      yield Buffer.concat([HEAD, salt, nonce]);
      for await (const chunk of chunks) yield cipher.update(chunk);
      yield cipher.final();
      yield cipher.getAuthTag();
    },
    createWriteStream(to, { mode: 0o600 }),
  );
}

/**
 * Writes what was sealed, once it is proved whole; where it is not, nothing is left.
 * @throws Failure for another pass-phrase, or a file that was changed or cut off
 */
export async function unseal(file: string, to: string, passphrase: string): Promise<void> {
  const handle = await open(file, 'r');
  try {
    const { size } = await handle.stat();
    const begin = HEAD.length + SALT + NONCE;
    if (size < begin + TAG) throw new Error('too short');
    const part = async (from: number, length: number) =>
      (await handle.read(Buffer.alloc(length), 0, length, from)).buffer;
    const key = await keyOf(passphrase, await part(HEAD.length, SALT));
    const decipher = createDecipheriv(CIPHER, key, await part(HEAD.length + SALT, NONCE));
    decipher.setAuthTag(await part(size - TAG, TAG));
    const sealed = () => createReadStream(file, { start: begin, end: size - TAG - 1 });
    await pipeline(
      size === begin + TAG ? Readable.from([]) : sealed(),
      decipher,
      createWriteStream(to, { mode: 0o600 }),
    );
  } catch {
    await rm(to, { force: true });
    throw new Failure('The pass-phrase is not the one of this backup, or the file was changed or cut off.');
  } finally {
    await handle.close();
  }
}
