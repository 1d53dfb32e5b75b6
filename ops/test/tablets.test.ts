import { execFile } from 'node:child_process';
import { X509Certificate, randomUUID } from 'node:crypto';
import { readFile, readdir, rm, stat, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { inLines } from '@zest/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePorts } from '../src/database/free-port.js';
import { run } from '../src/run.js';
import { MARIADB, ensurePackages } from '../src/packages.js';
import { ROOT } from '../src/paths.js';
import { openShop, type Shop } from '../src/shop.js';
import { certify } from '../src/tablets/authority.js';
import { reachedAs } from '../src/tablets/reached.js';
import { tempFolder } from '../src/temp-folder.js';

const exec = promisify(execFile);

let folder: string;
beforeAll(async () => {
  await ensurePackages([
    MARIADB,
    { name: 'iproute2', program: 'ip' },
    { name: 'openssl', program: 'openssl' },
  ]);
  folder = await tempFolder('tablets');
});
afterAll(() => rm(folder, { recursive: true, force: true }));

describe('the address of tablets', () => {
  it('is kept over starts, changed by a word, and is a name or an address', async () => {
    const own = await tempFolder('reached');
    expect(await reachedAs(own, undefined)).toBeUndefined();
    const first = await reachedAs(own, 'Butchers.Local');
    expect(first).toMatchObject({ host: 'butchers.local', httpsPort: 7343, trustPort: 7344 });
    expect(await reachedAs(own, undefined)).toEqual(first);
    await expect(reachedAs(own, 'http://butchers/')).rejects.toThrow('is no name and no address');
    await expect(reachedAs(own, '')).rejects.toThrow('is no name and no address');
    expect(await reachedAs(own, undefined)).toEqual(first);
    expect(await reachedAs(own, 'off')).toBeUndefined();
    expect(await reachedAs(own, undefined)).toBeUndefined();
    await rm(own, { recursive: true });
  });
});

describe('the authority', () => {
  it('signs for one name what another program verifies, and stays when the name or the year changes', async () => {
    const own = path.join(folder, 'certificates');
    const now = new Date();
    const verify = (host: string) =>
      exec('openssl', [
        'verify',
        '-x509_strict',
        '-CAfile',
        path.join(own, 'authority.pem'),
        '-purpose',
        'sslserver',
        ...(/^\d/.test(host) ? ['-verify_ip', host] : ['-verify_hostname', host]),
        path.join(own, 'shop.pem'),
      ]);
    const cert = async (name: string) => new X509Certificate(await readFile(path.join(own, name)));
    expect(await certify(own, '192.0.2.7', now)).toBe(true);
    expect(await certify(own, '192.0.2.7', now)).toBe(false);
    await verify('192.0.2.7');
    await expect(verify('192.0.2.8')).rejects.toThrow();
    const authority = (await cert('authority.pem')).fingerprint256;
    expect(await certify(own, 'shop.example', now)).toBe(true);
    await verify('shop.example');
    await expect(verify('192.0.2.7')).rejects.toThrow();
    // A year later it is made anew before it ends.
    const ends = Date.parse((await cert('shop.pem')).validTo);
    expect(await certify(own, 'shop.example', new Date(ends - 60 * 86_400_000))).toBe(false);
    expect(await certify(own, 'shop.example', new Date(ends - 30 * 86_400_000))).toBe(true);
    expect((await cert('authority.pem')).fingerprint256).toBe(authority);
    for (const name of ['authority.key.pem', 'shop.key.pem'])
      expect((await stat(path.join(own, name))).mode & 0o077).toBe(0);
  });
});

/** A place from which the shop is reached over a network: a namespace of its own, where this account may make one. */
async function elsewhere(): Promise<Elsewhere> {
  const name = `zest${process.pid % 100_000}`;
  const net = 1 + (process.pid % 250);
  const ip = (...args: string[]) => exec('ip', args);
  const inside = (...args: string[]) => exec('ip', ['netns', 'exec', name, ...args]);
  try {
    await ip('netns', 'add', name);
  } catch {
    const address = Object.values(os.networkInterfaces())
      .flat()
      .find((i) => i?.family === 'IPv4' && !i.internal)?.address;
    const nothing = () => Promise.resolve();
    const here = (file: string, ...args: string[]) => exec(process.execPath, [file, ...args]);
    return { address: address ?? os.hostname(), node: here, cut: undefined, slow: undefined, leave: nothing };
  }
  await ip('link', 'add', `${name}a`, 'type', 'veth', 'peer', 'name', `${name}b`);
  await ip('link', 'set', `${name}b`, 'netns', name);
  await ip('addr', 'add', `10.203.${net}.1/24`, 'dev', `${name}a`);
  await ip('link', 'set', `${name}a`, 'up');
  await inside('ip', 'addr', 'add', `10.203.${net}.2/24`, 'dev', `${name}b`);
  await inside('ip', 'link', 'set', `${name}b`, 'up');
  return {
    address: `10.203.${net}.1`,
    node: (file, ...args) => inside(process.execPath, file, ...args),
    cut: async (isCut) => {
      await ip('link', 'set', `${name}a`, isCut ? 'down' : 'up');
    },
    slow: async (rate) => {
      const shaped = ['root', 'tbf', 'rate', rate ?? '', 'burst', '16kbit', 'latency', '400ms'];
      await exec('tc', ['qdisc', rate ? 'add' : 'del', 'dev', `${name}a`, ...(rate ? shaped : ['root'])]);
    },
    leave: async () => {
      await ip('netns', 'del', name);
    },
  };
}

interface Elsewhere {
  address: string;
  node: (file: string, ...args: string[]) => Promise<{ stdout: string }>;
  /** Undefined where the line cannot be cut. */
  cut: ((isCut: boolean) => Promise<void>) | undefined;
  /** So much goes over the line at most; all there is, where nothing is said. */
  slow: ((rate?: string) => Promise<void>) | undefined;
  leave: () => Promise<void>;
}

/** Asks once over the network, with what is trusted; answers the status, or why there was none. */
const ASKING = `
import https from 'node:https';
import http from 'node:http';
const { url, ca, method, body, headers, servername } = JSON.parse(process.argv[2]);
const { request } = url.startsWith('https') ? https : http;
const asked = request(url, { method, ca, ...(servername ? { servername, checkServerIdentity: () => undefined } : {}), headers: { 'Content-Type': 'application/json', ...headers }, timeout: 3000 }, (answer) => {
  let text = '';
  // A letter of several bytes may lie in two parts of the answer.
  answer.setEncoding('utf8');
  answer.on('data', (chunk) => (text += chunk));
  answer.on('end', () => console.log(JSON.stringify({ status: answer.statusCode, text, cookies: answer.headers['set-cookie'] ?? [] })));
});
asked.on('timeout', () => asked.destroy(Object.assign(new Error('timeout'), { code: 'TIMEOUT' })));
asked.on('error', (error) => console.log(JSON.stringify({ status: 0, text: error.code, cookies: [] })));
asked.end(body === undefined ? undefined : JSON.stringify(body));
`;

describe('a tablet in the network', () => {
  let away: Elsewhere;
  let shop: Shop;
  let ports: number;
  beforeAll(async () => {
    away = await elsewhere();
    ports = await freePorts(3);
    shop = await openShop({
      folder: path.join(folder, 'shop'),
      demo: false,
      quiet: true,
      port: ports,
      reached: { host: away.address, httpsPort: ports + 1, trustPort: ports + 2 },
      prepare: async (env) => {
        await run(process.execPath, [path.join(ROOT, 'server/dist/people/commands/add-lead.js')], {
          env: { ...env, ZEST_LEAD_NAME: 'Ines', ZEST_LEAD_PASSWORD: 'lowmarsh-harbour' },
        });
      },
    });
    await writeFile(path.join(folder, 'ask.mjs'), ASKING);
  });
  afterAll(async () => {
    await shop.stop();
    await away.leave();
  });

  const ask = async (
    url: string,
    more: {
      ca?: string;
      method?: string;
      body?: object;
      headers?: Record<string, string>;
      servername?: string;
    } = {},
  ) => {
    const { stdout } = await away.node(path.join(folder, 'ask.mjs'), JSON.stringify({ url, ...more }));
    return JSON.parse(stdout) as { status: number; text: string; cookies: string[] };
  };

  it('learns to trust the shop without HTTPS, and gets nothing else that way', async () => {
    const trust = `http://${away.address}:${ports + 2}`;
    const page = await ask(`${trust}/`);
    const authority = new X509Certificate((await ask(`${trust}/authority.crt`)).text);
    expect(page.text).toContain(inLines(authority.fingerprint256).join('<br>'));
    expect(page.text).toContain(`https://${away.address}:${ports + 1}/`);
    for (const place of ['/api/v1/health', '/api/v1/people/names', '/index.html', '/authority.key.pem'])
      expect(await ask(`${trust}${place}`)).toMatchObject({ status: 403 });
    // The shop's own port is its machine's own.
    if (away.cut) expect(await ask(`http://${away.address}:${ports}/`)).toMatchObject({ status: 0 });
  });

  it('refuses who it does not trust, and reaches who it does, under the name on the sheet alone', async () => {
    const secure = `https://${away.address}:${ports + 1}/api/v1`;
    const { text: ca } = await ask(`http://${away.address}:${ports + 2}/authority.crt`);
    expect((await ask(`${secure}/health`)).text).toMatch(/SELF_SIGNED|UNABLE_TO_VERIFY/);
    expect(await ask(`${secure}/health`, { ca })).toMatchObject({ status: 200 });
    expect(
      await ask(`${secure}/health`, {
        ca,
        headers: { Host: 'elsewhere.example' },
        servername: 'elsewhere.example',
      }),
    ).toMatchObject({
      status: 421,
    });
    // Whoever says that they are the machine itself is not, over the network.
    for (const Host of ['localhost', '127.0.0.1'])
      for (const path of ['/people/names', '/health'])
        expect(
          await ask(`${secure}${path}`, { ca, headers: { Host }, servername: 'elsewhere.example' }),
        ).toMatchObject({ status: 421 });
    expect(
      await ask(`${secure}/session`, {
        ca,
        method: 'POST',
        body: {},
        headers: { Origin: 'https://elsewhere.example' },
      }),
    ).toMatchObject({ status: 403 });
  });

  it('gets the whole interface over a line that is slow', async () => {
    const secure = `https://${away.address}:${ports + 1}`;
    const { text: ca } = await ask(`http://${away.address}:${ports + 2}/authority.crt`);
    const assets = path.join(ROOT, 'web/dist/assets');
    const script = (await readdir(assets)).find((f) => /^index-.*\.js$/.test(f)) ?? '';
    await away.slow?.('1mbit');
    const started = performance.now();
    const { status, text } = await ask(`${secure}/assets/${script}`, { ca });
    const tookMs = performance.now() - started;
    await away.slow?.();
    expect([status, text === (await readFile(path.join(assets, script), 'utf8'))]).toEqual([200, true]);
    // A megabit a second carries 125 bytes a millisecond.
    if (away.slow) expect(tookMs).toBeGreaterThan(text.length / 125 / 2);
  });

  it('is let in by a code made at the server, signs in, and goes on when the line was cut', async () => {
    const secure = `https://${away.address}:${ports + 1}/api/v1`;
    const { text: ca } = await ask(`http://${away.address}:${ports + 2}/authority.crt`);
    expect(await ask(`${secure}/people/names`, { ca })).toMatchObject({ status: 403 });
    const { stdout: code } = await exec(
      process.execPath,
      [path.join(ROOT, 'server/dist/people/commands/make-code-main.js')],
      { env: { ...process.env, DATABASE_URL: shop.env['DATABASE_URL'] } },
    );
    const paired = await ask(`${secure}/tablets`, {
      ca,
      method: 'POST',
      body: { id: randomUUID(), name: 'Wall', code },
    });
    expect(paired.status).toBe(200);
    expect(paired.cookies.join()).toMatch(/HttpOnly.*Secure.*SameSite=Strict/);
    const device = paired.cookies[0]!.split(';')[0]!;
    const names = await ask(`${secure}/people/names`, { ca, headers: { Cookie: device } });
    const [ines] = JSON.parse(names.text) as { id: string; name: string }[];
    const signedIn = await ask(`${secure}/session`, {
      ca,
      method: 'POST',
      body: { personId: ines?.id, secret: 'lowmarsh-harbour' },
      headers: { Cookie: device },
    });
    expect(signedIn).toMatchObject({ status: 200 });
    const both = [device, ...signedIn.cookies.map((c) => c.split(';')[0]!)].join('; ');
    const list = () => ask(`${secure}/tablets`, { ca, headers: { Cookie: both } });
    expect(JSON.parse((await list()).text)).toMatchObject({
      tablets: [{ name: 'Wall', pairedBy: null }],
      reach: { address: `https://${away.address}:${ports + 1}/` },
    });
    if (away.cut) {
      await away.cut(true);
      expect(await list()).toMatchObject({ status: 0 });
      await away.cut(false);
    }
    expect(await list()).toMatchObject({ status: 200 });
    expect((await ask(`${secure}/tablets/sheet.pdf`, { ca, headers: { Cookie: both } })).text).toMatch(
      /^%PDF/,
    );
  });
});
