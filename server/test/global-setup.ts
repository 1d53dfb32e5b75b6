import { rm } from 'node:fs/promises';
import type { TestProject } from 'vitest/node';
import { MARIADB, ensurePackages, startPrivateServer, tempFolder } from '@zest/ops';

declare module 'vitest' {
  export interface ProvidedContext {
    ownerUrl: string;
    appUrl: string;
  }
}

/** One MariaDB for the run; every test file makes a database of its own in it. */
export default async function setup(project: TestProject) {
  await ensurePackages([MARIADB]);
  const folder = await tempFolder('db');
  const server = await startPrivateServer(folder);
  project.provide('ownerUrl', server.ownerUrl);
  project.provide('appUrl', server.appUrl);
  return async () => {
    await server.stop();
    await rm(folder, { recursive: true, force: true });
  };
}
