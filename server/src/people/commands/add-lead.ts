import { v7 as uuid } from 'uuid';
import { openDatabase } from '../../platform/database.js';
import { hashSecret } from '../../platform/secrets.js';
import { addPerson } from '../store/people.js';

const name = (process.env['ZEST_LEAD_NAME'] ?? '').trim();
const password = process.env['ZEST_LEAD_PASSWORD'] ?? '';
if (name === '' || name.length > 60 || password.length < 8) {
  process.stderr.write(
    'The lead needs a name of at most 60 letters and a password of at least eight characters.\n',
  );
  process.exitCode = 1;
} else {
  const db = openDatabase(process.env['DATABASE_URL'] ?? '', 1);
  await addPerson(db, {
    id: uuid(),
    name,
    role: 'lead',
    secretKind: 'password',
    secretHash: await hashSecret(password),
  });
  await db.close();
}
