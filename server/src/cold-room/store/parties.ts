import type { Parties } from '@zest/contract';
import type { Db } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

/** Whom the shop has bought from and whose meat it has had, by name. */
export async function listParties(db: Db): Promise<Parties> {
  const of = async (column: 'supplier' | 'owner') => {
    const rows = await sql(db).rows<{ name: string }>(
      `SELECT ${column} AS name FROM lot WHERE ${column} > '' GROUP BY ${column} ORDER BY ${column}`,
    );
    return rows.map((row) => row.name);
  };
  return { suppliers: await of('supplier'), customers: await of('owner') };
}

/**
 * The name as the shop has written it before, where it differs by capitals, accents or blanks only: whose meat it is
 * must not hang on a capital letter.
 */
export async function asKnown(tx: Db, column: 'supplier' | 'owner', typed: string): Promise<string> {
  const name = typed.replace(/\s+/g, ' ').trim();
  if (name === '') return name;
  const [known] = await sql(tx).rows<{ name: string }>(
    `SELECT ${column} AS name FROM lot WHERE ${column} = :name ORDER BY received_at LIMIT 1`,
    { name },
  );
  return known?.name ?? name;
}
