import { rm, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import mysql from 'mysql2/promise';
import { migrate } from '@zest/server/migrate';
import { say } from './say.js';

const MARK = 'filling';

/**
 * Fills a demonstration wholly or not at all: what an earlier start left half-filled is thrown away and begun anew.
 * What was filled once is left as it is.
 *
 * @param fill does nothing where there is somebody already
 */
export async function fillOnce(
  folder: string,
  { ownerUrl, appUser }: { ownerUrl: string; appUser: string },
  fill: () => Promise<void>,
): Promise<void> {
  const mark = path.join(folder, MARK);
  const isHalf = await stat(mark).then(
    () => true,
    () => false,
  );
  if (isHalf) {
    say('The demonstration was left half filled; it is begun anew.');
    await emptied(ownerUrl, appUser);
  }
  await writeFile(mark, '');
  await fill();
  await rm(mark);
}

async function emptied(ownerUrl: string, appUser: string): Promise<void> {
  const name = new URL(ownerUrl).pathname.slice(1);
  const connection = await mysql.createConnection({ uri: ownerUrl });
  try {
    await connection.query(`DROP DATABASE \`${name}\``);
    await connection.query(`CREATE DATABASE \`${name}\` CHARACTER SET utf8mb4`);
  } finally {
    await connection.end();
  }
  await migrate(ownerUrl, appUser);
}
