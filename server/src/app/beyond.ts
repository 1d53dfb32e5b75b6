import { readFile, stat } from 'node:fs/promises';
import http from 'node:http';
import https from 'node:https';
import net from 'node:net';
import path from 'node:path';
import express, { type Express } from 'express';
import type { AppContext } from '../platform/app-context.js';
import type { Beyond } from '../platform/config.js';
import { CERTIFICATE_FILES } from '../platform/certificate-files.js';
import { reachOf } from '../platform/reach.js';
import { shopName } from '../platform/settings.js';
import { trustPage } from './trust-page.js';

/** How often it is looked whether the certificate was made anew. */
const LOOK_MS = 3_600_000;

/**
 * Serves tablets beyond this machine: the shop by HTTPS only, and on a port of its own, without it, nothing but the
 * page by which a tablet learns to trust the shop.
 */
export async function serveBeyond(app: AppContext, shop: Express, beyond: Beyond): Promise<http.Server[]> {
  const secure = https.createServer(await certified(beyond), shop);
  const trust = http.createServer(trustOnly(app, beyond));
  // An address may come later than the machine wakes: it listens at all of them, and answers under its own name only.
  const everywhere = net.isIPv6(beyond.host.replace(/[[\]]/g, '')) ? '::' : '0.0.0.0';
  await listening(secure, beyond.port, everywhere);
  await listening(trust, beyond.trustPort, everywhere);
  const file = path.join(beyond.certificates, CERTIFICATE_FILES.certificate);
  let madeAt = (await stat(file)).mtimeMs;
  const look = async () => {
    const now = (await stat(file)).mtimeMs;
    if (now === madeAt) return;
    madeAt = now;
    secure.setSecureContext(await certified(beyond));
  };
  const timer = setInterval(() => {
    look().catch((error: unknown) => app.log.warn({ err: error }, 'certificate not read'));
  }, LOOK_MS);
  secure.once('close', () => clearInterval(timer));
  return [secure, trust];
}

async function certified({ certificates }: Beyond): Promise<{ key: Buffer; cert: Buffer }> {
  const [key, cert] = await Promise.all([
    readFile(path.join(certificates, CERTIFICATE_FILES.key)),
    readFile(path.join(certificates, CERTIFICATE_FILES.certificate)),
  ]);
  return { key, cert };
}

function listening(server: http.Server, port: number, host: string): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => resolve());
  });
}

/** Without HTTPS there is the authority's certificate and how to take it in; everything else is refused. */
function trustOnly(app: AppContext, beyond: Beyond): Express {
  const page = express();
  page.disable('x-powered-by');
  page.use((_req, res, next) => {
    res.setHeader('Content-Security-Policy', "default-src 'none'; frame-ancestors 'none'");
    res.setHeader('X-Content-Type-Options', 'nosniff');
    res.setHeader('Cache-Control', 'no-store');
    next();
  });
  page.get('/', async (_req, res) => {
    const reach = await reachOf(beyond);
    if (reach) res.type('html').send(trustPage(await shopName(app.db), reach));
  });
  page.get('/authority.crt', async (_req, res) => {
    res.type('application/x-x509-ca-cert');
    res.send(await readFile(path.join(beyond.certificates, CERTIFICATE_FILES.authority)));
  });
  page.use((_req, res) => {
    res.status(403).type('text/plain');
    res.send(
      `Without HTTPS nothing is served beyond this machine. Open https://${beyond.host}:${beyond.port}/`,
    );
  });
  return page;
}
