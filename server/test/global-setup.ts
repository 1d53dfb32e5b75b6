import { rm } from 'node:fs/promises';
import mysql from 'mysql2/promise';
import type { TestProject } from 'vitest/node';
import { MARIADB, ensurePackages, startPrivateServer, tempFolder } from '@zest/ops';
import { fillTemplate } from './template.js';

declare module 'vitest' {
  export interface ProvidedContext {
    ownerUrl: string;
    appUrl: string;
  }
}

/**
 * One MariaDB for the run with the demonstration in a template; every test file copies that into a
 * database of its own.
 */
export default async function setup(project: TestProject) {
  await ensurePackages([MARIADB]);
  const folder = await tempFolder('db');
  const server = await startPrivateServer(folder);
  const owner = await mysql.createConnection({ uri: server.ownerUrl });
  await fillTemplate(owner, server.ownerUrl, server.appUrl);
  await owner.end();
  project.provide('ownerUrl', server.ownerUrl);
  project.provide('appUrl', server.appUrl);
  return async () => {
    await server.stop();
    await rm(folder, { recursive: true, force: true });
  };
}
