import { say } from '../say.js';
export async function bench(_args: readonly string[]): Promise<number> {
  say('not yet');
  return Promise.resolve(1);
}
