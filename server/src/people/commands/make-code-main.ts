import { openDatabase } from '../../platform/database.js';
import { makeCode } from './tablets.js';

const db = openDatabase(process.env['DATABASE_URL'] ?? '', 1);
const { code } = await makeCode({ db, now: () => new Date() }, null);
await db.close();
process.stdout.write(`${code.slice(0, 4)} ${code.slice(4)}\n`);
