import path from 'node:path';
import { ROOT } from '../paths.js';
import { run } from '../run.js';
import { Failure, say } from '../say.js';
import { askHidden } from '../ask.js';
import { reachDatabase } from './data.js';

/** `./zest people reset <name>`: a new password for somebody who forgot theirs, a lead too; signed out everywhere. */
export async function people(args: readonly string[]): Promise<number> {
  const [what, ...rest] = args.filter((a) => !a.startsWith('--'));
  const name = rest.join(' ').trim();
  if (what !== 'reset' || name === '') throw new Failure('Name the person: ./zest people reset <name>');
  const password =
    process.env['ZEST_PASSWORD'] ?? (await askHidden('New password (at least ten characters, not shown):'));
  const reach = await reachDatabase(args.includes('--demo'));
  try {
    const code = await run(
      process.execPath,
      [path.join(ROOT, 'server/dist/people/commands/reset-secret.js')],
      { env: { ...process.env, DATABASE_URL: reach.appUrl, ZEST_PERSON: name, ZEST_PASSWORD: password } },
    );
    if (code === 0) say(`${name} signs in with the new password from now on.`);
    return code;
  } finally {
    await reach.done();
  }
}
