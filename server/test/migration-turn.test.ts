import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { ENDS_NOT, isOfCluster, takeMigrationTurn } from '../src/platform/migration-turn.js';
import { onDatabase } from './template.js';

const NAME = 'zest_turn';
let owner: Connection;
const starts: Connection[] = [];

beforeAll(async () => {
  owner = await mysql.createConnection({ uri: inject('ownerUrl') });
  await owner.query(`DROP DATABASE IF EXISTS ${NAME}`);
  await owner.query(`CREATE DATABASE ${NAME}`);
  for (let i = 0; i < 4; i += 1)
    starts.push(await mysql.createConnection({ uri: onDatabase(inject('ownerUrl'), NAME) }));
});
afterAll(async () => {
  for (const one of [...starts, owner]) await one.end();
});

/** The shortest that another start may be waited for. */
const AT_ONCE = 0;
/** One that is believed dead from its beginning. */
const LONG_SILENT = -1;

describe('bringing a database of several servers up to date', () => {
  it('is done by one start at a time, however many begin together', async () => {
    let busy = 0;
    let most = 0;
    await Promise.all(
      starts.map(async (start) => {
        const turn = await takeMigrationTurn(start);
        busy += 1;
        most = Math.max(most, busy);
        await turn.keep();
        busy -= 1;
        await turn.end();
      }),
    );
    expect(most).toBe(1);
  });

  it('is not begun beside one that is at work, and that one’s end does not end another’s turn', async () => {
    const [one, two] = starts as [Connection, Connection];
    const first = await takeMigrationTurn(one);
    await expect(takeMigrationTurn(two, AT_ONCE)).rejects.toThrow(ENDS_NOT);
    await first.end();
    const second = await takeMigrationTurn(two, AT_ONCE);
    await first.end();
    await expect(takeMigrationTurn(one, AT_ONCE)).rejects.toThrow(ENDS_NOT);
    await second.end();
  });

  it('is taken over from one that died, which does nothing more when it lives after all', async () => {
    const [one, two] = starts as [Connection, Connection];
    const silent = await takeMigrationTurn(one, AT_ONCE, LONG_SILENT);
    const next = await takeMigrationTurn(two, AT_ONCE);
    await expect(silent.keep()).rejects.toThrow('taken over');
    await next.keep();
    await next.end();
  });

  it('is no turn at a server of its own, where a lock ends with whoever died', async () => {
    expect(await isOfCluster(owner)).toBe(false);
    const [rows] = await owner.query<RowDataPacket[]>("SHOW TABLES LIKE 'migration_turn'");
    expect(rows).toEqual([]);
  });
});
