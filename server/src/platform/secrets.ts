import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

/**
 * Work of a hash as a power of two: N = 2^17, r = 8, p = 1, as the password storage recommendations of OWASP have it
 * for scrypt (from memory).
 */
export const HASH_WORK = 17;
/** What hashes were made with before their work was written beside them. */
const FIRST_WORK = 14;
const R = 8;
const LENGTH = 32;
/** What a hash of the greatest work needs, with some to spare. */
const MOST_WORK = 20;

function derive(secret: string, salt: Buffer, work: number): Promise<Buffer> {
  const N = 2 ** work;
  return new Promise((resolve, reject) => {
    scrypt(secret.normalize('NFKC'), salt, LENGTH, { N, r: R, p: 1, maxmem: 256 * N * R }, (error, key) =>
      error ? reject(error) : resolve(key),
    );
  });
}

/** A salted scrypt hash as `work.salt.hash`, the last two base64url. */
export async function hashSecret(secret: string, work = HASH_WORK): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(secret, salt, work);
  return `${work}.${salt.toString('base64url')}.${key.toString('base64url')}`;
}

export async function matchesSecret(secret: string, stored: string): Promise<boolean> {
  const { work, salt, hash } = partsOf(stored);
  if (!(work >= 1 && work <= MOST_WORK)) return false;
  const actual = await derive(secret, salt, work);
  return hash.length === actual.length && timingSafeEqual(hash, actual);
}

/** Whether a hash was made with less work than is asked today. */
export function isWeak(stored: string, work = HASH_WORK): boolean {
  return partsOf(stored).work < work;
}

function partsOf(stored: string): { work: number; salt: Buffer; hash: Buffer } {
  const parts = stored.split('.');
  const [salt = '', hash = ''] = parts.slice(-2);
  return {
    work: parts.length === 3 ? Number(parts[0]) : FIRST_WORK,
    salt: Buffer.from(salt, 'base64url'),
    hash: Buffer.from(hash, 'base64url'),
  };
}
