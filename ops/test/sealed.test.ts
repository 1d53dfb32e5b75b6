import { randomBytes } from 'node:crypto';
import { readFile, rm, stat, truncate, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { isSealed, mustBeLong, seal, unseal } from '../src/backup/sealed.js';
import { tempFolder } from '../src/temp-folder.js';

let folder: string;
beforeAll(async () => {
  folder = await tempFolder('sealed');
});
afterAll(() => rm(folder, { recursive: true, force: true }));
const at = (name: string) => path.join(folder, name);
const WORDS = 'four boats on the slip';

describe('a sealed file', () => {
  it.each([0, 1, 15, 16, 17, 65_536, 1_000_003])(
    'of %i bytes comes back the same, to its last byte',
    async (size) => {
      const bytes = randomBytes(size);
      await writeFile(at('plain'), bytes);
      await seal(at('plain'), at('sealed'), WORDS);
      expect(await isSealed(at('sealed'))).toBe(true);
      expect(await isSealed(at('plain'))).toBe(false);
      await unseal(at('sealed'), at('back'), WORDS);
      expect((await readFile(at('back'))).equals(bytes)).toBe(true);
      // Nobody else reads either, and no two are alike.
      for (const name of ['sealed', 'back']) expect((await stat(at(name))).mode & 0o077).toBe(0);
      const first = await readFile(at('sealed'));
      await seal(at('plain'), at('sealed'), WORDS);
      expect((await readFile(at('sealed'))).equals(first)).toBe(false);
    },
  );

  it('is not opened by other words, nor when a byte of it was changed, added or cut off; nothing is left', async () => {
    await writeFile(at('plain'), randomBytes(5_000));
    await seal(at('plain'), at('sealed'), WORDS);
    const whole = await readFile(at('sealed'));
    const refused = async (words = WORDS) => {
      await expect(unseal(at('sealed'), at('out'), words)).rejects.toThrow('pass-phrase is not the one');
      await expect(stat(at('out'))).rejects.toThrow();
    };
    await refused('four boats on the slid');
    for (const place of [22, 38, 60, 2_000, whole.length - 1]) {
      const changed = Buffer.from(whole);
      changed[place] = changed[place]! ^ 1;
      await writeFile(at('sealed'), changed);
      await refused();
    }
    await writeFile(at('sealed'), Buffer.concat([whole, Buffer.from([0])]));
    await refused();
    await writeFile(at('sealed'), whole);
    await truncate(at('sealed'), 3_000);
    await refused();
    await truncate(at('sealed'), 25);
    await refused();
  });

  it('wants words that are not guessed', () => {
    expect(() => mustBeLong('too short')).toThrow('at least 12 characters');
    expect(() => mustBeLong(WORDS)).not.toThrow();
  });
});
