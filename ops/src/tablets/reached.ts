import { readFile, rename, rm, writeFile } from 'node:fs/promises';
import net from 'node:net';
import path from 'node:path';
import { isFree } from '../database/free-port.js';
import { Failure } from '../say.js';

/** Where tablets reach a shop; kept, so that what is printed on the wall stays true. */
export interface Reached {
  host: string;
  httpsPort: number;
  trustPort: number;
}

const HTTPS_PORT = 7343;
const TRUST_PORT = 7344;
const OWN = /^(127\.\d+\.\d+\.\d+|localhost|::1)$/;
const NAME = /^(?=.{1,253}$)[a-z0-9]([a-z0-9-]*[a-z0-9])?(\.[a-z0-9]([a-z0-9-]*[a-z0-9])?)*$/;

/**
 * How the shop is reached from now on: as was asked, or as it was before.
 *
 * @param asked the word after `--host`; `off` for this machine only; undefined where nothing was said
 * @throws Failure with one sentence where that is no name and no address
 */
export async function reachedAs(folder: string, asked: string | undefined): Promise<Reached | undefined> {
  const file = path.join(folder, 'reached.json');
  const kept = await readFile(file, 'utf8')
    .then((text) => JSON.parse(text) as Reached)
    .catch(() => undefined);
  if (asked === undefined) return kept;
  const host = asked.toLowerCase();
  if (host === 'off' || OWN.test(host)) {
    await rm(file, { force: true });
    return undefined;
  }
  if (!net.isIPv4(host) && !NAME.test(host)) {
    throw new Failure(
      `"${asked}" is no name and no address of this machine: say --host 192.168.1.20, or the name that your network gives it.`,
    );
  }
  const reached = {
    host,
    httpsPort: Number(process.env['ZEST_HTTPS_PORT'] ?? kept?.httpsPort ?? HTTPS_PORT),
    trustPort: Number(process.env['ZEST_TRUST_PORT'] ?? kept?.trustPort ?? TRUST_PORT),
  };
  await writeFile(`${file}.part`, JSON.stringify(reached));
  await rename(`${file}.part`, file);
  return reached;
}

/** @throws Failure where another program has a port that is printed on the wall */
export async function mustBeFree({ httpsPort, trustPort }: Reached): Promise<void> {
  for (const [port, name] of [
    [httpsPort, 'ZEST_HTTPS_PORT'],
    [trustPort, 'ZEST_TRUST_PORT'],
  ] as const) {
    if (!(await isFree(port)))
      throw new Failure(
        `Port ${port} for tablets is used by another program: stop that one, or set ${name} and print the sheet again.`,
      );
  }
}
