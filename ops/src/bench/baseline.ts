import express from 'express';
import mysql from 'mysql2/promise';
import type { AddressInfo } from 'node:net';

/** The least a server could do: Express and one INSERT, on the same database and settings. */
export async function openBaseline(
  ownerUrl: string,
): Promise<{ address: string; close: () => Promise<void> }> {
  const pool = mysql.createPool({ uri: ownerUrl, connectionLimit: 10 });
  await pool.query(
    'CREATE TABLE IF NOT EXISTS bench_baseline (id BIGINT AUTO_INCREMENT PRIMARY KEY, line VARCHAR(40), mass BIGINT, at DATETIME(3))',
  );
  const app = express();
  app.use(express.json());
  app.post('/', async (req, res) => {
    const { lineId, massMg } = req.body as { lineId: string; massMg: number };
    await pool.execute('INSERT INTO bench_baseline (line, mass, at) VALUES (?, ?, NOW(3))', [lineId, massMg]);
    res.json({ ok: true });
  });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as AddressInfo;
  return {
    address: `http://127.0.0.1:${port}/`,
    close: async () => {
      server.close();
      server.closeAllConnections();
      await pool.query('DROP TABLE bench_baseline');
      await pool.end();
    },
  };
}
