import { setTimeout as pause } from 'node:timers/promises';
import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise';

/** What a shop of so many years has behind it. */
export interface History {
  batches: number;
  lots: number;
  transfers: number;
  /** Rows of other tables. */
  others: number;
}

/** A table with the columns that name things which are written anew, and a filter for what of it is history. */
interface Template {
  table: string;
  /** What of the demonstration it is made from. */
  where: string;
}

const CLOSED = `(SELECT id FROM batch WHERE state = 'closed')`;
/** A supply is no history: the one that there is never runs out. */
const SUPPLIES = `(SELECT id FROM account WHERE kind = 'gain')`;
const LOTS = `(SELECT id FROM lot WHERE (batch_id IN ${CLOSED} OR id IN (SELECT lot_id FROM batch_line WHERE batch_id IN ${CLOSED}))
  AND account_id NOT IN ${SUPPLIES})`;
const LOT_ACCOUNTS = `(SELECT account_id FROM lot WHERE id IN ${LOTS})`;
const TEMPLATES: readonly Template[] = [
  { table: 'account', where: `batch_id IN ${CLOSED} OR id IN ${LOT_ACCOUNTS}` },
  { table: 'lot', where: `id IN ${LOTS}` },
  { table: 'batch', where: `state = 'closed'` },
  ...['batch_step', 'batch_line', 'reading', 'bench_mark', 'batch_summary'].map((table) => ({
    table,
    where: `batch_id IN ${CLOSED}`,
  })),
  { table: 'acceptance', where: `line_id IN (SELECT id FROM batch_line WHERE batch_id IN ${CLOSED})` },
  {
    table: 'transfer',
    where: `batch_id IN ${CLOSED} OR (batch_id IS NULL AND to_account IN ${LOT_ACCOUNTS})`,
  },
];
const SUPPLIERS = `'00000000-0000-7000-8000-000000000005'`;
const CUSTOMERS = `'00000000-0000-7000-8000-000000000009'`;
const CASING_SUPPLIERS = `'00000000-0000-7000-8000-000000000006'`;
const CASING_GONE = `'00000000-0000-7000-8000-000000000030'`;
/** So many copies go into the database at a time. */
const AT_ONCE = 25;
/** So many times something is weighed that the demonstration weighs at once. */
const TUBS = 10;

/**
 * Puts years behind the demonstration: its closed batches with their lots, entries, readings and marks, copied over the
 * days before it under ids and codes of their own, every old lot used up, and every balance equal to the ledger.
 *
 * @param wanted transfers in all
 */
export async function putYearsBehind(
  ownerUrl: string,
  { years, wanted, told }: { years: number; wanted: number; told: (copies: number, of: number) => void },
): Promise<History> {
  const db = await mysql.createConnection({ uri: ownerUrl, multipleStatements: true });
  try {
    await db.query('SET SESSION foreign_key_checks = 0, unique_checks = 0, sql_mode = ""');
    await db.query('UPDATE batch SET number = number + 10000000');
    const perCopy = await makeTemplates(db);
    const copies = Math.ceil(wanted / perCopy);
    await db.query(`CREATE TABLE y_copy (k INT PRIMARY KEY, days INT NOT NULL, head CHAR(17) NOT NULL)`);
    // A copy's ids begin with its own day, as those of that day would have.
    await db.query(
      `INSERT INTO y_copy SELECT seq, CEIL(seq * ? / ?),
         CONCAT(INSERT(LPAD(LOWER(HEX(CAST(UNIX_TIMESTAMP(NOW()) * 1000 - CEIL(seq * ? / ?) * 86400000 - seq AS UNSIGNED))), 12, '0'), 9, 0, '-'), '-7')
       FROM seq_1_to_${copies}`,
      [years * 365, copies, years * 365, copies],
    );
    const columns = new Map<string, string>();
    for (const { table } of TEMPLATES) columns.set(table, await selectOf(db, table));
    for (let from = 1; from <= copies; from += AT_ONCE) {
      const to = Math.min(copies, from + AT_ONCE - 1);
      await db.query('START TRANSACTION');
      for (const { table } of TEMPLATES) {
        const names = await namesOf(db, table);
        await db.query(
          `INSERT INTO ${table} (${names.map((n) => `\`${n}\``).join(', ')})
           SELECT ${columns.get(table) ?? ''} FROM y_copy c CROSS JOIN y_${table} t WHERE c.k BETWEEN ${from} AND ${to}`,
        );
      }
      await db.query(`INSERT INTO balance (account_id, amount, reserved)
        SELECT ${idOf('t.id')}, 0, 0 FROM y_copy c CROSS JOIN y_account t WHERE c.k BETWEEN ${from} AND ${to}`);
      await db.query('COMMIT');
      told(to, copies);
    }
    await evenOut(db, copies);
    const count = async (table: string) => {
      const [rows] = await db.query<RowDataPacket[]>(`SELECT COUNT(*) AS n FROM y_${table}`);
      return Number(rows[0]?.['n'] ?? 0) * copies;
    };
    const counts = new Map<string, number>();
    for (const { table } of TEMPLATES) counts.set(table, await count(table));
    for (const { table } of TEMPLATES) await db.query(`DROP TABLE y_${table}`);
    await db.query(
      'DROP TABLE y_copy; DROP TABLE y_id; ANALYZE TABLE transfer, lot, batch, balance, account, batch_line, batch_step, reading, bench_mark',
    );
    await onDisk(db);
    const of = (table: string) => counts.get(table) ?? 0;
    const all = [...counts.values()].reduce((sum, n) => sum + n, 0);
    const [batches, lots, transfers] = [of('batch'), of('lot'), of('transfer')];
    return { batches, lots, transfers, others: all - batches - lots - transfers };
  } finally {
    await db.end();
  }
}

/** Pages of the database that are not on the disk yet, in a shop that nobody has just filled. */
const FEW_PAGES = 500;
const LOOK_AGAIN_MS = 500;
const AT_MOST_MS = 120_000;

/** Waits until what was written is on the disk: nobody opens a screen while ten years are written in ten minutes. */
async function onDisk(db: Connection): Promise<void> {
  for (const until = Date.now() + AT_MOST_MS; Date.now() < until; await pause(LOOK_AGAIN_MS)) {
    const [rows] = await db.query<RowDataPacket[]>(
      "SHOW GLOBAL STATUS LIKE 'Innodb_buffer_pool_pages_dirty'",
    );
    if (Number(rows[0]?.['Value']) < FEW_PAGES) return;
  }
}

/** One copy as tables of their own, with the ids that are written anew; answers its transfers. */
async function makeTemplates(db: Connection): Promise<number> {
  for (const { table, where } of TEMPLATES)
    await db.query(`CREATE TABLE y_${table} ENGINE=Aria AS SELECT * FROM ${table} WHERE ${where}`);
  await db.query('ALTER TABLE y_lot ADD y_no INT AUTO_INCREMENT PRIMARY KEY');
  await db.query(`CREATE TABLE y_id (id UUID PRIMARY KEY)`);
  for (const { table } of TEMPLATES) {
    if (table === 'batch_summary') continue;
    await db.query(`INSERT IGNORE INTO y_id SELECT id FROM y_${table}`);
  }
  // What comes from or goes to somewhere that is no history comes from a supplier, or goes to a customer.
  const measure = (column: string) => `(SELECT measure FROM account a WHERE a.id = y_transfer.${column})`;
  const isOther = (column: string) =>
    `${column} NOT IN (SELECT id FROM y_id) AND (SELECT kind FROM account a WHERE a.id = y_transfer.${column}) IN ('lot', 'place')`;
  await db.query(
    `UPDATE y_transfer SET from_account = IF(${measure('to_account')} = 'mm', ${CASING_SUPPLIERS}, ${SUPPLIERS}) WHERE ${isOther('from_account')};
     UPDATE y_transfer SET to_account = IF(${measure('from_account')} = 'mm', ${CASING_GONE}, ${CUSTOMERS}) WHERE ${isOther('to_account')}`,
  );
  // Everything that is left of an old lot has gone to somebody since, and what was more than came in came in too.
  await db.query(
    `CREATE TABLE y_left ENGINE=Aria AS SELECT a.id, a.measure,
       COALESCE((SELECT SUM(amount) FROM y_transfer t WHERE t.to_account = a.id), 0)
         - COALESCE((SELECT SUM(amount) FROM y_transfer t WHERE t.from_account = a.id), 0) AS amount
     FROM y_account a;
     INSERT INTO y_transfer (id, from_account, to_account, amount, at, recorded_at, how, n, load_no)
       SELECT UUID(), IF(amount > 0, id, IF(measure = 'mm', ${CASING_SUPPLIERS}, ${SUPPLIERS})),
         IF(amount > 0, IF(measure = 'mm', ${CASING_GONE}, ${CUSTOMERS}), id), ABS(amount), NOW(3), NOW(3), 'derived', 0, 0
       FROM y_left WHERE amount <> 0;
     DROP TABLE y_left`,
  );
  await tubByTub(db);
  const [rows] = await db.query<RowDataPacket[]>('SELECT COUNT(*) AS n FROM y_transfer');
  return Number(rows[0]?.['n'] ?? 0);
}

/** What went at once in the demonstration went tub by tub in a large shop. */
async function tubByTub(db: Connection): Promise<void> {
  const names = await namesOf(db, 'transfer');
  const part = `FLOOR(t.amount / ${TUBS})`;
  const select = names.map((name) => {
    if (name === 'id') return 'UUID()';
    if (name === 'amount') return part;
    return name === 'reverses_id' || name === 'with_id' ? 'NULL' : `t.\`${name}\``;
  });
  await db.query(
    `CREATE TABLE y_whole ENGINE=Aria AS SELECT * FROM y_transfer WHERE amount >= ${TUBS};
     INSERT INTO y_transfer (${names.map((n) => `\`${n}\``).join(', ')})
       SELECT ${select.join(', ')} FROM y_whole t CROSS JOIN seq_2_to_${TUBS};
     UPDATE y_transfer t JOIN y_whole w ON w.id = t.id SET t.amount = t.amount - ${TUBS - 1} * FLOOR(w.amount / ${TUBS});
     DROP TABLE y_whole;
     INSERT IGNORE INTO y_id SELECT id FROM y_transfer`,
  );
}

/** The id that something has in a copy: its head is the copy's, its tail its own. */
function idOf(column: string): string {
  return `CAST(CONCAT(c.head, SUBSTR(MD5(${column}), 1, 3), '-8', SUBSTR(MD5(${column}), 4, 3), '-', SUBSTR(MD5(${column}), 7, 12)) AS UUID)`;
}

async function namesOf(db: Connection, table: string): Promise<string[]> {
  return (await columnsOf(db, table)).map((c) => c.name);
}

async function columnsOf(db: Connection, table: string): Promise<{ name: string; type: string }[]> {
  const [rows] = await db.query<RowDataPacket[]>(
    `SELECT column_name AS name, data_type AS type FROM information_schema.columns
     WHERE table_schema = DATABASE() AND table_name = ? AND generation_expression IS NULL ORDER BY ordinal_position`,
    [table],
  );
  return rows as { name: string; type: string }[];
}

/** Every column of a table as it is written into a copy. */
async function selectOf(db: Connection, table: string): Promise<string> {
  return (await columnsOf(db, table))
    .map(({ name, type }) => {
      const at = `t.\`${name}\``;
      if (type === 'uuid') return `IF(${at} IN (SELECT id FROM y_id), ${idOf(at)}, ${at})`;
      if (type === 'datetime' || type === 'date') return `${at} - INTERVAL c.days DAY`;
      if (table === 'batch' && name === 'number') return `${at} - c.k * 1000`;
      if (table === 'lot' && name === 'code') return `CONCAT(LEFT(${at}, 2), 100000 + c.k * 500 + t.y_no)`;
      if (table === 'batch_summary' && name === 'document')
        return `REPLACE(${at}, CONVERT(t.batch_id USING utf8mb4), ${idOf('t.batch_id')})`;
      return at;
    })
    .join(', ');
}

/** What all of the shop shares: balances by so many copies of what goes in and out, and how often a version was passed. */
async function evenOut(db: Connection, copies: number): Promise<void> {
  const moved = (column: string) => `SELECT ${column} AS id, SUM(amount) AS amount FROM y_transfer
    WHERE ${column} NOT IN (SELECT id FROM y_id) GROUP BY ${column}`;
  await db.query(
    `UPDATE balance b JOIN (${moved('to_account')}) m ON m.id = b.account_id SET b.amount = b.amount + m.amount * ${copies};
     UPDATE balance b JOIN (${moved('from_account')}) m ON m.id = b.account_id SET b.amount = b.amount - m.amount * ${copies};
     REPLACE INTO proven_version SELECT recipe_version_id, COUNT(*) FROM batch WHERE state = 'closed' AND passed GROUP BY recipe_version_id`,
  );
}
