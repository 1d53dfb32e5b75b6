import { X509Certificate } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import type { Reach } from '@zest/contract';
import { CERTIFICATE_FILES } from './certificate-files.js';
import type { Beyond } from './config.js';

/** The addresses by which the shop is reached from beyond its machine; null where it is not. */
export async function reachOf(beyond: Beyond | undefined): Promise<Reach | null> {
  if (!beyond) return null;
  const read = async (name: string) =>
    new X509Certificate(await readFile(path.join(beyond.certificates, name)));
  const authority = await read(CERTIFICATE_FILES.authority);
  const certificate = await read(CERTIFICATE_FILES.certificate);
  return {
    address: `https://${beyond.host}:${beyond.port}/`,
    trustAddress: `http://${beyond.host}:${beyond.trustPort}/`,
    fingerprint: authority.fingerprint256,
    until: new Date(certificate.validTo).toISOString(),
  };
}
