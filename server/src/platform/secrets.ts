import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

const COST = { N: 16384, r: 8, p: 1 };
const LENGTH = 32;

function derive(secret: string, salt: Buffer): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    scrypt(secret.normalize('NFKC'), salt, LENGTH, COST, (error, key) =>
      error ? reject(error) : resolve(key),
    );
  });
}

/** A salted scrypt hash as `salt.hash`, both base64url. */
export async function hashSecret(secret: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(secret, salt);
  return `${salt.toString('base64url')}.${key.toString('base64url')}`;
}

export async function matchesSecret(secret: string, stored: string): Promise<boolean> {
  const [salt = '', hash = ''] = stored.split('.');
  const expected = Buffer.from(hash, 'base64url');
  const actual = await derive(secret, Buffer.from(salt, 'base64url'));
  return expected.length === actual.length && timingSafeEqual(expected, actual);
}
