import { rename, rm, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { DATA, ROOT } from '../paths.js';
import { quiet } from '../run.js';
import { Failure, say } from '../say.js';
import { UNIT_NAME, unitOf } from '../service-unit.js';

const FILE = `/etc/systemd/system/${UNIT_NAME}`;

/** `./zest service install | remove`: the shop starts with the machine, and again after a power cut. */
export async function service(args: readonly string[]): Promise<number> {
  if (args[0] === 'install') return install();
  if (args[0] === 'remove') return remove();
  throw new Failure('Say what: ./zest service install, or ./zest service remove.');
}

async function install(): Promise<number> {
  await mustBeSystemd();
  const begun = await stat(path.join(DATA, 'shop')).catch(() => undefined);
  if (!begun)
    throw new Failure(
      'Start the shop once with ./zest start and name its lead; then it can run as a service.',
    );
  // It may hold secrets.
  await writeFile(`${FILE}.part`, unitOf({ root: ROOT, data: DATA, env: process.env }), { mode: 0o600 });
  await rename(`${FILE}.part`, FILE);
  await quiet('systemctl', ['daemon-reload'], 'Telling systemd of the service');
  await quiet('systemctl', ['enable', '--now', UNIT_NAME], 'Starting the service');
  say(`The shop runs as ${UNIT_NAME} and starts with the machine. What it says: journalctl -u ${UNIT_NAME}`);
  return 0;
}

async function remove(): Promise<number> {
  await mustBeSystemd();
  await quiet('systemctl', ['disable', '--now', UNIT_NAME], 'Stopping the service');
  await rm(FILE, { force: true });
  await quiet('systemctl', ['daemon-reload'], 'Telling systemd');
  say('The service is gone; the data stay. ./zest start starts the shop by hand.');
  return 0;
}

async function mustBeSystemd(): Promise<void> {
  if (!(await stat('/run/systemd/system').catch(() => undefined))) {
    throw new Failure(
      `systemd does not run here. Have whatever starts programs on this machine run ${path.join(ROOT, 'zest')} start, and end it with SIGTERM.`,
    );
  }
  if (process.getuid?.() !== 0) throw new Failure('A service is installed as root: use sudo.');
}
