import { weaknessOf } from '@zest/contract';
import { openDatabase } from '../../platform/database.js';
import { hashSecret } from '../../platform/secrets.js';
import { resetAtServer } from './manage.js';

const name = (process.env['ZEST_PERSON'] ?? '').trim();
const password = process.env['ZEST_PASSWORD'] ?? '';
const weakness = weaknessOf('password', password);
if (weakness !== undefined) {
  process.stderr.write(`${weakness}\n`);
  process.exitCode = 1;
} else {
  const db = openDatabase(process.env['DATABASE_URL'] ?? '', 1);
  const isDone = await resetAtServer({ db, now: () => new Date() }, name, await hashSecret(password));
  await db.close();
  if (!isDone) {
    process.stderr.write(`Nobody who is let in is called “${name}”.\n`);
    process.exitCode = 1;
  }
}
