import 'reflect-metadata';
import { X509Certificate, randomBytes, webcrypto } from 'node:crypto';
import { chmod, mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import net from 'node:net';
import path from 'node:path';
import * as x509 from '@peculiar/x509';
import { CERTIFICATE_FILES as FILES } from '@zest/server/certificate-files';
import { say } from '../say.js';

/** The authority outlives the tablets that trust it. */
const AUTHORITY_YEARS = 10;
/** No tablet takes one that holds longer than this. */
const SHOP_DAYS = 397;
/** One that ends within so many days is made anew. */
const RENEW_DAYS = 45;
const DAY_MS = 86_400_000;

/**
 * The shop's certificate for the name or address that tablets type, signed by an authority of this machine's own.
 * The authority stays as it is, so that tablets that trust it go on; the certificate is made anew for another name,
 * and in good time before it ends.
 *
 * @param folder readable by its owner only; made where it is missing
 * @returns whether a certificate was made
 */
export async function certify(folder: string, host: string, now: Date): Promise<boolean> {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  await chmod(folder, 0o700);
  const authority =
    (await readPair(folder, FILES.authority, FILES.authorityKey)) ?? (await found(folder, now));
  const kept = await readPair(folder, FILES.certificate, FILES.key);
  if (kept && holds(kept.cert, authority.cert, host, now)) return false;
  const keys = await newKeys();
  const issuer = new x509.X509Certificate(authority.cert);
  const made = await x509.X509CertificateGenerator.create({
    serialNumber: newSerial(),
    subject: `CN=${host}`,
    issuer: issuer.subject,
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(now.getTime() + (SHOP_DAYS - 2) * DAY_MS),
    publicKey: keys.publicKey,
    signingKey: await readKey(authority.key),
    signingAlgorithm: SIGNING,
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      new x509.SubjectAlternativeNameExtension([{ type: net.isIP(host) ? 'ip' : 'dns', value: host }]),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      await x509.AuthorityKeyIdentifierExtension.create(issuer.publicKey),
    ],
  });
  await writePair(
    folder,
    [FILES.certificate, made.toString('pem')],
    [FILES.key, await writtenKey(keys.privateKey)],
  );
  return true;
}

/** Makes the certificate anew in time while the shop runs; answers what ends it. */
export function keepCertified(folder: string, host: string): () => void {
  const timer = setInterval(() => {
    certify(folder, host, new Date()).catch((error: unknown) =>
      say(
        `The certificate could not be made anew: ${error instanceof Error ? error.message : String(error)}`,
      ),
    );
  }, DAY_MS);
  timer.unref();
  return () => clearInterval(timer);
}

/** An authority for this shop alone. */
async function found(folder: string, now: Date): Promise<{ cert: string; key: string }> {
  const keys = await newKeys();
  const made = await x509.X509CertificateGenerator.createSelfSigned({
    serialNumber: newSerial(),
    name: `CN=Zest Tally shop authority ${now.getUTCFullYear()}`,
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(now.getTime() + AUTHORITY_YEARS * 365 * DAY_MS),
    keys,
    signingAlgorithm: SIGNING,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  const pair = { cert: made.toString('pem'), key: await writtenKey(keys.privateKey) };
  await writePair(folder, [FILES.authority, pair.cert], [FILES.authorityKey, pair.key]);
  return pair;
}

const KEY = { name: 'ECDSA', namedCurve: 'P-256' };
const SIGNING = { ...KEY, hash: 'SHA-256' };

const newKeys = () => webcrypto.subtle.generateKey(KEY, true, ['sign', 'verify']);

/** Positive, and no two alike. */
const newSerial = (): string => `01${randomBytes(15).toString('hex')}`;

async function writtenKey(key: webcrypto.CryptoKey): Promise<string> {
  return x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY');
}

function readKey(pem: string): Promise<webcrypto.CryptoKey> {
  const [bytes = new ArrayBuffer(0)] = x509.PemConverter.decode(pem);
  return webcrypto.subtle.importKey('pkcs8', bytes, KEY, false, ['sign']);
}

/** Whether a certificate is this authority's, for this name, and for a good while yet. */
function holds(cert: string, authority: string, host: string, now: Date): boolean {
  const certificate = new X509Certificate(cert);
  const isFor = net.isIP(host) ? certificate.checkIP(host) : certificate.checkHost(host);
  const leftMs = new Date(certificate.validTo).getTime() - now.getTime();
  const signer = new X509Certificate(authority);
  return isFor !== undefined && certificate.verify(signer.publicKey) && leftMs > RENEW_DAYS * DAY_MS;
}

async function readPair(
  folder: string,
  cert: string,
  key: string,
): Promise<{ cert: string; key: string } | undefined> {
  try {
    const [a, b] = await Promise.all([
      readFile(path.join(folder, cert), 'utf8'),
      readFile(path.join(folder, key), 'utf8'),
    ]);
    return { cert: a, key: b };
  } catch {
    return undefined;
  }
}

/** The key first: a certificate without its key is never found. */
async function writePair(
  folder: string,
  cert: readonly [string, string],
  key: readonly [string, string],
): Promise<void> {
  for (const [name, text] of [key, cert]) {
    const file = path.join(folder, name);
    await writeFile(`${file}.part`, text, { mode: 0o600 });
    await rename(`${file}.part`, file);
  }
}
