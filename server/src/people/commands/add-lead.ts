import { v7 as uuid } from 'uuid';
import { weaknessOf } from '@zest/contract';
import { openDatabase } from '../../platform/database.js';
import { hashSecret } from '../../platform/secrets.js';
import { insert } from '../store/members.js';

const name = (process.env['ZEST_LEAD_NAME'] ?? '').trim();
const password = process.env['ZEST_LEAD_PASSWORD'] ?? '';
const weakness = weaknessOf('password', password);
if (name === '' || name.length > 60 || weakness !== undefined) {
  process.stderr.write(`${weakness ?? 'The lead needs a name of at most 60 letters.'}\n`);
  process.exitCode = 1;
} else {
  const db = openDatabase(process.env['DATABASE_URL'] ?? '', 1);
  const secretHash = await hashSecret(password);
  await insert(db, { id: uuid(), name, role: 'lead', secretKind: 'password', secretHash });
  await db.close();
}
