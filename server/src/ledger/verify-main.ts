import { openDatabase } from '../platform/database.js';
import { verifyLedger } from './store/verify.js';

const db = openDatabase(process.env['DATABASE_URL'] ?? '', 1);
const faults = await verifyLedger(db);
await db.close();
for (const fault of faults) process.stdout.write(`${fault.account} ${fault.name}: ${fault.problem}\n`);
process.stdout.write(
  faults.length === 0 ? 'The balances equal the sums of the ledger.\n' : `${faults.length} differences.\n`,
);
process.exitCode = faults.length === 0 ? 0 : 1;
