import path from 'node:path';
import { DATA, ROOT } from '../paths.js';
import { run } from '../run.js';
import { Failure, say } from '../say.js';
import { reachedAs } from '../tablets/reached.js';
import { reachDatabase } from './data.js';

/** `./zest tablets code`: a code that lets one tablet in, where nobody can sign in to make it. */
export async function tablets(args: readonly string[]): Promise<number> {
  if (args[0] !== 'code') throw new Failure('Say what: ./zest tablets code');
  const reached = await reachedAs(path.join(DATA, 'shop'), undefined);
  const through = reached ? `https://${reached.host}:${reached.httpsPort}/` : process.env['ZEST_HOSTS'];
  if (!through)
    throw new Failure(
      'The shop is reached from this machine only: start it with ./zest start --host <name or address> first.',
    );
  const reach = await reachDatabase(false);
  try {
    say(`On the tablet open ${through} and type this within ten minutes:`);
    return await run(process.execPath, [path.join(ROOT, 'server/dist/people/commands/make-code-main.js')], {
      env: { ...process.env, DATABASE_URL: reach.appUrl },
    });
  } finally {
    await reach.done();
  }
}
