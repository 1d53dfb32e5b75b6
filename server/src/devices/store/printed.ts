import type { Db } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

export async function keepPrinted(db: Db, printed: { file: string; pdf: Buffer; at: Date }): Promise<void> {
  await sql(db).write(
    `INSERT INTO printed (file, pdf, at) VALUES (:file, :pdf, :at)
     ON DUPLICATE KEY UPDATE pdf = VALUES(pdf), at = VALUES(at)`,
    printed,
  );
}

export async function findPrinted(db: Db, file: string): Promise<Buffer | undefined> {
  const [row] = await sql(db).rows<{ pdf: Buffer }>('SELECT pdf FROM printed WHERE file = :file', { file });
  return row?.pdf;
}
