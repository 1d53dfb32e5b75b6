import { rm } from 'node:fs/promises';
import { DATA_FOLDER } from './place.js';

export default async function teardown(): Promise<void> {
  await rm(DATA_FOLDER, { recursive: true, force: true, maxRetries: 20, retryDelay: 250 });
}
