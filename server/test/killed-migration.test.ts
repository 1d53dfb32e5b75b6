import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { APP } from '@zest/ops';
import { migrate } from '../src/platform/migrate.js';
import { definedTable, statementsOf } from '../src/platform/statements.js';
import { onDatabase } from './template.js';

let owner: Connection;
beforeAll(async () => {
  owner = await mysql.createConnection({ uri: inject('ownerUrl') });
  for (const name of ['zest_killed', 'zest_whole']) {
    await owner.query(`DROP DATABASE IF EXISTS ${name}`);
    await owner.query(`CREATE DATABASE ${name}`);
  }
});
afterAll(() => owner.end());

/** Every table as it is made, and the rows that migrations put in. */
async function formOf(database: string): Promise<Record<string, string>> {
  const [tables] = await owner.query<RowDataPacket[]>(`SHOW TABLES FROM ${database}`);
  const form: Record<string, string> = {};
  for (const name of tables.map((t) => String(Object.values(t)[0]))) {
    const [made] = await owner.query<RowDataPacket[]>(`SHOW CREATE TABLE ${database}.\`${name}\``);
    const [rows] = await owner.query<RowDataPacket[]>(`SELECT COUNT(*) AS n FROM ${database}.\`${name}\``);
    form[name] = `${rows[0]!['n']} ${String(made[0]!['Create Table'])}`;
  }
  return form;
}

describe('a migration', () => {
  it('that is killed at every one of its statements goes on, and ends as one that was not', async () => {
    const url = onDatabase(inject('ownerUrl'), 'zest_killed');
    let kills = 0;
    for (;;) {
      try {
        await migrate(url, APP, () => {
          throw new Error('killed');
        });
        break;
      } catch (error) {
        expect((error as Error).message).toBe('killed');
        kills += 1;
        // A statement that only changes rows is undone with the connection: the second time it is let through.
        if (kills % 2 === 0) {
          let left = 1;
          await migrate(url, APP, () => {
            left -= 1;
            if (left < 0) throw new Error('killed');
          }).catch((again: Error) => expect(again.message).toBe('killed'));
        }
      }
    }
    expect(kills).toBeGreaterThan(40);
    await migrate(onDatabase(inject('ownerUrl'), 'zest_whole'), APP);
    const [killed, whole] = [await formOf('zest_killed'), await formOf('zest_whole')];
    expect(Object.keys(killed)).toEqual(Object.keys(whole));
    for (const name of Object.keys(whole)) expect([name, killed[name]]).toEqual([name, whole[name]]);
  });

  it('is read statement by statement, and tells which table one defines', () => {
    expect(statementsOf("-- a; b\nCREATE TABLE a (x INT); \nUPDATE a SET x = ';' ;\n")).toEqual(
      ['CREATE TABLE a (x INT)', "UPDATE a SET x = ';' "].map((s) => s.trim()),
    );
    expect(definedTable('ALTER TABLE `lot` ADD COLUMN x INT')).toBe('lot');
    expect(definedTable('CREATE TABLE IF NOT EXISTS lot (x INT)')).toBe('lot');
    expect(definedTable('CREATE INDEX i ON lot (x)')).toBe('lot');
    expect(definedTable('UPDATE lot SET x = 1')).toBeUndefined();
    expect(definedTable('INSERT INTO lot (x) VALUES (1)')).toBeUndefined();
  });
});
