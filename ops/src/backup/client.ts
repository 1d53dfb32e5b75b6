import { findProgram } from '../packages.js';
import { Failure } from '../say.js';

/** A program of the database's own packages. */
export async function client(name: 'mariadb' | 'mariadb-dump'): Promise<string> {
  const program = await findProgram(name);
  if (!program) throw new Failure(`${name} is not installed; it comes with mariadb-server.`);
  return program;
}

export function clientArgs(url: string): string[] {
  const { hostname, port, username, pathname } = new URL(url);
  return [
    '--no-defaults',
    `--host=${hostname}`,
    `--port=${port}`,
    `--user=${username}`,
    '--protocol=tcp',
    pathname.slice(1),
  ];
}

export function clientEnv(url: string): NodeJS.ProcessEnv {
  return { ...process.env, MYSQL_PWD: decodeURIComponent(new URL(url).password) };
}
