import { access, constants } from 'node:fs/promises';
import path from 'node:path';
import { quiet } from './run.js';
import { Failure, say } from './say.js';

/** A Debian package and the program that shows it is there. */
interface DebianPackage {
  name: string;
  program: string;
}

export const MARIADB: DebianPackage = { name: 'mariadb-server', program: 'mariadbd' };
/** How a server that joins a cluster gets the data of the others. */
export const RSYNC: DebianPackage = { name: 'rsync', program: 'rsync' };
export const IPROUTE: DebianPackage = { name: 'iproute2', program: 'ip' };
export const CHROMIUM: DebianPackage = { name: 'chromium', program: 'chromium' };

/**
 * Installs the Debian packages whose programs are missing, as root or through sudo.
 * @throws Failure with one sentence when neither is possible
 */
export async function ensurePackages(packages: readonly DebianPackage[]): Promise<void> {
  const missing: string[] = [];
  for (const { name, program } of packages) {
    if ((await findProgram(program)) === undefined) missing.push(name);
  }
  if (missing.length === 0) return;
  const isRoot = process.getuid?.() === 0;
  if (!isRoot && (await findProgram('sudo')) === undefined) {
    throw new Failure(
      `${missing.join(' and ')} must be installed first: run "apt-get install ${missing.join(' ')}" as root, then try again.`,
    );
  }
  if ((await findProgram('apt-get')) === undefined) {
    throw new Failure(
      `${missing.join(' and ')} must be installed, and this system has no apt-get to do it with.`,
    );
  }
  say(`Installing ${missing.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (args: string[]) =>
    isRoot
      ? quiet('apt-get', args, 'Installing packages', { env })
      : quiet(
          'sudo',
          ['-n', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args],
          'Installing packages through sudo',
          { env },
        );
  await apt(['update']);
  await apt(['install', '-y', '--no-install-recommends', ...missing]);
}

/** Full path of a program on the usual paths; undefined when it is not installed. */
export async function findProgram(program: string): Promise<string | undefined> {
  const folders = [...(process.env['PATH'] ?? '').split(':'), '/usr/sbin', '/usr/local/sbin', '/sbin'];
  for (const folder of folders) {
    const file = path.join(folder || '.', program);
    try {
      await access(file, constants.X_OK);
      return file;
    } catch {
      continue;
    }
  }
  return undefined;
}
